import { boxOf } from '../../geometry/box'
import { byteAt, floatAt, intAt, item, at as numberAt } from '../../geometry/numbers'
import type { Point } from '../../geometry/point'
import { roundAt } from '../../path/gradientEdits'
import type { Gradient } from '../../path/gradients'
import { levelsOf } from '../../path/hex'
import type { Contour, Stop } from '../../path/model'
import { coloursOf } from '../colours'
import type { Pixels } from '../pixels'
import { innerPixels } from './photoColour'

export interface FittedGradient {
	readonly paint: Gradient
	/** Root mean square of what it is off the photo by, and what one flat colour is: in just noticeable differences. */
	readonly residual: number
	readonly flat: number
	/** Whether it is so much nearer to the photo than one colour that it is worth having. */
	readonly better: boolean
}

/** Stops are put evenly, so many of them. */
const STOPS = 3
/** A gradient is worth having if it leaves less than this share of what a flat colour leaves, … */
const WORTH = 0.7
/** … and that is more than this, in just noticeable differences. */
const SEEN = 1.5
/** A just noticeable difference, as `coloursOf` counts. */
const NOTICEABLE = 2
/** The middle of a radial gradient is sought on so many by so many places, then nearer to the best. */
const PLACES = 9
const NEARER = 3
/** Fits are made to so many pixels at most. */
const MOST_PX = 4000

/**
 * The linear or radial gradient that is nearest to the photo under a piece, by least squares over sRGB levels,
 * in which gradients mix.
 * @param contours of the piece, px of the photo
 * @returns `null` where none of the photo lies under it
 */
export function photoGradient(
	photo: Pixels,
	contours: readonly Contour[],
	o: { readonly covered?: readonly (readonly Contour[])[]; readonly margin?: number } = {},
): FittedGradient | null {
	const places = innerPixels(photo, contours, o)
	if (!places) return null
	const every = Math.max(1, Math.floor(places.length / MOST_PX))
	const kept = places.filter((_, n) => n % every === 0)
	const at = Array.from(
		kept,
		(k): Point => [(k % photo.width) + 0.5, Math.floor(k / photo.width) + 0.5],
	)
	const levels = Float64Array.from({ length: 3 * kept.length }, (_, i) => {
		const k = intAt(kept, Math.floor(i / 3))
		return byteAt(photo.data, 4 * k + (i % 3))
	})
	const colours = coloursOf(photo, kept)
	const box = boxOf(at)
	if (!(box.maxX > box.minX || box.maxY > box.minY)) return null
	const linear = fittedLinear(at, levels)
	const radial = fittedRadial(at, levels, box)
	const best = radial.error < linear.error ? radial : linear
	const flat = flatResidual(colours)
	const residual = residualOf(best.shares, best.stops, colours)
	return {
		paint: best.paint,
		residual,
		flat,
		better: flat > SEEN && residual < WORTH * flat,
	}
}

interface Fit {
	readonly paint: Gradient
	readonly stops: readonly Stop[]
	/** Of each pixel how far along it lies, 0 to 1. */
	readonly shares: Float64Array
	/** Sum of squares, sRGB levels. */
	readonly error: number
}

