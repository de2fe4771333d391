import { type Affine, type Box, type Point, subtract } from '@/core'

/** How the canvas shows the sheet: screen px (CSS) = sheet px × scale + (x, y). */
export interface View {
	readonly scale: number
	readonly x: number
	readonly y: number
}

export interface Size {
	readonly width: number
	readonly height: number
}

/** What is drawn, and how: the view, in a window, at so many device px for a CSS px. */
export interface Viewport {
	readonly view: View
	readonly size: Size
	readonly ratio: number
	readonly line: ShownLine
	readonly casing?: Casing
	/** The only part of the sheet that is drawn anew, where that is not all of the window. */
	readonly within?: Box
}

/**
 * What a line of a colour (`#rrggbb`) is cased in so that it shows on what lies beneath, where px of the sheet are
 * drawn by `view`; null where a light casing will do.
 */
export type Casing = (colour: string, view: View) => CanvasPattern | null

/** The trace line as it is drawn. */
export interface ShownLine {
	/** `#rrggbb` */
	readonly colour: string
	/** px on screen */
	readonly width: number
	/** 0 to 1 */
	readonly strength: number
}

export const MIN_SCALE = 0.02
export const MAX_SCALE = 128
/** Above this scale a photo's pixels are shown as the squares they are. */
export const CRISP_SCALE = 8
/** How broad the rulers along the window's upper and left edges are, px. */
export const RULER_PX = 20
/** How broad the rail of held buttons beside the canvas is, px. */
export const RAIL_PX = 96
/** How high the strip under the canvas is, px. */
export const STRIP_PX = 72
/** Free space round what is fitted into the window, px. */
const FIT_MARGIN_PX = 28

export function toScreen({ scale, x, y }: View, p: Point): Point {
	return [p[0] * scale + x, p[1] * scale + y]
}

export function toSheet({ scale, x, y }: View, p: Point): Point {
	return [(p[0] - x) / scale, (p[1] - y) / scale]
}

/** Zooms by `factor` with the sheet's point under `about` (screen px) staying there. */
export function zoomAt(view: View, about: Point, factor: number): View {
	const scale = Math.min(MAX_SCALE, Math.max(MIN_SCALE, view.scale * factor))
	const [dx, dy] = subtract(about, [view.x, view.y])
	const k = scale / view.scale
	return { scale, x: about[0] - dx * k, y: about[1] - dy * k }
}

export function panBy(view: View, by: Point): View {
	return { ...view, x: view.x + by[0], y: view.y + by[1] }
}

/** The view that shows all of `box` (sheet px) in the middle of the window. */
export function fitBox(box: Box, size: Size): View {
	const width = Math.max(1e-6, box.maxX - box.minX)
	const height = Math.max(1e-6, box.maxY - box.minY)
	const room = { width: size.width - 2 * FIT_MARGIN_PX, height: size.height - 2 * FIT_MARGIN_PX }
	const wanted = Math.min(room.width / width, room.height / height)
	const scale = Math.min(MAX_SCALE, Math.max(MIN_SCALE, wanted))
	return {
		scale,
		x: size.width / 2 - ((box.minX + box.maxX) / 2) * scale,
		y: size.height / 2 - ((box.minY + box.maxY) / 2) * scale,
	}
}

/**
 * The view in a window of another size: what was fitted into it is so again, else what was in its middle stays there.
 * @param fitted what would have been fitted, sheet px
 */
export function resized(view: View, before: Size, size: Size, fitted: Box): View {
	const was = fitBox(fitted, before)
	const same = (['scale', 'x', 'y'] as const).every((key) => Math.abs(was[key] - view[key]) < 1e-6)
	if (same) return fitBox(fitted, size)
	return centredOn(toSheet(view, [before.width / 2, before.height / 2]), view.scale, size)
}

/** The part of the sheet that the window shows, sheet px. */
export function visibleBox(view: View, size: Size): Box {
	const [minX, minY] = toSheet(view, [0, 0])
	const [maxX, maxY] = toSheet(view, [size.width, size.height])
	return { minX, minY, maxX, maxY }
}

/** The view as an affine map, for a canvas of `ratio` device px per CSS px. */
export function viewMatrix({ scale, x, y }: View, ratio: number): Affine {
	return [scale * ratio, 0, 0, scale * ratio, x * ratio, y * ratio]
}

/** The view under which a point of the sheet lies in the middle of the window. */
export function centredOn([x, y]: Point, scale: number, size: Size): View {
	return { scale, x: size.width / 2 - x * scale, y: size.height / 2 - y * scale }
}
