import { countAt } from '../geometry/numbers'
import type { Tone } from '../path/model'
import { luminance, type Pixels } from './pixels'

/** How many pixels have each of the 256 levels of brightness. */
export function histogram(pixels: Pixels): Uint32Array {
	const counts = new Uint32Array(256)
	for (const level of luminance(pixels)) counts[level] = countAt(counts, level) + 1
	return counts
}

/** The shares of pixels that a tone shows as plain black and as plain white. */
export function clippedShares(
	counts: Uint32Array,
	{ black, white }: Pick<Tone, 'black' | 'white'>,
): { black: number; white: number } {
	let all = 0
	let below = 0
	let above = 0
	for (const [level, count] of counts.entries()) {
		all += count
		// Levels at the very ends are clipped by the file itself, if at all, not by the tone.
		if (level <= black && black > 0) below += count
		if (level >= white && white < 255) above += count
	}
	return all > 0 ? { black: below / all, white: above / all } : { black: 0, white: 0 }
}

/** The level below which a share of the pixels lies. */
export function percentileLevel(counts: Uint32Array, share: number): number {
	const wanted = share * counts.reduce((sum, n) => sum + n, 0)
	let sum = 0
	for (const [level, count] of counts.entries()) {
		sum += count
		if (sum > wanted) return level
	}
	return 255
}

/**
 * The level that best parts a histogram into a dark and a light class: the one that makes the
 * variance between the classes greatest (Otsu, 1979).
 */
export function partingLevel(counts: Uint32Array): number {
	let all = 0
	let moment = 0
	for (const [level, count] of counts.entries()) {
		all += count
		moment += level * count
	}
	let [below, belowMoment, best, parting] = [0, 0, -1, 127]
	for (const [level, count] of counts.entries()) {
		below += count
		belowMoment += level * count
		const above = all - below
		if (below === 0 || above === 0) continue
		const apart = belowMoment / below - (moment - belowMoment) / above
		const between = below * above * apart * apart
		if (between > best) [best, parting] = [between, level]
	}
	return parting
}
