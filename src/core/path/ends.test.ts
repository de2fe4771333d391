import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { cubicBounds } from '../geometry/cubic'
import type { Point } from '../geometry/point'
import { signedArea } from '../geometry/polygon'
import { cases } from '../testing/cases'
import { flattenContour, segmentCubic, segments } from './contour'
import {
	CannotJoin,
	joinEnds,
	nearlyClosed,
	removeOpen,
	reverseOutline,
	setFirstNode,
	splitAt,
} from './ends'
import { parsePathData } from './parsePathData'
import { contoursOf } from './testing/anyEdit'
import { anyContour, onlyContour, sheetOf } from './testing/arbitrary'

const drawn = (...paths: string[]) => sheetOf(...paths.flatMap(parsePathData))
const idsOf = (sheet: ReturnType<typeof drawn>, ...places: (readonly [number, number])[]) =>
	new Set(places.map(([c, n]) => contoursOf(sheet)[c]!.nodes.at(n)!.id))

describe('joining', () => {
	test('two ends of one outline close it, by a segment or in one node halfway', () => {
		const sheet = drawn('M0 0L10 0L10 10L2 0')
		const ends = idsOf(sheet, [0, 0], [0, -1])
		const byLine = onlyContour(joinEnds(sheet, ends, 'segment'))
		expect([byLine.closed, byLine.nodes.length]).toEqual([true, 4])
		const inOne = onlyContour(joinEnds(sheet, ends, 'node'))
		expect([inOne.closed, inOne.nodes.length]).toEqual([true, 3])
		expect(inOne.nodes[0]!.at).toEqual([1, 0])
	})

	test('where the edges meet: straight ones are lengthened and keep their directions, corners stay', () => {
		const places = (d: string) => {
			const sheet = drawn(d)
			const joined = joinEnds(sheet, idsOf(sheet, [0, 0], [0, -1]), 'meet')
			return onlyContour(joined).nodes.map(({ at }) => at)
		}
		// A level edge and an upright one, short of their corner, or beyond it.
		expect(places('M2 0L100 0L100 80L0 80L0 3')).toContainEqual([0, 0])
		expect(places('M-2 0L100 0L100 80L0 80L0 -3')).toContainEqual([0, 0])
		// Two halves of one straight edge.
		expect(places('M52 0L100 0L100 80L0 80L0 0L48 0')).toHaveLength(4)
		// A curve comes onto a straight edge; its other end stays.
		const [first] = places('M0 3C0 60 60 80 100 80L100 0L2 0')
		expect(first).toEqual([0, 0])
		// Edges side by side: the shorter one goes to the longer.
		expect(places('M20 4L0 4L0 80L100 80L100 0L20 0')).toContainEqual([20, 0])
	})

	test('a law: no straight edge turns where edges meet, unless both lie side by side', () => {
		const slope = ([ax, ay]: Point, [bx, by]: Point) => Math.atan2(by - ay, bx - ax)
		const corner = fc.tuple(
			fc.double({ min: 40, max: 140, noNaN: true }),
			fc.double({ min: -3, max: 3, noNaN: true }),
			fc.double({ min: -3, max: 3, noNaN: true }),
		)
		fc.assert(
			fc.property(corner, ([degrees, short, beyond]) => {
				const angle = (degrees * Math.PI) / 180
				const tip = (by: number): Point => [by * Math.cos(angle), by * Math.sin(angle)]
				const [end, far] = [tip(4 + beyond), tip(90)]
				const sheet = drawn(`M${4 + short} 0L100 0L120 150L${far}L${end}`)
				const joined = onlyContour(joinEnds(sheet, idsOf(sheet, [0, 0], [0, -1]), 'meet'))
				const [a, b] = joined.nodes
				const last = joined.nodes.at(-1)
				if (!a || !b || !last) throw new Error('It has three nodes and more.')
				expect(slope(a.at, b.at)).toBeCloseTo(0, 9)
				expect(Math.sin(slope(a.at, last.at) - angle)).toBeCloseTo(0, 9)
			}),
		)
	})

	test('any two ends of two outlines make one of them, in whichever direction they run', () => {
		for (const [a, b] of [
			[0, 0],
			[0, -1],
			[-1, 0],
			[-1, -1],
		] as const) {
			const sheet = drawn('M0 0L10 0', 'M20 0L30 5')
			const joined = joinEnds(sheet, idsOf(sheet, [0, a], [1, b]), 'segment')
			expect(contoursOf(joined)).toHaveLength(1)
			const [outline] = contoursOf(joined)
			expect(outline!.nodes).toHaveLength(4)
			const middle = outline!.nodes.slice(1, 3).map((n) => n.at[0])
			expect(middle).toEqual([a === 0 ? 0 : 10, b === 0 ? 20 : 30])
		}
	})

	test('curved ends keep their handles in the node that they become', () => {
		const sheet = drawn('M0 0C0 20 10 30 30 30', 'M32 30C50 30 60 20 60 0')
		const [joined] = contoursOf(joinEnds(sheet, idsOf(sheet, [0, -1], [1, 0]), 'node'))
		expect(joined!.nodes[1]).toMatchObject({ at: [31, 30], in: [11, 30], out: [49, 30] })
		expect(['smooth', 'symmetric']).toContain(joined!.nodes[1]!.kind)
	})

	test.each([
		['one node', 'not-two', (s: ReturnType<typeof drawn>) => idsOf(s, [0, 0])],
		['a middle node', 'not-ends', (s: ReturnType<typeof drawn>) => idsOf(s, [0, 1], [0, 0])],
	] as const)('%s cannot be joined', (_, problem, ids) => {
		const sheet = drawn('M0 0L10 0L10 10')
		expect(() => joinEnds(sheet, ids(sheet), 'segment')).toThrow(
			expect.objectContaining({ name: 'CannotJoin', problem }),
		)
		expect(new CannotJoin('not-two').problem).toBe('not-two')
	})
})

