import type { Desk } from './definitions'

/** What is said once stays so long if nothing else is done, ms; … */
export const SAID_MS = 6000
/** … and so long whatever is done: one has to see it. */
const LEAST_MS = 800
/** What somebody does who has read it, or goes on without. */
const GOES_ON = ['keydown', 'pointerdown', 'wheel'] as const

/** Says something once in the hint's place: until one goes on, or for some seconds. */
export function sayOnce(desk: Desk, said: string): void {
	desk.setState({ said })
	const begun = performance.now()
	const page = window
	let timer = setTimeout(over, SAID_MS)
	for (const event of GOES_ON) page.addEventListener(event, gone, { capture: true })

	function over() {
		clearTimeout(timer)
		for (const event of GOES_ON) page.removeEventListener(event, gone, true)
		if (desk.getState().said === said) desk.setState({ said: null })
	}

	function gone() {
		const left = LEAST_MS - (performance.now() - begun)
		if (left <= 0 || desk.getState().said !== said) return over()
		clearTimeout(timer)
		timer = setTimeout(over, left)
	}
}
