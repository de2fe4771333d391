import { directionAt, type EdgeField, logAt, logBetween, noiseAt, toneAt } from './edgeField'
import type { Tone } from './tones'

/** An edge that a line crosses. */
export interface Crossed {
	/** Where along the line, px. */
	readonly t: number
	/** log₂ of the strength. */
	readonly log: number
	/** Whether it is lighter further along the line: +1, else −1. */
	readonly lighter: 1 | -1
	/** Octaves by which it stands out from what counts at all. */
	readonly clear: number
	/** The colours a little before it and a little after it. */
	readonly before: Tone
	readonly after: Tone
}

/** Places at which strength is looked at, px apart. */
const STEP_PX = 0.5
/** An edge that a line crosses more obliquely is not the one it asks for, as a cosine. */
const SQUARE = 0.7
/** Strength that says something stands out so far from grain, in octaves. */
const OVER_NOISE = 1.4
/** Weaker changes than this are nothing to see, log₂ of levels per px. */
const LEAST_LOG = -0.5
/** Sides are looked at so far from the edge, px. */
export const SIDE_PX = 2.5

/** The log₂ of the strength from which on something is an edge, at a place. */
export function leastLog(field: EdgeField, x: number, y: number): number {
	return Math.max(LEAST_LOG, noiseAt(field, x, y) + OVER_NOISE)
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
	const log = (t: number) => logBetween(field, x + t * nx, y + t * ny)
	const rough = (t: number) => logLinear(field, x + t * nx, y + t * ny)
	const found: Crossed[] = []
	let before = rough(from - STEP_PX)
	let now = rough(from)
	for (let t = from; t <= to + 1e-9; t += STEP_PX) {
		const after = rough(t + STEP_PX)
		if (now > before && now >= after) {
			const least = leastLog(field, x + t * nx, y + t * ny)
			const edge = now >= least ? refined(t, least) : null
			if (edge && Math.abs(edge.t - t) <= 1) found.push(edge)
		}
		before = now
		now = after
	}
	return found

	function refined(t: number, least: number): Crossed | null {
		const [a, b, c] = [log(t - 1), log(t), log(t + 1)]
		const bend = a - 2 * b + c
		const top = bend < 0 ? t + (0.5 * (a - c)) / bend : t
		const px = x + top * nx
		const py = y + top * ny
		const angle = directionAt(field, Math.floor(px), Math.floor(py))
		const along = Math.cos(angle) * nx + Math.sin(angle) * ny
		if (Math.abs(along) < SQUARE) return null
		const strength = log(top)
		return {
			t: top,
			log: strength,
			lighter: along > 0 ? 1 : -1,
			clear: strength - least,
			before: toneAt(field, px - SIDE_PX * nx, py - SIDE_PX * ny),
			after: toneAt(field, px + SIDE_PX * nx, py + SIDE_PX * ny),
		}
	}
}

/** log₂ of the strength anywhere, linearly between pixel centres. */
function logLinear(field: EdgeField, px: number, py: number): number {
	const i = Math.floor(px - 0.5)
	const j = Math.floor(py - 0.5)
	const fx = px - 0.5 - i
	const fy = py - 0.5 - j
	const top = logAt(field, i, j) * (1 - fx) + logAt(field, i + 1, j) * fx
	const bottom = logAt(field, i, j + 1) * (1 - fx) + logAt(field, i + 1, j + 1) * fx
	return top * (1 - fy) + bottom * fy
}
