import { flatColour, withStops } from '../../artwork/laidOver'
import { combineAreas } from '../../combine/combine'
import type { Box } from '../../geometry/box'
import { isGradient, standIn } from '../../path/gradients'
import type { Contour, Paint } from '../../path/model'
import { apart } from './apart'
import { contentPlace, rectangle, within } from './clips'
import { clipped, type Drawn, layersOf, type Region, shapeBox } from './drawn'
import type { SvgElement } from './elements'
import { FIRST_LOOKS, looksOf } from './looks'
import type { Colour } from './paints'
import { referenceOf } from './paints'
import type { Place, Reader } from './reader'
import { lengthOrNone } from './units'

/** Shares nearer to none or all than this are taken for that. */
const FAINTEST = 0.004

/**
 * Items as a mask shows them (SVG 1.1, 14.4): each place by the share that the mask is light there, or covers it. A
 * share that changes along a gradient makes flat colours such gradients.
 */
export function maskedBy(reader: Reader, said: string | undefined, place: Place, items: Drawn[]) {
	if (said === undefined || said === 'none' || items.length === 0) return items
	const element = reader.tree.byId.get(referenceOf(said) ?? '')
	if (element?.name !== 'mask') return items
	const box = shapeBox(items, place.map)
	const shapes = within(reader, element, () => {
		const base = contentPlace(element.attributes.maskContentUnits, place, items)
		const looks = looksOf(FIRST_LOOKS, reader.declared(element), place.ruler)
		return reader.drawChildren(element, { ...base, looks, clipping: false })
	})
	if (!shapes) return items
	if (shapes.some(({ picture }) => picture)) reader.tally.add('masks by images')
	const byAlpha = reader.declared(element).get('mask-type') === 'alpha'
	const shown = through(reader, items, veilsOf(reader, shapes.flatMap(layersOf), byAlpha))
	const around: Region = { contours: [maskBox(element, place, box)], rule: 'nonzero' }
	return shown.flatMap((item) => clipped(item, around))
}

/** A part of the sheet that a mask lets through by a share: black of such an alpha, or of such ones. */
interface Veil extends Region {
	readonly share: Paint
}

/** What a mask lets through, nowhere twice: first what it shows whole. */
function veilsOf(reader: Reader, shapes: readonly Drawn[], byAlpha: boolean): Veil[] {
	const shareOf = ([r, g, b, alpha]: Colour): number =>
		nearWhole(byAlpha ? alpha : (0.2125 * r + 0.7154 * g + 0.0721 * b) * alpha)
	const isHard = shapes.every(({ fill, opacity }) => {
		const colour = flatColour(fill, opacity)
		return colour && [0, 1].includes(shareOf(colour)) && nearWhole(colour[3]) === 1
	})
	if (isHard) return hardVeils(shapes, shareOf)
	const parted = apart(shapes)
	if (!parted) {
		reader.tally.add('soft masks, cut with a hard edge')
		return hardVeils(shapes, (colour) => Math.round(shareOf(colour)))
	}
	const veils = parted.map(({ fill, opacity, contours, rule }): Veil => {
		const area = { contours, rule }
		if (isGradient(fill))
			return { ...area, share: withStops(fill, opacity, (c) => [0, 0, 0, shareOf(c)]) }
		const stand = standIn(fill)
		if (fill.kind === 'pattern') reader.tally.add('soft masks of patterns, each as its mean')
		const colour = stand && flatColour({ kind: 'solid', ...stand }, opacity)
		return { ...area, share: shareBlack(colour ? shareOf(colour) : 0) }
	})
	const whole = veils.filter(({ share }) => share.kind === 'solid' && share.alpha === 1)
	const part = veils.filter((veil) => !whole.includes(veil))
	return whole.length > 0
		? [{ contours: combineAreas('merge', whole), rule: 'nonzero', share: WHOLE }, ...part]
		: part
}

const WHOLE: Paint = shareBlack(1)

function shareBlack(alpha: number): Paint {
	return { kind: 'solid', colour: '#000000', alpha }
}

function nearWhole(share: number): number {
	return share < FAINTEST ? 0 : share > 1 - FAINTEST ? 1 : share
}

/** What is whole of shapes that are light or dark alone. */
function hardVeils(shapes: readonly Drawn[], shareOf: (colour: Colour) => number): Veil[] {
	let shown: Contour[] = []
	for (const shape of shapes) {
		const stand = standIn(shape.fill)
		const colour = stand && flatColour({ kind: 'solid', ...stand }, shape.opacity)
		if (!colour) continue
		if (shareOf(colour) === 1)
			shown = combineAreas('merge', [{ contours: shown, rule: 'nonzero' }, shape])
		else if (colour[3] >= 0.5)
			shown = combineAreas('cut-out', [{ contours: shown, rule: 'nonzero' }, shape])
	}
	return [{ contours: shown, rule: 'nonzero', share: WHOLE }]
}

function through(reader: Reader, items: readonly Drawn[], veils: readonly Veil[]): Drawn[] {
	const [only, more] = veils
	if (only?.share === WHOLE && !more) return items.flatMap((item) => clipped(item, only))
	const pictures = items.flatMap((item) =>
		item.picture ? [{ ...item, picture: { ...item.picture, cut: true } }] : [],
	)
	const shapes = items.filter(({ picture }) => !picture)
	const parted = apart(shapes)
	if (!parted) reader.tally.add('groups that are see-through as a whole')
	const seen = (parted ?? shapes).flatMap((item) =>
		veils.flatMap((veil) => seenBy(reader, item, veil)),
	)
	return [...pictures, ...seen]
}

/** What one sees of an item in one part of a mask. */
function seenBy(reader: Reader, item: Drawn, { share, ...region }: Veil): Drawn[] {
	if (!isGradient(share)) {
		const alpha = share.kind === 'solid' ? (share.alpha ?? 1) : 0
		if (alpha === 0) return []
		return clipped(item, region).map((part) => ({ ...part, opacity: part.opacity * alpha }))
	}
	return layersOf(item)
		.flatMap((layer) => clipped(layer, region))
		.map((area) => {
			const flat = flatColour(area.fill, 1)
			if (flat) {
				const [r, g, b, own] = flat
				return { ...area, fill: withStops(share, 1, ([, , , alpha]) => [r, g, b, alpha * own]) }
			}
			reader.tally.add('soft masks of what is no flat colour, each as its mean')
			return { ...area, opacity: area.opacity * (standIn(share)?.alpha ?? 0) }
		})
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
