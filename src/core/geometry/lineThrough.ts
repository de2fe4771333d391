import type { Point } from './point'

/** A straight line: a place on it, and its direction, a unit vector. */
export interface Line {
	readonly at: Point
	readonly along: Point
}

/** The line in the middle of some points: through their mean, along their greatest spread (Pearson, 1901). */
export function lineThrough(points: readonly Point[]): Line {
	const n = Math.max(1, points.length)
	const at: Point = [
		points.reduce((sum, [x]) => sum + x, 0) / n,
		points.reduce((sum, [, y]) => sum + y, 0) / n,
	]
	let [xx, xy, yy] = [0, 0, 0]
	for (const [x, y] of points) {
		xx += (x - at[0]) ** 2
		xy += (x - at[0]) * (y - at[1])
		yy += (y - at[1]) ** 2
	}
	const angle = Math.atan2(2 * xy, xx - yy) / 2
	return { at, along: [Math.cos(angle), Math.sin(angle)] }
}

/** How far a point lies off a line, to its right on screen, in the unit of its points. */
export function offLine({ at, along }: Line, [x, y]: Point): number {
	return (y - at[1]) * along[0] - (x - at[0]) * along[1]
}

/** The place on a line that is nearest to a point. */
export function ontoLine({ at, along }: Line, p: Point): Point {
	const t = (p[0] - at[0]) * along[0] + (p[1] - at[1]) * along[1]
	return [at[0] + t * along[0], at[1] + t * along[1]]
}

/** Where two lines meet; `null` where the sine of the angle between them is less. */
export function meeting(a: Line, b: Line, least: number): Point | null {
	const across = a.along[0] * b.along[1] - a.along[1] * b.along[0]
	if (Math.abs(across) < least) return null
	const t = ((b.at[0] - a.at[0]) * b.along[1] - (b.at[1] - a.at[1]) * b.along[0]) / across
	return [a.at[0] + t * a.along[0], a.at[1] + t * a.along[1]]
}
