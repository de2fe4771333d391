import { mayBeNeeded } from '@/kit/ahead'

/** A painter that did not arrive is asked for again after so long, ms, when there is something to paint. */
const AGAIN_MS = 2000

/**
 * A painter that is fetched when there is first something for it to paint, or ahead when nothing else is to be done. Where
 * it does not arrive nothing is said: what stands on the card beside it says so.
 * @param load fetches it
 * @returns paints once it is there; `redraw` has the canvas painted anew when it came
 */
export function latePaint<P extends (...all: never[]) => void>(
	load: () => Promise<P>,
): (redraw: () => void, ...all: Parameters<P>) => void {
	const fetch = mayBeNeeded(load)
	let paint: P | null = null
	let asked = false
	return (redraw, ...all) => {
		if (paint) return paint(...all)
		if (asked) return
		asked = true
		fetch().then(
			(there) => {
				paint = there
				redraw()
			},
			() => setTimeout(() => (asked = false), AGAIN_MS),
		)
	}
}