describe('splitting', () => {
	test('a closed outline opens at the node, which stands at both ends; joining gives it back', () => {
		const sheet = drawn('M0 0L10 0L10 10L0 10Z')
		const { sheet: open, ends } = splitAt(sheet, idsOf(sheet, [0, 2]))
		const [outline] = contoursOf(open)
		expect([outline!.closed, outline!.nodes.length]).toEqual([false, 5])
		expect(outline!.nodes[0]!.at).toEqual(outline!.nodes.at(-1)!.at)
		const back = onlyContour(joinEnds(open, ends, 'node'))
		expect([back.closed, back.nodes.length]).toEqual([true, 4])
		expect(Math.abs(signedArea(flattenContour(back)))).toBeCloseTo(100)
	})

	test('an open one becomes two, a closed one split twice becomes two open ones', () => {
		const open = drawn('M0 0L10 0L20 0L30 0')
		expect(contoursOf(splitAt(open, idsOf(open, [0, 1])).sheet).map((c) => c.nodes.length)).toEqual(
			[2, 3],
		)
		const closed = drawn('M0 0L10 0L10 10L0 10Z')
		const halves = contoursOf(splitAt(closed, idsOf(closed, [0, 0], [0, 2])).sheet)
		expect(halves.map((c) => [c.closed, c.nodes.length])).toEqual([
			[false, 3],
			[false, 3],
		])
	})

	test('moves no curve', () => {
		fc.assert(
			fc.property(anyContour, fc.nat(), (contour, at) => {
				const sheet = sheetOf(contour)
				const node = contour.nodes[at % contour.nodes.length]!
				const boxes = (s: typeof sheet) =>
					contoursOf(s)
						.flatMap(segments)
						.map((seg) =>
							Object.values(cubicBounds(segmentCubic(seg)))
								.map((v) => v.toFixed(6))
								.join(),
						)
						.sort()
				expect(boxes(splitAt(sheet, new Set([node.id])).sheet)).toEqual(boxes(sheet))
			}),
		)
	})
})

describe('removing and leaving open', () => {
	test('a closed outline opens where the node was, its neighbours the ends', () => {
		const sheet = drawn('M0 0L10 0L10 10L0 10Z')
		const outline = onlyContour(removeOpen(sheet, idsOf(sheet, [0, 1])))
		expect(outline.closed).toBe(false)
		expect(outline.nodes.map((n) => n.at)).toEqual([
			[10, 10],
			[0, 10],
			[0, 0],
		])
	})

	test('an open one falls in two; single nodes go, and a piece with nothing left', () => {
		const sheet = drawn('M0 0L10 0L20 0L30 0L40 0')
		expect(contoursOf(removeOpen(sheet, idsOf(sheet, [0, 2]))).map((c) => c.nodes.length)).toEqual([
			2, 2,
		])
		expect(removeOpen(sheet, idsOf(sheet, [0, 1], [0, 3])).pieces).toEqual([])
	})
})

describe('direction and first node', () => {
	test('turned twice, or with its first node moved all the way round, an outline is as before', () => {
		fc.assert(
			fc.property(anyContour, (contour) => {
				const sheet = sheetOf(contour)
				expect(reverseOutline(reverseOutline(sheet, contour.id), contour.id)).toEqual(sheet)
				const round = contour.nodes.reduce(
					(s) => setFirstNode(s, onlyContour(s).nodes[1]?.id ?? ''),
					sheet,
				)
				expect(round).toEqual(sheet)
			}),
			{ numRuns: cases(50) },
		)
	})
})

test('an outline whose ends nearly meet is pointed out, others are not', () => {
	const found = nearlyClosed(
		drawn('M0 0L100 0L100 100L1 1', 'M0 0L100 0L100 100L60 60', 'M0 0L9 0L9 9Z', 'M0 0L1 0'),
	)
	expect(found.map(({ gap }) => gap.toFixed(2))).toEqual(['1.41'])
})
