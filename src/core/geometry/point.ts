/** A place or a displacement; photo pixels unless said otherwise, y down. */
export type Point = readonly [x: number, y: number]

export function add(a: Point, b: Point): Point {
	return [a[0] + b[0], a[1] + b[1]]
}

export function subtract(a: Point, b: Point): Point {
	return [a[0] - b[0], a[1] - b[1]]
}

export function scale(a: Point, k: number): Point {
	return [a[0] * k, a[1] * k]
}

/** The point a share `t` of the way from `a` to `b`; exactly `a` at 0 and `b` at 1. */
export function mix(a: Point, b: Point, t: number): Point {
	const s = 1 - t
	return [a[0] * s + b[0] * t, a[1] * s + b[1] * t]
}

export function dot(a: Point, b: Point): number {
	return a[0] * b[0] + a[1] * b[1]
}

/** The z part of the cross product: positive where `b` lies clockwise of `a` on screen (y down). */
export function cross(a: Point, b: Point): number {
	return a[0] * b[1] - a[1] * b[0]
}

/** In the unit of the points. Ten times as quick as `Math.hypot`, which guards numbers beyond 1e154. */
export function length(a: Point): number {
	return Math.sqrt(a[0] * a[0] + a[1] * a[1])
}

export function distance(a: Point, b: Point): number {
	const dx = a[0] - b[0]
	const dy = a[1] - b[1]
	return Math.sqrt(dx * dx + dy * dy)
}

/** `a` scaled to length 1; the zero vector stays zero. */
export function unit(a: Point): Point {
	const n = length(a)
	return n > 0 ? [a[0] / n, a[1] / n] : [0, 0]
}

/** A quarter turn, clockwise on screen. */
export function perpendicular(a: Point): Point {
	return [-a[1], a[0]]
}

/** The direction of `a` in radians, clockwise on screen from +x, in (-π, π]. */
export function angleOf(a: Point): number {
	return Math.atan2(a[1], a[0])
}

/** The displacement of the given length towards `angle` (radians). */
export function polar(angle: number, length: number): Point {
	return [Math.cos(angle) * length, Math.sin(angle) * length]
}

/** `to`, turned about `from` to the nearest multiple of `step` radians, its distance kept. */
export function snapAngle(from: Point, to: Point, step: number): Point {
	const d = subtract(to, from)
	const snapped = Math.round(angleOf(d) / step) * step
	return add(from, polar(snapped, length(d)))
}

export function samePoint(a: Point, b: Point): boolean {
	return a[0] === b[0] && a[1] === b[1]
}
