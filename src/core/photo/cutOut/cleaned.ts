import { byteAt, countAt, floatAt } from '../../geometry/numbers'
import { LIGHT, levelOfLight } from '../light'
import type { Pixels } from '../pixels'
import { blurred } from './blur'
import { spread } from './spread'

/** The outline is blurred so widely to know each pixel's distance from it, px. */
const WIDE_PX = 2
/** Pixels further inside are the object's alone, and further outside the ground's, px. */
const SURE_PX = 2.2
/** How softly a lens may see an edge, px. */
const SOFT_PX = [0.45, 0.6, 0.8, 1, 1.3, 1.7] as const
/** How far the colours drawn from inside are trusted over what a pixel says of itself, a variance ratio. */
const PRIOR = 0.1
/** Colours are drawn so far, px. */
const REACH_PX = 8

/**
 * A photo with what the lens mixed into an object's edge taken out again, so that no fringe of the old
 * ground shows on another. Where the edge runs a pixel is α of the object and 1 − α of the ground behind:
 * the ground's colour is drawn inwards from outside, α follows from the pixel's distance to the outline
 * and from how soft the lens is, which is what explains the photo best; so the object's own colour is
 * solved for, held to that drawn from inside where α is small.
 * @param cover how much of each pixel is the object's, 0 to 1
 */
export function cleaned(photo: Pixels, cover: Float32Array): Pixels {
	const { width, height } = photo
	const away = distances(cover, width, height)
	const inside = spread(
		photo,
		(at) => floatAt(away, at) > SURE_PX || isRidge(away, at, width),
		REACH_PX,
	)
	const outside = spread(photo, (at) => floatAt(away, at) < -SURE_PX, REACH_PX)
	const edge = new Uint32Array(bandOf(away, inside.known, outside.known))
	const mix = { photo: photo.data, away, edge, inside: inside.data, outside: outside.data }
	const soft = softnessOf(mix)
	const data = new Uint8ClampedArray(photo.data)
	for (let at = 0; at < away.length; at++) {
		const d = floatAt(away, at)
		if (d > SURE_PX || d < -REACH_PX || !inside.known[at]) continue
		const alpha = outside.known[at] ? share(d, soft) : 0
		for (let c = 4 * at; c < 4 * at + 3; c++) {
			const [prior, ground] = [lightOf(inside.data[c]), lightOf(outside.data[c])]
			const unsaid = lightOf(photo.data[c]) - alpha * prior - (1 - alpha) * ground
			data[c] = levelOfLight(prior + (alpha * unsaid) / (alpha * alpha + PRIOR * (1 - alpha)))
		}
	}
	return { width, height, data }
}

/** The middle of what is too thin to have an inside: as deep in it as what lies to both sides. */
function isRidge(away: Float32Array, at: number, width: number): boolean {
	const own = floatAt(away, at)
	// Beyond the picture nothing is deep.
	const depth = (k: number) => (k >= 0 && k < away.length ? floatAt(away, k) : 0)
	return own >= RIDGE_PX && [1, width].some((by) => own >= depth(at + by) && own >= depth(at - by))
}

/** The middle of what is thinner than twice this is no colour of its own, px. */
const RIDGE_PX = 0.6

interface Mix {
	readonly photo: Uint8ClampedArray
	readonly away: Float32Array
	readonly edge: Uint32Array
	readonly inside: Uint8ClampedArray
	readonly outside: Uint8ClampedArray
}

/** The softness of the lens by which the photo's edge is explained best, by least squares. */
function softnessOf({ photo, away, edge, inside, outside }: Mix): number {
	let best = { soft: SOFT_PX[0] as number, sum: Number.POSITIVE_INFINITY }
	const step = Math.max(1, Math.floor(edge.length / MOST_ASKED))
	for (const soft of SOFT_PX) {
		let sum = 0
		for (let k = 0; k < edge.length; k += step) {
			const at = countAt(edge, k)
			const alpha = share(floatAt(away, at), soft)
			for (let c = 4 * at; c < 4 * at + 3; c++) {
				const ground = lightOf(outside[c])
				const mixed = levelOfLight(ground + alpha * (lightOf(inside[c]) - ground))
				sum += Math.min(MOST_OFF, (byteAt(photo, c) - mixed) ** 2)
			}
		}
		if (sum < best.sum) best = { soft, sum }
	}
	return best.soft
}

/** So many pixels tell how soft the lens is. */
const MOST_ASKED = 20_000
/** What is further off is something else than mixing: a highlight, a grain, levels squared. */
const MOST_OFF = 30 * 30

function bandOf(away: Float32Array, inside: Uint8Array, outside: Uint8Array): number[] {
	const band: number[] = []
	for (let at = 0; at < away.length; at++)
		if (Math.abs(floatAt(away, at)) <= SURE_PX && inside[at] && outside[at]) band.push(at)
	return band
}

/** Signed distance of each pixel from the outline, px, inside positive, as far as it is blurred. */
function distances(cover: Float32Array, width: number, height: number): Float32Array {
	return blurred(cover, width, height, WIDE_PX).map((v) => WIDE_PX * quantile(v))
}

/** How much of a pixel at a signed distance is the object's, seen through a lens so soft. */
function share(distance: number, soft: number): number {
	return 1 / (1 + Math.exp((-LOGISTIC * distance) / soft))
}

/** The normal distribution is that of the logistic function so steep, to one in a hundred (Bowling et al., 2009). */
const LOGISTIC = 1.702

function quantile(v: number): number {
	const p = Math.min(1 - 1e-6, Math.max(1e-6, v))
	return Math.log(p / (1 - p)) / LOGISTIC
}

/** A lens mixes light, not levels. */
function lightOf(level = 0): number {
	return floatAt(LIGHT, level)
}
