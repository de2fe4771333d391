import type Flatbush from 'flatbush'
import {
	type Box,
	boundsOf,
	boxContains,
	boxesTouch,
	boxOf,
	type Contour,
	contourHull,
	cubicBounds,
	distance,
	growBox,
	type HandleSide,
	indexBoxes,
	isInside,
	nearestOn,
	type Piece,
	type Point,
	piecesNear,
	type Segment,
	type Sheet,
	segmentCubic,
	segments,
	windingNumber,
} from '@/core'
import type { Selection } from '@/store/selection'
import { shownHandles } from './handles'
import { innerOutlinesNow } from './innerOutlines'

export interface NodeHit {
	readonly kind: 'node'
	readonly contour: Contour
	readonly index: number
	readonly id: string
}
export interface HandleHit {
	readonly kind: 'handle'
	readonly id: string
	readonly side: HandleSide
	readonly at: Point
}
export interface SegmentHit {
	readonly kind: 'segment'
	readonly contour: Contour
	readonly index: number
	readonly t: number
	readonly at: Point
}
export type Hit = NodeHit | HandleHit | SegmentHit

/** Hit radii on screen, CSS px: a pointer is finer than a finger. */
export const HIT_RADIUS_PX = 8
export const TOUCH_RADIUS_PX = 16

/**
 * What lies under a point of the sheet: a node before a handle, unless the handle's node is
 * selected; a handle before a segment. Of several nodes the nearest wins, selected ones first.
 * @param radius reach in sheet px
 */
export function hitTest(sheet: Sheet, selection: Selection, p: Point, radius: number): Hit | null {
	const handle = hitHandle(sheet, selection, p, radius)
	if (handle?.own) {
		const under = hitNode(sheet, selection, p, radius)
		if (!under || distance(handle.hit.at, p) < distance(nodeAt(under), p)) return handle.hit
		return under
	}
	return hitNode(sheet, selection, p, radius) ?? handle?.hit ?? hitSegment(sheet, p, radius)
}

/** The topmost piece in whose filled area the point lies. */
export function pieceUnder(sheet: Sheet, p: Point): Piece | null {
	return openNear(sheet, boxOf([p])).findLast((piece) => isInside(piece, p)) ?? null
}

/** The innermost opening or island, of pieces that can be changed, in which the point lies. */
export function innerOutlineUnder(sheet: Sheet, p: Point): Contour | null {
	const around = openNear(sheet, boxOf([p]))
		.flatMap((piece) => innerOutlinesNow(piece) ?? [])
		.filter(({ contour }) => windingNumber([contour], p) !== 0)
	const size = ({ contour }: { contour: Contour }) => {
		const { minX, minY, maxX, maxY } = boundsOf(contour)
		return (maxX - minX) * (maxY - minY)
	}
	return around.sort((a, b) => size(a) - size(b))[0]?.contour ?? null
}

export function isOpenToEdits(piece: Piece): boolean {
	return !piece.hidden && !piece.locked
}

/** The nodes that lie in a box. */
export function nodesIn(sheet: Sheet, box: Box): string[] {
	return editable(sheet, box).flatMap((contour) =>
		nodesAt(contour, box).flatMap((i) => contour.nodes[i]?.id ?? []),
	)
}

/** The pieces that can be changed of which something may lie in a box. */
function openNear(sheet: Sheet, box: Box): Piece[] {
	return piecesNear(sheet, box).filter(isOpenToEdits)
}

/** Their outlines that may reach into it: most of many outlines do not. */
function editable(sheet: Sheet, box: Box): Contour[] {
	return openNear(sheet, box).flatMap(({ contours }) =>
		contours.filter((contour) => boxesTouch(contourHull(contour), box)),
	)
}

function nodeAt(hit: NodeHit): Point {
	return hit.contour.nodes[hit.index]?.at ?? [0, 0]
}

