import { contains } from '../combine/winding'
import { add, type Point, perpendicular, scale, subtract, unit } from '../geometry/point'
import type { Piece } from '../path/model'
import type { Finding } from './finding'

/** How far an outline is off the photo's edge at one place along it. */
export interface OffPhoto {
	readonly at: Point
	/** px beyond where it should lie, inside negative; NaN where the photo is silent. */
	readonly off: number
	/** Ids of the outline and of the nodes at either end of its segment. */
	readonly outline: string
	readonly nodes: readonly string[]
}

/** Runs with no more samples than this between them are one. */
const BREATH = 3
/** A single sample is more likely the photo's grain than a place to look at. */
const LEAST_SAMPLES = 2

/**
 * The stretches along which outlines stray from the photo by more than a limit, each at its worst place. Edges between
 * pieces of one group are not the photo's to answer for.
 * @param samples in order along each outline
 * @param limit px
 */
export function strays(
	samples: readonly OffPhoto[],
	pieces: readonly Piece[],
	limit: number,
): Finding[] {
	if (limit <= 0) return []
	const owners = new Map(
		// Letters are the font's, and have no edge in the photo.
		pieces
			.filter(({ lettering }) => lettering === undefined)
			.flatMap(({ id, contours }) => contours.map((contour) => [contour.id, id] as const)),
	)
	const answered = withoutInner(samples, pieces)
	return stretches(answered, limit).flatMap((run): Finding[] => {
		const worst = run.reduce((most, one) => (Math.abs(one.off) > Math.abs(most.off) ? one : most))
		const piece = owners.get(worst.outline)
		if (piece === undefined || run.length < LEAST_SAMPLES) return []
		return [
			{
				kind: 'strays',
				key: `strays ${worst.outline} ${worst.nodes[0]}`,
				piece,
				contour: worst.outline,
				nodes: [...new Set(run.flatMap(({ nodes }) => nodes))],
				at: worst.at,
				size: Math.abs(worst.off),
			},
		]
	})
}

function stretches(samples: readonly OffPhoto[], limit: number): OffPhoto[][] {
	const runs: OffPhoto[][] = []
	let last = Number.NEGATIVE_INFINITY
	for (const [k, one] of samples.entries()) {
		if (!(Math.abs(one.off) > limit)) continue
		const run = runs.at(-1)
		if (run?.at(-1)?.outline === one.outline && k - last <= BREATH + 1) run.push(one)
		else runs.push([one])
		last = k
	}
	return runs
}

/** Beside an edge between two pieces both show within so many px of it. */
const BESIDE_PX = 3

/** Samples but for those on both sides of which the same group goes on. */
function withoutInner(samples: readonly OffPhoto[], pieces: readonly Piece[]): readonly OffPhoto[] {
	const byGroup = new Map<string, Piece[]>()
	for (const piece of pieces)
		if (piece.group !== undefined && !piece.hidden && piece.fill.kind !== 'none')
			byGroup.set(piece.group, [...(byGroup.get(piece.group) ?? []), piece])
	const groupOf = new Map(
		[...byGroup.values()]
			.filter((own) => own.length > 1)
			.flatMap((own) =>
				own.flatMap(({ contours }) => contours.map(({ id }) => [id, own] as const)),
			),
	)
	if (groupOf.size === 0) return samples
	return samples.map((sample, k) => {
		const own = groupOf.get(sample.outline)
		const along = own && tangentAt(samples, k)
		if (!along) return sample
		const inner = [1, -1].every((side) => {
			const way = scale(perpendicular(along), side * BESIDE_PX)
			return own.some((piece) => contains(piece.contours, add(sample.at, way), piece.fillRule))
		})
		return inner ? { ...sample, off: Number.NaN } : sample
	})
}

/** Which way an outline runs at a sample, by those beside it. */
function tangentAt(samples: readonly OffPhoto[], k: number): Point | null {
	const here = samples[k]
	if (!here) return null
	const beside = [samples[k - 1], samples[k + 1]].filter((one) => one?.outline === here.outline)
	const [a = here, b = here] = beside
	const way = subtract(b.at, a.at)
	return Math.hypot(...way) > 0 ? unit(way) : null
}
