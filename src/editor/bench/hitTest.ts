import type Flatbush from 'flatbush'
import {
	type Box,
	boundsOf,
	boxOf,
	type Contour,
	contourHull,
	cubicBounds,
	distance,
	type HandleSide,
	indexBoxes,
	isInside,
	nearestOn,
	type Piece,
	type Point,
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
	return sheet.pieces.findLast((piece) => isOpenToEdits(piece) && isInside(piece, p)) ?? null
}

/** The innermost opening or island, of pieces that can be changed, in which the point lies. */
export function innerOutlineUnder(sheet: Sheet, p: Point): Contour | null {
	const around = sheet.pieces
		.filter(isOpenToEdits)
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
	return editable(sheet).flatMap((contour) => {
		const { nodes } = indexOf(contour)
		return nodes
			.search(box.minX, box.minY, box.maxX, box.maxY)
			.flatMap((i) => contour.nodes[i]?.id ?? [])
	})
}

function editable(sheet: Sheet): Contour[] {
	return sheet.pieces.filter(isOpenToEdits).flatMap((piece) => piece.contours)
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
	for (const contour of editable(sheet)) {
		if (!isNear(contour, p, radius)) continue
		for (const index of around(indexOf(contour).nodes, p, radius)) {
			const node = contour.nodes[index]
			const away = node ? distance(node.at, p) : Number.POSITIVE_INFINITY
			if (!node || away > radius) continue
			const rank = away - (selection.nodes.has(node.id) ? radius : 0)
			if (!best || rank < best.rank)
				best = { hit: { kind: 'node', contour, index, id: node.id }, rank }
		}
	}
	return best?.hit ?? null
}

function hitSegment(sheet: Sheet, p: Point, radius: number): SegmentHit | null {
	let best: { hit: SegmentHit; away: number } | null = null
	for (const contour of editable(sheet)) {
		if (!isNear(contour, p, radius)) continue
		const all = segments(contour)
		for (const index of around(indexOf(contour).segments, p, radius)) {
			const segment = all[index]
			if (!segment) continue
			const nearest = nearestOn(segmentCubic(segment), p)
			if (nearest.distance > radius || (best && nearest.distance >= best.away)) continue
			const hit: SegmentHit = { kind: 'segment', contour, index, t: nearest.t, at: nearest.point }
			best = { hit, away: nearest.distance }
		}
	}
	return best?.hit ?? null
}

/** Whether anything of an outline may lie so near to a point: most of many outlines do not. */
function isNear(contour: Contour, [x, y]: Point, radius: number): boolean {
	const { minX, minY, maxX, maxY } = contourHull(contour)
	return x >= minX - radius && x <= maxX + radius && y >= minY - radius && y <= maxY + radius
}

interface ContourIndex {
	readonly nodes: Flatbush
	readonly segments: Flatbush
}

const indices = new WeakMap<Contour, ContourIndex>()
function indexOf(contour: Contour): ContourIndex {
	let index = indices.get(contour)
	if (!index) {
		const spans = segments(contour).map((s) => cubicBounds(segmentCubic(s)))
		index = {
			nodes: indexBoxes(contour.nodes.map((n) => boxOf([n.at]))),
			segments: indexBoxes(spans),
		}
		indices.set(contour, index)
	}
	return index
}

function around(index: Flatbush, [x, y]: Point, radius: number): number[] {
	return index.search(x - radius, y - radius, x + radius, y + radius)
}
