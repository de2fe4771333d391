import { describe, expect, test } from 'vitest'
import {
	add,
	deviation,
	distance,
	flattenContour,
	mix,
	type Point,
	perpendicular,
	scale,
	subtract,
	unit,
} from '@/core'
import { edgesOnSheet } from '@/core/edges'
import { fitPolyline, spliced } from '@/core/fitting'
import { rendered } from '@/core/photo/testing/rendered'
import { edgeField } from '@/core/pictures'
import { type EdgeReading, NO_EDGES, readingOf } from '@/editor/session/edgeReading'
import type { Tool } from '@/editor/session/tool'
import { createPen } from '../pen/pen'
import { at, click, drag, handyBench, press } from '../testing/handyBench'
import { createEdgePen } from './edgePen'
import { type EdgePenWish, FIRST_EDGE_PEN } from './edgePenSlice'

const MIDDLE: Point = [110, 100]
const R = 70
const DISC = readingOf(
	edgesOnSheet(
		edgeField(rendered(220, 200, (x, y) => Math.hypot(x - MIDDLE[0], y - MIDDLE[1]) < R)),
		[1, 0, 0, 1, 0, 0],
	),
)
const on = (angle: number, off = 0): Point => [
	MIDDLE[0] + (R + off) * Math.cos(angle),
	MIDDLE[1] + (R + off) * Math.sin(angle),
]

function begin(edges: EdgeReading = DISC, wish: Partial<EdgePenWish> = {}, ...paths: string[]) {
	const bench = handyBench(...paths)
	bench.setEdges(edges)
	const pen = createEdgePen(bench, {
		nameNext: () => 'Drawn',
		fit: () => ({ whole: fitPolyline, inPart: spliced }),
		wish: () => ({ ...FIRST_EDGE_PEN, ...wish }),
	})
	return { bench, pen, wish }
}

/** How far an outline is from the disc's edge at worst. */
const worst = (contour: Parameters<typeof flattenContour>[0]) =>
	Math.max(...flattenContour(contour).map((p) => Math.abs(distance(p, MIDDLE) - R)))

describe('a run along the edge', () => {
	test('pins beside the edge, then Enter: a closed outline on the edge in few nodes', () => {
		const { bench, pen } = begin()
		for (const k of [0, 1, 2, 3]) click(pen, on((k * Math.PI) / 2, k % 2 ? 2 : -2))
		expect(bench.contour().closed).toBe(false)
		expect(press(pen, 'enter')).toBe(true)
		expect(bench.contour().closed).toBe(true)
		expect(bench.contour().nodes.length).toBeLessThan(9)
		expect(worst(bench.contour())).toBeLessThan(1.2)
		expect(bench.labels().at(-1)).toBe('Close along the edge')
	})

	test('a click on the first pin closes; before it closes nothing with two pins', () => {
		const { bench, pen } = begin()
		for (const k of [0, 1.5, 3, 4.5]) click(pen, on(k))
		click(pen, on(0))
		expect(bench.contour().closed).toBe(true)
		const two = begin()
		for (const k of [0, 1]) click(two.pen, on(k))
		click(two.pen, on(0))
		expect(two.bench.contour().closed).toBe(false)
	})

	test('a closed way is taken hold of anywhere along it, between far points of it too', () => {
		const corners: readonly Point[] = [
			[20, 20],
			[200, 30],
			[120, 180],
		]
		for (const share of [0.1, 0.3, 0.5, 0.7, 0.9])
			for (const [k, from] of corners.entries()) {
				const { bench, pen } = begin(NO_EDGES)
				for (const corner of corners) click(pen, corner, { hold: 'corner' })
				press(pen, 'enter')
				const to = corners[(k + 1) % 3] ?? from
				// As far off as a hand may be.
				const off = scale(unit(perpendicular(subtract(to, from))), 7)
				const beside = add(mix(from, to, share), off)
				drag(pen, beside, [beside[0] + 14, beside[1] + 9])
				expect(bench.labels().at(-1)).toMatch(/pin/)
				expect(bench.contour().closed).toBe(true)
			}
	})

	test('a double-click ends it open: the second click falls on the last pin', () => {
		const { bench, pen } = begin()
		click(pen, on(0))
		click(pen, on(1))
		click(pen, on(1))
		pen.doubleClick(at(on(1)))
		expect(bench.contour().closed).toBe(false)
		expect(pen.overlay().run).toBeNull()
		const ends = [bench.contour().nodes[0], bench.contour().nodes.at(-1)]
		expect(distance(ends[0]?.at ?? [0, 0], on(0))).toBeLessThan(0.8)
		expect(distance(ends[1]?.at ?? [0, 0], on(1))).toBeLessThan(0.8)
	})

	test('Backspace takes pins back one by one, the last one leaves nothing behind', () => {
		const { bench, pen } = begin()
		for (const k of [0, 1, 2]) click(pen, on(k))
		press(pen, 'backspace')
		expect(distance(bench.contour().nodes.at(-1)?.at ?? [0, 0], on(1))).toBeLessThan(0.8)
		press(pen, 'backspace')
		expect(bench.sheet().pieces).toHaveLength(0)
		press(pen, 'backspace')
		expect(pen.overlay().run).toBeNull()
		expect(press(pen, 'backspace')).toBe(false)
	})

	test('what a click would add is shown as the outline it would become, with its few nodes', () => {
		const { pen } = begin()
		click(pen, on(0))
		pen.move(at(on(1.4, 3)))
		const live = pen.overlay().run?.live
		expect(live?.nodes.length).toBeGreaterThan(1)
		expect(live?.nodes.length).toBeLessThan(5)
		expect(worst(live ?? { id: '', nodes: [], closed: false })).toBeLessThan(1.2)
	})

	test('undo takes the last stretch and its pin, redo gives both back', () => {
		const { bench, pen } = begin()
		for (const k of [0, 1, 2]) click(pen, on(k))
		bench.open.undo()
		pen.move(at(on(1.5)))
		expect(pen.overlay().run?.pins).toHaveLength(2)
		bench.open.redo()
		pen.move(at(on(2.5)))
		expect(pen.overlay().run?.pins).toHaveLength(3)
		bench.open.undo()
		bench.open.undo()
		pen.move(at(on(1)))
		expect(pen.overlay().run?.pins).toHaveLength(1)
	})

	test('an outline that was changed by others is let go, and stays', () => {
		const { bench, pen } = begin()
		for (const k of [0, 1]) click(pen, on(k))
		bench.apply('Else', (sheet) => ({
			...sheet,
			pieces: sheet.pieces.map((piece) => ({
				...piece,
				contours: piece.contours.map((one) => ({ ...one, nodes: one.nodes.slice(0, 1) })),
			})),
		}))
		pen.move(at(on(2)))
		expect(pen.overlay().run).toBeNull()
		expect(bench.sheet().pieces).toHaveLength(1)
	})
})

