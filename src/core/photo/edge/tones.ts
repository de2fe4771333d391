/** Of a colour its brightness, red against green, and blue against yellow, levels. */
export type Tone = readonly [level: number, red: number, blue: number]

/** How unlike two colours are, levels. */
export function toneApart([l, r, b]: Tone, [m, s, c]: Tone): number {
	return Math.hypot(l - m, r - s, b - c)
}

/** How much it counts that both sides of an edge are what is known, and not one of them alone. */
const BOTH = 0.4

/** How unlike an edge is by its two sides: what is beside an object changes, the object itself changes less. */
export function sidesApart(one: number, other: number): number {
	return BOTH * Math.max(one, other) + (1 - BOTH) * Math.min(one, other)
}
