import { byteAt } from '../geometry/numbers'
import { NEUTRAL_TONE, type Tone } from '../path/model'
import { histogram, partingLevel, percentileLevel } from './histogram'
import { brightness, type Pixels } from './pixels'

/** Shares of the pixels that the levels may clip at either end. */
const CLIPPED = 0.01
/** Levels are not stretched beyond this many of the 256 to the full range: grain would be all there is. */
const LEAST_RANGE = 24
const MIDTONE_RANGE = [0.12, 0.88] as const
/** Colour counts as what parts a region where it differs this many times as much as brightness. */
const COLOUR_TELLS = 1.6
const STRONG_COLOUR = 2.5

/**
 * Chooses a tone under which the parts of a hard region come apart: levels stretched from its
 * darkest to its lightest, the level that best parts it in two in the middle. Where colour parts
 * it better than brightness, colour is strengthened; otherwise it is taken away.
 * @param region the pixels of the region alone
 */
export function chooseTone(region: Pixels): Tone {
	const counts = histogram(region)
	const low = percentileLevel(counts, CLIPPED)
	const high = percentileLevel(counts, 1 - CLIPPED)
	const middle = (low + high) / 2
	const half = Math.max(high - low, LEAST_RANGE) / 2
	const black = Math.round(Math.min(255 - 2 * half, Math.max(0, middle - half)))
	const white = Math.round(Math.min(255, Math.max(2 * half, middle + half)))
	const parting = (partingLevel(counts) + 0.5 - black) / (white - black)
	const midtone = Math.min(MIDTONE_RANGE[1], Math.max(MIDTONE_RANGE[0], parting))
	const colourful = colourTells(region)
	return {
		...NEUTRAL_TONE,
		black,
		white,
		midtone: Number(midtone.toFixed(2)),
		grey: !colourful,
		saturation: colourful ? STRONG_COLOUR : 1,
	}
}

/** Whether the region's colours differ much more than its brightnesses (both as variances). */
function colourTells(region: Pixels): boolean {
	const bright = new Spread()
	const blueYellow = new Spread()
	const redGreen = new Spread()
	const { data } = region
	for (let p = 0; p < data.length; p += 4) {
		const [r, g, b] = [byteAt(data, p), byteAt(data, p + 1), byteAt(data, p + 2)]
		bright.add(brightness(data, p))
		redGreen.add((r - g) / 2)
		blueYellow.add((2 * b - r - g) / 4)
	}
	const colour = Math.sqrt(redGreen.variance + blueYellow.variance)
	return colour > COLOUR_TELLS * Math.sqrt(bright.variance)
}

/** A running variance. */
class Spread {
	private n = 0
	private sum = 0
	private squares = 0

	add(value: number): void {
		this.n++
		this.sum += value
		this.squares += value * value
	}

	get variance(): number {
		return this.n > 0 ? this.squares / this.n - (this.sum / this.n) ** 2 : 0
	}
}