/** Along the direction in which the levels of all three channels together change most. */
function fittedLinear(at: readonly Point[], levels: Float64Array): Fit {
	const n = at.length
	const middle = meanOf(at)
	let [xx, xy, yy] = [0, 0, 0]
	const slopes = [0, 1, 2].map(() => [0, 0] as [number, number])
	for (const [k, p] of at.entries()) {
		const [x, y] = [p[0] - middle[0], p[1] - middle[1]]
		xx += x * x
		xy += x * y
		yy += y * y
		for (const c of [0, 1, 2]) {
			const slope = item(slopes, c)
			slope[0] += x * numberAt(levels, 3 * k + c)
			slope[1] += y * numberAt(levels, 3 * k + c)
		}
	}
	// A plane through each channel, then the axis that their slopes have in common.
	const det = xx * yy - xy * xy || 1
	const planes = slopes.map(([sx, sy]) => [(yy * sx - xy * sy) / det, (xx * sy - xy * sx) / det])
	const sum = (i: 0 | 1, j: 0 | 1) =>
		planes.reduce((all, plane) => all + item(plane, i) * item(plane, j), 0)
	const angle = Math.atan2(2 * sum(0, 1), sum(0, 0) - sum(1, 1)) / 2
	const way: Point = [Math.cos(angle), Math.sin(angle)]
	const along = Float64Array.from(at, ([x, y]) => x * way[0] + y * way[1])
	const [least, most] = spanOf(along)
	const size = most - least || 1
	const shares = along.map((v) => (v - least) / size)
	const { stops, error } = stopsAlong(shares, levels, n)
	const across = middle[0] * -way[1] + middle[1] * way[0]
	const place = (v: number): Point => [v * way[0] - across * way[1], v * way[1] + across * way[0]]
	return {
		paint: { kind: 'linear', from: place(least), to: place(least + size), stops },
		stops,
		shares,
		error,
	}
}

/** About the place that leaves least, sought ever more finely. */
function fittedRadial(
	at: readonly Point[],
	levels: Float64Array,
	{ minX, minY, maxX, maxY }: ReturnType<typeof boxOf>,
): Fit {
	let best: Fit | null = null
	let centre: Point = [(minX + maxX) / 2, (minY + maxY) / 2]
	let [wide, high] = [maxX - minX, maxY - minY]
	for (let turn = 0; turn < NEARER; turn++) {
		const round = centre
		for (let j = 0; j < PLACES; j++)
			for (let i = 0; i < PLACES; i++) {
				const step = (v: number) => v / (PLACES - 1) - 0.5
				const tried: Point = [round[0] + step(i) * wide, round[1] + step(j) * high]
				const fit = roundFit(at, levels, tried)
				if (best && fit.error >= best.error) continue
				best = fit
				centre = tried
			}
		wide /= PLACES / 2
		high /= PLACES / 2
	}
	return best ?? roundFit(at, levels, centre)
}

function roundFit(at: readonly Point[], levels: Float64Array, centre: Point): Fit {
	const far = Float64Array.from(at, ([x, y]) => Math.hypot(x - centre[0], y - centre[1]))
	const radius = spanOf(far)[1] || 1
	const shares = far.map((v) => v / radius)
	const { stops, error } = stopsAlong(shares, levels, at.length)
	// Its end is put to where the piece is, so that it can be taken hold of.
	const middle = meanOf(at)
	const [x, y] = [middle[0] - centre[0], middle[1] - centre[1]]
	const away = Math.hypot(x, y)
	const way: Point = away > 0 ? [x / away, y / away] : [1, 0]
	const end: Point = [centre[0] + radius * way[0], centre[1] + radius * way[1]]
	return { paint: roundAt(centre, end, stops), stops, shares, error }
}

/** The colours of stops put evenly, by least squares of what is mixed between them. */
function stopsAlong(
	shares: Float64Array,
	levels: Float64Array,
	count: number,
): { readonly stops: Stop[]; readonly error: number } {
	const last = STOPS - 1
	const matrix = Array.from({ length: STOPS }, () => new Float64Array(STOPS))
	const right = Array.from({ length: STOPS }, () => new Float64Array(3))
	for (let k = 0; k < count; k++) {
		const { n, t } = between(numberAt(shares, k), last)
		for (const [a, wa] of [
			[n, 1 - t],
			[n + 1, t],
		] as const) {
			for (const [b, wb] of [
				[n, 1 - t],
				[n + 1, t],
			] as const) {
				const row = item(matrix, a)
				row[b] = numberAt(row, b) + wa * wb
			}
			const side = item(right, a)
			for (const c of [0, 1, 2]) side[c] = numberAt(side, c) + wa * numberAt(levels, 3 * k + c)
		}
	}
	const solved = solve(matrix, right)
	let error = 0
	for (let k = 0; k < count; k++) {
		const { n, t } = between(numberAt(shares, k), last)
		for (const c of [0, 1, 2]) {
			const mixed = (1 - t) * numberAt(item(solved, n), c) + t * numberAt(item(solved, n + 1), c)
			error += (mixed - numberAt(levels, 3 * k + c)) ** 2
		}
	}
	const stops = solved.map((rgb, n): Stop => ({ at: n / last, colour: hexOfLevels(rgb) }))
	return { stops, error }
}

