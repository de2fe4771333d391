import { type Box, boxCorners, type Contour, type Point, signedArea } from '@/core'
import type { Slice } from '@/editor/session/slices'

/** How one lifts. */
export interface LiftWish {
	/** An object from a box or a lasso round it, or areas of like colour that are clicked. */
	readonly way: 'object' | 'colour'
	/** How far the outline may leave the edge, sheet px. */
	readonly deviation: number
	/** How far inside the edge it lies, sheet px. */
	readonly allowance: number
	/** Parts and openings of less are left out, sheet px². */
	readonly smallest: number
	/** What is thinner is left out, tips, hairs and spines, sheet px; 0 keeps all. */
	readonly finest: number
	/** What one sees through the object is cut out. */
	readonly openings: boolean
	/** Radius of the brush, px on screen. */
	readonly brush: number
	/** How unlike a clicked colour others may be, in just noticeable differences. */
	readonly spread: number
}

export const FIRST_LIFT: LiftWish = {
	way: 'object',
	deviation: 0.8,
	allowance: 0,
	smallest: 60,
	finest: 0,
	openings: true,
	brush: 12,
	spread: 4,
}

/** A stroke of the brush, sheet px. */
export interface Dab {
	readonly side: 'inside' | 'outside'
	readonly points: readonly Point[]
	readonly radius: number
}

/** What was drawn, sheet px. */
export type Asked =
	| {
			readonly way: 'object'
			readonly round: { readonly box: Box } | { readonly lasso: readonly Point[] }
			readonly dabs: readonly Dab[]
			/** The piece that what is lifted takes the place of. */
			readonly again?: string
			/** An outline that was drawn, whose edge alone is sought. */
			readonly shape?: readonly Contour[]
	  }
	| {
			readonly way: 'colour'
			readonly areas: readonly { readonly at: Point; readonly spread: number }[]
			/** The piece that the areas lie in. */
			readonly within: string | null
	  }

/** The ring that was drawn round an object. */
export function ringOf({ round }: Asked & { readonly way: 'object' }): readonly Point[] {
	return 'box' in round ? boxCorners(round.box) : round.lasso
}

/** What would be lifted, sheet px. */
export interface LiftGhost {
	readonly contours: readonly Contour[]
	/** Stretches whose edge is weak, x0, y0, x1, y1 … each. */
	readonly unsure: readonly Float64Array[]
	/** `#rrggbb`, of what is lifted by its colour */
	readonly colour?: string
}

export interface LiftState {
	readonly wish: LiftWish
	readonly asked: Asked | null
	readonly ghost: LiftGhost | null
	/** An answer is awaited; until it comes the ghost is rough, or the one before. */
	readonly busy: boolean
	/** How far it has come, 0 to 1; `null` where nobody can tell. */
	readonly share: number | null
	/** What is awaited is to be kept as a piece when it comes. */
	readonly keeping: boolean
	/** Why nothing was lifted, in words. */
	readonly problem: string | null
	/** What was drawn before, and what was taken back: undo and redo mean these first. */
	readonly past: readonly (Asked | null)[]
	readonly future: readonly (Asked | null)[]
}

/** What is drawn now, as a step that can be taken back. */
export function asking(
	{ asked, past }: LiftState,
	next: Asked | null,
): Pick<LiftState, 'asked' | 'past' | 'future' | 'problem'> & Partial<LiftState> {
	const gone = next === null && { ghost: null, busy: false, keeping: false }
	return { asked: next, past: [...past, asked], future: [], problem: null, ...gone }
}

/** One of the steps taken back, or done again; `null` where there is none. */
export function stepped(
	{ asked, past, future }: LiftState,
	way: 'undo' | 'redo',
): Partial<LiftState> | null {
	const from = way === 'undo' ? past : future
	const next = from.at(-1)
	if (next === undefined) return null
	const rest = from.slice(0, -1)
	return {
		asked: next,
		problem: null,
		keeping: false,
		...(next === null && { ghost: null, busy: false }),
		...(way === 'undo'
			? { past: rest, future: [...future, asked] }
			: { past: [...past, asked], future: rest }),
	}
}

export const liftSlice: Slice<LiftState> = {
	name: 'lift',
	start: {
		wish: FIRST_LIFT,
		asked: null,
		ghost: null,
		busy: false,
		share: null,
		keeping: false,
		problem: null,
		past: [],
		future: [],
	},
}

/** How many things apart outlines are: those that go round the other way are openings. */
export function partCount(contours: readonly Contour[]): number {
	const areas = contours.map(({ nodes }) => signedArea(nodes.map(({ at }) => at)))
	const largest = areas.reduce((most, area) => (Math.abs(area) > Math.abs(most) ? area : most), 0)
	return areas.filter((area) => Math.sign(area) === Math.sign(largest)).length
}
