import { byteAt, floatAt, intAt } from '../../geometry/numbers'
import { WAY_X, WAY_Y } from '../eightWays'
import { OPEN } from './hint'

/** A pixel of a strand is at least so likely the object's, as a log, … */
const LEAST = -1
/** … and all of it on the mean. */
const LEAST_MEAN = -0.2
/** It is likelier by so much than what lies so far off on both its sides, px. */
const ABOVE = 1.5
const ASIDE_PX = 3
/** A strand hangs together, and on the object, over gaps of less than this, px, … */
const REACH_PX = 2
/** … and is so many pixels long at least. */
const LEAST_LONG = 5

/**
 * What hangs on the object and is so thin that a smooth boundary cuts it off, hairs, aerials and stalks: ridges of
 * what is likely, grown from what was found.
 * @param likely of each pixel the log of how much likelier it is the object's than not
 * @param seeds what is known of each pixel
 * @param inside what was found
 * @returns 1 for each pixel of a strand
 */
export function strandsOn(
	likely: Float32Array,
	seeds: Uint8Array,
	inside: Uint8Array,
	width: number,
): Uint8Array {
	const height = inside.length / width
	const ridge = new Uint8Array(inside.length)
	for (let y = ASIDE_PX; y < height - ASIDE_PX; y++)
		for (let x = ASIDE_PX; x < width - ASIDE_PX; x++) {
			const k = y * width + x
			const own = floatAt(likely, k)
			if (own < LEAST || byteAt(inside, k) || byteAt(seeds, k) !== OPEN) continue
			for (let d = 0; d < 4 && !byteAt(ridge, k); d++) {
				const far = d % 2 === 0 ? ASIDE_PX : ASIDE_PX - 1
				const by = far * (intAt(WAY_Y, d) * width + intAt(WAY_X, d))
				const sides = Math.max(floatAt(likely, k - by), floatAt(likely, k + by))
				if (own - sides > ABOVE) ridge[k] = 1
			}
		}
	const strands = new Uint8Array(inside.length)
	for (let k = 0; k < inside.length; k++) {
		if (byteAt(ridge, k) !== 1 || !near(k, (m) => byteAt(inside, m) === 1)) continue
		const run = [k]
		ridge[k] = 2
		for (let n = 0; n < run.length; n++)
			near(run[n] as number, (m) => {
				if (byteAt(ridge, m) === 1) {
					ridge[m] = 2
					run.push(m)
				}
				return false
			})
		const mean = run.reduce((sum, m) => sum + floatAt(likely, m), 0) / run.length
		if (run.length < LEAST_LONG || mean < LEAST_MEAN) continue
		for (const m of run) strands[m] = 1
	}
	return strands

	/** Whether it holds for any of those near a pixel. */
	function near(k: number, holds: (m: number) => boolean): boolean {
		const x = k % width
		const y = (k - x) / width
		let any = false
		for (let j = Math.max(0, y - REACH_PX); j <= Math.min(height - 1, y + REACH_PX); j++)
			for (let i = Math.max(0, x - REACH_PX); i <= Math.min(width - 1, x + REACH_PX); i++)
				if (holds(j * width + i)) any = true
		return any
	}
}
