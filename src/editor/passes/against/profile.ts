import { type Contour, distance } from '@/core'
import type { EdgeProfile } from '@/core/pictures'
import type { OffPhoto } from '@/core/proofs'

/** How outlines lie against the photo, sample by sample along them. */
export interface Profile {
	readonly samples: readonly Sample[]
	/** Of the distances from where the outlines should lie, sheet px. */
	readonly p95: number
	readonly worst: number
	/** The share of the length along which the photo has a sure edge. */
	readonly covered: number
	/** The places that are furthest off, the furthest first. */
	readonly places: readonly Sample[]
}

/** How far an outline is off at one place along it, sheet px. */
export type Sample = OffPhoto

/** So many of the worst places are listed, no two nearer to each other than this, sheet px. */
const LISTED = 5
const APART_PX = 24
/** What is less far off than this is no place to go to, sheet px. */
const LEAST_PX = 0.25

/**
 * One profile of several measurements, in their order.
 * @param about the outlines that each is of, and how far inside the edge they were to lie, sheet px
 */
export function profileFrom(
	measured: readonly EdgeProfile[],
	about: readonly { readonly contours: readonly Contour[]; readonly allowance: number }[],
): Profile {
	const samples = measured.flatMap(({ at, offset, contour, segment }, k) =>
		Array.from(offset, (off, i): Sample => {
			const outline = about[k]?.contours[contour[i] ?? 0]
			const nodes = outline?.nodes ?? []
			const from = segment[i] ?? 0
			const ends = [nodes[from], nodes[(from + 1) % nodes.length]]
			return {
				at: [at[2 * i] ?? 0, at[2 * i + 1] ?? 0],
				off: off + (about[k]?.allowance ?? 0),
				outline: outline?.id ?? '',
				nodes: ends.flatMap((node) => node?.id ?? []),
			}
		}),
	)
	const sure = samples.filter(({ off }) => !Number.isNaN(off))
	const byOff = sure.toSorted((a, b) => Math.abs(b.off) - Math.abs(a.off))
	const sizes = byOff.map(({ off }) => Math.abs(off)).reverse()
	return {
		samples,
		p95: sizes[Math.min(sizes.length - 1, Math.floor(0.95 * sizes.length))] ?? 0,
		worst: sizes.at(-1) ?? 0,
		covered: samples.length > 0 ? sure.length / samples.length : 0,
		places: apart(byOff.filter(({ off }) => Math.abs(off) >= LEAST_PX)),
	}
}

function apart(samples: readonly Sample[]): Sample[] {
	const kept: Sample[] = []
	for (const one of samples) {
		if (kept.length >= LISTED) break
		if (kept.every(({ at }) => distance(at, one.at) >= APART_PX)) kept.push(one)
	}
	return kept
}

/** The nodes at either end of segments along which an outline is further off than so many px. */
export function strayingNodes({ samples }: Profile, beyond: number): ReadonlySet<string> {
	return new Set(samples.filter(({ off }) => Math.abs(off) > beyond).flatMap(({ nodes }) => nodes))
}

/** The photo is silent for so many samples on end: a place to look at, and no gap in an edge. */
const SILENT_SAMPLES = 4

/** The nodes at either end of segments along which the photo has no sure edge for a while. */
export function unsureNodes({ samples }: Profile): ReadonlySet<string> {
	const found = new Set<string>()
	let silent = 0
	for (const { off, nodes } of samples) {
		silent = Number.isNaN(off) ? silent + 1 : 0
		if (silent >= SILENT_SAMPLES) for (const id of nodes) found.add(id)
	}
	return found
}
