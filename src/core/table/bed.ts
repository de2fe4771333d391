import type { Point } from '../geometry/point'

/** The workshop's cutting table: a stand-in with the numbers of a small laser cutter for card. */
export interface Bed {
	/** mm */
	readonly width: number
	readonly height: number
	/** How wide the beam burns, mm. */
	readonly kerf: number
	/** Along cuts, mm a minute. */
	readonly cutFeed: number
	/** Round corners, mm a minute. */
	readonly cornerFeed: number
	/** Between cuts, mm a minute. */
	readonly travelFeed: number
	/** To burn through before it moves, s. */
	readonly pierce: number
}

/** Where the head waits before and after a job: the bed's lower left, mm, y down. */
export const homeOf = ({ height }: Bed): Point => [0, height]

export const WORKSHOP_BED: Bed = {
	width: 600,
	height: 400,
	kerf: 0.2,
	cutFeed: 1200,
	cornerFeed: 480,
	travelFeed: 6000,
	pierce: 0.25,
}

/** How a job is cut. */
export interface CutSettings {
	/** The way from where it burns through to the outline, mm; none at 0. */
	readonly lead: number
	/** Bridges left on each outer outline so that it does not fall, and how wide they are, mm. */
	readonly tabs: number
	readonly tabWidth: number
	/** How far arcs may leave the curve, mm. */
	readonly tolerance: number
}

export const FIRST_CUT: CutSettings = { lead: 1.5, tabs: 0, tabWidth: 0.6, tolerance: 0.02 }
