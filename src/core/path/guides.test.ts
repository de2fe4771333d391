import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { addGuides, changeGuides, evenGuides, moveGuide, newGuide, removeGuides } from './guides'
import { emptySheet } from './model'
import { parsePathData } from './parsePathData'
import { guideTargets, NOTHING_CAUGHT, nodeTargets, snapPoint } from './snap'
import { sheetOf } from './testing/arbitrary'

const SHEET = emptySheet('Scroll', 1000, 800)

describe('guides', () => {
	test('every 15 % from 5 % to 95 % are seven', () => {
		const guides = evenGuides('x', { every: 150, from: 50, to: 950 })
		expect(guides?.map((g) => g.at)).toEqual([50, 200, 350, 500, 650, 800, 950])
	})

	test('sets stay within their ends, in even steps, whichever end is named first', () => {
		fc.assert(
			fc.property(
				fc.double({ min: 1, max: 500, noNaN: true }),
				fc.double({ min: 0, max: 1000, noNaN: true }),
				fc.double({ min: 0, max: 1000, noNaN: true }),
				(every, from, to) => {
					const guides = evenGuides('y', { every, from, to })
					fc.pre(guides !== null)
					expect(guides!.length).toBeGreaterThan(0)
					for (const [i, { at }] of guides!.entries())
						expect(at).toBeCloseTo(Math.min(from, to) + i * every, 6)
					expect(guides!.at(-1)!.at).toBeLessThanOrEqual(Math.max(from, to) + 1e-3)
				},
			),
		)
	})

	test('no set is laid by a step of nothing, nor one of thousands', () => {
		for (const every of [0, -5, Number.NaN, 0.01])
			expect(evenGuides('x', { every, from: 0, to: 1000 })).toBeNull()
	})

	test('are moved and removed by their ids; what changes nothing is the same sheet', () => {
		const [a, b] = [newGuide('x', 10), newGuide('y', 20)]
		const sheet = addGuides(SHEET, [a, b])
		expect(moveGuide(sheet, a.id, 15).guides.map((g) => g.at)).toEqual([15, 20])
		expect(moveGuide(sheet, a.id, 10)).toBe(sheet)
		expect(removeGuides(sheet, new Set([b.id])).guides).toEqual([a])
		expect(removeGuides(sheet).guides).toEqual([])
		expect(removeGuides(SHEET)).toBe(SHEET)
		expect(addGuides(SHEET, [])).toBe(SHEET)
	})
})

describe('snapping', () => {
	const targets = { xs: [100, 104], ys: [50], points: [[200, 200]] as const }

	test('takes each axis to its nearest line within reach, by itself', () => {
		expect(snapPoint([103, 60], targets, 6)).toEqual({
			at: [104, 60],
			caught: { x: 104, y: null, point: false },
		})
		expect(snapPoint([99, 53], targets, 6).at).toEqual([100, 50])
	})

	test('a place takes the point whole, before any line', () => {
		const near = { ...targets, xs: [203] }
		expect(snapPoint([202, 203], near, 6)).toEqual({
			at: [200, 200],
			caught: { x: 200, y: 200, point: true },
		})
	})

	test('what is out of reach is left exactly where it is', () => {
		fc.assert(
			fc.property(fc.double({ min: 120, max: 180, noNaN: true }), (v) => {
				expect(snapPoint([v, v], targets, 6)).toEqual({ at: [v, v], caught: NOTHING_CAUGHT })
			}),
		)
	})

	test('hidden guides catch nothing; nodes being moved are no targets', () => {
		const sheet = addGuides(sheetOf(...parsePathData('M0 0L10 0L10 10Z')), [newGuide('x', 5)])
		expect(guideTargets(sheet)).toEqual({ xs: [5], ys: [] })
		expect(guideTargets(changeGuides(sheet, { guidesHidden: true }))).toEqual({ xs: [], ys: [] })
		const first = sheet.pieces[0]!.contours[0]!.nodes[0]!.id
		const but = new Set([first])
		expect(nodeTargets(sheet, [8, 5], 6, but)).toEqual([
			[10, 0],
			[10, 10],
		])
		expect(nodeTargets(sheet, [10, 1], 6, but)).toEqual([[10, 0]])
	})
})
