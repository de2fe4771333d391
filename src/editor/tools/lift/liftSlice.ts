import { type Box, boxCorners, type Contour, type Point } from '@/core'
import type { Slice } from '@/editor/bench/slices'

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
	/** What is awaited is to be kept as a piece when it comes. */
	readonly keeping: boolean
	/** Why nothing was lifted, in words. */
	readonly problem: string | null
}

export const liftSlice: Slice<LiftState> = {
	name: 'lift',
	start: { wish: FIRST_LIFT, asked: null, ghost: null, busy: false, keeping: false, problem: null },
}
