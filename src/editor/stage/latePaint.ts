import { withPart } from '@/kit/tryAgain'

/**
 * A painter that is fetched when there is first something for it to paint.
 * @param load fetches it
 * @returns paints once it is there; `redraw` has the canvas painted anew when it came
 */
export function latePaint<P extends (...all: never[]) => void>(
	load: () => Promise<P>,
): (redraw: () => void, ...all: Parameters<P>) => void {
	let paint: P | null = null
	let asked = false
	return (redraw, ...all) => {
		if (paint) return paint(...all)
		if (asked) return
		asked = true
		withPart(load, (there) => {
			paint = there
			redraw()
		})
	}
}
