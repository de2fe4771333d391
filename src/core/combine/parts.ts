import { item } from '../geometry/numbers'
import type { Ring } from './arrangement'
import type { Lattice } from './lattice'

/** Parts polygons that neither cross nor overlap into connected ones: each with its openings. */
export function partsOf(lattice: Lattice, rings: readonly Ring[]): Ring[][] {
	const measured = rings.map((ring) => ({ ring, area: areaOf(lattice, ring) }))
	const outer = measured.filter(({ area }) => area > 0).sort((a, b) => a.area - b.area)
	const parts = new Map(outer.map(({ ring }) => [ring, [ring]]))
	for (const { ring, area } of measured) {
		if (area > 0) continue
		const round = outer.find((o) => o.area > -area && holds(lattice, o.ring, ring))
		if (round) parts.get(round.ring)?.push(ring)
	}
	return [...parts.values()]
}

function areaOf(lattice: Lattice, ring: Ring): number {
	let sum = 0
	let before = item(ring, ring.length - 1)
	for (const vertex of ring) {
		sum += lattice.x(before) * lattice.y(vertex) - lattice.y(before) * lattice.x(vertex)
		before = vertex
	}
	return sum / 2
}

/** Whether the middle of an edge of `inner` that `outer` does not share lies inside `outer`. */
function holds(lattice: Lattice, outer: Ring, inner: Ring): boolean {
	const shared = new Set(outer)
	const k = Math.max(
		0,
		inner.findIndex((vertex) => !shared.has(vertex)),
	)
	const a = item(inner, k)
	const b = item(inner, (k + 1) % inner.length)
	const x = shared.has(a) ? (lattice.x(a) + lattice.x(b)) / 2 : lattice.x(a)
	const y = shared.has(a) ? (lattice.y(a) + lattice.y(b)) / 2 : lattice.y(a)
	let inside = false
	let before = item(outer, outer.length - 1)
	for (const vertex of outer) {
		const [x0, y0, x1, y1] = [
			lattice.x(before),
			lattice.y(before),
			lattice.x(vertex),
			lattice.y(vertex),
		]
		if (y0 > y !== y1 > y && x < x0 + ((y - y0) / (y1 - y0)) * (x1 - x0)) inside = !inside
		before = vertex
	}
	return inside
}
