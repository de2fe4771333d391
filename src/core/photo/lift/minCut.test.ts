import fc from 'fast-check'
import { expect, test } from 'vitest'
import { cases } from '../../testing/cases'
import { INSIDE, minCut } from './minCut'

/** The eight ways on, clockwise on screen from +x. */
const WAYS = [
	[1, 0],
	[1, 1],
	[0, 1],
	[-1, 1],
	[-1, 0],
	[-1, -1],
	[0, -1],
	[1, -1],
] as const

function grid(width: number, height: number, costs: readonly number[]) {
	const count = width * height
	const neighbours = new Int32Array(8 * count).fill(-1)
	const caps = new Int32Array(8 * count)
	let next = 0
	for (let i = 0; i < count; i++)
		for (const [d, [dx, dy]] of WAYS.entries()) {
			const [x, y] = [(i % width) + dx, Math.floor(i / width) + dy]
			if (x < 0 || y < 0 || x >= width || y >= height) continue
			neighbours[8 * i + d] = y * width + x
			if (d >= 4) continue
			const cost = costs[next++ % costs.length] ?? 0
			caps[8 * i + d] = cost
			caps[8 * (y * width + x) + d + 4] = cost
		}
	return { neighbours, caps }
}

/** What a parting costs. */
function costOf(
	{ neighbours, caps }: { neighbours: Int32Array; caps: Int32Array },
	terminal: Int32Array,
	inside: (i: number) => boolean,
): number {
	let sum = 0
	for (const [i, t] of terminal.entries()) {
		if (t > 0 && !inside(i)) sum += t
		if (t < 0 && inside(i)) sum -= t
		for (let d = 0; d < 8; d++) {
			const j = neighbours[8 * i + d] ?? -1
			if (j >= 0 && inside(i) && !inside(j)) sum += caps[8 * i + d] ?? 0
		}
	}
	return sum
}

test('no other parting of a small grid costs less', () => {
	fc.assert(
		fc.property(
			fc.integer({ min: 1, max: 4 }),
			fc.integer({ min: 1, max: 3 }),
			fc.array(fc.integer({ min: 0, max: 9 }), { minLength: 1, maxLength: 30 }),
			fc.array(fc.integer({ min: -12, max: 12 }), { minLength: 12, maxLength: 12 }),
			(width, height, costs, sides) => {
				const graph = grid(width, height, costs)
				const count = width * height
				const terminal = Int32Array.from(sides.slice(0, count))
				const tree = minCut({
					neighbours: graph.neighbours,
					caps: graph.caps.slice(),
					terminal: terminal.slice(),
				})
				const found = costOf(graph, terminal, (i) => tree[i] === INSIDE)
				let least = Number.POSITIVE_INFINITY
				for (let set = 0; set < 2 ** count; set++)
					least = Math.min(
						least,
						costOf(graph, terminal, (i) => (set >> i) % 2 === 1),
					)
				expect(found).toBe(least)
			},
		),
		{ numRuns: cases(120) },
	)
})

test('a wall that is cheap to break is where a large grid is parted', () => {
	const [width, height] = [60, 40]
	const graph = grid(width, height, [50])
	for (let y = 0; y < height; y++)
		for (let d = 0; d < 8; d++) {
			const i = y * width + 22
			const j = graph.neighbours[8 * i + d] ?? -1
			if (j < 0 || j % width !== 23) continue
			graph.caps[8 * i + d] = 1
			graph.caps[8 * j + ((d + 4) & 7)] = 1
		}
	const terminal = new Int32Array(width * height)
	terminal[5 * width + 3] = 1e6
	terminal[30 * width + 55] = -1e6
	const tree = minCut({ ...graph, terminal })
	for (const [i, side] of tree.entries()) expect(side === INSIDE).toBe(i % width <= 22)
})
