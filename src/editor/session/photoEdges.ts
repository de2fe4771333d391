import {
	type Box,
	boxOf,
	type Contour,
	contourHull,
	distance,
	growBox,
	joinBoxes,
	type PlacedPhoto,
	type Point,
	photoCorners,
	photoHolds,
	type Sheet,
} from '@/core'
import type { EdgeField, EdgesOnSheet } from '@/core/edges'
import { forgetEdges, makeEdgeTile } from '@/jobs/edges'
import type { OpenSheet } from '@/store/openSheet'
import { darkroomSlice } from './darkroomState'
import type { Desk } from './desk'
import { type EdgesThere, edgePhoto, type PhotoEdges, straightWay } from './edgeReading'
import { boxOnPhoto } from './seen'
import type { Slice, Slices } from './slices'
import { visibleBox } from './view'

/** How far the reading of edges has come. */
export interface EdgesState {
	/** Another number with every part that is read. */
	readonly read: number
	/** The edges could not be read; nothing more is tried until somebody asks again. */
	readonly failed: boolean
}

export const edgesSlice: Slice<EdgesState> = {
	name: 'edges',
	start: { read: 0, failed: false },
}

type Core = typeof import('@/core/edges')

/** Edges are looked for so far from an outline at most, sheet px. */
const REACH_PX = 24

/** A way from place to place looks so far round them, sheet px, and a third of their distance. */
const WAY_MARGIN_PX = 24

/** The topmost photo that shows at a place. */
export function photoAt({ photos }: Sheet, at: Point): PlacedPhoto | undefined {
	return photos.findLast((photo) => !photo.hidden && photoHolds(photo, at))
}

/** The topmost photo that shows under the middle of outlines, or else under one of their nodes. */
export function photoUnder(sheet: Sheet, contours: readonly Contour[]): PlacedPhoto | undefined {
	const { minX, minY, maxX, maxY } = boxAround(contours)
	const middle = photoAt(sheet, [(minX + maxX) / 2, (minY + maxY) / 2])
	if (middle) return middle
	const nodes = contours.flatMap((contour) => contour.nodes)
	for (const { at } of nodes) {
		const photo = photoAt(sheet, at)
		if (photo) return photo
	}
	return undefined
}

function boxAround(contours: readonly Contour[]): Box {
	const [first, ...rest] = contours.filter(({ nodes }) => nodes.length > 0).map(contourHull)
	return first ? rest.reduce(joinBoxes, first) : boxOf([[0, 0]])
}