describe('pins', () => {
	test('are dragged: the ways on either side follow; Delete takes the one under the pointer', () => {
		const { bench, pen } = begin()
		for (const k of [0, 1, 2]) click(pen, on(k))
		drag(pen, on(1), on(1.3, 4))
		expect(pen.overlay().run?.pins).toHaveLength(3)
		expect(distance(pen.overlay().run?.pins[1] ?? [0, 0], on(1.3))).toBeLessThan(1)
		expect(bench.labels().at(-1)).toBe('Move a pin')
		expect(worst(bench.contour())).toBeLessThan(1.2)
		pen.move(at(on(1.3)))
		press(pen, 'delete')
		expect(pen.overlay().run?.pins).toHaveLength(2)
		expect(worst(bench.contour())).toBeLessThan(1.2)
	})

	test('one more comes where the way is pressed, also in the stretch that closes', () => {
		const { bench, pen } = begin()
		for (const k of [0, 2, 4]) click(pen, on(k))
		click(pen, on(1), { hold: 'insert' })
		expect(pen.overlay().run?.pins).toHaveLength(4)
		expect(distance(pen.overlay().run?.pins[1] ?? [0, 0], on(1))).toBeLessThan(0.8)
		press(pen, 'enter')
		click(pen, on(5.2))
		expect(pen.overlay().run?.pins).toHaveLength(5)
		expect(bench.contour().closed).toBe(true)
		expect(worst(bench.contour())).toBeLessThan(1.2)
		click(pen, on(5.2))
		expect(pen.overlay().run?.pins).toHaveLength(4)
		// Enter: done; the next click begins another outline.
		press(pen, 'enter')
		expect(pen.overlay().run).toBeNull()
		click(pen, [20, 20])
		click(pen, [20, 60])
		expect(bench.sheet().pieces).toHaveLength(2)
	})

	test('while drawing, a click on a way or a pin sets the next pin: thin things have two edges within reach', () => {
		const { pen } = begin()
		for (const k of [0, 1, 2]) click(pen, on(k))
		click(pen, on(1.5))
		click(pen, on(1))
		expect(pen.overlay().run?.pins).toHaveLength(5)
	})

	test('set themselves behind a slow hand, where that is wished', () => {
		const { pen } = begin(DISC, { settling: true })
		click(pen, on(0))
		for (let k = 0; k < 60; k++) pen.move(at(on(1.6 + k * 0.005)))
		expect(pen.overlay().run?.pins.length).toBeGreaterThan(1)
		const still = begin()
		click(still.pen, on(0))
		for (let k = 0; k < 60; k++) still.pen.move(at(on(1.6 + k * 0.005)))
		expect(still.pen.overlay().run?.pins).toHaveLength(1)
	})
})

