import {
	converter,
	differenceEuclidean,
	formatHex,
	modeOklab,
	modeOklch,
	modeRgb,
	useMode as registerSpace,
} from 'culori/fn'
import { item, quantile } from '../geometry/numbers'
import type { Point } from '../geometry/point'
import type { Pixels } from './pixels'

for (const space of [modeRgb, modeOklab, modeOklch]) registerSpace(space)

/** Hues in even steps, and two lightnesses, among which a line's colour is chosen. */
const HUES = 8
const LIGHTNESSES = [0.52, 0.72]
const CHROMA = 0.17
/** The first candidate is the bench's own line colour: it stays where nothing is clearly better. */
const OWN = '#0e7466'
const CLEARLY_BETTER = 1.15
/** At most this many of the photo's colours are looked at. */
const SAMPLES = 600

const CANDIDATES: readonly string[] = [
	OWN,
	...LIGHTNESSES.flatMap((l) =>
		Array.from({ length: HUES }, (_, i) =>
			formatHex({ mode: 'oklch', l, c: CHROMA, h: 20 + (360 / HUES) * i }),
		),
	),
]

/**
 * The colour of a trace line that stands out from the photo beneath it: of a few strong colours the
 * one whose distance (Euclidean in Oklab; Ottosson, 2020) to the photo's colours is greatest at its
 * tenth percentile.
 * @param pixels the photo as it is shown; a small copy will do
 * @param places where the lines run, px of that copy; the whole photo where there are none
 * @returns `#rrggbb`
 */
export function lineColour(pixels: Pixels, places: readonly Point[] = []): string {
	const seen = coloursAt(pixels, places)
	if (seen.length === 0) return OWN
	const apart = differenceEuclidean('oklab')
	const clearance = (candidate: string) => {
		const distances = seen.map((colour) => apart(candidate, colour)).sort((a, b) => a - b)
		return quantile(distances, 0.1)
	}
	let best = { candidate: OWN, clearance: clearance(OWN) * CLEARLY_BETTER }
	for (const candidate of CANDIDATES) {
		const found = clearance(candidate)
		if (found > best.clearance) best = { candidate, clearance: found }
	}
	return best.candidate
}

const toOklab = converter('oklab')

function coloursAt({ data, width, height }: Pixels, places: readonly Point[]) {
	const indices = places.flatMap(([x, y]) => {
		const [i, j] = [Math.floor(x), Math.floor(y)]
		return i >= 0 && j >= 0 && i < width && j < height ? [j * width + i] : []
	})
	const count = indices.length > 0 ? indices.length : width * height
	const step = Math.max(1, count / SAMPLES)
	return Array.from({ length: Math.floor(count / step) }, (_, k) => {
		const i = Math.floor(k * step)
		const p = (indices.length > 0 ? item(indices, i) : i) * 4
		const [r = 0, g = 0, b = 0] = [data[p], data[p + 1], data[p + 2]]
		return toOklab({ mode: 'rgb', r: r / 255, g: g / 255, b: b / 255 })
	})
}
