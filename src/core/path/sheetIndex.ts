import type Flatbush from 'flatbush'
import { type Box, boxesTouch, EMPTY_BOX, joinBoxes } from '../geometry/box'
import { item } from '../geometry/numbers'
import { contourHull } from './contour'
import { indexBoxes } from './enclosing'
import type { Piece } from './model'

/** Ids that something is asked of: a set of them, or what is known by them. */
export type Ids = Pick<ReadonlySet<string>, 'has' | 'keys'>

/** Where the pieces of one version of a sheet are; answers are places in its list, rising. */
export interface SheetIndex {
	/** The pieces that ids name, or that hold an outline or a node of theirs. */
	holding(ids: Ids): number[]
	/** The pieces whose hull, of nodes and handles, reaches into a box. */
	within(box: Box): number[]
}

/** One version that was looked at whole; later ones are told by what of it they changed. */
interface Base {
	readonly pieces: readonly Piece[]
	ids?: ReadonlyMap<string, number>
	tree?: Flatbush
}

/** How a list lies on a base: both begin with as many of the same pieces, and end with as many. */
interface Lie {
	readonly base: Base
	/** The base's places from here on lie so much further on. */
	readonly from: number
	readonly by: number
	/** Places that hold what the base does not, rising. */
	readonly strays: readonly number[]
}

/** Where more than this share of the pieces differ from the base, or so many, the base is made anew. */
const MOST_SHARE = 1 / 16
const MOST_STRAYS = 64
/** A version that is asked more often than a step of a drag asks has its strays' ids noted. */
const LOOKS = 8

const made = new WeakMap<readonly Piece[], SheetIndex>()
let last: Base | null = null

/**
 * The index of a list of pieces, which never changes: made once for each version, and for most in the time that it
 * takes to see which pieces are not those of a version before.
 */
export function indexOf(pieces: readonly Piece[]): SheetIndex {
	let index = made.get(pieces)
	if (!index) {
		const lie = (last && lieOn(last, pieces)) ?? {
			base: { pieces },
			from: pieces.length,
			by: 0,
			strays: [],
		}
		last = lie.base
		index = indexBy(pieces, lie)
		made.set(pieces, index)
	}
	return index
}

function lieOn(base: Base, pieces: readonly Piece[]): Lie | null {
	const by = pieces.length - base.pieces.length
	const shorter = Math.min(pieces.length, base.pieces.length)
	let from = 0
	if (by === 0) from = shorter
	else while (from < shorter && pieces[from] === base.pieces[from]) from++
	const most = Math.max(MOST_STRAYS, pieces.length * MOST_SHARE)
	const strays: number[] = []
	for (let k = 0; k < pieces.length; k++) {
		if (pieces[k] === base.pieces[k < from ? k : k - by]) continue
		strays.push(k)
		if (strays.length > most) return null
	}
	return { base, from, by, strays }
}

function indexBy(pieces: readonly Piece[], { base, from, by, strays }: Lie): SheetIndex {
	/** Where a piece of the base is now, if it is. */
	const now = (k: number): number | undefined => {
		const place = k < from ? k : k + by
		return pieces[place] === base.pieces[k] ? place : undefined
	}
	let asked = 0
	let ofStrays: ReadonlyMap<string, number> | undefined
	return {
		holding(ids) {
			base.ids ??= idsOf(base.pieces)
			const found = new Set<number>()
			for (const id of ids.keys()) {
				const known = base.ids.get(id)
				const place = known === undefined ? undefined : now(known)
				if (place !== undefined) found.add(place)
			}
			if (strays.length > 0 && asked++ >= LOOKS) {
				ofStrays ??= idsOf(strays.map((k) => item(pieces, k)))
				for (const id of ids.keys()) {
					const known = ofStrays.get(id)
					if (known !== undefined) found.add(item(strays, known))
				}
			} else for (const k of strays) if (holds(item(pieces, k), ids)) found.add(k)
			return [...found].sort(rising)
		},
		within(box) {
			base.tree ??= indexBoxes(base.pieces.map(hullOf))
			const found = base.tree
				.search(box.minX, box.minY, box.maxX, box.maxY)
				.flatMap((k) => now(k) ?? [])
			for (const k of strays) if (boxesTouch(hullOf(item(pieces, k)), box)) found.push(k)
			return found.sort(rising)
		},
	}
}

function idsOf(pieces: readonly Piece[]): ReadonlyMap<string, number> {
	const ids = new Map<string, number>()
	const take = (id: string, k: number) => {
		if (!ids.has(id)) ids.set(id, k)
	}
	for (const [k, piece] of pieces.entries()) {
		take(piece.id, k)
		for (const contour of piece.contours) {
			take(contour.id, k)
			for (const node of contour.nodes) take(node.id, k)
		}
	}
	return ids
}

function holds({ id, contours }: Piece, ids: Ids): boolean {
	return (
		ids.has(id) ||
		contours.some(
			(contour) => ids.has(contour.id) || contour.nodes.some((node) => ids.has(node.id)),
		)
	)
}

const hulls = new WeakMap<Piece, Box>()
function hullOf(piece: Piece): Box {
	let hull = hulls.get(piece)
	if (!hull) {
		hull = piece.contours.map(contourHull).reduce(joinBoxes, EMPTY_BOX)
		hulls.set(piece, hull)
	}
	return hull
}

const rising = (a: number, b: number) => a - b
