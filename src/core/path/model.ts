import { nanoid } from 'nanoid'
import type { Affine } from '../geometry/affine'
import type { Point } from '../geometry/point'

export type NodeKind = 'corner' | 'smooth' | 'symmetric' | 'cusp'
export type FillRule = 'nonzero' | 'evenodd'

/**
 * A point of an outline. Handles are absolute points in photo pixels; a missing handle is a
 * retracted one. The kind is a promise about the handles that every edit keeps: a corner has
 * none; a smooth node two in one line, or one in line with a straight neighbour; a symmetric
 * node two of equal length in one line; a cusp is free.
 */
export interface PathNode {
	readonly id: string
	readonly at: Point
	readonly in?: Point
	readonly out?: Point
	readonly kind: NodeKind
}

/** An outline: one run of nodes, open or closed. */
export interface Contour {
	readonly id: string
	readonly nodes: readonly PathNode[]
	readonly closed: boolean
}

export type Paint =
	| { readonly kind: 'none' }
	| { readonly kind: 'solid' /** `#rrggbb` */; readonly colour: string }

export interface Stroke {
	readonly paint: Paint
	/** px */
	readonly width: number
}

export interface Piece {
	readonly id: string
	readonly name: string
	readonly contours: readonly Contour[]
	readonly fillRule: FillRule
	readonly fill: Paint
	readonly stroke: Stroke
	/** 0 to 1 */
	readonly opacity: number
	readonly hidden: boolean
	readonly locked: boolean
}

/** A photo laid under the pieces. Its pixels live in the store under `blob`. */
export interface PlacedPhoto {
	readonly id: string
	readonly blob: string
	readonly name: string
	/** px of the file, upright */
	readonly width: number
	readonly height: number
	/** From the photo's own pixels to the sheet's. */
	readonly place: Affine
	/** How strongly it shows, 0 to 1. */
	readonly strength: number
	readonly hidden: boolean
}

/** A document: pieces traced over photos. The unit is the px of the first photo. */
export interface Sheet {
	readonly id: string
	readonly name: string
	readonly width: number
	readonly height: number
	readonly photos: readonly PlacedPhoto[]
	readonly pieces: readonly Piece[]
}

export const INK = '#22272e'

export function newId(): string {
	return nanoid(10)
}

export function emptySheet(name: string, width: number, height: number): Sheet {
	return { id: newId(), name, width, height, photos: [], pieces: [] }
}

export function newPiece(name: string, contours: readonly Contour[]): Piece {
	return {
		id: newId(),
		name,
		contours,
		fillRule: 'evenodd',
		fill: { kind: 'solid', colour: INK },
		stroke: { paint: { kind: 'none' }, width: 1 },
		opacity: 1,
		hidden: false,
		locked: false,
	}
}
