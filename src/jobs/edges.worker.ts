import type { Affine, Contour } from '@/core'
import {
	type Again,
	type BendOptions,
	type BentToEdges,
	type EdgeField,
	type EdgeProfile,
	type EdgeTile,
	emptyField,
	type FitToEdgesOptions,
	makeTile,
	outlinesOnSheet,
	type SameAgainOptions,
	tileGround,
} from '@/core/pictures'
import { exposed } from './exposed'
import { pixelsOf } from './pixelsOf'

/** A photo whose edges are read. */
export interface EdgePhoto {
	readonly blob: string
	/** px, upright */
	readonly width: number
	readonly height: number
	/** Carries the photo's px to the sheet's. */
	readonly place: Affine
}

/** Outlines, and the photo under them. */
export interface OnPhoto {
	readonly photo: EdgePhoto
	readonly contours: readonly Contour[]
}

/** How outlines lie before and after they were changed, with what they became. */
export interface Moved {
	readonly contours: readonly Contour[]
	readonly unsure: number
	readonly bent: number
	/** Straight segments beside which no edge runs. */
	readonly straight: BentToEdges['straight']
	readonly before: EdgeProfile
	readonly after: EdgeProfile
}

/** How far from an outline its edge is looked for, photo px. */
const REACH_PX = 8

const fields = new Map<string, EdgeField>()

function fieldOf({ blob, width, height }: Omit<EdgePhoto, 'place'>): EdgeField {
	const field = fields.get(blob) ?? emptyField(width, height)
	fields.set(blob, field)
	return field
}

const reader = ({ photo }: OnPhoto) => outlinesOnSheet(fieldOf(photo), photo.place)
const sizeOf = ({ place: [a, b, c, d] }: EdgePhoto) => Math.sqrt(Math.abs(a * d - b * c))

const endpoint = {
	/** Makes a tile from its part of the photo, which is used up; it stays here too. */
	make(photo: Omit<EdgePhoto, 'place'>, tile: number, part: ImageBitmap): EdgeTile {
		const field = fieldOf(photo)
		makeTile(field, tile, pixelsOf(part), tileGround(field, tile))
		const made = field.tiles[tile]
		if (!made) throw new Error('The tile was not made.')
		return made
	},

	/** Of some tiles those that are not here. */
	missing(photo: Omit<EdgePhoto, 'place'>, tiles: readonly number[]): number[] {
		const field = fieldOf(photo)
		return tiles.filter((tile) => !field.tiles[tile])
	},

	/** Takes in a tile that was made before. */
	put(photo: Omit<EdgePhoto, 'place'>, tile: number, made: EdgeTile): void {
		fieldOf(photo).tiles[tile] = made
	},

	forget(blob: string): void {
		fields.delete(blob)
	},

	measure: (all: readonly OnPhoto[]): EdgeProfile[] =>
		all.map((one) => reader(one).measure(one.contours, { reach: REACH_PX * sizeOf(one.photo) })),

	fit: (one: OnPhoto, o: FitToEdgesOptions): Moved => {
		const edges = reader(one)
		const { contours, unsure } = edges.fit(one.contours, o)
		return { ...profiles(one, contours), unsure, bent: 0, straight: [] }
	},

	again: (one: OnPhoto, o: SameAgainOptions): Again[] => reader(one).again(one.contours, o),

	bend: (one: OnPhoto, o: BendOptions): Moved => {
		const edges = reader(one)
		const { contours, straight, bent } = edges.bend(one.contours, o)
		return { ...profiles(one, contours), unsure: 0, bent, straight }
	},
}

function profiles(one: OnPhoto, contours: readonly Contour[]) {
	const edges = reader(one)
	const reach = REACH_PX * sizeOf(one.photo)
	return {
		contours,
		before: edges.measure(one.contours, { reach }),
		after: edges.measure(contours, { reach }),
	}
}

export type EdgesWorker = typeof endpoint

exposed(endpoint)
