import * as z from 'zod/mini'
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
	/** Along what is scored, mm a minute. */
	readonly scoreFeed: number
	/** To burn through before it moves, s. */
	readonly pierce: number
	/** How strongly the beam burns, per cent of all it can. */
	readonly cutPower: number
	readonly scorePower: number
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
	scoreFeed: 2400,
	pierce: 0.25,
	cutPower: 80,
	scorePower: 15,
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

/** The least and the most that each of a bed's numbers can be. */
export const BED_BOUNDS = {
	width: [20, 3000],
	height: [20, 3000],
	kerf: [0, 5],
	cutFeed: [1, 60_000],
	cornerFeed: [1, 60_000],
	scoreFeed: [1, 60_000],
	travelFeed: [1, 60_000],
	pierce: [0, 60],
	cutPower: [1, 100],
	scorePower: [1, 100],
} as const satisfies Readonly<Record<keyof Bed, readonly [least: number, most: number]>>

const within = (name: keyof Bed) => {
	const [least, most] = BED_BOUNDS[name]
	return z.number().check(z.gte(least), z.lte(most))
}

/** A bed as somebody sends or keeps it. */
export const bedSchema = z.object({
	width: within('width'),
	height: within('height'),
	kerf: within('kerf'),
	cutFeed: within('cutFeed'),
	cornerFeed: within('cornerFeed'),
	travelFeed: within('travelFeed'),
	scoreFeed: within('scoreFeed'),
	pierce: within('pierce'),
	cutPower: within('cutPower'),
	scorePower: within('scorePower'),
})
