import { describe, expect, test } from 'vitest'
import { addGuides, newGuide } from '@/core'
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
