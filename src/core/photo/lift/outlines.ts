import { fitPolyline } from '../../fit/fitPolyline'
import type { Way } from '../../fit/spliced'
import { floatAt, item } from '../../geometry/numbers'
import { mix, type Point } from '../../geometry/point'
import type { Contour } from '../../path/model'
import { levelLines } from './levelLines'
import type { Matte } from './matte'
import { largeRings } from './rings'

/** A line round the object, or round an opening of it. */
export interface Ring extends Way {
	/** Of each place how far the photo tells where the edge is, 0 to 1. */
	readonly trusts: Float32Array
}

/** Where less is told than this, the edge is not sure. */
const SURE_TRUST = 0.35
/** Where less is told than this, places go to the middle of their company, … */
const CALM_TRUST = 0.55
/** … so many on either side; doubts are evened out over so many. */
const COMPANY = 20
const EVEN = 10

/**
 * The rings along which half of the light is the object's; where the photo does not tell, evened out.
 * @param smallest parts and openings of less are left out, px²
 * @param keep whether what a ring goes round is kept, however small
 */
export function ringsAbout(
	{ cover, trust }: Matte,
	width: number,
	height: number,
	smallest: number,
	keep: (ring: readonly Point[]) => boolean,
): Ring[] {
	const lines = largeRings(levelLines(cover, width, height), smallest, keep)
	return lines.map((line) => {
		const trusts = Float32Array.from(line, ([x, y]) => trustAt(trust, width, height, x, y))
		const doubts = evenly(trusts.map((trust) => Math.max(0, 1 - trust / CALM_TRUST)))
		return { places: calmed(calmed(line, doubts), doubts), closed: true, trusts }
	})
}

/** What the pixels round a place say at most. */
function trustAt(trust: Float32Array, width: number, height: number, x: number, y: number): number {
	const [i, j] = [Math.floor(x - 0.5), Math.floor(y - 0.5)]
	let most = 0
	for (let v = Math.max(0, j); v <= Math.min(height - 1, j + 1); v++)
		for (let u = Math.max(0, i); u <= Math.min(width - 1, i + 1); u++)
			most = Math.max(most, floatAt(trust, v * width + u))
	return most
}

/** Values round a ring, each the mean of those about it: what lies between two of a kind is of their kind. */
function evenly(values: Float32Array): Float32Array {
	const n = values.length
	if (n < 4 * COMPANY) return values
	const made = new Float32Array(n)
	let sum = 0
	for (let k = -EVEN; k <= EVEN; k++) sum += floatAt(values, (k + n) % n)
	for (let i = 0; i < n; i++) {
		made[i] = sum / (2 * EVEN + 1)
		sum += floatAt(values, (i + EVEN + 1) % n) - floatAt(values, (i - EVEN + n) % n)
	}
	return made
}

/** Places that are not sure, in the middle of their company. */
function calmed(line: readonly Point[], doubts: Float32Array): Point[] {
	const n = line.length
	if (n < 4 * COMPANY) return [...line]
	return line.map((place, i): Point => {
		const doubt = floatAt(doubts, i)
		if (doubt === 0) return place
		let [x, y, all] = [0, 0, 0]
		for (let k = -COMPANY; k <= COMPANY; k++) {
			const weight = COMPANY + 1 - Math.abs(k)
			const p = item(line, (i + k + n) % n)
			x += weight * p[0]
			y += weight * p[1]
			all += weight
		}
		return mix(place, [x / all, y / all], doubt)
	})
}

/** The outline with the fewest nodes that keeps to a ring. @param tolerance px */
export function outlineOf({ places }: Ring, tolerance: number): Contour {
	return fitPolyline(Float64Array.from(places.flat()), { closed: true, tolerance })
}

/** The stretches of a ring along which no edge is sure: x0, y0, x1, y1 …, px. @param least px; shorter ones are not told of */
export function unsureAlong({ places, trusts }: Ring, least: number): Float64Array[] {
	const n = places.length
	const sure = (i: number) => floatAt(trusts, (i + n) % n) >= SURE_TRUST
	const first = places.findIndex((_, i) => sure(i))
	const ways: Float64Array[] = []
	let way: number[] = []
	const end = () => {
		if (lengthOf(way) >= least) ways.push(Float64Array.from(way))
		way = []
	}
	for (let k = 0; k <= n; k++) {
		const i = (Math.max(0, first) + k) % n
		if (sure(i)) end()
		else way.push(...item(places, i))
	}
	end()
	return ways
}

function lengthOf(way: readonly number[]): number {
	let sum = 0
	for (let i = 2; i + 1 < way.length; i += 2)
		sum += Math.hypot(item(way, i) - item(way, i - 2), item(way, i + 1) - item(way, i - 1))
	return sum
}
