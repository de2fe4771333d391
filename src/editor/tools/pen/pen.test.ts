import { beforeAll, describe, expect, test } from 'vitest'
import { at, click, drag, handyBench, press } from '../testing/handyBench'
import { fetchAlong } from './along'
import { createPen } from './pen'

beforeAll(fetchAlong)

function begin(...paths: string[]) {
	const bench = handyBench(...paths)
	return { bench, pen: createPen(bench, () => 'Drawn') }
}

describe('placing nodes', () => {
	test('a click makes a corner, a press and drag a smooth node with equal handles', () => {
		const { bench, pen } = begin()
		click(pen, [10, 10])
		drag(pen, [60, 10], [80, 30])
		const [first, second] = bench.contour().nodes
		expect(first).toMatchObject({ at: [10, 10], kind: 'corner' })
		expect(second).toMatchObject({ at: [60, 10], in: [40, -10], out: [80, 30], kind: 'smooth' })
	})

	test('a kind’s key in mid-pull: the cusp’s moves the outgoing handle alone, the corner’s takes both', () => {
		const { bench, pen } = begin()
		click(pen, [10, 10])
		pen.down(at([60, 10]))
		pen.move(at([80, 10]))
		pen.makeKind?.('cusp')
		pen.move(at([60, 40]))
		expect(bench.contour().nodes[1]).toMatchObject({ in: [40, 10], out: [60, 40], kind: 'cusp' })
		pen.makeKind?.('symmetric')
		expect(bench.contour().nodes[1]).toMatchObject({ in: [60, -20], kind: 'symmetric' })
		pen.makeKind?.('corner')
		expect(bench.contour().nodes[1]).toMatchObject({ kind: 'corner' })
		expect(bench.contour().nodes[1]?.out).toBeUndefined()
		pen.up(at([60, 40]))
		expect(bench.labels()).toEqual(['Begin an outline', 'Place a node'])
	})

	test('a kind’s key held while a node is placed makes it of that kind', () => {
		const { bench, pen } = begin()
		click(pen, [10, 10])
		drag(pen, [60, 10], [80, 30], { hold: 'cusp' })
		expect(bench.contour().nodes[1]).toMatchObject({ out: [80, 30], kind: 'cusp' })
		expect(bench.contour().nodes[1]?.in).toBeUndefined()
		drag(pen, [100, 60], [100, 90], { hold: 'corner' })
		expect(bench.contour().nodes[2]).toMatchObject({ kind: 'corner' })
	})

	test('Shift keeps segments to multiples of 45°', () => {
		const { bench, pen } = begin()
		click(pen, [0, 0])
		click(pen, [50, 3], { shift: true })
		expect(bench.contour().nodes[1]?.at[1]).toBeCloseTo(0, 9)
	})

	test('a placing and its pull are one step of undo', () => {
		const { bench, pen } = begin()
		click(pen, [10, 10])
		drag(pen, [60, 10], [80, 30])
		expect(bench.labels()).toEqual(['Begin an outline', 'Place a node'])
		bench.open.undo()
		expect(bench.contour().nodes).toHaveLength(1)
		bench.open.redo()
		expect(bench.contour().nodes[1]?.out).toEqual([80, 30])
	})

	test('Backspace takes nodes back one at a time, to the last', () => {
		const { bench, pen } = begin()
		for (const x of [0, 50, 100]) click(pen, [x, 0])
		press(pen, 'backspace')
		expect(bench.contour().nodes).toHaveLength(2)
		press(pen, 'backspace')
		press(pen, 'backspace')
		expect(bench.sheet().pieces).toEqual([])
		expect(press(pen, 'backspace')).toBe(false)
	})

	test('the next segment is previewed from the last node’s handle', () => {
		const { pen } = begin()
		drag(pen, [0, 0], [20, 20])
		pen.move(at([100, 0]))
		expect(pen.overlay().preview).toEqual([
			[0, 0],
			[20, 20],
			[100, 0],
			[100, 0],
		])
	})
})

