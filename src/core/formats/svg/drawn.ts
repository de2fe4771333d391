import { strokeArea } from '../../artwork/strokeArea'
import { combineAreas } from '../../combine/combine'
import { type Affine, invertAffine } from '../../geometry/affine'
import { type Box, boxesTouch, boxOf, EMPTY_BOX, growBox, joinBoxes } from '../../geometry/box'
import { contourBounds, contourHull } from '../../path/contour'
import type { Lettering } from '../../path/lettering'
import type { Contour, FillRule, Paint, Stroke } from '../../path/model'
import { transformContour } from '../../path/pieces'

/** A shape as it is painted, on its way to become a piece; sheet px. */
export interface Drawn {
	readonly name: string
	readonly contours: readonly Contour[]
	readonly rule: FillRule
	readonly fill: Paint
	readonly stroke: Stroke
	readonly strokeBelow: boolean
	/** 0 to 1 */
	readonly opacity: number
	/** The elements that it stands in, each time anew where they are used again; the outermost first. */
	readonly within?: readonly Within[]
	/** A picture that shows in its outlines, which are its frame; it has no other paint. */
	readonly picture?: CarriedPicture
	/** The words that it is, where it is some that are set. */
	readonly lettering?: Lettering
	/** It came of combining outlines, whose ids it may share. */
	readonly combined?: boolean
}

/** A picture that a drawing carries. */
export interface CarriedPicture {
	/** `image/jpeg`, `image/png` and the like */
	readonly type: string
	readonly bytes: Uint8Array<ArrayBuffer>
	/** px of the file, upright */
	readonly width: number
	readonly height: number
	/** From the picture's own px to the sheet's. */
	readonly place: Affine
	/** Something cuts it, or it fades, as no photo on a sheet does. */
	readonly cut?: boolean
}

/** An element that holds others together. */
export interface Within {
	readonly name: string
}

/** What outlines fill by a rule. */
export interface Region {
	readonly contours: readonly Contour[]
	readonly rule: FillRule
}

export const NO_STROKE: Stroke = { paint: { kind: 'none' }, width: 1 }

/** The box round what is painted, strokes and their corners included. */
export function paintedBox({ contours, stroke }: Drawn): Box {
	const box = contours.map(contourHull).reduce(joinBoxes, EMPTY_BOX)
	if (stroke.paint.kind === 'none') return box
	const corners = stroke.join === undefined || stroke.join === 'miter'
	return growBox(box, (stroke.width / 2) * (corners ? (stroke.miterLimit ?? 4) : Math.SQRT2))
}

/** The box round the shapes themselves, in the units that `map` leads from. */
export function shapeBox(items: readonly Drawn[], map: Affine): Box {
	const back = invertAffine(map)
	if (!back) return EMPTY_BOX
	return items
		.flatMap(({ contours }) => contours)
		.map((contour) => contourBounds(transformContour(contour, back)))
		.reduce(joinBoxes, EMPTY_BOX)
}

/**
 * A shape within a region: fill and stroke each cut to it. What lies wholly within an upright
 * rectangle, as most do, stays as it is. Pictures are not cut: that they should be is noted.
 */
export function clipped(item: Drawn, region: Region): Drawn[] {
	const box = paintedBox(item)
	const around = region.contours.map(contourHull).reduce(joinBoxes, EMPTY_BOX)
	if (!boxesTouch(box, around)) return []
	if (isRectangle(region) && holdsBox(around, box)) return [item]
	if (item.picture) return [{ ...item, picture: { ...item.picture, cut: true } }]
	return layersOf(item).flatMap((layer): Drawn[] => {
		const contours = combineAreas('overlap', [layer, region])
		return contours.length > 0 ? [{ ...layer, contours }] : []
	})
}

/** A shape as areas alone, of a picture none: its fill, and its stroke as the outline of the line, in their order. */
export function layersOf(item: Drawn): Drawn[] {
	const { fill, stroke, contours } = item
	const area = { ...item, stroke: NO_STROKE, strokeBelow: false, combined: true }
	const layers: Drawn[] = []
	if (fill.kind !== 'none') layers.push(area)
	if (stroke.paint.kind !== 'none' && stroke.width > 0) {
		const line = { ...area, fill: stroke.paint, contours: strokeArea(contours, stroke) }
		layers.push({ ...line, rule: 'nonzero' })
	}
	return item.strokeBelow ? layers.reverse() : layers
}

function isRectangle({ contours: [only, more] }: Region): boolean {
	if (!only || more || !only.closed || only.nodes.length !== 4) return false
	const { minX, minY, maxX, maxY } = boxOf(only.nodes.map(({ at }) => at))
	return only.nodes.every(
		({ at: [x, y], in: into, out }) =>
			!into && !out && (x === minX || x === maxX) && (y === minY || y === maxY),
	)
}

function holdsBox(outer: Box, inner: Box): boolean {
	const slack = 1e-6 * Math.max(1, outer.maxX - outer.minX)
	return (
		outer.minX - slack <= inner.minX &&
		outer.minY - slack <= inner.minY &&
		outer.maxX + slack >= inner.maxX &&
		outer.maxY + slack >= inner.maxY
	)
}
