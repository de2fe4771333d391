import { describe, expect, test } from 'vitest'
import { addGuides, distance, newGuide, type Point } from '@/core'
import { edgesOnSheet } from '@/core/edges'
import { rendered } from '@/core/photo/testing/rendered'
import { edgeField } from '@/core/pictures'
import { readingOf } from '@/editor/session/edgeReading'
import { createNodes } from './nodes/nodes'
import { createPen } from './pen/pen'
import { at, click, drag, handyBench } from './testing/handyBench'

function guided(...paths: string[]) {
	const bench = handyBench(...paths)
	bench.apply('Lay', (s) => addGuides(s, [newGuide('x', 100), newGuide('y', 300)]))
	return bench
}

describe('the Pen under snapping', () => {
	test('places nodes on a guide within reach, and shows that before the click', () => {
		const bench = guided()
		bench.setSnapping({ guides: true })
		const pen = createPen(bench, () => 'Piece 1')
		pen.move(at([104, 50]))
		expect(pen.overlay().snapped?.at).toEqual([100, 50])
		click(pen, [104, 50])
		click(pen, [200, 304])
		click(pen, [250, 200])
		expect(bench.contour().nodes.map((n) => n.at)).toEqual([
			[100, 50],
			[200, 300],
			[250, 200],
		])
	})

	test('with nothing to snap to in force, nodes stand where they were clicked', () => {
		const bench = guided()
		const pen = createPen(bench, () => 'Piece 1')
		click(pen, [104, 50])
		expect(bench.contour().nodes[0]?.at).toEqual([104, 50])
		expect(pen.overlay().snapped).toBeNull()
	})

	test('a pulled handle comes to lie level with its node', () => {
		const bench = guided()
		bench.setSnapping({ level: true })
		const pen = createPen(bench, () => 'Piece 1')
		drag(pen, [200, 100], [260, 104])
		expect(bench.contour().nodes[0]).toMatchObject({ out: [260, 100], in: [140, 100] })
	})
})

describe('Nodes under snapping', () => {
	test('the node that was grabbed snaps, the others go with it', () => {
		const bench = guided('M10 10L60 10L60 60Z')
		bench.setSnapping({ guides: true })
		const nodes = createNodes(bench)
		bench.select({
			...bench.selection(),
			nodes: new Set(
				bench
					.contour()
					.nodes.slice(0, 2)
					.map((n) => n.id),
			),
		})
		nodes.down(at([61, 11]))
		nodes.move(at([99, 14]))
		expect(nodes.overlay().snapped?.caught.x).toBe(100)
		nodes.up(at([99, 14]))
		expect(bench.contour().nodes.map((n) => n.at)).toEqual([
			[50, 13],
			[100, 13],
			[60, 60],
		])
		expect(nodes.overlay().snapped).toBeNull()
	})

	test('a node snaps onto another outline’s node, never onto one that moves with it', () => {
		const bench = handyBench('M10 10L60 10L60 60Z', 'M200 200L260 200L260 260Z')
		bench.setSnapping({ nodes: true })
		drag(createNodes(bench), [60, 60], [203, 197])
		expect(bench.contour(0).nodes[2]?.at).toEqual([200, 200])
	})

	test('a handle comes to lie upright over its node, and level by a guide', () => {
		const bench = guided('M10 200C50 150 150 150 200 200L10 400Z')
		bench.setSnapping({ level: true, guides: true })
		const first = bench.contour().nodes[0]!
		bench.select({ ...bench.selection(), nodes: new Set([first.id]) })
		drag(createNodes(bench), [50, 150], [13, 303])
		expect(bench.contour().nodes[0]?.out).toEqual([10, 300])
	})
})

describe('snapping to the photo’s edges', () => {
	const middle: Point = [100, 100]
	const disc = edgesOnSheet(
		edgeField(rendered(200, 200, (x, y) => Math.hypot(x - 100, y - 100) < 60)),
		[1, 0, 0, 1, 0, 0],
	)
	const off = (p: Point | undefined) => Math.abs(distance(p ?? middle, middle) - 60)
	const begin = (...paths: string[]) => {
		const bench = handyBench(...paths)
		bench.setEdges(readingOf(disc))
		bench.setSnapping({ edges: true })
		return bench
	}

	test('nodes are placed on the edge within reach, to a fraction of a px, with a sign along it', () => {
		const bench = begin()
		const pen = createPen(bench, () => 'Piece 1')
		pen.move(at([164, 100]))
		expect(off(pen.overlay().snapped?.at)).toBeLessThan(0.06)
		expect(Math.abs(pen.overlay().snapped?.caught.along?.[1] ?? 0)).toBeGreaterThan(0.99)
		click(pen, [164, 100])
		click(pen, [100, 36])
		click(pen, [100, 100])
		const nodes = bench.contour().nodes
		expect(off(nodes[0]?.at)).toBeLessThan(0.06)
		expect(off(nodes[1]?.at)).toBeLessThan(0.06)
		expect(nodes[2]?.at).toEqual([100, 100])
	})

	test('dragged nodes catch it; a handle of a node on it offers to lie along it', () => {
		const bench = begin('M20 20L180 20L180 180Z')
		const nodes = createNodes(bench)
		drag(nodes, [180, 20], [145, 58])
		expect(off(bench.contour().nodes[1]?.at)).toBeLessThan(0.06)
		const pen = createPen(begin(), () => 'Piece 1')
		pen.move(at([160, 100]))
		pen.down(at([160, 100]))
		pen.move(at([163, 140]))
		expect(pen.overlay().snapped?.at[0]).toBeCloseTo(160, 0)
	})

	test('guides and nodes go before it', () => {
		const bench = begin()
		bench.apply('Lay', (s) => addGuides(s, [newGuide('x', 165)]))
		bench.setSnapping({ edges: true, guides: true })
		const pen = createPen(bench, () => 'Piece 1')
		click(pen, [163, 100])
		expect(bench.contour().nodes[0]?.at).toEqual([165, 100])
	})
})
