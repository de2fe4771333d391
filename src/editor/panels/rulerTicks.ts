/** A mark on a ruler. */
export interface Tick {
	/** px on screen from the ruler's beginning */
	readonly on: number
	/** What it says, in the ruler's unit; only long marks say something. */
	readonly label: string | null
}

/** Labelled marks are at least this far apart on screen, px. */
const LEAST_LABEL_PX = 62
const STEPS = [1, 2, 5] as const
/** Short marks between two labels: for a step that begins with 1, 2 and 5. */
const PARTS: Readonly<Record<(typeof STEPS)[number], number>> = { 1: 10, 2: 4, 5: 5 }

/**
 * The marks of a ruler.
 * @param o.origin where 0 is on screen, px
 * @param o.pxPerUnit screen px for one unit
 * @param o.length the ruler's length on screen, px
 */
export function rulerTicks(o: { origin: number; pxPerUnit: number; length: number }): Tick[] {
	const { step, parts, digits } = labelStep(o.pxPerUnit)
	const small = (step / parts) * o.pxPerUnit
	const first = Math.ceil(-o.origin / small)
	const last = Math.floor((o.length - o.origin) / small)
	return Array.from({ length: Math.max(0, last - first + 1) }, (_, i) => {
		const k = first + i
		const long = k % parts === 0
		return {
			on: o.origin + k * small,
			label: long ? ((k / parts) * step).toFixed(digits) : null,
		}
	})
}

/** The smallest of 1, 2, 5, 10, 20 … units whose labels have room. */
function labelStep(pxPerUnit: number) {
	const least = LEAST_LABEL_PX / pxPerUnit
	const power = Math.floor(Math.log10(least))
	for (let p = power; ; p++) {
		for (const first of STEPS) {
			const step = first * 10 ** p
			if (step >= least * 0.999999) return { step, parts: PARTS[first], digits: Math.max(0, -p) }
		}
	}
}
