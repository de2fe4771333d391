import { directionAt, type EdgeField, logBetween } from './edgeField'

/** An edge that a line crosses. */
export interface Crossed {
	/** Where along the line, px. */
	readonly t: number
	/** log₂ of the strength. */
	readonly log: number
	/** Whether it is lighter further along the line: +1, else −1. */
	readonly lighter: 1 | -1
}

/** Places at which strength is looked at, px apart. */
const STEP_PX = 0.5
/** An edge that a line crosses more obliquely is not the one it asks for, as a cosine. */
const SQUARE = 0.7
/** Strength that says something stands out so far from grain, in octaves. */
const OVER_NOISE = 1.6
/** Weaker changes than this are nothing to see, log₂ of levels per px. */
const LEAST_LOG = -0.5

/** The log₂ of the strength from which on something is an edge. */
export function leastLog({ noise }: EdgeField): number {
	return Math.max(LEAST_LOG, Math.log2(noise || 1e-3) + OVER_NOISE)
}

/**
 * The edges that a line crosses squarely, in order along it: the tops of the log of the strength, each by
 * the parabola through it and its neighbours a px away, which a blurred step's is.
 * @param x, y where the line begins, px
 * @param nx, ny its direction, a unit vector
 * @param from, to the part of it that is looked at, px
 */
export function edgesAlong(
	field: EdgeField,
	x: number,
	y: number,
	nx: number,
	ny: number,
	from: number,
	to: number,
): Crossed[] {
	const least = leastLog(field)
	const log = (t: number) => logBetween(field, x + t * nx, y + t * ny)
	const found: Crossed[] = []
	let before = log(from - STEP_PX)
	let now = log(from)
	for (let t = from; t <= to + 1e-9; t += STEP_PX) {
		const after = log(t + STEP_PX)
		if (now >= least && now > before && now >= after) {
			const edge = refined(t)
			if (edge && Math.abs(edge.t - t) <= 1) found.push(edge)
		}
		before = now
		now = after
	}
	return found

	function refined(t: number): Crossed | null {
		const [a, b, c] = [log(t - 1), log(t), log(t + 1)]
		const bend = a - 2 * b + c
		const top = bend < 0 ? t + (0.5 * (a - c)) / bend : t
		const px = x + top * nx
		const py = y + top * ny
		const angle = directionAt(field, Math.floor(px), Math.floor(py))
		const along = Math.cos(angle) * nx + Math.sin(angle) * ny
		if (Math.abs(along) < SQUARE) return null
		return { t: top, log: log(top), lighter: along > 0 ? 1 : -1 }
	}
}