describe('ending an outline', () => {
	const triangle = (pen: ReturnType<typeof createPen>) => {
		for (const p of [
			[0, 0],
			[100, 0],
			[100, 100],
		] as const)
			click(pen, p)
	}

	test('a click on the first node closes it; hovering there says so', () => {
		const { bench, pen } = begin()
		triangle(pen)
		pen.move(at([3, 3]))
		expect(pen.hint()).toContain('close the outline')
		expect(pen.overlay().filled).toBe(bench.contour().id)
		click(pen, [3, 3])
		expect(bench.contour().closed).toBe(true)
		expect(bench.contour().nodes).toHaveLength(3)
	})

	test('a drag on the first node closes it with a smooth node', () => {
		const { bench, pen } = begin()
		triangle(pen)
		drag(pen, [0, 0], [0, -30])
		expect(bench.contour()).toMatchObject({ closed: true })
		expect(bench.contour().nodes[0]).toMatchObject({ in: [0, 30], out: [0, -30], kind: 'smooth' })
	})

	test('Enter ends it open, Enter again closes it', () => {
		const { bench, pen } = begin()
		triangle(pen)
		press(pen, 'enter')
		expect(bench.contour().closed).toBe(false)
		press(pen, 'enter')
		expect(bench.contour().closed).toBe(true)
		expect(press(pen, 'enter')).toBe(false)
	})

	test('a single node leaves nothing behind', () => {
		const { bench, pen } = begin()
		click(pen, [0, 0])
		press(pen, 'escape')
		expect(bench.sheet().pieces).toEqual([])
	})

	test('undoing the whole outline lets the Pen begin anew', () => {
		const { bench, pen } = begin()
		triangle(pen)
		for (let i = 0; i < 3; i++) bench.open.undo()
		expect(bench.sheet().pieces).toEqual([])
		click(pen, [5, 5])
		expect(bench.contour().nodes).toHaveLength(1)
	})
})

describe('going on from what is there', () => {
	test('a click on an open outline’s end node picks it up, at either end', () => {
		const { bench, pen } = begin('M0 0L100 0L100 100')
		click(pen, [0, 0])
		click(pen, [0, 100])
		expect(bench.contour().nodes.map((n) => n.at)).toEqual([
			[100, 100],
			[100, 0],
			[0, 0],
			[0, 100],
		])
		expect(bench.sheet().pieces).toHaveLength(1)
	})

	test('a click on a segment inserts a node', () => {
		const { bench, pen } = begin('M0 0L100 0L100 100Z')
		click(pen, [50, 2])
		expect(bench.contour().nodes).toHaveLength(4)
		expect(bench.contour().nodes[1]?.at[1]).toBeCloseTo(0, 9)
	})

	test('while drawing, an edge within reach is no obstacle, be it one’s own', () => {
		const { bench: own, pen: drawing } = begin()
		for (const p of [
			[0, 0],
			[100, 0],
			[100, 5],
			[50, 4],
		] as const)
			click(drawing, p)
		expect(own.contour().nodes.map((n) => n.at)).toEqual([
			[0, 0],
			[100, 0],
			[50, 4],
		])
	})

	test('while drawing, another piece’s edge is no obstacle', () => {
		const { bench, pen } = begin('M0 0L100 0L100 100Z')
		click(pen, [75, 40])
		click(pen, [50, 1])
		expect(bench.contour(0).nodes).toHaveLength(3)
		expect(bench.contour(1).nodes).toHaveLength(2)
	})

	test('a click on the last node takes its outgoing handle away; a drag turns it', () => {
		const { bench, pen } = begin()
		click(pen, [0, 0])
		drag(pen, [100, 0], [130, 30])
		click(pen, [100, 0])
		expect(bench.contour().nodes[1]?.out).toBeUndefined()
		drag(pen, [100, 0], [100, 50])
		expect(bench.contour().nodes[1]).toMatchObject({ out: [100, 50], kind: 'cusp' })
	})

	test('with a kind’s key held a click on a node gives it that kind, also while drawing', () => {
		const { bench, pen } = begin('M0 0L100 0L100 100Z')
		click(pen, [100, 0], { hold: 'smooth' })
		expect(bench.contour().nodes[1]?.kind).toBe('smooth')
		click(pen, [300, 300])
		click(pen, [100, 0], { hold: 'corner' })
		expect(bench.contour().nodes[1]?.kind).toBe('corner')
		expect(bench.contour(1).nodes).toHaveLength(1)
	})

	test('with A held a click on a segment inserts, also while drawing', () => {
		const { bench, pen } = begin('M0 0L100 0L100 100Z')
		click(pen, [300, 300])
		click(pen, [50, 1], { hold: 'insert' })
		expect(bench.contour().nodes).toHaveLength(4)
	})
})

describe('straight only', () => {
	test('a drag carries the corner it placed, and pulls no handles', () => {
		const bench = handyBench()
		bench.setStraightOnly(true)
		const pen = createPen(bench, () => 'Piece 1')
		click(pen, [0, 0])
		drag(pen, [100, 0], [120, 30])
		click(pen, [50, 90])
		click(pen, [0, 0])
		expect(bench.contour()).toMatchObject({ closed: true })
		expect(bench.contour().nodes.map((n) => [n.kind, n.at])).toEqual([
			['corner', [0, 0]],
			['corner', [120, 30]],
			['corner', [50, 90]],
		])
		expect(bench.labels()).toHaveLength(4)
	})
})

