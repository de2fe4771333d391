import { applyAffine, composeAffine, invertAffine } from '../../geometry/affine'
import { type Box, boxCorners, boxOf } from '../../geometry/box'
import { nodeCount } from '../../path/contour'
import type { Contour } from '../../path/model'
import { transformContour } from '../../path/pieces'
import { rectangle } from './clips'
import { clipped, type Drawn, layersOf, type Region } from './drawn'
import type { SvgElement } from './elements'
import { FIRST_LOOKS, looksOf } from './looks'
import type { Place, Reader } from './reader'
import { chainOf } from './references'
import { parseTransform } from './transforms'
import { lengthPx, type Side } from './units'
import { readViewBox, viewBoxMap } from './viewports'

/** A pattern of more tiles, or more nodes, under one shape is taken for its mean colour. */
const MOST_TILES = 2500
const MOST_NODES = 40_000

/**
 * What a pattern paints within a shape (SVG 1.1, 13.3), as shapes: its tile again and again, cut to the shape.
 * @param box round the shape, in the units where it is drawn
 * @param region the shape, sheet px
 * @returns `null` where that would be too much
 */
export function patternItems(
	reader: Reader,
	place: Place,
	pattern: SvgElement,
	box: Box,
	region: Region,
): Drawn[] | null {
	const chain = chainOf(reader, pattern)
	const said = (name: string) =>
		chain.find((one) => one.attributes[name] !== undefined)?.attributes[name]
	const holder = chain.find(({ children }) => children.length > 0)
	const inBox = said('patternUnits') !== 'userSpaceOnUse'
	const [bw, bh] = [box.maxX - box.minX, box.maxY - box.minY]
	const ruler = inBox ? { ...place.ruler, width: 1, height: 1 } : place.ruler
	const read = (name: string, side: Side) => lengthPx(said(name), ruler, side) ?? 0
	const [kx, ky] = inBox ? [bw, bh] : [1, 1]
	const x = read('x', 'width') * kx + (inBox ? box.minX : 0)
	const y = read('y', 'height') * ky + (inBox ? box.minY : 0)
	const [width, height] = [read('width', 'width') * kx, read('height', 'height') * ky]
	if (!holder || !(width > 0 && height > 0) || reader.using.has(pattern)) return []
	const own = parseTransform(said('patternTransform'), place.ruler)
	const back = invertAffine(own)
	if (!back) return []
	const map = composeAffine(place.map, own)
	const reach = boxOf(boxCorners(box).map((p) => applyAffine(back, p)))
	const first = [
		Math.floor((reach.minX - x) / width),
		Math.floor((reach.minY - y) / height),
	] as const
	const last = [Math.ceil((reach.maxX - x) / width), Math.ceil((reach.maxY - y) / height)] as const
	const count = (last[0] - first[0]) * (last[1] - first[1])
	if (!(count <= MOST_TILES)) return null

	const viewBox = readViewBox(said('viewBox'))
	const inner = viewBox
		? viewBoxMap(viewBox, { width, height }, said('preserveAspectRatio'))
		: said('patternContentUnits') === 'objectBoundingBox'
			? ([bw, 0, 0, bh, 0, 0] as const)
			: ([1, 0, 0, 1, 0, 0] as const)
	// What is in a tile begins at its corner.
	const fit = composeAffine([1, 0, 0, 1, x, y], inner)
	reader.using.add(pattern)
	const drawn = reader.drawChildren(holder, {
		...place,
		map: composeAffine(map, fit),
		looks: looksOf(FIRST_LOOKS, reader.declared(holder), place.ruler),
		title: '',
	})
	reader.using.delete(pattern)
	const edge: Region = { contours: [rectangle(x, y, width, height, map)], rule: 'nonzero' }
	const pictures = drawn.filter(({ picture }) => picture)
	if (pictures.length > 0 && count > 1) reader.tally.add('images that are repeated')
	const filling = count === 1 ? pictures.flatMap((item) => clipped(item, region)) : []
	const tile = drawn.flatMap(layersOf).flatMap((item) => clipped(item, edge))
	if (count * nodeCount(tile.flatMap(({ contours }) => contours)) > MOST_NODES) return null
	const shifts: (readonly [number, number])[] = []
	for (let j = first[1]; j < last[1]; j++)
		for (let i = first[0]; i < last[0]; i++) shifts.push([i * width, j * height])
	const [a, b, c, d] = map
	const tiles = tile.flatMap((item) => {
		const moved = (contour: Contour, [dx, dy]: readonly [number, number]) =>
			transformContour(contour, [1, 0, 0, 1, a * dx + c * dy, b * dx + d * dy])
		const contours = shifts.flatMap((shift) => item.contours.map((one) => moved(one, shift)))
		return clipped({ ...item, contours, combined: true }, region)
	})
	return [...filling, ...tiles]
}
