import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { distance, type Point } from '../geometry/point'
import { cases } from '../testing/cases'
import { flattenContour } from './contour'
import { handleAngle, inferKind, obeysKind, settled } from './kinds'
import type { Contour, NodeKind, Sheet } from './model'
import { bendSegment, insertNode, moveHandle, moveNodes, retractHandle, setKind } from './nodes'
import { removeNodes } from './remove'
import { anyContour, anyPoint, onlyContour, sheetOf } from './testing/arbitrary'

const KINDS: readonly NodeKind[] = ['corner', 'smooth', 'symmetric', 'cusp']

function allObey(sheet: Sheet): boolean {
	return sheet.pieces.every((p) =>
		p.contours.every((c) => c.nodes.every((_, i) => obeysKind(c, i))),
	)
}

/** A random edit of a random node; what edits are made of. */
const anyEdit = fc.oneof(
	fc.record({ do: fc.constant('kind' as const), at: fc.nat(), kind: fc.constantFrom(...KINDS) }),
	fc.record({ do: fc.constant('move' as const), at: fc.nat(), by: anyPoint }),
	fc.record({
		do: fc.constant('handle' as const),
		at: fc.nat(),
		side: fc.constantFrom('in' as const, 'out' as const),
		to: anyPoint,
		alone: fc.boolean(),
	}),
	fc.record({
		do: fc.constant('retract' as const),
		at: fc.nat(),
		side: fc.constantFrom('in' as const, 'out' as const),
	}),
	fc.record({
		do: fc.constant('insert' as const),
		at: fc.nat(),
		t: fc.double({ min: 0.05, max: 0.95, noNaN: true }),
	}),
	fc.record({
		do: fc.constant('bend' as const),
		at: fc.nat(),
		t: fc.double({ min: 0.1, max: 0.9, noNaN: true }),
		to: anyPoint,
	}),
	fc.record({ do: fc.constant('remove' as const), at: fc.nat() }),
)

type AnyEdit = typeof anyEdit extends fc.Arbitrary<infer T> ? T : never

function run(sheet: Sheet, edit: AnyEdit): Sheet {
	const contour = sheet.pieces[0]?.contours[0]
	if (!contour) return sheet
	const node = contour.nodes[edit.at % contour.nodes.length]
	if (!node) return sheet
	const ids = new Set([node.id])
	switch (edit.do) {
		case 'kind':
			return setKind(sheet, ids, edit.kind)
		case 'move':
			return moveNodes(sheet, ids, edit.by)
		case 'handle':
			return moveHandle(sheet, node.id, edit.side, edit.to, edit.alone)
		case 'retract':
			return retractHandle(sheet, node.id, edit.side)
		case 'insert':
			return insertNode(sheet, contour.id, edit.at % contour.nodes.length, edit.t).sheet
		case 'bend':
			return bendSegment(sheet, contour.id, edit.at % contour.nodes.length, edit.t, edit.to)
		case 'remove':
			return removeNodes(sheet, ids)
	}
}

describe('after any run of edits', () => {
	test('kinds are what they say, numbers are numbers, ids are single', () => {
		fc.assert(
			fc.property(anyContour, fc.array(anyEdit, { maxLength: 25 }), (contour, edits) => {
				const end = edits.reduce(run, sheetOf(contour))
				expect(allObey(end)).toBe(true)
				const nodes = end.pieces.flatMap((p) => p.contours.flatMap((c) => c.nodes))
				const numbers = nodes.flatMap((n) => [...n.at, ...(n.in ?? []), ...(n.out ?? [])])
				expect(numbers.every(Number.isFinite)).toBe(true)
				expect(new Set(nodes.map((n) => n.id)).size).toBe(nodes.length)
				expect(end.pieces.every((p) => p.contours.every((c) => c.nodes.length >= 2))).toBe(true)
			}),
			{ numRuns: cases(120) },
		)
	})

	test('an edit changes no sheet that went before it', () => {
		fc.assert(
			fc.property(anyContour, fc.array(anyEdit, { maxLength: 12 }), (contour, edits) => {
				const first = sheetOf(contour)
				const copy = structuredClone(first)
				edits.reduce(run, first)
				expect(first).toEqual(copy)
			}),
		)
	})
})

test('a handle whose direction is lost in the rounding keeps nobody to be smooth', () => {
	const contour: Contour = {
		id: 'c',
		closed: false,
		nodes: [
			{ id: 'a', at: [0, 0], kind: 'corner' },
			{
				id: 'b',
				at: [220.55221625816995, 16.549012675719894],
				in: [220.55221625816998, 16.549012675719933],
				kind: 'smooth',
			},
			{ id: 'c', at: [300, 70], kind: 'corner' },
		],
	}
	const node = settled(contour, 1)
	expect(node?.kind).toBe('cusp')
	// One that can be turned into the line is.
	const long = { ...contour, nodes: contour.nodes.with(1, { ...contour.nodes[1]!, in: [200, 16] }) }
	expect(settled(long, 1)?.kind).toBe('smooth')
	expect(obeysKind({ ...long, nodes: long.nodes.with(1, settled(long, 1)!) }, 1)).toBe(true)
})

