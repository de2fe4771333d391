import { laidOver } from '../../artwork/laidOver'
import { combineAreas } from '../../combine/combine'
import { boxesTouch } from '../../geometry/box'
import { signedArea } from '../../geometry/polygon'
import { flattenContour } from '../../path/contour'
import { isGradient } from '../../path/gradients'
import type { Contour } from '../../path/model'
import { type Drawn, layersOf, paintedBox } from './drawn'

/** More shapes than this that lie on each other are not parted: it would be thousands of pieces. */
const MOST_LAYERS = 150
/** Less than this is a touch, px². */
const SMALLEST_AREA = 1e-6

/**
 * Items as shapes that do not lie on each other and look the same together, so that what is done to the whole can be
 * done to each: of what is covered only the part that one sees is left, and where one sees through, the part that is
 * shared has the colour that both make.
 * @returns `null` where no shapes are that: two gradients that show through each other, or too many shapes
 */
export function apart(items: readonly Drawn[]): Drawn[] | null {
	const touching = whichOverlap(items)
	if (touching.size > MOST_LAYERS) return null
	let seen: Placed[] = []
	for (const [order, item] of items.entries()) {
		if (!touching.has(item)) {
			seen.push({ ...item, order })
			continue
		}
		const layers = areasOf(item)
		if (!layers) return null
		for (const layer of layers) {
			const next = laidOn(seen, { ...layer, order })
			if (!next) return null
			seen = next
		}
	}
	return seen.sort((a, b) => a.order - b.order).map(({ order: _, ...item }) => item)
}

/** A shape, and which item it is of. */
type Placed = Drawn & { readonly order: number }

/** Fill and line of an item as areas; parted, where they are seen through together. */
function areasOf(item: Drawn): Drawn[] | null {
	const layers = layersOf({ ...item, opacity: 1 })
	const areas = item.opacity < 1 ? apart(layers) : layers
	return areas?.map((area) => ({ ...area, opacity: item.opacity })) ?? null
}

function laidOn(seen: readonly Placed[], layer: Placed): Placed[] | null {
	const covers = isOpaque(layer)
	const box = paintedBox(layer)
	const next: Placed[] = []
	const shared: Placed[] = []
	let rest: readonly Contour[] = layer.contours
	for (const below of seen) {
		if (!boxesTouch(paintedBox(below), box)) {
			next.push(below)
			continue
		}
		const both = combineAreas('overlap', [layer, below])
		if (sizeOf(both) < SMALLEST_AREA) {
			next.push(below)
			continue
		}
		const left = combineAreas('cut-out', [below, layer])
		if (left.length > 0) next.push({ ...below, contours: left, rule: 'nonzero' })
		if (covers) continue
		const fill = laidOver(layer.fill, layer.opacity, below.fill, below.opacity)
		if (!fill) return null
		shared.push({ ...layer, contours: both, rule: 'nonzero', fill, opacity: 1 })
		rest = combineAreas('cut-out', [{ contours: rest, rule: layer.rule }, below])
	}
	if (rest.length > 0)
		next.push(rest === layer.contours ? layer : { ...layer, contours: rest, rule: 'nonzero' })
	return [...next, ...shared]
}

function isOpaque({ fill, opacity }: Drawn): boolean {
	if (opacity < 1 || fill.kind === 'none') return false
	if (isGradient(fill)) return fill.stops.every(({ alpha = 1 }) => alpha === 1)
	return (fill.alpha ?? 1) === 1 && (fill.kind === 'solid' || fill.ground !== undefined)
}

/** The items that another lies on, or that lie on another. */
function whichOverlap(items: readonly Drawn[]): Set<Drawn> {
	const boxes = items.map(paintedBox)
	const found = new Set<Drawn>()
	for (const [i, a] of items.entries())
		for (const [j, b] of items.slice(0, i).entries()) {
			if (found.size > MOST_LAYERS) return found
			if ((found.has(a) && found.has(b)) || !touch(boxes[i], boxes[j])) continue
			if (!overlap(a, b)) continue
			found.add(a)
			found.add(b)
		}
	return found
}

type BoxOrNone = ReturnType<typeof paintedBox> | undefined

const touch = (a: BoxOrNone, b: BoxOrNone) => a !== undefined && b !== undefined && boxesTouch(a, b)

function overlap(a: Drawn, b: Drawn): boolean {
	return layersOf(a).some((one) =>
		layersOf(b).some((other) => sizeOf(combineAreas('overlap', [one, other])) > SMALLEST_AREA),
	)
}

const sizeOf = (contours: readonly Contour[]) =>
	Math.abs(contours.reduce((sum, contour) => sum + signedArea(flattenContour(contour)), 0))
