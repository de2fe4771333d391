import { IDENTITY } from '../../geometry/affine'
import { signedArea } from '../../geometry/polygon'
import { flattenContour } from '../../path/contour'
import { type Drawn, layersOf } from './drawn'
import type { SvgElement } from './elements'
import { FIRST_LOOKS, opacityOf } from './looks'
import { BLACK, type Colour, readPaint, referenceOf } from './paints'
import type { Place, Reader } from './reader'
import { lengthPx, shareOf } from './units'

/**
 * The mean colour of a gradient or pattern, which stands for it.
 * @returns `nothing` where it paints nothing, `missing` where there is none of that id
 */
export function serverColour(
	reader: Reader,
	place: Place,
	id: string,
): Colour | 'nothing' | 'missing' {
	const server = reader.tree.byId.get(id)
	if (!server) return 'missing'
	if (server.name === 'pattern') return patternColour(reader, server)
	if (!/^(linear|radial)Gradient$/.test(server.name)) return 'missing'
	const stops = stopsOf(reader, server).map((stop) => stopOf(reader, stop, place))
	const [only, more] = stops
	if (!only) return 'nothing'
	if (!more) return only.colour
	reader.tally.add('gradients, each as its mean colour')
	return meanOf(stops)
}

interface Stop {
	readonly at: number
	readonly colour: Colour
}

/** The stops of a gradient, or of the one that it refers to for them. */
function stopsOf(reader: Reader, gradient: SvgElement): SvgElement[] {
	const seen = new Set<SvgElement>()
	for (let at: SvgElement | undefined = gradient; at && !seen.has(at); ) {
		seen.add(at)
		const stops = at.children.filter(({ name }) => name === 'stop')
		if (stops.length > 0) return stops
		at = reader.tree.byId.get(referenceOf(at.attributes.href) ?? '')
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
		for (const i of [0, 1, 2]) sum[i] = (sum[i] ?? 0) + (colour[i] ?? 0) * colour[3] * share
		sum[3] = (sum[3] ?? 0) + colour[3] * share
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
		const paint = fill.kind === 'solid' ? readPaint(fill.colour) : undefined
		if (paint?.kind !== 'colour' || fill.kind !== 'solid') continue
		const share = Math.min(1, areaOf(item) / tile) * (fill.alpha ?? 1) * item.opacity
		// What is laid on covers what was there.
		for (const i of [0, 1, 2]) sum[i] = (sum[i] ?? 0) * (1 - share) + (paint.colour[i] ?? 0) * share
		sum[3] = (sum[3] ?? 0) * (1 - share) + share
	}
	const mean = weighted(sum)
	return mean[3] > 0 ? mean : 'nothing'
}

function areaOf({ contours }: Drawn): number {
	return Math.abs(contours.reduce((sum, c) => sum + signedArea(flattenContour(c)), 0))
}
