import { describe, expect, test } from 'vitest'
import { signedArea } from '../../geometry/polygon'
import { largeRings, ringsOf, withoutSpecks } from './rings'

/** Pixels drawn with # for what is inside. */
function drawn(...rows: string[]) {
	const width = rows[0]?.length ?? 0
	return {
		width,
		height: rows.length,
		inside: Uint8Array.from(rows.join(''), (c) => (c === '#' ? 1 : 0)),
	}
}
const rings = (...rows: string[]) => {
	const { inside, width, height } = drawn(...rows)
	return ringsOf(inside, width, height)
}

describe('rings between pixels', () => {
	test('go through the middles of the pixels’ sides', () => {
		expect(rings('...', '.#.', '...')).toEqual([
			[
				[1.5, 1],
				[2, 1.5],
				[1.5, 2],
				[1, 1.5],
			],
		])
	})

	test('an opening goes round the other way', () => {
		const found = rings('#####', '#...#', '#...#', '#####')
		expect(found).toHaveLength(2)
		const [a, b] = found.map(signedArea)
		expect(Math.sign(a ?? 0)).toBe(-Math.sign(b ?? 0))
	})

	test('pixels that meet at a corner alone are apart; so are none that meet along a side', () => {
		expect(rings('#.', '.#')).toHaveLength(2)
		expect(rings('##', '.#')).toHaveLength(1)
	})

	test('at the rim of the picture they close along it', () => {
		expect(rings('##', '##')[0]).toHaveLength(8)
	})
})

describe('specks', () => {
	const { inside, width } = drawn(
		'##########',
		'##########',
		'##.####..#',
		'#######..#',
		'##########',
		'..........',
		'.#........',
	)
	const left = (smallest: number, likely = 0) =>
		[
			...withoutSpecks(inside, width, smallest, new Float32Array(inside.length).fill(likely)),
		].reduce((sum, one) => sum + one, 0)

	test('parts and openings smaller than asked for go, larger ones stay', () => {
		expect(left(0)).toBe(46)
		expect(left(2)).toBe(46)
		expect(left(5)).toBe(50)
	})

	test('a part that is far smaller than the largest stays where it is likely', () => {
		const wide = drawn('#'.repeat(80), '.'.repeat(80), `#${'.'.repeat(79)}`)
		const parts = (likely: number) =>
			withoutSpecks(wide.inside, wide.width, 1, new Float32Array(240).fill(likely)).filter(Boolean)
				.length
		expect(parts(0)).toBe(80)
		expect(parts(3)).toBe(81)
	})
})

describe('rings that are large', () => {
	const { inside, width, height } = drawn(
		'##########',
		'##.####..#',
		'#######..#',
		'##########',
		'..........',
		'.#........',
	)
	const areas = (smallest: number, keep = false) =>
		largeRings(ringsOf(inside, width, height), smallest, () => keep).map((ring) =>
			Math.round(signedArea(ring)),
		)

	test('small parts and openings go, what somebody dabbed in stays', () => {
		expect(areas(2)).toHaveLength(2)
		expect(areas(8)).toHaveLength(1)
		expect(areas(8, true)).toHaveLength(4)
	})

	test('nothing is left where all is small', () => {
		expect(areas(50)).toEqual([])
	})
})
