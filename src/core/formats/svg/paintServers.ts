import { applyAffine, composeAffine, IDENTITY } from '../../geometry/affine'
import { type Box, boxCorners } from '../../geometry/box'
import { item as valueAt } from '../../geometry/numbers'
import { distance, type Point } from '../../geometry/point'
import { signedArea } from '../../geometry/polygon'
import { flattenContour } from '../../path/contour'
import { type Gradient, standIn, transformPaint } from '../../path/gradients'
import { FIGURES, type Stop as GradientStop, type Paint } from '../../path/model'
import { isSound } from '../../path/reach'
import { type Drawn, layersOf } from './drawn'
import type { SvgElement } from './elements'
import { FIRST_LOOKS, opacityOf } from './looks'
import { BLACK, type Colour, readPaint, solid } from './paints'
import type { Place, Reader } from './reader'
import { chainOf } from './references'
import { spreadOut } from './spread'
import { parseTransform } from './transforms'
import { lengthOrNone, lengthPx, type Side, shareOf } from './units'

/**
 * What a gradient or pattern paints a shape with, sheet px; a pattern as its mean colour.
 * @param box round the shape, in the units where it is drawn
 * @param opacity what it is drawn with besides its own, 0 to 1
 * @returns `missing` where there is none of that id
 */
export function serverPaint(
	reader: Reader,
	place: Place,
	id: string,
	box: () => Box,
	opacity: number,
): Paint | 'missing' {
	const server = reader.tree.byId.get(id)
	if (!server) return 'missing'
	if (server.name === 'pattern') {
		const own = ownPattern(server, place, opacity)
		if (own) return own
		const colour = patternColour(reader, server)
		return colour === 'nothing' ? { kind: 'none' } : solid(colour, opacity)
	}
	if (!/^(linear|radial)Gradient$/.test(server.name)) return 'missing'
	const stops = stopsOf(reader, server).map((stop) => stopOf(reader, stop, place))
	const [only, more] = stops
	if (!only) return { kind: 'none' }
	if (!more) return solid(only.colour, opacity)
	const placed = placedGradient(reader, server, place, box)
	if (placed === 'nothing') return { kind: 'none' }
	// Of no length, it is the last colour all over.
	if (placed === 'all last') return solid((stops.at(-1) ?? only).colour, opacity)
	const rising = { ...placed, stops: risingStops(stops, opacity) }
	const paint = spread(reader, server, place, box, rising)
	if (pointsOf(paint).flat().every(isSound)) return paint
	reader.tally.add('gradients beyond 10 million px, each as its mean colour')
	return solid(meanOf(stops), opacity)
}

/** A gradient as it goes on beyond its ends. */
function spread(
	reader: Reader,
	server: SvgElement,
	{ map }: Place,
	box: () => Box,
	gradient: Gradient,
): Gradient {
	const how = chainOf(reader, server).find(({ attributes }) => attributes.spreadMethod)?.attributes
		.spreadMethod
	if (how !== 'reflect' && how !== 'repeat') return gradient
	const corners = boxCorners(box()).map((p) => applyAffine(map, p))
	const out = spreadOut(gradient, how, corners)
	if (!out) reader.tally.add('repeats of gradients')
	return out ?? gradient
}

/** A pattern that is none of ours, which shapes are made of. */
export function foreignPattern(reader: Reader, place: Place, id: string): SvgElement | null {
	const server = reader.tree.byId.get(id)
	return server?.name === 'pattern' && !ownPattern(server, place, 1) ? server : null
}

