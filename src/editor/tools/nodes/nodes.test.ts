import { describe, expect, test } from 'vitest'
import { pointAt, segmentCubic, segments } from '@/core'
import { at, click, drag, dragAs, handyBench, press } from '../testing/handyBench'
import { createNodes } from './nodes'

const SQUARE = 'M0 0H100V100H0Z'
const ARCH = 'M0 100C0 40 40 0 100 0S200 40 200 100'

function begin(...paths: string[]) {
	const bench = handyBench(...paths)
	const nodes = createNodes(bench)
	const selected = () =>
		[...bench.selection().nodes]
			.map((id) => bench.contour().nodes.findIndex((n) => n.id === id))
			.sort()
	return { bench, nodes, selected }
}

describe('selecting', () => {
	test('a click takes one node, Shift adds and takes away, a click on nothing lets go', () => {
		const { nodes, selected } = begin(SQUARE)
		click(nodes, [0, 0])
		expect(selected()).toEqual([0])
		click(nodes, [100, 0], { shift: true })
		expect(selected()).toEqual([0, 1])
		click(nodes, [0, 0], { shift: true })
		expect(selected()).toEqual([1])
		click(nodes, [300, 300])
		expect(selected()).toEqual([])
	})

	test('a box takes the nodes in it, and Shift adds them', () => {
		const { nodes, selected } = begin(SQUARE)
		drag(nodes, [-20, -20], [120, 20])
		expect(selected()).toEqual([0, 1])
		drag(nodes, [-20, 80], [20, 120], { shift: true })
		expect(selected()).toEqual([0, 1, 3])
	})

	test('a click on a segment takes its two nodes, a double-click the outline', () => {
		const { nodes, selected } = begin(SQUARE)
		click(nodes, [100, 50])
		expect(selected()).toEqual([1, 2])
		nodes.doubleClick(at([50, 0]))
		expect(selected()).toEqual([0, 1, 2, 3])
	})

	test('a click inside a piece takes the piece', () => {
		const { bench, nodes } = begin(SQUARE)
		click(nodes, [50, 50])
		expect(bench.selection().piece).toBe(bench.sheet().pieces[0]?.id)
	})

	test('Ctrl A takes all nodes of the piece, Esc none, Esc again nothing at all', () => {
		const { bench, nodes, selected } = begin(SQUARE, 'M300 300H400V400Z')
		click(nodes, [0, 0])
		press(nodes, 'a', { mod: true })
		expect(selected()).toEqual([0, 1, 2, 3])
		press(nodes, 'escape')
		expect(selected()).toEqual([])
		press(nodes, 'escape')
		expect(bench.selection().piece).toBeNull()
	})

	test('hidden and locked pieces are not taken hold of', () => {
		const { bench, nodes } = begin(SQUARE)
		bench.apply('Lock', (sheet) => ({
			...sheet,
			pieces: sheet.pieces.map((p) => ({ ...p, locked: true })),
		}))
		click(nodes, [0, 0])
		expect(bench.selection().nodes.size).toBe(0)
	})
})

