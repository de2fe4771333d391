import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { nearestOn } from '../geometry/nearest'
import { distance } from '../geometry/point'
import { cases } from '../testing/cases'
import { flattenContour, isStraight, segmentCubic, segments } from './contour'
import { parsePathData } from './parsePathData'
import { removeNodes } from './remove'
import { anyContour, onlyContour, sheetOf } from './testing/arbitrary'

describe('removing nodes', () => {
	test('keeps the outline whole: closed stays closed, and exactly the others are left', () => {
		fc.assert(
			fc.property(anyContour, fc.array(fc.nat(), { maxLength: 4 }), (contour, picks) => {
				const ids = new Set(picks.map((p) => contour.nodes[p % contour.nodes.length]!.id))
				const left = contour.nodes.filter((n) => !ids.has(n.id))
				const sheet = removeNodes(sheetOf(contour), ids)
				if (left.length < 2) {
					expect(sheet.pieces).toEqual([])
					return
				}
				const after = onlyContour(sheet)
				expect(after.closed).toBe(contour.closed)
				expect(after.nodes.map((n) => n.at)).toEqual(left.map((n) => n.at))
			}),
			{ numRuns: cases(60) },
		)
	})

	test('a run of straight segments becomes one', () => {
		const [star] = parsePathData('M0 0L10 2L20 0L20 20L0 20Z')
		const after = onlyContour(removeNodes(sheetOf(star!), new Set([star!.nodes[1]!.id])))
		expect(segments(after).every((s) => isStraight(s.from, s.to))).toBe(true)
	})

	test('a needless node in a smooth arc goes almost unseen', () => {
		const [arc] = parsePathData('M0 100C0 44.8 44.8 0 100 0C155.2 0 200 44.8 200 100')
		const { sheet, ids } = splitTwice(arc!)
		const after = onlyContour(removeNodes(sheet, ids))
		for (const p of flattenContour(arc!)) {
			const away = Math.min(...segments(after).map((s) => nearestOn(segmentCubic(s), p).distance))
			expect(away).toBeLessThan(0.25)
		}
	})

	test('an open end removed takes its segment and that segment’s handle with it', () => {
		const [open] = parsePathData('M0 0C0 10 10 20 20 20L40 20')
		const after = onlyContour(removeNodes(sheetOf(open!), new Set([open!.nodes[0]!.id])))
		expect(after.nodes[0]).toMatchObject({ at: [20, 20], kind: 'corner' })
		expect(after.nodes[0]!.in).toBeUndefined()
	})

	test('no handle grows beyond the run that it replaces, however the directions lie', () => {
		const [bent] = parsePathData('M0 0C-165 -165 0 0 600 0C766 165 600 600 600 600L0 600')
		const run = (p: readonly [number, number]) => Math.hypot(p[0] - 600, p[1])
		fc.assert(
			fc.property(anyContour, fc.nat(), (contour, pick) => {
				const node = contour.nodes[pick % contour.nodes.length]!
				const sheet = removeNodes(sheetOf(contour), new Set([node.id]))
				const handles = sheet.pieces.flatMap((p) =>
					p.contours.flatMap((c) => c.nodes.flatMap((n) => [n.in, n.out])),
				)
				for (const h of handles) if (h) expect(Math.hypot(...h)).toBeLessThan(1e5)
			}),
			{ numRuns: cases(100) },
		)
		const after = onlyContour(removeNodes(sheetOf(bent!), new Set([bent!.nodes[2]!.id])))
		expect(run(after.nodes[1]!.out!)).toBeLessThan(1000)
	})

	test('the nodes beside a removed run keep their directions', () => {
		const [wave] = parsePathData('M0 0C10 -20 30 -20 40 0S70 20 80 0S110 -20 120 0')
		const after = onlyContour(removeNodes(sheetOf(wave!), new Set([wave!.nodes[1]!.id])))
		const out = after.nodes[0]!.out!
		expect(Math.atan2(out[1], out[0])).toBeCloseTo(Math.atan2(-20, 10), 6)
		expect(distance(out, after.nodes[0]!.at)).toBeGreaterThan(0)
	})
})

/** The arc with two nodes more in its first segment, and their ids. */
function splitTwice(arc: ReturnType<typeof parsePathData>[number]) {
	const [a, b, c] = arc.nodes
	const [once] = parsePathData(
		'M0 100C0 72.4 11.2 47.4 29.3 29.3C47.4 11.2 72.4 0 100 0C155.2 0 200 44.8 200 100',
	)
	const nodes = once!.nodes.map((n, i) => ({ ...n, id: [a!.id, 'extra', b!.id, c!.id][i] ?? n.id }))
	return { sheet: sheetOf({ ...once!, nodes }), ids: new Set(['extra']) }
}
