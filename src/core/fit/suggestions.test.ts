import { describe, expect, test } from 'vitest'
import { deviation } from '../measure/deviation'
import { inferKinds } from '../path/kinds'
import { type Contour, newId, type PathNode } from '../path/model'
import { insertNode } from '../path/nodes'
import { parsePathData } from '../path/parsePathData'
import { randomNumbers } from '../path/testing/anyEdit'
import { sheetOf } from '../path/testing/arbitrary'
import { cases } from '../testing/cases'
import { followSuggestion, suggestionsFor } from './suggestions'

const round = (): Contour =>
	parsePathData(
		'M100 0C155 0 200 45 200 100C200 155 155 200 100 200C45 200 0 155 0 100C0 45 45 0 100 0Z',
	)[0] as Contour

describe('what could be better about an outline', () => {
	test('nothing about a well drawn circle', () => {
		expect(suggestionsFor(round())).toEqual([])
	})

	test('a node in the middle of an arc is needless, and goes', () => {
		const sheet = sheetOf(round())
		const more = insertNode(sheet, sheet.pieces[0]!.contours[0]!.id, 1, 0.5).sheet
		const contour = more.pieces[0]!.contours[0]!
		const found = suggestionsFor(contour)
		expect(found.map(({ what }) => what)).toContain('needless')
		const after = followSuggestion(more, found.find(({ what }) => what === 'needless')!)
		const [left] = after.pieces[0]!.contours
		expect(left!.nodes).toHaveLength(4)
		expect(deviation([contour], [left!]).max).toBeLessThan(0.36)
	})

	test('a curve without a node at its outermost point is told of it, and gets one', () => {
		const arch = inferKinds({ ...parsePathData('M0 100C0 -60 160 -60 160 100')[0]!, id: newId() })
		const found = suggestionsFor(arch)
		expect(found.map(({ what }) => what)).toEqual(['outermost'])
		expect(found[0]!.at[0]).toBeCloseTo(80)
		const after = followSuggestion(sheetOf(arch), found[0]!)
		expect(after.pieces[0]!.contours[0]!.nodes).toHaveLength(3)
	})

	test('a join that all but runs on is made smooth, short handles give a corner', () => {
		const bent = inferKinds(parsePathData('M0 0C20 -20 60 -20 80 0C100 22 120 40 160 40')[0]!)
		const join = suggestionsFor(bent).find(({ what }) => what === 'nearly-smooth')
		expect(join?.at).toEqual([80, 0])
		expect(followSuggestion(sheetOf(bent), join!).pieces[0]!.contours[0]!.nodes[1]?.kind).toBe(
			'smooth',
		)
		const stub = inferKinds(parsePathData('M0 0C20 -20 58.6 -1.4 60 0C61.4 1.4 80 50 120 40')[0]!)
		const corner = suggestionsFor(stub).find(({ what }) => what === 'nearly-corner')
		expect(corner?.at).toEqual([60, 0])
		expect(followSuggestion(sheetOf(stub), corner!).pieces[0]!.contours[0]!.nodes[1]?.kind).toBe(
			'corner',
		)
	})
})

describe('followed one after the other', () => {
	/** Follows what is suggested, the first or any, until nothing is. */
	function followAll(contour: Contour, pick: (count: number) => number) {
		let sheet = sheetOf(contour)
		const said: number[] = []
		for (;;) {
			const now = sheet.pieces[0]!.contours[0]!
			const all = suggestionsFor(now)
			const one = all[pick(all.length)]
			if (!one) return { left: now, said }
			said.push(one.moves)
			if (said.length > 8 * contour.nodes.length + 20) throw new Error('It goes round for ever.')
			sheet = followSuggestion(sheet, one)
		}
	}

	test('they come to rest, and move the outline no further than the furthest of them said (random outlines)', () => {
		const random = randomNumbers(31)
		for (let k = 0; k < cases(5); k++) {
			const contour = wobbly(random)
			const { left, said } = followAll(contour, (count) => Math.floor(random() * count))
			const moved = deviation([contour], [left]).max
			expect(moved).toBeLessThanOrEqual(Math.max(0, ...said) + 0.02)
		}
	}, 120_000)

	test('so do those of drawn outlines', () => {
		const glyphs = [
			'M100 0C155 0 200 45 200 100C200 128 188 153 170 171C152 189 128 200 100 200C45 200 0 155 0 100C0 45 45 0 100 0Z',
			'M0 100C0 -60 160 -60 160 100L120 100C120 0 40 0 40 100Z',
			'M10 10C60 -20 120 60 180 30C210 15 240 50 220 80C200 110 90 70 60 120C40 150 -20 60 10 10Z',
		]
		for (const d of glyphs) {
			const contour = parsePathData(d)[0]!
			const { left, said } = followAll(contour, () => 0)
			expect(suggestionsFor(left)).toEqual([])
			expect(deviation([contour], [left]).max).toBeLessThanOrEqual(Math.max(0, ...said) + 0.02)
		}
	})
})

/** A closed outline of smooth nodes round a middle, some of them needless, some turned a little. */
function wobbly(random: () => number): Contour {
	const count = 5 + Math.floor(random() * 8)
	const radius = () => 60 + 60 * random()
	const radii = Array.from({ length: count }, radius)
	const at = (i: number): [number, number] => {
		const angle = (2 * Math.PI * i) / count
		const r = radii[((i % count) + count) % count] ?? 80
		return [200 + r * Math.cos(angle), 200 + r * Math.sin(angle)]
	}
	const nodes = Array.from({ length: count }, (_, i): PathNode => {
		const [here, before, after] = [at(i), at(i - 1), at(i + 1)]
		const lean = (random() - 0.5) * 0.3
		const [dx, dy] = [(after[0] - before[0]) / 5, (after[1] - before[1]) / 5]
		const turned = [dx - lean * dy, dy + lean * dx]
		const grown = 0.05 + random()
		return {
			id: newId(),
			at: here,
			in: [here[0] - dx * grown, here[1] - dy * grown],
			out: [here[0] + turned[0]!, here[1] + turned[1]!],
			kind: 'cusp',
		}
	})
	const contour = inferKinds({ id: newId(), nodes, closed: true })
	const sheet = sheetOf(contour)
	// Nodes that are needless: they lie on a curve.
	return random() < 0.5
		? contour
		: insertNode(sheet, contour.id, 1, 0.4 + 0.2 * random()).sheet.pieces[0]!.contours[0]!
}
