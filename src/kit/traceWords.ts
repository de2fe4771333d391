/** What is said of a trace, in drills and of any sheet alike. */

interface Ratio {
	readonly right: number
	readonly of: number
}

export const offWords = (deviation: number, allowed: number): string =>
	`Off by ${deviation.toFixed(1)} px, at most ${allowed.toFixed(1)}`

export const outlinesWords = ({ right, of }: Ratio, closed = 'closed'): string =>
	`${right} of ${of} outlines ${closed}`

export const outermostWords = ({ right, of }: Ratio): string =>
	`${right} of ${of} outermost points have their node`

export const levelWords = ({ right, of }: Ratio): string =>
	`${right} of ${of} handles level or upright`
