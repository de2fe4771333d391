import { combineAreas } from '../../combine/combine'
import { type Affine, composeAffine } from '../../geometry/affine'
import { boxCorners } from '../../geometry/box'
import { type Contour, newId } from '../../path/model'
import { transformContour } from '../../path/pieces'
import { clipped, type Drawn, type Region, shapeBox } from './drawn'
import type { SvgElement } from './elements'
import { FIRST_LOOKS, looksOf } from './looks'
import { referenceOf } from './paints'
import type { Place, Reader } from './reader'
import { parseTransform } from './transforms'

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
export function contentPlace(
	units: string | undefined,
	place: Place,
	items: readonly Drawn[],
): Place {
	if (units !== 'objectBoundingBox') return place
	const { minX, minY, maxX, maxY } = shapeBox(items, place.map)
	const map = composeAffine(place.map, [maxX - minX, 0, 0, maxY - minY, minX, minY])
	return { ...place, map }
}

/** Does something with an element's contents, unless that is being done already. */
export function within<T>(reader: Reader, element: SvgElement, act: () => T): T | undefined {
	if (reader.using.has(element)) return undefined
	reader.using.add(element)
	try {
		return act()
	} finally {
		reader.using.delete(element)
	}
}
