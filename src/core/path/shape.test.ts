import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { arcLength, derivativeAt, parameterAtLength, pointAt, splitCubic } from '../geometry/cubic'
import { nearestOn } from '../geometry/nearest'
import { add, distance, polar, subtract, unit } from '../geometry/point'
import { cases } from '../testing/cases'
import { alignNodes } from './arrangeNodes'
import { isStraight, segmentCubic, segments } from './contour'
import { findNode } from './edit'
import { inferKinds } from './kinds'
import type { Contour, PathNode } from './model'
import { insertNode, setKind } from './nodes'
import { parsePathData } from './parsePathData'
import { addExtrema, evenHandles, insertMiddles, levelHandles, makeFlat, mendCusp } from './shape'
import { anyContour, onlyContour, sheetOf } from './testing/arbitrary'

const all = (contour: Contour) => new Set(contour.nodes.map((n) => n.id))
const drawn = (d: string) => parsePathData(d)[0]!

/** The farthest that any point of one outline lies from the other, px. */
function apart(a: Contour, b: Contour): number {
	const cubics = segments(b).map(segmentCubic)
	const samples = segments(a).flatMap((s) =>
		Array.from({ length: 9 }, (_, i) => pointAt(segmentCubic(s), i / 8)),
	)
	return Math.max(...samples.map((p) => Math.min(...cubics.map((c) => nearestOn(c, p).distance))))
}

describe('nodes in the middle of segments', () => {
	test('stand at half the length, one for each segment between nodes that are named', () => {
		const contour = drawn('M0 0C0 80 20 100 100 100L200 100Z')
		const [a, b] = contour.nodes
		const { sheet, ids } = insertMiddles(sheetOf(contour), new Set([a!.id, b!.id]))
		const after = onlyContour(sheet)
		expect(ids.size).toBe(1)
		const [first, second] = segments(after).map((s) => arcLength(segmentCubic(s)))
		expect(Math.abs(first! - second!)).toBeLessThan(0.01)
	})

	test('the shape stays', () => {
		fc.assert(
			fc.property(anyContour, (contour) => {
				const after = onlyContour(insertMiddles(sheetOf(contour), all(contour)).sheet)
				expect(after.nodes.length).toBeGreaterThan(contour.nodes.length)
				expect(apart(after, contour)).toBeLessThan(1e-6)
			}),
			{ numRuns: cases(20) },
		)
	})
})

describe('nodes at the outermost points', () => {
	test('a circle drawn with two nodes gets its four, handles level or upright', () => {
		const lens = drawn('M0 0C0 -66 100 -66 100 0C100 66 0 66 0 0Z')
		const after = onlyContour(addExtrema(sheetOf(lens), all(lens)).sheet)
		expect(after.nodes).toHaveLength(4)
		for (const node of after.nodes)
			for (const handle of [node.in!, node.out!]) {
				const [x, y] = unit(subtract(handle, node.at))
				expect(Math.min(Math.abs(x), Math.abs(y))).toBeLessThan(1e-9)
			}
	})

	test('a needless node beside the new one goes, and the curve stays where it was', () => {
		const arch = drawn('M0 0C0 -66 100 -66 100 0')
		// One node a good way off the outermost point, which it splits the curve for nothing.
		const { sheet } = insertNode(sheetOf(arch), arch.id, 0, 0.35)
		const split = onlyContour(sheet)
		const after = onlyContour(addExtrema(sheet, all(split)).sheet)
		expect(after.nodes.map((n) => n.at.map((v) => Number(v.toFixed(6))))).toEqual([
			[0, 0],
			[50, -49.5],
			[100, 0],
		])
		expect(apart(arch, after)).toBeLessThan(0.35)
	})

	test('where all neighbours are needed, the shape stays', () => {
		fc.assert(
			fc.property(anyContour, (contour) => {
				const after = onlyContour(addExtrema(sheetOf(contour), all(contour)).sheet)
				expect(apart(contour, after)).toBeLessThan(1)
			}),
			{ numRuns: cases(40) },
		)
	})

	test('straight segments get none', () => {
		const square = drawn('M0 0H10V10H0Z')
		expect(addExtrema(sheetOf(square), all(square)).ids.size).toBe(0)
	})
})

describe('handles', () => {
	test('made level or upright, they keep their lengths and their line', () => {
		fc.assert(
			fc.property(anyContour, (contour) => {
				const after = onlyContour(levelHandles(sheetOf(contour), all(contour)))
				for (const [i, node] of after.nodes.entries())
					for (const side of ['in', 'out'] as const) {
						const was = contour.nodes[i]![side]
						const is = node[side]
						expect(Boolean(is)).toBe(Boolean(was))
						if (!is || !was) continue
						expect(distance(node.at, is)).toBeCloseTo(distance(node.at, was), 6)
					}
			}),
		)
		const [, joint] = onlyContour(
			levelHandles(sheetOf(drawn('M0 0C0 20 15 38 40 42S80 20 80 0')), new Set()),
		).nodes
		expect(joint!.in).toEqual([15, 38])
	})

	test('a joint is levelled in one line', () => {
		const contour = drawn('M0 0C0 20 15 38 40 42S80 20 80 0')
		const [, joint] = onlyContour(levelHandles(sheetOf(contour), all(contour))).nodes
		expect(joint!.in![1]).toBeCloseTo(42, 9)
		expect(joint!.out![1]).toBeCloseTo(42, 9)
	})

	test('evened, the two of a segment are as long as each other, their directions kept', () => {
		const contour = drawn('M0 0C0 60 90 100 100 100')
		const [a, b] = onlyContour(evenHandles(sheetOf(contour), all(contour))).nodes
		expect(distance(a!.at, a!.out!)).toBeCloseTo(35, 9)
		expect(distance(b!.at, b!.in!)).toBeCloseTo(35, 9)
		expect(a!.out![0]).toBeCloseTo(0, 9)
	})

	test('a cusp is mended from either side: the side named stays as it is', () => {
		const cusp = drawn('M0 0C0 20 20 40 40 40C40 60 60 80 80 80')
		const id = cusp.nodes[1]!.id
		for (const side of ['in', 'out'] as const) {
			const mended = findNode(mendCusp(sheetOf(cusp), id, side), id)!.node
			expect(mended.kind).toBe('smooth')
			expect(mended[side]).toEqual(cusp.nodes[1]![side])
		}
	})
})