function between(share: number, last: number): { readonly n: number; readonly t: number } {
	const n = Math.min(last - 1, Math.max(0, Math.floor(share * last)))
	return { n, t: Math.max(0, Math.min(1, share * last - n)) }
}

/** Gaussian elimination; a stop that no pixel has to do with takes its neighbour's colour. */
function solve(matrix: readonly Float64Array[], right: readonly Float64Array[]): Float64Array[] {
	const a = matrix.map((row, n) => {
		const held = row.slice()
		// A hair of likeness to the neighbours, so that there is always one answer.
		for (const m of [n - 1, n + 1])
			if (m >= 0 && m < matrix.length) {
				held[n] = numberAt(held, n) + 1e-6
				held[m] = numberAt(held, m) - 1e-6
			}
		return held
	})
	const b = right.map((row) => row.slice())
	for (let n = 0; n < a.length; n++)
		for (let m = n + 1; m < a.length; m++) {
			const [row, pivot] = [item(a, m), item(a, n)]
			const factor = numberAt(row, n) / (numberAt(pivot, n) || 1)
			for (let k = n; k < a.length; k++) row[k] = numberAt(row, k) - factor * numberAt(pivot, k)
			const [side, known] = [item(b, m), item(b, n)]
			for (const c of [0, 1, 2]) side[c] = numberAt(side, c) - factor * numberAt(known, c)
		}
	for (let n = a.length - 1; n >= 0; n--)
		for (const c of [0, 1, 2]) {
			const row = item(a, n)
			let sum = numberAt(item(b, n), c)
			for (let k = n + 1; k < a.length; k++) sum -= numberAt(row, k) * numberAt(item(b, k), c)
			item(b, n)[c] = sum / (numberAt(row, n) || 1)
		}
	return b
}

function hexOfLevels(rgb: Float64Array): string {
	const byte = (v: number) => Math.max(0, Math.min(255, Math.round(v)))
	return `#${Array.from(rgb, (v) => byte(v).toString(16).padStart(2, '0')).join('')}`
}

function flatResidual(colours: Float32Array): number {
	const count = colours.length / 3
	const mean = [0, 1, 2].map(
		(c) => colours.reduce((sum, v, i) => (i % 3 === c ? sum + v : sum), 0) / count,
	)
	let sum = 0
	for (let i = 0; i < colours.length; i++) sum += (floatAt(colours, i) - item(mean, i % 3)) ** 2
	return Math.sqrt(sum / count) / NOTICEABLE
}

function residualOf(shares: Float64Array, stops: readonly Stop[], colours: Float32Array): number {
	const last = stops.length - 1
	const levels = stops.map(({ colour }) => levelsOf(colour))
	const data = new Uint8ClampedArray(4 * shares.length)
	for (let k = 0; k < shares.length; k++) {
		const { n, t } = between(numberAt(shares, k), last)
		for (const c of [0, 1, 2])
			data[4 * k + c] = (1 - t) * item(item(levels, n), c) + t * item(item(levels, n + 1), c)
	}
	const mixed = coloursOf({ width: shares.length, height: 1, data })
	let sum = 0
	for (let i = 0; i < colours.length; i++) sum += (floatAt(colours, i) - floatAt(mixed, i)) ** 2
	return Math.sqrt(sum / shares.length) / NOTICEABLE
}

function meanOf(points: readonly Point[]): Point {
	const sum = points.reduce((all, p) => [all[0] + p[0], all[1] + p[1]] as const, [0, 0] as const)
	return [sum[0] / points.length, sum[1] / points.length]
}

function spanOf(values: Float64Array): readonly [number, number] {
	return values.reduce(
		([least, most], v) => [Math.min(least, v), Math.max(most, v)] as [number, number],
		[Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY] as [number, number],
	)
}
