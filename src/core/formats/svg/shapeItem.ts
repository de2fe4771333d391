import { strokeArea } from '../../artwork/strokeArea'
import type { Affine } from '../../geometry/affine'
import { EMPTY_BOX, joinBoxes } from '../../geometry/box'
import { arcLength } from '../../geometry/cubic'
import { distance } from '../../geometry/point'
import { contourBounds, segmentCubic, segments } from '../../path/contour'
import { inferKinds } from '../../path/kinds'
import type { Contour, Paint, Stroke } from '../../path/model'
import { transformContour } from '../../path/pieces'
import { isSound, isSoundContour, SHEET_REACH_PX } from '../../path/reach'
import { type Drawn, NO_STROKE } from './drawn'
import type { SvgElement } from './elements'
import { opacityOf } from './looks'
import { markerItems } from './markers'
import { foreignPattern, serverPaint } from './paintServers'
import { BLACK, readPaint, type SaidPaint, solid } from './paints'
import { patternItems } from './patternTiles'
import type { Place, Reader } from './reader'
import { shapeOf } from './shapes'
import { lengthPx } from './units'

/** A basic shape as it is painted: itself, and its stroke by itself where that is bent by a skew. */
export function shapeItems(reader: Reader, element: SvgElement, place: Place): Drawn[] {
	const declared = reader.declared(element)
	const shape = shapeOf(element.name, element.attributes, declared, place.ruler)
	if (shape.error) reader.tally.add('paths with an error in their data, read up to it')
	return paintedItems(reader, element, place, shape)
}

/** Outlines as they are painted where an element stands. @param shape in its own units */
export function paintedItems(
	reader: Reader,
	element: SvgElement,
	place: Place,
	shape: { readonly contours: readonly Contour[] },
): Drawn[] {
	const { tally } = reader
	const { looks, map } = place
	const declared = reader.declared(element)
	if (looks.visibility !== 'visible') {
		tally.add('hidden shapes')
		return []
	}
	const tiled = place.clipping ? null : tiledItems(reader, place, element, shape.contours)
	const fill = place.clipping
		? solid(BLACK, 1)
		: element.name === 'line' || tiled
			? NO_PAINT
			: paintOf(reader, place, looks.fill, looks['fill-opacity'], shape.contours)
	const local = place.clipping ? NO_STROKE : strokeOf(reader, place, element, shape.contours)
	const drawn = shape.contours.filter(({ nodes }) => nodes.length > 1)
	if (drawn.length === 0) return []
	const placed = drawn.map((contour) => inferKinds(transformContour(contour, map)))
	if (!placed.every(isSoundContour)) {
		tally.add('shapes beyond 10 million px')
		return []
	}
	const beside = [
		...(tiled ?? []),
		...(MARKED.has(element.name) && !place.clipping
			? markerItems(reader, place, shape.contours, local.width)
			: []),
	]
	if (fill.kind === 'none' && local.paint.kind === 'none') {
		if (beside.length === 0) tally.add('shapes without any paint')
		return beside
	}
	const fixed = declared.get('vector-effect') === 'non-scaling-stroke'
	const k = fixed ? 1 / reader.cssPx : evenScale(map)
	const stroke = k === undefined ? NO_STROKE : scaledStroke(local, k)
	const item: Drawn = {
		name: place.title || element.attributes.id || '',
		contours: placed.flatMap((contour) => asFilled(contour, fill, stroke)),
		rule: looks[place.clipping ? 'clip-rule' : 'fill-rule'] === 'evenodd' ? 'evenodd' : 'nonzero',
		fill,
		stroke,
		strokeBelow: strokeComesFirst(looks['paint-order']),
		opacity: 1,
	}
	const items = item.contours.length > 0 ? [item] : []
	if (items.length === 0) tally.add('shapes without any paint')
	if (k === undefined && local.paint.kind !== 'none') {
		const line = bentStroke(drawn, local, map)
		const bent: Drawn = {
			...item,
			contours: line,
			rule: 'nonzero',
			fill: local.paint,
			combined: true,
		}
		if (fill.kind === 'none') items.pop()
		if (line.length > 0) items.splice(item.strokeBelow ? 0 : items.length, 0, bent)
	}
	const sound = items.filter((i) => i.contours.every(isSoundContour) && isSound(i.stroke.width))
	if (sound.length < items.length) tally.add('shapes beyond 10 million px')
	return withBeside(sound, tiled ?? [], beside.slice(tiled?.length ?? 0))
}

