import { boxOf, EMPTY_BOX, joinBoxes } from '../geometry/box'
import { item } from '../geometry/numbers'
import type { Contour } from '../path/model'
import { chordsOf } from './chords'
import { Lattice, WELD_STEPS } from './lattice'
import { type Source, sourcesOf } from './sources'
import { twinsOf } from './twins'

/** A closed polygon of lattice vertices. */
export type Ring = readonly number[]

/** Outlines laid on one lattice, as polygons whose every vertex knows which segments pass it. */
export interface Arrangement {
	readonly sources: readonly Source[]
	readonly lattice: Lattice
	/** For each group of outlines that went in, its polygons. */
	readonly groups: readonly (readonly Ring[])[]
	/** For each group, whether its outlines come near themselves or each other. */
	readonly tangled: readonly boolean[]
	/** Distances below this, px, count as none. */
	readonly weld: number
}

/**
 * The lattice lies turned, so that what artwork is full of, level edges, is not level on it: a
 * sweep treats those apart, and there the clipper has been seen to go wrong. Where it goes wrong
 * all the same (about one in ten thousand of the worst cases), it does not when turned otherwise.
 */
const TURNS = [0.6180339887, 1.1357, 0.2213, 2.0411, 2.6717, 0.9129]

/**
 * Lays groups of outlines on one lattice and works out something of it. Points nearer than the weld
 * distance (about 10⁻⁵ of the whole extent) become one vertex, and chords are led through vertices
 * that lie on them, so that what is shared within that distance is shared exactly: edges, parts of
 * curves, touching nodes.
 * @param groups outlines; open ones are closed by a straight segment
 * @param work done on another lattice too where this one brought faults to light
 * @throws {RangeError} where a coordinate is no number, or far beyond any sheet
 */
export function arranged<T>(
	groups: readonly (readonly Contour[])[],
	work: (arrangement: Arrangement) => T,
): T {
	const [turn = 0, ...others] = TURNS
	let arrangement = arrange(groups, turn)
	let result = work(arrangement)
	let least = arrangement.lattice.faults
	for (const other of others) {
		if (least === 0) break
		arrangement = arrange(groups, other)
		const again = work(arrangement)
		if (arrangement.lattice.faults >= least) continue
		least = arrangement.lattice.faults
		result = again
	}
	return result
}

function arrange(groups: readonly (readonly Contour[])[], turn: number): Arrangement {
	const contours = groups.flat().filter(({ nodes }) => nodes.length > 0)
	const sources = sourcesOf(contours)
	const lattice = Lattice.over(
		sources.map(({ cubic }) => boxOf(cubic)).reduce(joinBoxes, EMPTY_BOX),
		turn,
	)
	const weld = WELD_STEPS / lattice.steps
	const near = layOut(lattice, sources, weld)
	let source = 0
	const tangled: boolean[] = []
	const rings = groups.map((group) => {
		const first = source
		const found = group.flatMap((contour): Ring[] => {
			const ring: number[] = []
			for (const end = source + contour.nodes.length; source < end; source++)
				for (const { vertex } of lattice.breaks[source] ?? [])
					if (vertex !== ring.at(-1)) ring.push(vertex)
			while (ring.length > 1 && ring[0] === ring.at(-1)) ring.pop()
			return ring.length > 2 ? [ring] : []
		})
		tangled.push(near.some(([a, b]) => a >= first && a < source && b >= first && b < source))
		return found
	})
	return { sources, lattice, groups: rings, tangled, weld }
}

/**
 * Makes the vertices along every segment.
 * @returns the pairs of segments that come near each other
 */
function layOut(
	lattice: Lattice,
	sources: readonly Source[],
	weld: number,
): (readonly [number, number])[] {
	const nodes = sources.map(({ from }) => lattice.weld(from.at[0], from.at[1]))
	const nodeAt = (source: number) => item(nodes, source)
	const twins = twinsOf(sources, nodes, weld)
	const single = [...sources.keys()].filter((source) => !twins[source])
	const { chords, close } = chordsOf(sources, single, weld / 2, weld)
	const starts = chords.map(({ source, from, x0, y0 }) =>
		from === 0 ? nodeAt(source) : lattice.weld(x0, y0),
	)
	const startOf = (k: number) => item(starts, k)
	const endOf = (k: number) => {
		const { to, source } = item(chords, k)
		return to === 1 ? nodeAt(item(sources, source).after) : startOf(k + 1)
	}
	const led = leadThrough(lattice, close, startOf, endOf)
	for (const source of sources.keys()) lattice.breaks[source] = []
	const place = (source: number, t: number, vertex: number) => {
		lattice.breaks[source]?.push({ t, vertex })
		lattice.pass(vertex, source, t)
	}
	for (const [k, { source, from, to }] of chords.entries()) {
		place(source, from, startOf(k))
		for (const { share, vertex } of led.get(k) ?? [])
			place(source, from + share * (to - from), vertex)
		if (to === 1) place(source, 1, endOf(k))
	}
	for (const [source, twin] of twins.entries()) {
		if (!twin) continue
		const breaks = lattice.breaks[twin.of] ?? []
		for (const { t, vertex } of twin.reversed ? breaks.toReversed() : breaks)
			place(source, twin.reversed ? 1 - t : t, vertex)
	}
	const near = twins.flatMap((twin, source) => (twin ? [[source, source] as const] : []))
	for (let i = 0; i < close.length; i += 2)
		near.push([item(chords, item(close, i)).source, item(chords, item(close, i + 1)).source])
	return near
}

/** A vertex that a chord is led through, and how far along it. */
interface Led {
	readonly share: number
	readonly vertex: number
}

/** Leads chords through the ends of those close to them that lie on them. */
function leadThrough(
	lattice: Lattice,
	close: readonly number[],
	startOf: (k: number) => number,
	endOf: (k: number) => number,
): Map<number, Led[]> {
	const led = new Map<number, Led[]>()
	const lead = (k: number, vertex: number) => {
		const share = shareOn(lattice, startOf(k), endOf(k), vertex)
		if (share === null) return
		const known = led.get(k)
		if (!known) led.set(k, [{ share, vertex }])
		else if (!known.some((l) => l.vertex === vertex)) known.push({ share, vertex })
	}
	for (let i = 0; i < close.length; i += 2) {
		const a = item(close, i)
		const b = item(close, i + 1)
		lead(a, startOf(b))
		lead(a, endOf(b))
		lead(b, startOf(a))
		lead(b, endOf(a))
	}
	for (const all of led.values()) all.sort((p, q) => p.share - q.share)
	return led
}

/** How far along the line from `a` to `b` a vertex lies on it; `null` where it does not. */
function shareOn(lattice: Lattice, a: number, b: number, vertex: number): number | null {
	if (vertex === a || vertex === b) return null
	const dx = lattice.x(b) - lattice.x(a)
	const dy = lattice.y(b) - lattice.y(a)
	const px = lattice.x(vertex) - lattice.x(a)
	const py = lattice.y(vertex) - lattice.y(a)
	const size = dx * dx + dy * dy
	const share = (px * dx + py * dy) / size
	if (!(share > 0 && share < 1)) return null
	return Math.abs(dx * py - dy * px) < WELD_STEPS * Math.sqrt(size) ? share : null
}
