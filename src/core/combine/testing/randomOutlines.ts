import type { Point } from '../../geometry/point'
import { inferKinds } from '../../path/kinds'
import type { Contour, PathNode } from '../../path/model'

/** Test support: random outlines of the sorts that go wrong, by the tens of thousands. */

/** Pseudo-random numbers in [0, 1), the same for the same seed (mulberry32). */
export function randomFrom(seed: number): () => number {
	let state = seed
	return () => {
		state = (state + 0x6d2b79f5) | 0
		let t = Math.imul(state ^ (state >>> 15), 1 | state)
		t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
		return ((t ^ (t >>> 14)) >>> 0) / 4294967296
	}
}

/**
 * Two sets of outlines to combine: wild ones, smooth ones, polygons on a coarse grid whose edges and
 * corners meet, and copies of one another, moved by nothing, by a hair or by more.
 */
export function randomPair(random: () => number): [Contour[], Contour[]] {
	const some = () =>
		Array.from({ length: 1 + Math.floor(random() * 1.4) }, () => randomOutline(random))
	const subject = some()
	if (random() < 0.6) return [subject, some()]
	const by = [0, 1e-9, 1e-6, 1e-3, 0.5][Math.floor(random() * 5)] ?? 0
	const copy = subject.map((contour) => shifted(contour, by, random() * by))
	return [subject, random() < 0.5 ? copy : [...copy, randomOutline(random)]]
}

function randomOutline(random: () => number): Contour {
	const sort = random()
	const count = 2 + Math.floor(random() * 6)
	if (sort < 0.4) return wild(random, count)
	if (sort < 0.7) return onGrid(random, count + 1)
	return blob(random, count + 2)
}

function outlineFrom(nodes: readonly PathNode[], closed: boolean): Contour {
	const named = nodes.map((node, i) => ({ ...node, id: `n${i}` }))
	return inferKinds({ id: 'outline', nodes: named, closed })
}

/** Nodes anywhere, with and without handles that point anywhere. */
function wild(random: () => number, count: number): Contour {
	const near = (p: Point): Point => [p[0] + 120 * (random() - 0.5), p[1] + 120 * (random() - 0.5)]
	const nodes = Array.from({ length: count }, (): PathNode => {
		const at: Point = [200 * random(), 200 * random()]
		const node = { id: '', at, kind: 'cusp' as const }
		return {
			...node,
			...(random() < 0.6 && { in: near(at) }),
			...(random() < 0.6 && { out: near(at) }),
		}
	})
	return outlineFrom(nodes, random() < 0.9)
}

/** Corners on a grid of ten lines: edges overlap, corners lie on edges and on each other. */
function onGrid(random: () => number, count: number): Contour {
	const nodes = Array.from({ length: count }, (): PathNode => {
		const at: Point = [20 * Math.floor(random() * 10), 20 * Math.floor(random() * 10)]
		return { id: '', at, kind: 'corner' }
	})
	return outlineFrom(nodes, true)
}

/** Smooth all round, not crossing itself. */
function blob(random: () => number, count: number): Contour {
	const [x, y] = [60 + 80 * random(), 60 + 80 * random()]
	const nodes = Array.from({ length: count }, (_, k): PathNode => {
		const angle = (2 * Math.PI * k) / count
		const radius = 30 + 60 * random()
		const at: Point = [x + radius * Math.cos(angle), y + radius * Math.sin(angle)]
		const reach = (radius * 1.4) / count
		const beside = (by: number): Point => [
			at[0] - Math.sin(angle) * by,
			at[1] + Math.cos(angle) * by,
		]
		return { id: '', at, in: beside(-reach), out: beside(reach), kind: 'symmetric' }
	})
	return outlineFrom(nodes, true)
}

function shifted(contour: Contour, dx: number, dy: number): Contour {
	return mapped(contour, ([x, y]) => [x + dx, y + dy])
}

/** An outline with every point of it moved by a map. */
export function mapped(contour: Contour, map: (p: Point) => Point): Contour {
	const nodes = contour.nodes.map((node) => ({
		...node,
		at: map(node.at),
		...(node.in && { in: map(node.in) }),
		...(node.out && { out: map(node.out) }),
	}))
	return { ...contour, nodes }
}