/** What is filled with a pattern's tiles lies beneath the line, markers over it. */
function withBeside(items: Drawn[], beneath: readonly Drawn[], above: readonly Drawn[]): Drawn[] {
	return beneath.length + above.length === 0 ? items : [...beneath, ...items, ...above]
}

/** The fill of a shape as the tiles of a pattern that is none of ours; nothing where it has another. */
function tiledItems(
	reader: Reader,
	place: Place,
	element: SvgElement,
	contours: readonly Contour[],
): Drawn[] | null {
	const { looks, map } = place
	const said = readPaint(looks.fill)
	const pattern = said?.kind === 'server' ? foreignPattern(reader, place, said.id) : null
	if (!pattern || element.name === 'line') return null
	const box = contours.map(contourBounds).reduce(joinBoxes, EMPTY_BOX)
	const placed = contours
		.filter(({ nodes }) => nodes.length > 1)
		.map((contour) => ({ ...transformContour(contour, map), closed: true }))
	if (placed.length === 0 || !placed.every(isSoundContour)) return null
	const rule = looks['fill-rule'] === 'evenodd' ? 'evenodd' : 'nonzero'
	const items = patternItems(reader, place, pattern, box, { contours: placed, rule })
	if (!items?.every((item) => item.contours.every(isSoundContour))) return null
	const share = opacityOf(looks['fill-opacity'])
	const name = place.title || element.attributes.id || ''
	return items.map((item) => ({ ...item, name, opacity: item.opacity * share }))
}

const NO_PAINT: Paint = { kind: 'none' }

/**
 * An open outline as SVG fills it: closed where its ends meet, else filled straight across. What is
 * only a line and has no stroke is nothing to see.
 */
function asFilled(contour: Contour, fill: Paint, stroke: Stroke): Contour[] {
	if (contour.closed || fill.kind === 'none') return [contour]
	const { nodes } = contour
	const [first, last] = [nodes[0], nodes.at(-1)]
	const stroked = stroke.paint.kind !== 'none'
	if (!first || !last) return []
	if (nodes.length === 2 && !first.out && !last.in) return stroked ? [contour] : []
	const size = Math.max(1, Math.abs(first.at[0]), Math.abs(first.at[1]))
	const meets = nodes.length > 2 && distance(first.at, last.at) < 1e-6 * size
	const unseen = !stroked || (stroke.cap === 'round' && stroke.join === 'round')
	if (!meets || !unseen) return [{ ...contour, filled: true }]
	const { in: _, ...start } = first
	const one = last.in ? { ...start, in: last.in } : start
	return [inferKinds({ ...contour, nodes: [one, ...nodes.slice(1, -1)], closed: true })]
}

/**
 * What a stroke covers that a map skews: worked out before the map, at about the size it has after it.
 */
function bentStroke(contours: readonly Contour[], stroke: Stroke, map: Affine): Contour[] {
	const [a, b, c, d, e, f] = map
	const k = Math.sqrt(Math.abs(a * d - b * c))
	const before = contours.map((contour) => transformContour(contour, [k, 0, 0, k, 0, 0]))
	const line = scaledStroke(stroke, k)
	if (!before.every(isSoundContour) || !isSound(line.width)) return []
	const after: Affine = [a / k, b / k, c / k, d / k, e, f]
	return strokeArea(before, line).map((contour) => inferKinds(transformContour(contour, after)))
}

/** By how much a map scales all lengths alike, or `undefined` where it skews or stretches. */
function evenScale([a, b, c, d]: Affine): number | undefined {
	const [along, down] = [Math.hypot(a, b), Math.hypot(c, d)]
	const even =
		Math.abs(along - down) <= 1e-3 * along && Math.abs(a * c + b * d) <= 1e-3 * along * down
	return even ? Math.sqrt(along * down) : undefined
}