describe('dragging', () => {
	test('all selected nodes move together, as one step', () => {
		const { bench, nodes } = begin(SQUARE)
		drag(nodes, [-20, -20], [120, 20])
		drag(nodes, [100, 0], [110, -30])
		expect(bench.contour().nodes.map((n) => n.at)).toEqual([
			[10, -30],
			[110, -30],
			[100, 100],
			[0, 100],
		])
		expect(bench.labels()).toEqual(['Move 2 nodes'])
	})

	test('less than three pixels is a click, not a drag', () => {
		const { bench, nodes } = begin(SQUARE)
		drag(nodes, [100, 0], [101, 1])
		expect(bench.labels()).toEqual([])
	})

	test('a handle shapes the curve and keeps the kind; the cusp’s key on the way breaks it free', () => {
		const { bench, nodes } = begin(ARCH)
		click(nodes, [100, 0])
		drag(nodes, [160, 0], [160, 20])
		expect(bench.contour().nodes[1]?.kind).toBe('symmetric')
		expect(bench.contour().nodes[1]?.in).toEqual([40, -20])
		dragAs(nodes, 'cusp', [160, 20], [170, 30])
		expect(bench.contour().nodes[1]).toMatchObject({ in: [40, -20], out: [170, 30], kind: 'cusp' })
	})

	test('a kind’s key works at once, before the pointer moves on, and the last one counts', () => {
		const { bench, nodes } = begin(ARCH)
		click(nodes, [100, 0])
		nodes.down(at([160, 0]))
		nodes.move(at([160, 30]))
		nodes.makeKind?.('cusp')
		expect(bench.contour().nodes[1]).toMatchObject({ in: [40, 0], out: [160, 30], kind: 'cusp' })
		nodes.makeKind?.('corner')
		expect(bench.contour().nodes[1]).toMatchObject({ kind: 'corner' })
		expect(bench.contour().nodes[1]?.in).toBeUndefined()
		nodes.makeKind?.('symmetric')
		expect(bench.contour().nodes[1]).toMatchObject({ in: [40, -30], out: [160, 30] })
		nodes.up(at([160, 30]))
		expect(bench.labels()).toHaveLength(1)
		expect(nodes.makeKind?.('corner')).toBe(false)
	})

	test('nodes that are moved take a kind on the way, in the same step', () => {
		const { bench, nodes } = begin(SQUARE)
		dragAs(nodes, 'smooth', [100, 0], [120, 10])
		expect(bench.contour().nodes[1]).toMatchObject({ at: [120, 10], kind: 'smooth' })
		expect(bench.labels()).toEqual(['Move a node'])
	})

	test('a handle dropped on its node is taken away', () => {
		const { bench, nodes } = begin(ARCH)
		click(nodes, [100, 0])
		dragAs(nodes, 'cusp', [160, 0], [101, 1])
		expect(bench.contour().nodes[1]?.out).toBeUndefined()
		expect(bench.labels()).toHaveLength(1)
	})

	test('dropped on its node with level snapping it goes, and the other is as it was', () => {
		const { bench, nodes } = begin(ARCH)
		bench.setSnapping({ level: true })
		click(nodes, [100, 0])
		nodes.move(at([160, 0]))
		nodes.down(at([160, 0]))
		for (const p of [
			[140, 30],
			[120, 10],
			[100.5, 0.5],
		] as const)
			nodes.move(at(p))
		nodes.up(at([100.5, 0.5]))
		expect(bench.contour().nodes[1]).toMatchObject({ in: [40, 0], kind: 'cusp' })
		expect(bench.contour().nodes[1]?.out).toBeUndefined()
		expect(bench.labels()).toEqual(['Take a handle away'])
	})

	test('a drag that comes back to where it began is no step', () => {
		const { bench, nodes } = begin(SQUARE)
		nodes.move(at([100, 0]))
		nodes.down(at([100, 0]))
		for (const p of [
			[120, 20],
			[140, 0],
			[100, 0],
		] as const)
			nodes.move(at(p))
		nodes.up(at([100, 0]))
		expect(bench.labels()).toEqual([])
	})

	test('a segment bends with the grabbed point under the pointer', () => {
		const { bench, nodes } = begin(SQUARE)
		drag(nodes, [50, 0], [50, -40])
		const [top] = segments(bench.contour())
		expect(pointAt(segmentCubic(top!), 0.5)[1]).toBeCloseTo(-40, 6)
		expect(bench.labels()).toEqual(['Bend a segment'])
	})
})

describe('keys', () => {
	test('arrows nudge by 1, 10 and 0.1 px, a run of them one step', () => {
		const { bench, nodes } = begin(SQUARE)
		click(nodes, [0, 0])
		press(nodes, 'arrowright')
		press(nodes, 'arrowright', { shift: true })
		press(nodes, 'arrowup', { finely: true })
		expect(bench.contour().nodes[0]?.at[0]).toBeCloseTo(11, 9)
		expect(bench.contour().nodes[0]?.at[1]).toBeCloseTo(-0.1, 9)
		expect(bench.labels()).toEqual(['Nudge a node'])
	})

	test.each([
		['c', 'corner'],
		['s', 'smooth'],
		['y', 'symmetric'],
		['x', 'cusp'],
	])('%s makes a node %s', (key, kind) => {
		const { bench, nodes } = begin(ARCH)
		click(nodes, [100, 0])
		press(nodes, key)
		expect(bench.contour().nodes[1]?.kind).toBe(kind)
	})

	test('Delete removes the selected nodes and keeps the outline whole', () => {
		const { bench, nodes } = begin(SQUARE)
		click(nodes, [0, 0])
		press(nodes, 'delete')
		expect(bench.contour()).toMatchObject({ closed: true })
		expect(bench.contour().nodes).toHaveLength(3)
		expect(bench.selection().nodes.size).toBe(0)
	})

	test('with nothing selected, kinds and Delete mean nothing', () => {
		const { nodes } = begin(SQUARE)
		expect(['c', 'delete', 'arrowup'].map((key) => press(nodes, key))).toEqual([
			false,
			false,
			false,
		])
	})
})

