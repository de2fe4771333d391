import { describe, expect, test } from 'vitest'
import { boxOf } from '../geometry/box'
import { distance } from '../geometry/point'
import { boundsOf } from '../path/contour'
import { obeysKind } from '../path/kinds'
import type { Contour } from '../path/model'
import { parsePathData } from '../path/parsePathData'
import { glyphOutlines } from './glyphs'
import { laidLetters, layOut } from './layOut'
import { railOf } from './rail'
import { alongOf, among, FREE, wordsIn } from './testing/fonts'
import { wayOf } from './ways'

const only = (d: string): Contour => parsePathData(d)[0] as Contour
const ARC = only('M50 300C150 50 550 50 650 300')
const LINE = only('M0 400H900')
/** A circle of radius 100 about 300, 300, clockwise from its top. */
const RING = only(
	'M300 200C355.23 200 400 244.77 400 300C400 355.23 355.23 400 300 400C244.77 400 200 355.23 200 300C200 244.77 244.77 200 300 200Z',
)

const boxAll = (contours: readonly Contour[]) =>
	boxOf(
		contours.flatMap((c) => {
			const { minX, minY, maxX, maxY } = boundsOf(c)
			return [
				[minX, minY],
				[maxX, maxY],
			] as const
		}),
	)

describe('words laid out', () => {
	test('freely: the outlines are as the font’s designer drew them, to the bit', async () => {
		const words = await wordsIn('abril', 'R', FREE, { size: 1000 })
		const [letter] = laidLetters('p', words, among())
		const drawn = glyphOutlines(words.shaped.glyphs, letter?.placed.letter.glyph ?? '')
		expect(letter?.contours.map(({ nodes }) => nodes.map(({ at }) => at))).toEqual(
			drawn.map(({ nodes }) => nodes.map(({ at: [x, y] }) => [x, 0 - y])),
		)
		expect(letter?.contours.flatMap(({ nodes }) => nodes.map(({ in: into }) => into))).toEqual(
			drawn.flatMap(({ nodes }) => nodes.map(({ in: into }) => into && [into[0], 0 - into[1]])),
		)
	})

	test('nodes have the same ids each time, all of them single, and obey their kinds wherever they are laid', async () => {
		const settings = [FREE, alongOf(ARC), alongOf(RING, { fit: 'stretch' })]
		for (const setting of settings) {
			const words = await wordsIn('lobster', 'Booth & play', setting)
			const contours = layOut('p', words, among(ARC, RING))
			const ids = contours.flatMap(({ id, nodes }) => [id, ...nodes.map((node) => node.id)])
			expect(new Set(ids).size).toBe(ids.length)
			expect(layOut('p', words, among(ARC, RING))).toEqual(contours)
			for (const contour of contours)
				for (const k of contour.nodes.keys()) expect(obeysKind(contour, k)).toBe(true)
		}
	})

	test('along a level line they stand as they do freely', async () => {
		const along = layOut(
			'p',
			await wordsIn('abril', 'Level', alongOf(LINE, { start: 20 })),
			among(LINE),
		)
		const free = layOut(
			'p',
			await wordsIn('abril', 'Level', { kind: 'free', place: [1, 0, 0, 1, 20, 400] }),
			among(),
		)
		for (const [k, contour] of along.entries())
			for (const [n, { at }] of contour.nodes.entries())
				expect(distance(at, free[k]?.nodes[n]?.at ?? [0, 0])).toBeLessThan(1e-9)
	})

	test('round a closed outline they go on over its first node', async () => {
		const rail = railOf(RING)
		const words = await wordsIn('figtree', 'ooo', alongOf(RING, { start: rail.length - 20 }), {
			size: 40,
		})
		const way = wayOf(words, among(RING))
		const letters = laidLetters('p', words, among(RING))
		expect(way?.over).toBe(0)
		const [first, last] = [letters[0], letters.at(-1)]
		expect(boxAll(first?.contours ?? []).minX).toBeLessThan(300)
		expect(boxAll(last?.contours ?? []).minX).toBeGreaterThan(300)
		// All stand outside, on the circle.
		for (const { contours } of letters)
			for (const { nodes } of contours)
				for (const { at } of nodes) expect(distance(at, [300, 300])).toBeGreaterThan(97)
	})

	test('the other way along they stand inside; under it they hang by their caps; offset lifts them off', async () => {
		const radii = async (more: Parameters<typeof alongOf>[1]) => {
			const words = await wordsIn('figtree', 'HHH', alongOf(RING, more), { size: 30 })
			const all = layOut('p', words, among(RING)).flatMap(({ nodes }) =>
				nodes.map(({ at }) => distance(at, [300, 300])),
			)
			return [Math.min(...all), Math.max(...all)] as const
		}
		const cap = 0.7 * 30
		expect((await radii({}))[0]).toBeGreaterThan(99.5)
		expect((await radii({ reversed: true }))[1]).toBeLessThan(101.5)
		const [low, high] = await radii({ under: true })
		expect(high).toBeLessThan(101)
		expect(low).toBeGreaterThan(99 - cap)
		expect((await radii({ offset: 12 }))[0]).toBeGreaterThan(111.5)
	})

	test('between two nodes, from either', async () => {
		const [first, , third] = RING.nodes
		const ids = [first?.id ?? '', third?.id ?? ''] as const
		const right = layOut(
			'p',
			await wordsIn('figtree', 'ab', alongOf(RING, { between: ids }), { size: 30 }),
			among(RING),
		)
		const back = [ids[1], ids[0]] as const
		const left = layOut(
			'p',
			await wordsIn('figtree', 'ab', alongOf(RING, { between: back }), { size: 30 }),
			among(RING),
		)
		expect(boxAll(right).minX).toBeGreaterThan(295)
		expect(boxAll(left).maxX).toBeLessThan(305)
	})

	test('spread and stretched they fill the way; what is too long is told', async () => {
		const end = async (fit: 'none' | 'spread' | 'stretch') =>
			boxAll(layOut('p', await wordsIn('figtree', 'HIH', alongOf(LINE, { fit })), among(LINE))).maxX
		expect(await end('none')).toBeLessThan(300)
		expect(await end('spread')).toBeGreaterThan(880)
		expect(await end('stretch')).toBeGreaterThan(840)
		expect(await end('stretch')).toBeLessThanOrEqual(900)
		const long = await wordsIn('figtree', 'much too long for this line', alongOf(LINE))
		expect(wayOf(long, among(LINE))?.over).toBeGreaterThan(100)
	})

	test('upright letters stay upright', async () => {
		const words = await wordsIn('figtree', 'HHHH', alongOf(ARC, { upright: true }), { size: 40 })
		for (const { contours } of laidLetters('p', words, among(ARC))) {
			const { minY, maxY } = boxAll(contours)
			expect(maxY - minY).toBeCloseTo(0.7 * 40, 0)
		}
	})

	test('between two outlines: caps reach from the lower to the upper, curves within 0.1 px of where they belong', async () => {
		const top = only('M0 100C200 0 400 0 600 100')
		const bottom = only('M0 300C200 340 400 340 600 300')
		const words = await wordsIn('abril', 'HOH', {
			kind: 'between',
			top: { piece: '', contour: top.id },
			bottom: { piece: '', contour: bottom.id },
		})
		const contours = layOut('p', words, among(top, bottom))
		const { minX, maxX, minY, maxY } = boxAll(contours)
		expect(minX).toBeGreaterThan(-1)
		expect(maxX).toBeLessThan(601)
		expect(minY).toBeGreaterThan(20)
		expect(maxY).toBeLessThan(336)
		for (const contour of contours)
			for (const k of contour.nodes.keys()) expect(obeysKind(contour, k)).toBe(true)
	})

	test('within a shape: as large as all lines have room, and none leaves it', async () => {
		const words = await wordsIn('figtree', 'round\nwords', {
			kind: 'within',
			piece: '',
			contour: RING.id,
			margin: 0.05,
		})
		const contours = layOut('p', words, among(RING))
		const all = contours.flatMap(({ nodes }) => nodes.map(({ at }) => distance(at, [300, 300])))
		expect(Math.max(...all)).toBeLessThan(100)
		expect(wayOf(words, among(RING))?.size).toBeGreaterThan(40)
	})

	test('an outline that is gone lays nothing', async () => {
		expect(layOut('p', await wordsIn('figtree', 'a', alongOf(ARC)), among())).toEqual([])
	})

	test('a hundred letters along an outline are laid in a frame', async () => {
		const words = await wordsIn('lobster', 'Winter play '.repeat(9).slice(0, 100), alongOf(ARC), {
			size: 12,
		})
		const host = () => ({ ...ARC, nodes: ARC.nodes.map((node) => ({ ...node })) })
		layOut('p', words, among(host()))
		const begun = performance.now()
		for (let k = 0; k < 20; k++) layOut('p', words, among(host()))
		// A sixtieth of a second, with room for a machine that does something else as well.
		expect((performance.now() - begun) / 20).toBeLessThan(50)
	})
})