describe('stretches of other kinds', () => {
	test('held C goes straight, pressed and drawn by hand', () => {
		const { bench, pen } = begin()
		click(pen, on(0))
		click(pen, [110, 100], { hold: 'corner' })
		drag(pen, [80, 60], [40, 40])
		const nodes = bench.contour().nodes
		expect(nodes.some(({ at: p }) => distance(p, [110, 100]) < 0.01)).toBe(true)
		expect(distance(nodes.at(-1)?.at ?? [0, 0], [40, 40])).toBeLessThan(0.01)
	})

	test('goes on from the end of an open outline, whichever end, and keeps its nodes', () => {
		const { bench, pen } = begin(DISC, {}, 'M180 100L200 60L210 20')
		click(pen, [180, 100])
		click(pen, on(1))
		const { nodes } = bench.contour()
		expect(nodes.slice(0, 3).map(({ at: p }) => p)).toEqual([
			[210, 20],
			[200, 60],
			[180, 100],
		])
		expect(distance(nodes.at(-1)?.at ?? [0, 0], on(1))).toBeLessThan(0.8)
		press(pen, 'backspace')
		expect(bench.contour().nodes).toHaveLength(3)
	})

	test('ways laid before the edges were known are sought anew once they are', () => {
		let known = false
		const edges: EdgeReading = {
			there: () => (known ? 'known' : 'coming'),
			knows: () => known,
			snap: (p, o) => (known ? DISC.snap(p, o) : undefined),
			follow: (p, q, o) => (known ? DISC : NO_EDGES).follow(p, q, o),
		}
		const { bench, pen } = begin(edges)
		for (const k of [0, 1, 2]) click(pen, on(k))
		expect(bench.contour().nodes).toHaveLength(3)
		expect(bench.contour().nodes.some(({ out }) => out)).toBe(false)
		pen.move(at(on(2.2)))
		expect(pen.hint()).toContain('being read')
		known = true
		pen.move(at(on(2.3)))
		expect(bench.contour().nodes.some(({ out }) => out)).toBe(true)
		expect(worst(bench.contour())).toBeLessThan(1.2)
	})

	test('without a photo pins are joined straight, and the hint says why', () => {
		const { bench, pen } = begin(NO_EDGES)
		for (const p of [
			[10, 10],
			[90, 10],
			[90, 80],
		] as Point[])
			click(pen, p)
		expect(bench.contour().nodes.map(({ at: p }) => p)).toEqual([
			[10, 10],
			[90, 10],
			[90, 80],
		])
		pen.move(at([40, 70]))
		expect(pen.hint()).toContain('no photo')
		const hidden = begin({ ...NO_EDGES, there: () => 'hidden' })
		hidden.pen.move(at([40, 70]))
		expect(hidden.pen.hint()).toContain('hidden')
	})

	test('closed with an allowance it lies that far inside', () => {
		const { bench, pen } = begin(DISC, { allowance: 2, deviation: 0.5 })
		for (const k of [0, 1.5, 3, 4.5]) click(pen, on(k))
		press(pen, 'enter')
		const off = flattenContour(bench.contour()).map((p) => distance(p, MIDDLE) - R)
		expect(Math.max(...off)).toBeLessThan(-0.9)
		expect(Math.min(...off)).toBeGreaterThan(-3.1)
	})

	test('hands its outline over to the Pen in its midst, and takes it back', () => {
		const { bench, pen } = begin()
		const nodes = createPen(bench, () => 'Not asked for')
		for (const k of [0, 1]) click(pen, on(k))
		const drawn = bench.contour().id
		const handOver = (from: Tool, to: Tool) => {
			const contour = from.inHand?.() ?? null
			from.rest()
			expect(contour).toBe(drawn)
			to.goOn?.(drawn)
		}
		handOver(pen, nodes)
		click(nodes, on(1.2, 20))
		click(nodes, on(1.4))
		// Taken and given back without a pin set, it is still in hand.
		handOver(nodes, pen)
		handOver(pen, nodes)
		handOver(nodes, pen)
		for (const k of [2.4, 4, 5.4]) click(pen, on(k))
		press(pen, 'enter')
		expect(bench.sheet().pieces).toHaveLength(1)
		expect(bench.contour()).toMatchObject({ id: drawn, closed: true })
		expect(distance(bench.contour().nodes[0]?.at ?? [0, 0], on(0))).toBeLessThan(0.8)
		press(pen, 'backspace')
		expect(bench.contour().closed).toBe(false)
		click(pen, on(0))
		expect(bench.contour().closed).toBe(true)
		const near = (p: Point) => Math.min(...bench.contour().nodes.map(({ at }) => distance(at, p)))
		expect(near(on(1.2, 20))).toBeLessThan(0.1)
		const beyond = flattenContour(bench.contour()).filter((p) => distance(p, on(1.2)) > 60)
		expect(Math.max(...beyond.map((p) => Math.abs(distance(p, MIDDLE) - R)))).toBeLessThan(1.5)
	})

	test('what is closed, or not begun, it does not hand over; nor an outline that is gone', () => {
		const { bench, pen } = begin()
		expect(pen.inHand?.()).toBeNull()
		pen.goOn?.('nobody’s')
		for (const k of [0, 1.5, 3, 4.5]) click(pen, on(k))
		press(pen, 'enter')
		expect(bench.contour().closed).toBe(true)
		expect(pen.inHand?.()).toBeNull()
	})

	test('put down, a run leaves its outline; a single pin leaves nothing', () => {
		const { bench, pen } = begin()
		for (const k of [0, 1]) click(pen, on(k))
		pen.rest()
		expect(pen.overlay().run).toBeNull()
		expect(bench.sheet().pieces).toHaveLength(1)
		click(pen, on(3))
		pen.rest()
		expect(bench.sheet().pieces).toHaveLength(1)
		expect(deviation([bench.contour()], [bench.contour()]).max).toBeLessThan(1e-6)
	})
})