/** A pattern of ours, by the numbers that stand beside it; `null` for any other. */
function ownPattern({ attributes }: SvgElement, place: Place, opacity: number): Paint | null {
	const figure = FIGURES.find((one) => one === attributes['data-figure'])
	const [spacing, weight] = [Number(attributes.width), Number(attributes['data-weight'])]
	const colour = hexIn(attributes['data-colour'])
	const ground = hexIn(attributes['data-ground'])
	if (!figure || !colour || !(spacing > 0) || !(weight >= 0)) return null
	const [a, b, , , x, y] = parseTransform(attributes.patternTransform)
	const angle = (Math.atan2(b, a) * 180) / Math.PI
	const paint = transformPaint(
		{
			kind: 'pattern',
			figure,
			spacing,
			weight,
			angle,
			at: [x, y],
			colour,
			...(ground && { ground }),
			...(opacity < 1 && { alpha: opacity }),
		},
		place.map,
	)
	const sound =
		paint.kind === 'pattern' && [...paint.at, paint.spacing, paint.weight].every(isSound)
	return sound && paint.spacing > 0 ? paint : null
}

const hexIn = (text: string | undefined) => (/^#[\da-f]{6}$/.test(text ?? '') ? text : undefined)

const pointsOf = (paint: Gradient): readonly Point[] =>
	paint.kind === 'linear'
		? [paint.from, paint.to]
		: [paint.centre, paint.along, paint.across, paint.focus ?? paint.centre]

/** A focus at the edge itself would leave half of what is painted without a colour; shares of the radius. */
const FARTHEST_FOCUS = 0.999

/** Where a gradient lies on the sheet, without its colours. */
function placedGradient(
	reader: Reader,
	server: SvgElement,
	place: Place,
	box: () => Box,
): Gradient | 'nothing' | 'all last' {
	const chain = chainOf(reader, server)
	const said = (name: string) =>
		chain.find((one) => one.attributes[name] !== undefined)?.attributes[name]
	let map = place.map
	let ruler = place.ruler
	if (said('gradientUnits') !== 'userSpaceOnUse') {
		const { minX, minY, maxX, maxY } = box()
		if (!(maxX > minX && maxY > minY)) return 'nothing'
		map = composeAffine(map, [maxX - minX, 0, 0, maxY - minY, minX, minY])
		ruler = { ...ruler, width: 1, height: 1 }
	}
	map = composeAffine(map, parseTransform(said('gradientTransform'), ruler))
	const read = (name: string, side: Side, fallback: string) =>
		lengthPx(said(name), ruler, side) ?? lengthOrNone(fallback, ruler, side)
	if (server.name === 'linearGradient') {
		const from: Point = [read('x1', 'width', '0%'), read('y1', 'height', '0%')]
		const to: Point = [read('x2', 'width', '100%'), read('y2', 'height', '0%')]
		if (distance(from, to) === 0) return 'all last'
		return transformPaint({ kind: 'linear', from, to, stops: [] }, map) as Gradient
	}
	const [x, y] = [read('cx', 'width', '50%'), read('cy', 'height', '50%')]
	const radius = read('r', 'diagonal', '50%')
	if (!(radius > 0)) return 'all last'
	const [fx, fy] = [
		(lengthPx(said('fx'), ruler, 'width') ?? x) - x,
		(lengthPx(said('fy'), ruler, 'height') ?? y) - y,
	]
	// One outside the last circle is taken for one at its edge (SVG 1.1, 13.2.3).
	const within = Math.min(1, (FARTHEST_FOCUS * radius) / Math.hypot(fx, fy))
	const round = {
		kind: 'radial',
		centre: [x, y],
		along: [x + radius, y],
		across: [x, y + radius],
		...((fx !== 0 || fy !== 0) && { focus: [x + fx * within, y + fy * within] as const }),
	} as const
	return transformPaint({ ...round, stops: [] }, map) as Gradient
}

/** Stops as a paint has them: none lies before the one that it follows. */
function risingStops(stops: readonly Stop[], opacity: number): GradientStop[] {
	let least = 0
	return stops.map(({ at, colour: [r, g, b, alpha] }) => {
		least = Math.max(least, at)
		const flat = solid([r, g, b, 1], 1)
		const visible = Math.round(alpha * opacity * 1e4) / 1e4
		return {
			at: least,
			colour: flat.kind === 'solid' ? flat.colour : '#000000',
			...(visible < 1 && { alpha: visible }),
		}
	})
}

interface Stop {
	readonly at: number
	readonly colour: Colour
}

/** The stops of a gradient, or of the one that it refers to for them. */
function stopsOf(reader: Reader, gradient: SvgElement): SvgElement[] {
	for (const one of chainOf(reader, gradient)) {
		const stops = one.children.filter(({ name }) => name === 'stop')
		if (stops.length > 0) return stops
	}
	return []
}

function stopOf(reader: Reader, stop: SvgElement, { looks }: Place): Stop {
	const declared = reader.declared(stop)
	const said = readPaint(declared.get('stop-color') ?? 'black')
	const current = readPaint(declared.get('color') ?? looks.color)
	const paint = said?.kind === 'current' ? current : said
	const [r, g, b, alpha] = paint?.kind === 'colour' ? paint.colour : BLACK
	const opacity = opacityOf(declared.get('stop-opacity'))
	return { at: shareOf(stop.attributes.offset) ?? 0, colour: [r, g, b, alpha * opacity] }
}

/** The mean over the whole ramp, what is before the first and after the last stop included. */
function meanOf(stops: readonly Stop[]): Colour {
	let before: Stop = { at: 0, colour: stops[0]?.colour ?? BLACK }
	const sum = [0, 0, 0, 0]
	const add = (colour: Colour, share: number) => {
		for (const i of [0, 1, 2]) sum[i] = valueAt(sum, i) + valueAt(colour, i) * colour[3] * share
		sum[3] = valueAt(sum, 3) + colour[3] * share
	}
	for (const stop of [...stops, { at: 1, colour: stops.at(-1)?.colour ?? BLACK }]) {
		const at = Math.max(before.at, stop.at)
		add(before.colour, (at - before.at) / 2)
		add(stop.colour, (at - before.at) / 2)
		before = { at, colour: stop.colour }
	}
	return weighted(sum)
}

function weighted([r = 0, g = 0, b = 0, alpha = 0]: readonly number[]): Colour {
	return alpha > 0 ? [r / alpha, g / alpha, b / alpha, alpha] : [0, 0, 0, 0]
}

function patternColour(reader: Reader, pattern: SvgElement): Colour | 'nothing' {
	if (reader.using.has(pattern)) return 'nothing'
	reader.using.add(pattern)
	reader.tally.add('patterns, each as its mean colour')
	const ruler = { fontSize: 16, width: 1, height: 1 }
	const place = { map: IDENTITY, looks: FIRST_LOOKS, ruler, title: '', clipping: false }
	const items = reader.drawChildren(pattern, place).flatMap(layersOf)
	reader.using.delete(pattern)
	const tile =
		(lengthPx(pattern.attributes.width, ruler, 'width') ?? 1) *
		(lengthPx(pattern.attributes.height, ruler, 'height') ?? 1)
	const sum = [0, 0, 0, 0]
	for (const item of items) {
		const { fill } = item
		const flat = standIn(fill)
		const paint = flat ? readPaint(flat.colour) : undefined
		if (paint?.kind !== 'colour' || !flat) continue
		const share = Math.min(1, areaOf(item) / tile) * flat.alpha * item.opacity
		// What is laid on covers what was there.
		for (const i of [0, 1, 2])
			sum[i] = valueAt(sum, i) * (1 - share) + valueAt(paint.colour, i) * share
		sum[3] = valueAt(sum, 3) * (1 - share) + share
	}
	const mean = weighted(sum)
	return mean[3] > 0 ? mean : 'nothing'
}

function areaOf({ contours }: Drawn): number {
	return Math.abs(contours.reduce((sum, c) => sum + signedArea(flattenContour(c)), 0))
}
