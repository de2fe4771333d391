import { describe, expect, test } from 'vitest'
import { emptySheet, newPiece, parsePathData } from '@/core'
import type { EdgeProfile } from '@/core/pictures'
import { NOTHING } from '@/store/selection'
import { profileFrom, strayingNodes, unsureNodes } from './profile'
import { chosenTargets } from './targets'

const [outline] = parsePathData('M0 0L100 0L100 100Z')
if (!outline) throw new Error('There is no outline.')

/** Samples 10 px apart along the first segment, then one on the second. */
function measured(offsets: readonly number[]): EdgeProfile {
	return {
		at: Float64Array.from(offsets.flatMap((_, i) => [10 * i, 0])),
		offset: Float64Array.from(offsets),
		confidence: new Float64Array(offsets.length).fill(1),
		contour: new Int32Array(offsets.length),
		segment: Int32Array.from(offsets, (_, i) => (i < 9 ? 0 : 1)),
		mean: 0,
		p95: 0,
		covered: 1,
	}
}

describe('a profile against the photo', () => {
	const about = [{ contours: [outline], allowance: 0 }]
	const profile = profileFrom([measured([0, 0.1, 3, 2.9, 0, 0, 0, -2, NaN, 0.2])], about)

	test('tells the worst places apart, the furthest first, and what the photo is silent about', () => {
		expect(profile.worst).toBe(3)
		expect(profile.covered).toBeCloseTo(0.9)
		// 2.9 lies beside 3, and 0.2 px is nothing to go to.
		expect(profile.places.map(({ off }) => off)).toEqual([3, -2])
	})

	test('names the nodes beside which the outline strays', () => {
		const ids = outline.nodes.map(({ id }) => id)
		expect([...strayingNodes(profile, 1)]).toEqual(ids.slice(0, 2))
		expect(strayingNodes(profile, 5).size).toBe(0)
		const second = profileFrom([measured([0, 0, 0, 0, 0, 0, 0, 0, 0, 4])], about)
		expect([...strayingNodes(second, 1)]).toEqual(ids.slice(1))
	})

	test('names the nodes beside which the photo is silent for a while, a gap in an edge left out', () => {
		const ids = outline.nodes.map(({ id }) => id)
		const gap = profileFrom([measured([0, NaN, NaN, 0, 0, 0, 0, 0, 0, 0])], about)
		expect(unsureNodes(gap).size).toBe(0)
		const silent = profileFrom([measured([0, NaN, NaN, NaN, NaN, 0, 0, 0, 0, 0])], about)
		expect([...unsureNodes(silent)]).toEqual(ids.slice(0, 2))
	})

	test('counts from where the allowance puts the outline', () => {
		const inside = profileFrom([measured([-1, -1.5])], [{ contours: [outline], allowance: 1 }])
		expect(inside.samples.map(({ off }) => off)).toEqual([0, -0.5])
	})

	test('holds for outlines without samples', () => {
		expect(profileFrom([], [])).toMatchObject({ worst: 0, p95: 0, covered: 0, places: [] })
	})
})

describe('what is set against the photo', () => {
	const one = newPiece('Lantern', [outline])
	const other = { ...newPiece('Hidden', parsePathData('M0 0L9 0L9 9Z')), hidden: true }
	const sheet = { ...emptySheet('Test', 200, 200), pieces: [one, other] }

	test('nodes that are chosen, else pieces, else everything that shows', () => {
		const nodes = new Set(outline.nodes.slice(0, 2).map(({ id }) => id))
		expect(chosenTargets(sheet, { ...NOTHING, piece: one.id, nodes })).toMatchObject({
			words: '2 nodes',
			all: [{ only: nodes }],
		})
		expect(chosenTargets(sheet, { ...NOTHING, piece: one.id }).words).toBe('“Lantern”')
		const all = chosenTargets(sheet, NOTHING)
		expect(all.words).toBe('everything')
		expect(all.all).toHaveLength(1)
	})

	test('a piece’s allowance goes with it', () => {
		const held = { ...sheet, pieces: [{ ...one, allowance: 1.5 }] }
		expect(chosenTargets(held, NOTHING).all[0]?.allowance).toBe(1.5)
	})
})
