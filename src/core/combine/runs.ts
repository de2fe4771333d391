import { item } from '../geometry/numbers'
import type { Ring } from './arrangement'
import type { Lattice, Passage } from './lattice'

/** A stretch of one segment along a polygon; backwards where `from` exceeds `to`. */
export interface Run {
	readonly source: number
	from: number
	to: number
	/** 1 along its segment, -1 against it. */
	readonly direction: 1 | -1
	/** The vertices at which it starts and ends. */
	readonly start: number
	readonly end: number
}

/** In place of a segment's number: a straight line that is no part of any. */
const LINK = -1

/**
 * Reads a polygon as the fewest stretches of segments: from a vertex where no segment goes on, each
 * time the segment that can be followed furthest.
 * @param rank of two that reach equally far, the lower ranked is taken
 */
export function runsOf(
	lattice: Lattice,
	ring: Ring,
	follows: (a: Run, source: number) => boolean,
): Run[] {
	const n = ring.length
	const at = (k: number) => item(ring, k % n)
	const spans = ring.map((vertex, k) => lattice.spans(vertex, at(k + 1)))
	for (const k of ring.keys()) if (at(k) === at(k + 2)) lattice.faults++
	const spansAt = (k: number) => item(spans, k % n)
	const goesOn = (a: Passage, b: Passage, vertex: number) =>
		a.source === b.source &&
		Math.sign(a.to - a.from) === Math.sign(b.to - b.from) &&
		(b.from - a.to) * (b.to - b.from) >= 0 &&
		(a.to === b.from || lattice.isDirect(a.source, a.to, b.from, vertex, vertex))
	const origin = ring.findIndex(
		(vertex, k) => !spansAt(k + n - 1).some((a) => spansAt(k).some((b) => goesOn(a, b, vertex))),
	)
	const first = Math.max(0, origin)
	const runs: Run[] = []
	for (let k = first; k < first + n; ) {
		let best: { source: number; from: number; to: number; until: number } | null = null
		const before = runs.at(-1)
		for (const span of spansAt(k)) {
			let last = span
			let until = k + 1
			for (; until < first + n; until++) {
				const next = spansAt(until).find((s) => goesOn(last, s, at(until)))
				if (!next) break
				last = next
			}
			const longer = !best || until > best.until
			const smoother =
				best &&
				until === best.until &&
				before &&
				follows(before, span.source) &&
				!follows(before, best.source)
			if (longer || smoother) best = { source: span.source, from: span.from, to: last.to, until }
		}
		// The clipper mends with edges of a step or two, which no segment knows: straight links.
		if (!best && !lattice.areNear(at(k), at(k + 1))) lattice.faults++
		const { source, from, to, until } = best ?? { source: LINK, from: 0, to: 1, until: k + 1 }
		const direction = to > from ? 1 : -1
		runs.push({ source, from, to, direction, start: at(k), end: at(until) })
		k = until
	}
	return runs.map((run) => whole(lattice, run))
}

/** A run that ends where all that is left of its segment is one vertex has the whole of it. */
function whole(lattice: Lattice, run: Run): Run {
	const forward = run.direction > 0
	const reach = (vertex: number, t: number, node: number) =>
		lattice.stations(vertex).some((s) => s.source === run.source && s.t === node) &&
		lattice.isDirect(run.source, t, node, vertex, vertex)
			? node
			: t
	return {
		...run,
		from: reach(run.start, run.from, forward ? 0 : 1),
		to: reach(run.end, run.to, forward ? 1 : 0),
	}
}
