import { combineAreas } from '../../combine/combine'
import { type Affine, composeAffine } from '../../geometry/affine'
import { type Box, boxCorners } from '../../geometry/box'
import { standIn } from '../../path/gradients'
import { type Contour, newId } from '../../path/model'
import { transformContour } from '../../path/pieces'
import { clipped, type Drawn, layersOf, type Region, shapeBox } from './drawn'
import type { SvgElement } from './elements'
import { FIRST_LOOKS, looksOf } from './looks'
import { readPaint, referenceOf } from './paints'
import type { Place, Reader } from './reader'
import { parseTransform } from './transforms'
import { lengthOrNone } from './units'

/** Items within the clip path that `said` refers to; as they are where there is none. */
export function clippedBy(reader: Reader, said: string | undefined, place: Place, items: Drawn[]) {
	if (said === undefined || said === 'none' || items.length === 0) return items
	const element = reader.tree.byId.get(referenceOf(said) ?? '')
	if (element?.name !== 'clipPath') {
		if (!/^url\(/i.test(said)) reader.tally.add('clip paths told in CSS')
		return items
	}
	const region = clipRegion(reader, element, place, items)
	return region ? items.flatMap((item) => clipped(item, region)) : items
}

/** What a clip path lets through, in sheet px. */
function clipRegion(
	reader: Reader,
	element: SvgElement,
	place: Place,
	items: readonly Drawn[],
): Region | undefined {
	const inside = within(reader, element, () => {
		const base = contentPlace(element.attributes.clipPathUnits, place, items)
		const declared = reader.declared(element)
		const map = composeAffine(base.map, parseTransform(declared.get('transform'), place.ruler))
		const looks = looksOf(FIRST_LOOKS, declared, place.ruler)
		const shapes = reader.drawChildren(element, { ...base, map, looks, clipping: true })
		return clippedBy(reader, declared.get('clip-path'), { ...place, clipping: true }, shapes)
	})
	if (!inside) return undefined
	const [only, more] = inside
	if (only && !more) return only
	return { contours: combineAreas('merge', inside), rule: 'nonzero' }
}

/** Items as a mask shows them: what it lets through by half or more is whole, all else is cut off. */
export function maskedBy(reader: Reader, said: string | undefined, place: Place, items: Drawn[]) {
	if (said === undefined || said === 'none' || items.length === 0) return items
	const element = reader.tree.byId.get(referenceOf(said) ?? '')
	if (element?.name !== 'mask') return items
	const box = shapeBox(items, place.map)
	const shapes = within(reader, element, () => {
		const base = contentPlace(element.attributes.maskContentUnits, place, items)
		const looks = looksOf(FIRST_LOOKS, reader.declared(element), place.ruler)
		return reader.drawChildren(element, { ...base, looks, clipping: false }).flatMap(layersOf)
	})
	if (!shapes) return items
	const byAlpha = reader.declared(element).get('mask-type') === 'alpha'
	let shown: Contour[] = []
	let soft = false
	for (const shape of shapes) {
		const { light, alpha } = brightness(shape)
		const value = byAlpha ? alpha : light * alpha
		soft ||= value > 0.03 && value < 0.97
		if (value >= 0.5) shown = combineAreas('merge', [{ contours: shown, rule: 'nonzero' }, shape])
		else if (alpha >= 0.5 && !byAlpha)
			shown = combineAreas('cut-out', [{ contours: shown, rule: 'nonzero' }, shape])
	}
	if (soft) reader.tally.add('soft masks, cut with a hard edge')
	const region: Region = { contours: shown, rule: 'nonzero' }
	const around = maskBox(element, place, box)
	return items
		.flatMap((item) => clipped(item, region))
		.flatMap((item) => clipped(item, { contours: [around], rule: 'nonzero' }))
}

/** How light a shape is, 0 to 1 (as sRGB weighs it), and how much of what is beneath it covers. */
function brightness({ fill, opacity }: Drawn): { light: number; alpha: number } {
	const flat = standIn(fill)
	if (!flat) return { light: 0, alpha: 0 }
	const paint = readPaint(flat.colour)
	const [r, g, b] = paint?.kind === 'colour' ? paint.colour : [0, 0, 0]
	return { light: 0.2125 * r + 0.7154 * g + 0.0721 * b, alpha: flat.alpha * opacity }
}

/** The part of the sheet that a mask is about at all: the shapes and a tenth around, if not said. */
function maskBox({ attributes }: SvgElement, place: Place, box: Box): Contour {
	const share = attributes.maskUnits !== 'userSpaceOnUse'
	const [width, height] = [box.maxX - box.minX, box.maxY - box.minY]
	const ruler = share ? { ...place.ruler, width: 1, height: 1 } : place.ruler
	const read = (name: string, side: 'width' | 'height', fallback: string) =>
		lengthOrNone(attributes[name] ?? fallback, ruler, side)
	const x = read('x', 'width', '-10%')
	const y = read('y', 'height', '-10%')
	const [w, h] = [read('width', 'width', '120%'), read('height', 'height', '120%')]
	return share
		? rectangle(box.minX + x * width, box.minY + y * height, w * width, h * height, place.map)
		: rectangle(x, y, w, h, place.map)
}

/** An upright rectangle, under a map. */
export function rectangle(
	minX: number,
	minY: number,
	width: number,
	height: number,
	map: Affine,
): Contour {
	const corners = boxCorners({ minX, minY, maxX: minX + width, maxY: minY + height })
	const nodes = corners.map((at) => ({ id: newId(), at, kind: 'corner' as const }))
	return transformContour({ id: newId(), nodes, closed: true }, map)
}

/** The place of what stands in a clip path or mask: the user's units, or the shapes' box as 1 × 1. */
function contentPlace(units: string | undefined, place: Place, items: readonly Drawn[]): Place {
	if (units !== 'objectBoundingBox') return place
	const { minX, minY, maxX, maxY } = shapeBox(items, place.map)
	const map = composeAffine(place.map, [maxX - minX, 0, 0, maxY - minY, minX, minY])
	return { ...place, map }
}

/** Does something with an element's contents, unless that is being done already. */
function within<T>(reader: Reader, element: SvgElement, act: () => T): T | undefined {
	if (reader.using.has(element)) return undefined
	reader.using.add(element)
	try {
		return act()
	} finally {
		reader.using.delete(element)
	}
}