export function createPhotoEdges(open: OpenSheet, desk: Desk, slices: Slices): PhotoEdges {
	const fields = new Map<string, EdgeField>()
	const readers = new Map<string, { photo: PlacedPhoto; edges: EdgesOnSheet }>()
	const told = slices.of(edgesSlice)
	let core: Core | null = null
	let loading: Promise<Core> | null = null
	/** Where one looks. */
	let focus: Point | null = null
	let busy = false

	const load = async (): Promise<Core> => {
		loading ??= import('@/core/edges')
		try {
			core = await loading
		} catch (error) {
			// It is asked for anew with the next look.
			loading = null
			throw error
		}
		return core
	}

	const fieldOf = ({ blob, width, height }: PlacedPhoto, made: Core): EdgeField => {
		const field = fields.get(blob) ?? made.emptyField(width, height)
		fields.set(blob, field)
		return field
	}

	/** The tiles of a photo that lie in a box of the sheet and are not read, the nearest to a place first. */
	const missing = (photo: PlacedPhoto, box: Box, near: Point, made: Core): number[] => {
		const on = boxOnPhoto(photo, box)
		const target = boxOnPhoto(photo, boxOf([near]))
		const { tiles, columns } = fieldOf(photo, made)
		if (!on || !target) return []
		const size = made.TILE_PX
		const away = (tile: number) => {
			const x = ((tile % columns) + 0.5) * size - target.minX
			const y = (Math.floor(tile / columns) + 0.5) * size - target.minY
			return Math.hypot(x, y)
		}
		const inside = (tile: number) => {
			const x = (tile % columns) * size
			const y = Math.floor(tile / columns) * size
			return x <= on.maxX && x + size >= on.minX && y <= on.maxY && y + size >= on.minY
		}
		return [...tiles.keys()]
			.filter((tile) => !tiles[tile] && inside(tile))
			.sort((a, b) => away(a) - away(b))
	}

	const read = async (photo: PlacedPhoto, tile: number, made: Core): Promise<boolean> => {
		const level = slices.of(darkroomSlice).getState().pyramids.get(photo.blob)?.levels[0]
		if (!level) return false
		const field = fieldOf(photo, made)
		const { x, y, width, height } = made.tileGround(field, tile)
		const part = await createImageBitmap(level, x, y, width, height)
		field.tiles[tile] = await makeEdgeTile(edgePhoto(photo), tile, part)
		told.setState((state) => ({ read: state.read + 1, failed: false }))
		return true
	}

	const failed = () => told.setState({ failed: true })

	/** Reads what the window shows round the focus, as long as something is missing there. */
	const attend = async () => {
		if (busy) return
		busy = true
		try {
			const made = await load()
			for (;;) {
				const { view, size } = desk.getState()
				const photo = focus && photoAt(open.sheet(), focus)
				if (!focus || !photo) break
				const [next] = missing(photo, visibleBox(view, size), focus, made)
				if (next === undefined || !(await read(photo, next, made))) break
			}
		} catch {
			failed()
		} finally {
			busy = false
		}
	}

	const reader = (photo: PlacedPhoto): EdgesOnSheet | null => {
		const field = fields.get(photo.blob)
		if (!core || !field) return null
		const known = readers.get(photo.id)
		if (known?.photo === photo) return known.edges
		const edges = core.edgesOnSheet(field, photo.place)
		readers.set(photo.id, { photo, edges })
		return edges
	}

	const there = (at: Point): EdgesThere => {
		const sheet = open.sheet()
		const photo = photoAt(sheet, at)
		if (!photo) return sheet.photos.some((one) => photoHolds(one, at)) ? 'hidden' : 'no photo'
		focus = at
		void attend()
		const near = core && missing(photo, boxOf([at]), at, core)
		if (near && near.length === 0) return 'known'
		return told.getState().failed ? 'failed' : 'coming'
	}

	return {
		there,
		knows: (from, to) => {
			const photo = photoAt(open.sheet(), from) ?? photoAt(open.sheet(), to)
			if (!photo) return true
			const round = growBox(boxOf([from, to]), WAY_MARGIN_PX + distance(from, to) / 3)
			return core !== null && missing(photo, round, from, core).length === 0
		},
		snap: (at, o) => {
			const photo = photoAt(open.sheet(), at)
			return photo && reader(photo)?.snap(at, o)
		},
		follow: (from, to, o) => {
			const photo = photoAt(open.sheet(), from) ?? photoAt(open.sheet(), to)
			return (photo && reader(photo)?.follow(from, to, o)) ?? straightWay(from, to)
		},
		under: async (contours, all) => {
			const photo = photoUnder(open.sheet(), contours)
			if (!photo) return null
			const made = await load()
			const round = growBox(boxAround(contours), REACH_PX)
			const near: Point = [(round.minX + round.maxX) / 2, (round.minY + round.maxY) / 2]
			const box = all ? boxOf(photoCorners(photo)) : round
			try {
				for (;;) {
					const [next] = missing(photo, box, near, made)
					if (next === undefined) break
					if (!(await read(photo, next, made))) return null
				}
			} catch {
				failed()
				return null
			}
			return { photo: edgePhoto(photo), contours, field: fieldOf(photo, made) }
		},
		forget: (blob) => {
			if (!fields.delete(blob)) return
			for (const [id, { photo }] of readers) if (photo.blob === blob) readers.delete(id)
			// A worker that is gone has forgotten it already.
			forgetEdges(blob).catch(() => {})
		},
	}
}