function hitHandle(sheet: Sheet, selection: Selection, p: Point, radius: number) {
	const near = shownHandles(sheet, selection)
		.map(({ node, side, at, own }) => ({
			hit: { kind: 'handle', id: node.id, side, at } satisfies HandleHit,
			own,
			away: distance(at, p),
		}))
		.filter(({ away }) => away <= radius)
	return near.sort((a, b) => Number(b.own) - Number(a.own) || a.away - b.away)[0] ?? null
}

function hitNode(sheet: Sheet, selection: Selection, p: Point, radius: number): NodeHit | null {
	let best: { hit: NodeHit; rank: number } | null = null
	const box = growBox(boxOf([p]), radius)
	for (const contour of editable(sheet, box))
		for (const index of nodesAt(contour, box)) {
			const node = contour.nodes[index]
			const away = node ? distance(node.at, p) : Number.POSITIVE_INFINITY
			if (!node || away > radius) continue
			const rank = away - (selection.nodes.has(node.id) ? radius : 0)
			if (!best || rank < best.rank)
				best = { hit: { kind: 'node', contour, index, id: node.id }, rank }
		}
	return best?.hit ?? null
}

function hitSegment(sheet: Sheet, p: Point, radius: number): SegmentHit | null {
	return nearestSegment(editable(sheet, growBox(boxOf([p]), radius)), p, radius)
}

/**
 * The edge that lies under a point, of any piece that shows, also of one that is locked.
 * @param but the outline that is not meant
 * @param radius reach in sheet px
 */
export function hitEdge(
	sheet: Sheet,
	p: Point,
	radius: number,
	but: string | undefined,
): SegmentHit | null {
	const shown = piecesNear(sheet, growBox(boxOf([p]), radius)).filter(({ hidden }) => !hidden)
	const others = shown.flatMap(({ contours }) => contours.filter(({ id }) => id !== but))
	return nearestSegment(others, p, radius)
}

function nearestSegment(contours: readonly Contour[], p: Point, radius: number): SegmentHit | null {
	let best: { hit: SegmentHit; away: number } | null = null
	const box = growBox(boxOf([p]), radius)
	for (const contour of contours)
		for (const segment of segmentsAt(contour, box)) {
			const { t, point, distance: away } = nearestOn(segmentCubic(segment), p)
			if (away > radius || (best && away >= best.away)) continue
			best = { hit: { kind: 'segment', contour, index: segment.index, t, at: point }, away }
		}
	return best?.hit ?? null
}

/** What has no more nodes than this is looked through: an index would be made anew with each move of a drag. */
const FEW = 40

interface ContourIndex {
	readonly all: readonly Segment[]
	readonly nodes: Flatbush
	readonly segments: Flatbush
}

const indices = new WeakMap<Contour, ContourIndex>()
function indexOf(contour: Contour): ContourIndex {
	let index = indices.get(contour)
	if (!index) {
		const all = segments(contour)
		index = {
			all,
			nodes: indexBoxes(contour.nodes.map((n) => boxOf([n.at]))),
			segments: indexBoxes(all.map((segment) => cubicBounds(segmentCubic(segment)))),
		}
		indices.set(contour, index)
	}
	return index
}

/** The places of an outline's nodes that lie in a box. */
function nodesAt(contour: Contour, box: Box): number[] {
	const { nodes } = contour
	return nodes.length > FEW
		? searched(indexOf(contour).nodes, box)
		: nodes.flatMap(({ at }, i) => (boxContains(box, at) ? [i] : []))
}

/** The segments of an outline that may reach into a box. */
function segmentsAt(contour: Contour, box: Box): Segment[] {
	if (contour.nodes.length <= FEW)
		return segments(contour).filter((s) => boxesTouch(boxOf(segmentCubic(s)), box))
	const index = indexOf(contour)
	return searched(index.segments, box).flatMap((i) => index.all[i] ?? [])
}

function searched(index: Flatbush, { minX, minY, maxX, maxY }: Box): number[] {
	return index.search(minX, minY, maxX, maxY)
}
