import fc from 'fast-check'
import { expect, test } from 'vitest'
import { distance, mix, type Point } from '@/core'
import { awayFrom, besideNode } from './besideNode'

const SIZE = { width: 320, height: 44 }
const ROOM = { width: 760, height: 620 }

const rectAt = ([left, top]: Point) => ({
	left,
	top,
	right: left + SIZE.width,
	bottom: top + SIZE.height,
})

test('it lies neither on a handle nor on the way to one, whichever way they point', () => {
	fc.assert(
		fc.property(
			fc.double({ min: 0, max: 2 * Math.PI, noNaN: true }),
			fc.double({ min: 0, max: 2 * Math.PI, noNaN: true }),
			fc.double({ min: 8, max: 300, noNaN: true }),
			(a, b, reach) => {
				const node: Point = [380, 310]
				const handles = [a, b].map(
					(angle): Point => [node[0] + reach * Math.cos(angle), node[1] + reach * Math.sin(angle)],
				)
				const at = besideNode(node, SIZE, { handles, others: [] }, ROOM)
				if (!at) return
				for (const handle of handles)
					for (let t = 0; t <= 1; t += 0.05)
						expect(awayFrom(rectAt(at), mix(node, handle, t))).toBeGreaterThan(8)
			},
		),
	)
})

test('a smooth node has a place for it at any slant', () => {
	for (let angle = 0; angle < Math.PI; angle += 0.05) {
		const node: Point = [380, 310]
		const [dx, dy] = [90 * Math.cos(angle), 90 * Math.sin(angle)]
		const handles: Point[] = [
			[node[0] + dx, node[1] + dy],
			[node[0] - dx, node[1] - dy],
		]
		const at = besideNode(node, SIZE, { handles, others: [] }, ROOM)
		expect(at, `${angle}`).not.toBeNull()
		if (at) expect(awayFrom(rectAt(at), node)).toBeLessThan(30)
	}
})

test('it stays on the canvas, and lies rather where it covers no other node', () => {
	const at = besideNode([700, 600], SIZE, { handles: [], others: [] }, ROOM)
	expect(at && at[0] + SIZE.width <= ROOM.width && at[1] + SIZE.height <= ROOM.height).toBe(true)
	const others: Point[] = [
		[450, 340],
		[460, 280],
	]
	const clear = besideNode([380, 310], SIZE, { handles: [], others }, ROOM)
	for (const other of others) expect(awayFrom(rectAt(clear ?? [0, 0]), other)).toBeGreaterThan(0)
	expect(distance(clear ?? [0, 0], [380, 310])).toBeLessThan(400)
})

test('where everything is in the way there is none', () => {
	expect(
		besideNode([30, 20], SIZE, { handles: [[200, 45]], others: [] }, { width: 340, height: 80 }),
	).toBeNull()
})