/** A length as near to what is said as a sheet can hold. */
function within(length: number): number {
	return Math.min(SHEET_REACH_PX, Math.max(-SHEET_REACH_PX, length)) || 0
}

function scaledStroke(stroke: Stroke, k: number): Stroke {
	if (stroke.paint.kind === 'none') return stroke
	const { dashes, dashOffset } = stroke
	return {
		...stroke,
		width: stroke.width * k,
		...(dashes && { dashes: dashes.map((d) => within(d * k)) }),
		...(dashOffset !== undefined && { dashOffset: within(dashOffset * k) }),
	}
}

function strokeOf(
	reader: Reader,
	place: Place,
	element: SvgElement,
	contours: readonly Contour[],
): Stroke {
	const { looks, ruler } = place
	const paint = paintOf(reader, place, looks.stroke, looks['stroke-opacity'], contours)
	const px = (said: string) => lengthPx(said, ruler, 'diagonal')
	const width = px(looks['stroke-width']) ?? 1
	if (paint.kind === 'none' || !(width > 0)) return NO_STROKE
	const dashes = dashesOf(looks['stroke-dasharray'], px)
	const along = dashes ? lengthTold(element, contours) : 1
	const cap = looks['stroke-linecap'] as NonNullable<Stroke['cap']>
	const join = looks['stroke-linejoin'].replace(/^(miter-clip|arcs)$/, 'miter') as NonNullable<
		Stroke['join']
	>
	const miterLimit = within(Number(looks['stroke-miterlimit']))
	return {
		paint,
		width,
		...(cap !== 'butt' && { cap }),
		...(join !== 'miter' && { join }),
		...(miterLimit !== 4 && { miterLimit }),
		...(dashes && {
			dashes: dashes.map((d) => d * along),
			dashOffset: (px(looks['stroke-dashoffset']) ?? 0) * along,
		}),
	}
}

function dashesOf(said: string, px: (text: string) => number | undefined): number[] | undefined {
	const dashes = said
		.split(/[\s,]+/)
		.filter(Boolean)
		.map(px)
	const sound = dashes.filter((d): d is number => d !== undefined && d >= 0)
	const visible = sound.length === dashes.length && sound.some((d) => d > 0)
	return visible ? sound : undefined
}

/** px to one unit of the `pathLength` that an element gives itself. */
function lengthTold(element: SvgElement, contours: readonly Contour[]): number {
	const told = Number(element.attributes.pathLength)
	if (!(told > 0)) return 1
	const length = contours
		.flatMap(segments)
		.reduce((sum, segment) => sum + arcLength(segmentCubic(segment), 1e-3), 0)
	return length / told
}

/** @param contours the shape itself, in the units where it is drawn */
function paintOf(
	reader: Reader,
	place: Place,
	said: string,
	opacity: string,
	contours: readonly Contour[],
): Paint {
	const share = opacityOf(opacity)
	const box = () => contours.map(contourBounds).reduce(joinBoxes, EMPTY_BOX)
	const paint = (words: SaidPaint | undefined): Paint => {
		switch (words?.kind) {
			case 'colour':
				return solid(words.colour, share)
			case 'current': {
				const current = readPaint(place.looks.color)
				return solid(current?.kind === 'colour' ? current.colour : BLACK, share)
			}
			case 'server': {
				const found = serverPaint(reader, place, words.id, box, share)
				return found === 'missing' ? paint(words.otherwise) : found
			}
			default:
				return NO_PAINT
		}
	}
	return paint(readPaint(said))
}

function strokeComesFirst(order: string): boolean {
	const words = order.toLowerCase().split(/\s+/)
	const [fill, stroke] = [words.indexOf('fill'), words.indexOf('stroke')]
	return stroke >= 0 && (fill < 0 || stroke < fill)
}

const MARKED = new Set(['path', 'line', 'polyline', 'polygon'])