test('with A held a click on a segment inserts a node there', () => {
	const { bench, nodes, selected } = begin(ARCH)
	const before = segmentCubic(segments(bench.contour())[0]!)
	click(nodes, [...pointAt(before, 0.5)] as [number, number], { hold: 'insert' })
	expect(bench.contour().nodes).toHaveLength(4)
	expect(selected()).toEqual([1])
})

describe('lasso', () => {
	test('takes the nodes that its line goes round, wherever it begins', () => {
		const { nodes, selected } = begin('M0 0L100 0L100 100L0 100L50 50Z')
		const held = { hold: 'lasso' } as const
		nodes.down(at([-20, -20], held))
		for (const p of [
			[120, -20],
			[120, 20],
			[60, 60],
			[20, 40],
			[-20, 20],
		] as const)
			nodes.move(at(p, held))
		expect(nodes.overlay().lasso).not.toBeNull()
		nodes.up(at([-20, 20], held))
		// The middle node lies within the box round the line, and within the line itself.
		expect(selected()).toEqual([0, 1, 4])
		expect(nodes.overlay().lasso).toBeNull()
	})
})

describe('a handle pulled out of its node', () => {
	test('a corner gets one towards the neighbour it is pulled to, a node with one its other', () => {
		const { bench, nodes } = begin(SQUARE)
		drag(nodes, [100, 0], [120, 30], { hold: 'pull' })
		expect(bench.contour().nodes[1]).toMatchObject({ out: [120, 30], kind: 'cusp' })
		drag(nodes, [100, 0], [60, -30], { hold: 'pull' })
		expect(bench.contour().nodes[1]).toMatchObject({ in: [60, -30], out: [120, 30] })
		drag(nodes, [0, 0], [30, -20], { hold: 'pull' })
		expect(bench.contour().nodes[0]).toMatchObject({ out: [30, -20] })
		drag(nodes, [0, 100], [40, 120], { hold: 'pull' })
		expect(bench.contour().nodes[3]).toMatchObject({ in: [40, 120] })
	})

	test('a click pulls none', () => {
		const { bench, nodes } = begin(SQUARE)
		click(nodes, [100, 0], { hold: 'pull' })
		expect(bench.labels()).toEqual([])
	})
})

describe('a kind’s key held', () => {
	test('gives the kind to every node clicked, and moves none', () => {
		const { bench, nodes, selected } = begin(SQUARE)
		click(nodes, [100, 0], { hold: 'smooth' })
		click(nodes, [100, 100], { hold: 'cusp' })
		expect(bench.contour().nodes.map(({ kind }) => kind)).toEqual([
			'corner',
			'smooth',
			'cusp',
			'corner',
		])
		expect(selected()).toEqual([2])
		click(nodes, [50, 0], { hold: 'smooth' })
		expect(bench.labels()).toEqual(['Make smooth', 'Make cusp'])
	})

	test('and to all that a drag goes over, in one step', () => {
		const { bench, nodes } = begin(SQUARE)
		drag(nodes, [100, 0], [100, 100], { hold: 'smooth' })
		expect(bench.contour().nodes.map(({ kind }) => kind)).toEqual([
			'corner',
			'smooth',
			'smooth',
			'corner',
		])
		expect(bench.labels()).toEqual(['Make smooth'])
	})
})