describe('what was done last is taken back first', () => {
	test('a first pin alone, before any step of the sheet; and it comes again', () => {
		const { bench, pen } = begin()
		bench.apply('Something before', (sheet) => ({ ...sheet, name: 'Renamed' }))
		click(pen, on(0))
		expect(pen.steps?.()).toEqual({ undo: 'the first pin', redo: null })
		expect(pen.undo?.()).toBe(true)
		expect(bench.sheet().name).toBe('Renamed')
		expect(pen.overlay().run).toBeNull()
		expect(pen.undo?.()).toBe(false)
		expect(pen.redo?.()).toBe(true)
		expect(pen.overlay().run?.pins).toHaveLength(1)
	})

	test('a pin set by mistake beside a closed run does not throw its pins away', () => {
		const { bench, pen } = begin()
		for (const k of [0, 1.5, 3, 4.5]) click(pen, on(k))
		press(pen, 'enter')
		expect(pen.overlay().run?.pins).toHaveLength(4)
		for (const back of [
			() => pen.undo?.(),
			() => press(pen, 'backspace'),
			() => press(pen, 'escape'),
		]) {
			click(pen, [8, 8])
			expect(pen.overlay().run?.pins).toHaveLength(1)
			expect(back()).toBe(true)
			expect(pen.overlay().run?.pins).toHaveLength(4)
		}
		expect(bench.contour().closed).toBe(true)
	})
})

describe('what stays as it is', () => {
	test('another deviation is that of the outline at once, in one step however often it changes', () => {
		const wish = { deviation: 0.3 }
		const { bench, pen } = begin(DISC, wish)
		for (const k of [0, 1.5, 3, 4.5]) click(pen, on(k))
		press(pen, 'enter')
		const [before, steps] = [bench.contour().nodes.length, bench.labels().length]
		for (const deviation of [1, 2, 3]) {
			wish.deviation = deviation
			pen.wished?.()
		}
		expect(bench.contour().nodes.length).toBeLessThanOrEqual(before)
		expect(bench.labels().length).toBeLessThanOrEqual(steps + 1)
	})

	test('a dragged pin moves the two ways that meet at it: nodes elsewhere stay to the bit', () => {
		const { bench, pen } = begin(DISC, { deviation: 0.4 })
		const angles = [0, 0.8, 1.6, 2.4, 3.2, 4, 4.8, 5.5]
		for (const k of angles) click(pen, on(k))
		press(pen, 'enter')
		const before = bench.contour().nodes
		const [from, to] = [on(1.6), on(1.6, -18)]
		pen.down(at(from))
		pen.move(at([(from[0] + to[0]) / 2, (from[1] + to[1]) / 2]))
		pen.move({ ...at(to), hold: 'corner' })
		pen.up(at(to))
		const after = new Map(bench.contour().nodes.map((node) => [node.id, node]))
		const angleOf = ([x, y]: Point) => Math.atan2(y - MIDDLE[1], x - MIDDLE[0])
		// Well away from the two ways.
		const away = before.filter(({ at: p }) => Math.cos(angleOf(p) - 1.6) < -0.2)
		expect(away.length).toBeGreaterThan(0)
		for (const node of away) expect(after.get(node.id)).toEqual(node)
	})
})
