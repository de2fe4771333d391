import { type Box, boxContains, distance, type Point } from '@/core'
import type { Size } from '@/editor/session/view'

/** It stands so far from the node: clear of its marks, within a short way of the pointer, px. */
const BESIDE_PX = 14
/** It keeps so far from handles, and from the way to them, px: what a hand may miss them by. */
const CLEAR_PX = 12

/**
 * Where something stands beside a node, so that it lies neither on what one may want to grab there nor on the way to it.
 * @param node where the node is on screen, px
 * @param size how large what is to be laid there is, px
 * @param o.handles the node's own handles: neither they nor the way to them is covered
 * @param o.others what is rather not covered
 * @param room the canvas, px
 * @returns its upper left corner; `null` where there is no such place
 */
export function besideNode(
	[x, y]: Point,
	size: Size,
	{ handles, others }: { readonly handles: readonly Point[]; readonly others: readonly Point[] },
	room: Size,
): Point | null {
	const { width, height } = size
	const right = x + BESIDE_PX
	const left = x - BESIDE_PX - width
	const below = y + BESIDE_PX
	const above = y - BESIDE_PX - height
	const middle = x - width / 2
	const level = y - height / 2
	const corners: readonly Point[] = [
		[right, below],
		[right, above],
		[left, below],
		[left, above],
		[middle, below],
		[middle, above],
		[right, level],
		[left, level],
	]
	const free = corners.filter(([left, top]) => {
		const within =
			left >= 0 && top >= 0 && left + width <= room.width && top + height <= room.height
		return (
			within && handles.every((handle) => !meets(box([left, top], size, CLEAR_PX), [x, y], handle))
		)
	})
	const covered = (corner: Point) =>
		others.filter((other) => boxContains(box(corner, size, CLEAR_PX / 2), other)).length
	return free.reduce<Point | null>(
		(best, corner) => (best === null || covered(corner) < covered(best) ? corner : best),
		null,
	)
}

const box = ([left, top]: Point, { width, height }: Size, by: number): Box => ({
	minX: left - by,
	minY: top - by,
	maxX: left + width + by,
	maxY: top + height + by,
})

/** Whether a straight way goes through a box (Liang and Barsky, 1984). */
function meets({ minX, minY, maxX, maxY }: Box, from: Point, to: Point): boolean {
	const [dx, dy] = [to[0] - from[0], to[1] - from[1]]
	let [enters, leaves] = [0, 1]
	const bounds = [
		[-dx, from[0] - minX],
		[dx, maxX - from[0]],
		[-dy, from[1] - minY],
		[dy, maxY - from[1]],
	] as const
	for (const [slope, room] of bounds) {
		if (slope === 0 && room < 0) return false
		if (slope < 0) enters = Math.max(enters, room / slope)
		if (slope > 0) leaves = Math.min(leaves, room / slope)
	}
	return enters <= leaves
}

/** How far a point is from a rectangle on screen, px; nought within it. */
export function awayFrom(
	rect: {
		readonly left: number
		readonly top: number
		readonly right: number
		readonly bottom: number
	},
	[x, y]: Point,
): number {
	const nearest: Point = [
		Math.min(rect.right, Math.max(rect.left, x)),
		Math.min(rect.bottom, Math.max(rect.top, y)),
	]
	return distance(nearest, [x, y])
}
