import type { Point } from './point'

/** An upright rectangle; empty where a minimum exceeds its maximum. */
export interface Box {
	readonly minX: number
	readonly minY: number
	readonly maxX: number
	readonly maxY: number
}

export const EMPTY_BOX: Box = {
	minX: Number.POSITIVE_INFINITY,
	minY: Number.POSITIVE_INFINITY,
	maxX: Number.NEGATIVE_INFINITY,
	maxY: Number.NEGATIVE_INFINITY,
}

export function boxOf(points: Iterable<Point>): Box {
	let { minX, minY, maxX, maxY } = EMPTY_BOX
	for (const [x, y] of points) {
		minX = Math.min(minX, x)
		minY = Math.min(minY, y)
		maxX = Math.max(maxX, x)
		maxY = Math.max(maxY, y)
	}
	return { minX, minY, maxX, maxY }
}

/** From the upper left corner on, clockwise on screen. */
export function boxCorners({ minX, minY, maxX, maxY }: Box): [Point, Point, Point, Point] {
	return [
		[minX, minY],
		[maxX, minY],
		[maxX, maxY],
		[minX, maxY],
	]
}

export function joinBoxes(a: Box, b: Box): Box {
	return {
		minX: Math.min(a.minX, b.minX),
		minY: Math.min(a.minY, b.minY),
		maxX: Math.max(a.maxX, b.maxX),
		maxY: Math.max(a.maxY, b.maxY),
	}
}

export function boxContains(box: Box, [x, y]: Point): boolean {
	return x >= box.minX && x <= box.maxX && y >= box.minY && y <= box.maxY
}

export function boxesTouch(a: Box, b: Box): boolean {
	return a.minX <= b.maxX && b.minX <= a.maxX && a.minY <= b.maxY && b.minY <= a.maxY
}

export function growBox(box: Box, by: number): Box {
	return { minX: box.minX - by, minY: box.minY - by, maxX: box.maxX + by, maxY: box.maxY + by }
}
