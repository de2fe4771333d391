import { expect, test } from 'vitest'
import { newPiece } from '../path/model'
import { parsePathData } from '../path/parsePathData'
import { type OffPhoto, strays } from './strays'

const piece = newPiece('Key', parsePathData('M0 0H100V100H0Z'))
const [outline] = piece.contours
const nodes = outline?.nodes.map(({ id }) => id) ?? []
const along = (offs: readonly number[]) =>
	offs.map(
		(off, k): OffPhoto => ({
			at: [2 * k, 0],
			off,
			outline: outline?.id ?? '',
			nodes: [nodes[Math.floor(k / 6)] ?? '', nodes[Math.floor(k / 6) + 1] ?? ''],
		}),
	)

test('each stretch that strays is one finding, at its worst place, with the nodes along it', () => {
	const offs = [0, 3, 4, 3, 0, 0, 0, 0, 0, 0, 0, -3, -6, -2.5, 0, 0]
	const found = strays(along(offs), [piece], 2)
	expect(found.map(({ at, size }) => [at[0], size])).toEqual([
		[4, 4],
		[24, 6],
	])
	expect(found[1]?.nodes).toEqual(nodes.slice(1, 4))
	expect(found.every((one) => one.piece === piece.id && one.contour === outline?.id)).toBe(true)
	expect(new Set(found.map(({ key }) => key)).size).toBe(2)
})

test('a breath between two stretches does not part them; grain and silence are no finding', () => {
	expect(strays(along([3, 3, 1, Number.NaN, 3, 3]), [piece], 2)).toHaveLength(1)
	expect(strays(along([0, 9, 0, 0, 0, 0, 0, 9, 0]), [piece], 2)).toEqual([])
	expect(strays(along([Number.NaN, Number.NaN, Number.NaN]), [piece], 2)).toEqual([])
	expect(strays(along([3, 3, 3]), [piece], 5)).toEqual([])
	expect(strays(along([3, 3, 3]), [piece], 0)).toEqual([])
})

test('what lies on nobody’s outline is nobody’s', () => {
	expect(strays(along([3, 3, 3]), [], 2)).toEqual([])
})

test('edges between pieces of one group are not the photo’s to answer for; their edges to what is round them are', () => {
	const shade = (d: string, group?: string) => ({
		...newPiece('Shade', parsePathData(d)),
		...(group && { group }),
	})
	const [left, right] = ['M0 0H50V100H0Z', 'M50 0H100V100H50Z'].map((d) => shade(d, 'shades')) as [
		ReturnType<typeof shade>,
		ReturnType<typeof shade>,
	]
	const outline = left.contours[0]?.id ?? ''
	const samples = [...Array(20).keys()].map(
		(k): OffPhoto => ({ at: [50, 5 * k + 2], off: 4, outline, nodes: ['edge'] }),
	)
	const outer = samples.map((sample): OffPhoto => ({ ...sample, at: [0, sample.at[1]] }))
	expect(strays(samples, [left, right], 2)).toEqual([])
	expect(strays(outer, [left, right], 2)).toHaveLength(1)
	// Without a group each answers for itself.
	const { group: _, ...alone } = left
	expect(strays(samples, [alone, right], 2)).toHaveLength(1)
})