describe('by keys alone', () => {
	test('O takes the outgoing handle, arrows move it, Delete takes it away', () => {
		const { bench, nodes } = begin(ARCH)
		click(nodes, [100, 0])
		press(nodes, 'o')
		expect(nodes.hint()).toContain('Outgoing handle')
		expect(nodes.overlay().hover).toMatchObject({ kind: 'handle', side: 'out' })
		const before = bench.contour().nodes[1]!
		press(nodes, 'arrowdown', { shift: true })
		const after = bench.contour().nodes[1]!
		expect(after.at).toEqual(before.at)
		expect(after.out![1]).toBeCloseTo(before.out![1] + 10)
		press(nodes, 'delete')
		expect(bench.contour().nodes[1]?.out).toBeUndefined()
		expect(bench.contour().nodes).toHaveLength(3)
	})

	test('a handle that is missing is pulled out towards the neighbour; Esc gives the node back', () => {
		const { bench, nodes } = begin(SQUARE)
		click(nodes, [0, 0])
		press(nodes, 'i')
		const into = bench.contour().nodes[0]!.in!
		expect(into[0]).toBe(0)
		expect(into[1]).toBeCloseTo(100 / 3, 9)
		press(nodes, 'escape')
		press(nodes, 'arrowright')
		expect(bench.contour().nodes[0]!.at).toEqual([1, 0])
	})

	test('a handle taken in hand is let go with its node', () => {
		const { bench, nodes } = begin(ARCH)
		click(nodes, [100, 0])
		press(nodes, 'o')
		const { contour, piece } = bench.selection()
		bench.select({ piece, contour, nodes: new Set([bench.contour().nodes[0]!.id]) })
		const before = bench.contour().nodes[0]!
		press(nodes, 'arrowright')
		expect(bench.contour().nodes[0]!.at[0]).toBe(before.at[0] + 1)
	})

	test('a kind that a node has already is no step', () => {
		const { bench, nodes } = begin(ARCH)
		click(nodes, [100, 0])
		press(nodes, 'y')
		expect(bench.labels()).toEqual([])
	})

	test('A adds a node after the one selected, and between several; the new ones are selected', () => {
		const { bench, nodes, selected } = begin(SQUARE)
		click(nodes, [0, 0])
		press(nodes, 'a')
		expect(bench.contour().nodes.map((n) => n.at)).toContainEqual([50, 0])
		expect(selected()).toEqual([1])
		press(nodes, 'a', { mod: true })
		press(nodes, 'a')
		expect(bench.contour().nodes).toHaveLength(10)
		expect(selected()).toHaveLength(5)
	})

	test('Shift and Delete leave the outline open where the node was', () => {
		const { bench, nodes } = begin(SQUARE)
		click(nodes, [100, 0])
		press(nodes, 'delete', { shift: true })
		expect(bench.contour()).toMatchObject({ closed: false })
		expect(bench.contour().nodes).toHaveLength(3)
	})

	test('the hint says which node it is and of what kind', () => {
		const { nodes } = begin(SQUARE)
		click(nodes, [100, 0])
		nodes.move(at([500, 500]))
		expect(nodes.hint()).toContain('Node 2 of 4, corner.')
	})
})

describe('an end dropped on an end', () => {
	test('of its own outline closes it, in one step with the drag', () => {
		const { bench, nodes } = begin('M0 0L100 0L100 100L4 90')
		bench.setSnapping({})
		nodes.down(at([4, 90]))
		nodes.move(at([30, 30]))
		expect(nodes.overlay().note).toBeNull()
		nodes.move(at([3, 4]))
		expect(nodes.overlay().note?.says).toBe('joins')
		expect(nodes.hint()).toContain('are joined')
		nodes.up(at([3, 4]))
		expect(bench.contour()).toMatchObject({ closed: true })
		expect(bench.contour().nodes.map((node) => node.at)).toEqual([
			[0, 0],
			[100, 0],
			[100, 100],
		])
		expect(bench.labels()).toEqual(['Join two ends'])
		bench.open.undo()
		expect(bench.contour().nodes.at(-1)?.at).toEqual([4, 90])
	})

	test('of another outline makes one of both; with the freeing key held nothing is joined', () => {
		const { bench, nodes } = begin('M0 0L100 0', 'M140 0L200 0')
		bench.setSnapping({})
		drag(nodes, [100, 0], [138, 3])
		expect(bench.sheet().pieces).toHaveLength(1)
		expect(bench.contour().nodes.map((node) => node.at)).toEqual([
			[0, 0],
			[140, 0],
			[200, 0],
		])
		const free = begin('M0 0L100 0', 'M140 0L200 0')
		drag(free.nodes, [100, 0], [138, 3])
		expect(free.bench.sheet().pieces).toHaveLength(2)
	})
})