describe('flats', () => {
	test('one node becomes two with a straight segment between, smooth on either side', () => {
		const bowl = drawn('M0 0C0 30 20 50 50 50S100 30 100 0')
		const { sheet, ids } = makeFlat(sheetOf(bowl), bowl.nodes[1]!.id)!
		const after = onlyContour(sheet)
		expect(after.nodes).toHaveLength(4)
		expect(ids.size).toBe(2)
		const [, flat] = segments(after)
		expect(isStraight(flat!.from, flat!.to)).toBe(true)
		expect([flat!.from.kind, flat!.to.kind]).toEqual(['smooth', 'smooth'])
		expect(flat!.from.at[1]).toBe(50)
		expect(flat!.to.at[1]).toBe(50)
	})

	test('a corner has no flat to give', () => {
		const corner = drawn('M0 0L10 0L10 10')
		expect(makeFlat(sheetOf(corner), corner.nodes[1]!.id)).toBeNull()
	})
})

describe('a run of corners made smooth at once', () => {
	test('round a circle follows it to a hundredth of its radius', () => {
		const corners = Array.from({ length: 8 }, (_, i) => {
			const a = (i / 8) * 2 * Math.PI
			return `${100 * Math.cos(a)} ${100 * Math.sin(a)}`
		})
		const contour = drawn(`M${corners.join('L')}Z`)
		const round = onlyContour(setKind(sheetOf(contour), all(contour), 'smooth'))
		for (const s of segments(round))
			for (let i = 0; i <= 8; i++)
				expect(Math.abs(distance(pointAt(segmentCubic(s), i / 8), [0, 0]) - 100)).toBeLessThan(1)
	})

	test('stays flat where the outline is flat, and goes nowhere beyond its nodes', () => {
		const contour = drawn('M0 100L50 20L100 0L200 0L300 0L350 20L400 100')
		const inner = new Set(contour.nodes.slice(1, -1).map((n) => n.id))
		const after = onlyContour(setKind(sheetOf(contour), inner, 'smooth'))
		const points = segments(after).flatMap((s) =>
			Array.from({ length: 21 }, (_, i) => pointAt(segmentCubic(s), i / 20)),
		)
		expect(Math.min(...points.map((p) => p[1]))).toBeGreaterThan(-1e-9)
		const flat = segments(after)[3]!
		expect(Math.abs(derivativeAt(segmentCubic(flat), 0.5)[1])).toBeLessThan(1e-9)
	})
})

describe('very many nodes at once', () => {
	const count = 8_000
	/** A ring of waves, smooth all round: edits that copy the outline for every node would take hours. */
	const ring = (): Contour => {
		const nodes = Array.from({ length: count }, (_, i): PathNode => {
			const angle = (i / count) * 2 * Math.PI
			const at = polar(angle, 3000 + 40 * Math.sin(i * 0.7))
			const arm = polar(angle + Math.PI / 2 + 0.4 * Math.sin(i), 0.4)
			return { id: `n${i}`, at, in: subtract(at, arm), out: add(at, arm), kind: 'smooth' }
		})
		return inferKinds({ id: 'ring', nodes, closed: true })
	}

	test('each segment gets its middle, and every id is single', () => {
		const contour = ring()
		const all = new Set(contour.nodes.map(({ id }) => id))
		const { sheet, ids } = insertMiddles(sheetOf(contour), all)
		const after = onlyContour(sheet)
		expect(ids.size).toBe(count)
		expect(after.nodes).toHaveLength(2 * count)
		expect(new Set(after.nodes.map(({ id }) => id)).size).toBe(2 * count)
		for (const k of [0, 1, 777, count - 1]) {
			const { from, to } = segments(contour)[k]!
			const middle = after.nodes[2 * k + 1]!
			expect(ids.has(middle.id)).toBe(true)
			expect(nearestOn(segmentCubic({ from, to }), middle.at).distance).toBeLessThan(1e-9)
		}
	})

	test('outermost points are found all round, and lining up moves each node but once', () => {
		const contour = ring()
		const all = new Set(contour.nodes.map(({ id }) => id))
		const made = addExtrema(sheetOf(contour), all)
		expect(made.ids.size).toBeGreaterThan(400)
		const lined = onlyContour(alignNodes(sheetOf(contour), all, 'x'))
		expect(new Set(lined.nodes.map(({ at }) => at[0].toFixed(6))).size).toBe(1)
	})
})

test('the middle of a curve is halfway by its length, also where it all but stands still', () => {
	fc.assert(
		fc.property(anyContour, (contour) => {
			for (const segment of segments(contour)) {
				const cubic = segmentCubic(segment)
				const [before] = splitCubic(cubic, parameterAtLength(cubic, 0.5))
				const whole = arcLength(cubic)
				expect(Math.abs(arcLength(before) - whole / 2)).toBeLessThan(2e-3 * whole)
			}
		}),
		{ numRuns: cases(60) },
	)
})
