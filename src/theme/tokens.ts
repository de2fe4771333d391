/** The bench's colours by role, by day and by lamplight. Text on any ground meets WCAG AA. */
export const LIGHT = {
	paper: '#F3F0E9',
	card: '#FBF9F4',
	rule: '#D8D2C4',
	ink: '#22272E',
	inkSoft: '#5E6570',
	verdigris: '#0E7466',
	saffron: '#D98E04',
	brick: '#A63D2F',
} as const

export const DARK = {
	paper: '#23221F',
	card: '#2C2B27',
	rule: '#45423B',
	ink: '#EDE8DC',
	inkSoft: '#AFA899',
	verdigris: '#4FB8A7',
	saffron: '#E9A93A',
	brick: '#E58A7B',
} as const

export const CORNER_PX = 6
export const TEXT_FACE = "'Figtree Variable', system-ui, sans-serif"
export const NUMBER_FACE = "'Spline Sans Mono Variable', ui-monospace, monospace"