describe('setting a kind', () => {
	const zigzag: Contour = {
		id: 'c',
		closed: false,
		nodes: [
			{ id: 'a', at: [0, 0], kind: 'corner' },
			{ id: 'b', at: [100, 0], kind: 'corner' },
			{ id: 'c', at: [100, 100], kind: 'corner' },
		],
	}

	test('the node is then of that kind, whatever it was, unless geometry forbids it', () => {
		fc.assert(
			fc.property(anyContour, fc.nat(), fc.constantFrom(...KINDS), (contour, at, kind) => {
				const apart = contour.nodes.every((n, i) =>
					contour.nodes.every((m, j) => i === j || distance(n.at, m.at) > 1e-3),
				)
				fc.pre(apart)
				const node = contour.nodes[at % contour.nodes.length]
				const after = onlyContour(setKind(sheetOf(contour), new Set([node!.id ?? '']), kind))
				expect(after.nodes[at % contour.nodes.length]!.kind).toBe(kind)
			}),
		)
	})

	test('a corner made smooth gets handles that follow its neighbours', () => {
		const [, b] = onlyContour(setKind(sheetOf(zigzag), new Set(['b']), 'smooth')).nodes
		expect(b!.in![0]).toBeLessThan(100)
		expect(b!.in![1]).toBeLessThan(0)
		expect(b!.out![1]).toBeGreaterThan(0)
		expect(handleAngle({ ...zigzag.nodes[1]!, ...b }, b!.out ?? [0, 0])).toBeCloseTo(45, 6)
	})

	test('a corner made a cusp keeps its shape', () => {
		const after = onlyContour(setKind(sheetOf(zigzag), new Set(['b']), 'cusp'))
		const onLines = flattenContour(after).every(
			([x, y]) => Math.abs(y) < 1e-9 || Math.abs(x - 100) < 1e-9,
		)
		expect(onLines).toBe(true)
		expect(after.nodes[1]!.in).toBeDefined()
	})

	test('a cusp made smooth takes the tangent that moves its handles least', () => {
		const moved = ([ax, ay]: Point, [bx, by]: Point) => (ax - bx) ** 2 + (ay - by) ** 2
		for (const [into, out] of [
			[
				[-60, 4],
				[9, 7],
			],
			[
				[-10, 20],
				[50, 10],
			],
			[
				[-30, -30],
				[5, 0],
			],
		] as [Point, Point][]) {
			const cusp: Contour = {
				id: 'c',
				closed: false,
				nodes: [
					{ id: 'a', at: [-100, 0], out: [-90, 5], kind: 'cusp' },
					{ id: 'b', at: [0, 0], in: into, out, kind: 'cusp' },
					{ id: 'd', at: [100, 0], in: [90, 5], kind: 'cusp' },
				],
			}
			const node = onlyContour(setKind(sheetOf(cusp), new Set(['b']), 'smooth')).nodes[1]!
			expect(obeysKind(onlyContour(setKind(sheetOf(cusp), new Set(['b']), 'smooth')), 1)).toBe(true)
			const cost = moved(node.in!, into) + moved(node.out!, out)
			for (let k = 0; k < 720; k++) {
				const u: Point = [Math.cos((k * Math.PI) / 360), Math.sin((k * Math.PI) / 360)]
				const back = -(into[0] * u[0] + into[1] * u[1])
				const on = out[0] * u[0] + out[1] * u[1]
				// A third of either handle is left.
				if (back < Math.hypot(...into) / 3 || on < Math.hypot(...out) / 3) continue
				const other = moved([-back * u[0], -back * u[1]], into) + moved([on * u[0], on * u[1]], out)
				expect(cost).toBeLessThanOrEqual(other + 1e-6)
			}
		}
	})

	test('a smooth node beside a straight segment keeps its one handle in that line', () => {
		const sheet = sheetOf({
			...zigzag,
			nodes: [
				{ id: 'a', at: [0, 0], kind: 'corner' },
				{ id: 'b', at: [100, 0], out: [140, 0], kind: 'smooth' },
				{ id: 'c', at: [200, 100], in: [200, 60], kind: 'cusp' },
			],
		})
		const moved = onlyContour(moveNodes(sheet, new Set(['a']), [0, 100]))
		expect(inferKind(moved, 1)).toBe('smooth')
		expect(moved.nodes[1]!.out![1]).toBeLessThan(0)
		const pulled = onlyContour(moveHandle(sheet, 'b', 'out', [150, 70]))
		expect(pulled.nodes[1]!.out).toEqual([150, 0])
	})
})
