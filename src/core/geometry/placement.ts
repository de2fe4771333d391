import { type Affine, composeAffine } from './affine'
import { angleOf, length, type Point } from './point'

/** How a picture lies on the sheet: where its middle is, how large, how turned, whether mirrored. */
export interface Placement {
	/** sheet px */
	readonly centre: Point
	/** Its own width and height on the sheet, px, both positive. */
	readonly width: number
	readonly height: number
	/** Clockwise on screen, radians in (-π, π]. */
	readonly turn: number
	/** Left and right exchanged, before it is turned. */
	readonly mirrored: boolean
}

/** The affine map that lays a picture of `width` × `height` px in that way. */
export function placementMap(p: Placement, width: number, height: number): Affine {
	const sx = ((p.mirrored ? -1 : 1) * p.width) / width
	const sy = p.height / height
	const [cos, sin] = [Math.cos(p.turn), Math.sin(p.turn)]
	const [a, b, c, d] = [cos * sx, sin * sx, -sin * sy, cos * sy]
	const [x, y] = p.centre
	return [a, b, c, d, x - (a * width + c * height) / 2, y - (b * width + d * height) / 2]
}

/** Reads a placement back from a map without skew; a mirrored picture is told by its determinant. */
export function readPlacement(map: Affine, width: number, height: number): Placement {
	const [a, b, c, d, e, f] = map
	const mirrored = a * d - b * c < 0
	return {
		centre: [e + (a * width + c * height) / 2, f + (b * width + d * height) / 2],
		width: length([a, b]) * width,
		height: length([c, d]) * height,
		// Not −c: a turn of nothing is 0, not −0.
		turn: angleOf([d, 0 - c]),
		mirrored,
	}
}

/** A turn by `angle` radians (clockwise on screen) about a point. */
export function turnAbout([x, y]: Point, angle: number): Affine {
	const [cos, sin] = [Math.cos(angle), Math.sin(angle)]
	return [cos, sin, -sin, cos, x - cos * x + sin * y, y - sin * x - cos * y]
}

/** A scaling by `sx` and `sy` along axes turned by `turn`, with `about` staying where it is. */
export function scaleAbout(about: Point, turn: number, sx: number, sy: number): Affine {
	const back = turnAbout(about, -turn)
	const [x, y] = about
	const scaled: Affine = [sx, 0, 0, sy, x - sx * x, y - sy * y]
	return composeAffine(turnAbout(about, turn), composeAffine(scaled, back))
}

/**
 * The smallest turn that makes a line level or upright, whichever is nearer, in radians
 * (clockwise on screen) within ±45°.
 */
export function straighteningTurn(from: Point, to: Point): number {
	const angle = angleOf([to[0] - from[0], to[1] - from[1]])
	const quarter = Math.PI / 2
	return Math.round(angle / quarter) * quarter - angle
}