test('a double-click ends an outline open, without a node too many', () => {
	const bench = handyBench()
	const pen = createPen(bench, () => 'Piece 1')
	click(pen, [0, 0])
	click(pen, [100, 0])
	click(pen, [100, 100])
	click(pen, [100, 100])
	pen.doubleClick(at([100, 100]))
	expect(bench.contour().closed).toBe(false)
	expect(bench.contour().nodes).toHaveLength(3)
	click(pen, [300, 300])
	expect(bench.sheet().pieces).toHaveLength(2)
})

describe('steps that are none, and steps gone back over', () => {
	test('a double-click that begins an outline and drops it leaves no step', () => {
		const { bench, pen } = begin()
		const before = bench.sheet()
		click(pen, [10, 10])
		click(pen, [10, 10])
		pen.doubleClick(at([10, 10]))
		expect(bench.sheet()).toBe(before)
		expect(bench.labels()).toEqual([])
	})

	test('undo of closing lets one go on drawing', () => {
		const { bench, pen } = begin()
		for (const p of [
			[0, 0],
			[100, 0],
			[100, 100],
			[0, 0],
		] as const)
			click(pen, p)
		expect(bench.contour().closed).toBe(true)
		bench.open.undo()
		click(pen, [0, 100])
		expect(bench.contour()).toMatchObject({ closed: false })
		expect(bench.contour().nodes).toHaveLength(4)
		expect(bench.sheet().pieces).toHaveLength(1)
	})

	test('a press and drag on an end node picks the outline up and pulls its handle, in one step', () => {
		const { bench, pen } = begin('M0 0L100 0L100 100')
		drag(pen, [100, 100], [60, 140])
		expect(bench.contour().nodes[2]?.out).toEqual([60, 140])
		expect(bench.labels()).toEqual(['Pick up an outline'])
		click(pen, [0, 100])
		expect(bench.contour().nodes).toHaveLength(4)
	})
})

describe('beside other outlines', () => {
	test('a click on another outline’s end makes one of both; with the freeing key two ends stand there', () => {
		const { bench, pen } = begin('M100 100L200 100')
		bench.setSnapping({})
		click(pen, [20, 20])
		click(pen, [60, 60])
		pen.move(at([101, 101]))
		expect(pen.hint()).toContain('join both outlines')
		expect(pen.overlay().note?.says).toBe('joins')
		click(pen, [101, 101])
		expect(bench.sheet().pieces).toHaveLength(1)
		expect(bench.contour().nodes.map((node) => node.at)).toEqual([
			[20, 20],
			[60, 60],
			[100, 100],
			[200, 100],
		])
		// Enter closes it, as any that was ended open.
		expect(pen.key({ key: 'enter', shift: false, mod: false, finely: false })).toBe(true)
		expect(bench.contour().closed).toBe(true)

		const free = begin('M100 100L200 100')
		click(free.pen, [20, 20])
		click(free.pen, [101, 101])
		expect(free.bench.sheet().pieces).toHaveLength(2)
	})

	test('it begins on an edge, goes along it and leaves it; the neighbour is as it was', () => {
		const { bench, pen } = begin('M0 0L100 0L100 100L0 100Z')
		const [neighbour] = bench.sheet().pieces
		click(pen, [50, 2], { hold: 'along' })
		expect(bench.contour(1).nodes[0]?.at).toEqual([50, 0])
		pen.move(at([98, 60], { hold: 'along' }))
		expect(pen.hint()).toContain('go along this edge')
		expect(pen.overlay().run?.live?.nodes).toHaveLength(3)
		click(pen, [98, 60], { hold: 'along' })
		expect(bench.contour(1).nodes.map((node) => node.at)).toEqual([
			[50, 0],
			[100, 0],
			[100, 60],
		])
		click(pen, [180, 80])
		expect(bench.contour(1).nodes).toHaveLength(4)
		expect(bench.sheet().pieces[0]).toBe(neighbour)
		expect(bench.labels()).toEqual(['Begin an outline', 'Go along an edge', 'Place a node'])
	})

	test('without the key a click on an edge inserts a node, as the hint says', () => {
		const { bench, pen } = begin('M0 0L100 0L100 100L0 100Z')
		pen.move(at([50, 2]))
		expect(pen.hint()).toContain('insert a node')
		expect(pen.hint()).toContain('begin on this edge')
		click(pen, [50, 2])
		expect(bench.contour().nodes).toHaveLength(5)
	})

	test('straight segments alone are said in the hint and at the pointer', () => {
		const { bench, pen } = begin()
		bench.setStraightOnly(true)
		pen.move(at([10, 10]))
		expect(pen.hint()).toContain('straight segments only')
		expect(pen.hint()).not.toContain('smooth')
		expect(pen.overlay().note?.says).toBe('straight only')
	})
})
