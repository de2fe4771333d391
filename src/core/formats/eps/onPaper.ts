import type { DisplayItem, DisplayShape } from '../../artwork/displayList'
import { laidOver } from '../../artwork/laidOver'
import { strokeArea } from '../../artwork/strokeArea'
import { combineAreas } from '../../combine/combine'
import type { Area } from '../../combine/divide'
import { type Box, boxesTouch, EMPTY_BOX, joinBoxes } from '../../geometry/box'
import { contourHull } from '../../path/contour'
import { isGradient, standIn } from '../../path/gradients'
import type { Paint, Stroke } from '../../path/model'

/** Something that is painted over all before it, and covers it. */
export interface Layer {
	/** The name of its piece. */
	readonly name: string
	readonly shape: DisplayShape
}

/** Over more areas than this what is see-through is mixed with the paper alone: each makes as many again. */
const MOST_AREAS = 600
const NO_STROKE: Stroke = { paint: { kind: 'none' }, width: 1 }

/**
 * What is painted, from the lowest up, so that none of it need be seen through: what is see-through is painted in the
 * colours that it makes with the paper, and again, over each area beneath it, in those that it makes with that.
 * Where no one paint is that, as of two gradients, one is taken for its middle colour.
 * @param paper `#rrggbb`
 */
export function onPaper(items: readonly DisplayItem[], paper: string): Layer[] {
	const layers: Layer[] = []
	const stack: Painted[] = []
	let known = 0
	for (const { piece, opacity, shapes } of items)
		for (const shape of shapes) {
			const { name } = piece
			if (!isSeeThrough(shape, opacity)) {
				layers.push({ name, shape })
				continue
			}
			// What lies beneath is looked at as areas from when something shows it.
			for (; known < layers.length; known++) stack.push(...areasOf(layers[known]?.shape))
			for (const area of separate(areasOf(shape), opacity)) {
				const mixed = over(area, opacity, paper, stack)
				stack.push(...mixed)
				for (const one of mixed) layers.push({ name, shape: asShape(one) })
			}
			known = layers.length
		}
	return layers
}

/** An area, what fills it, and the box round it. */
interface Painted extends Area {
	readonly paint: Paint
	readonly box: Box
}

function isSeeThrough({ fill, stroke }: DisplayShape, opacity: number): boolean {
	return [fill, stroke.paint].some(
		(paint) => paint.kind !== 'none' && (opacity < 1 || !isOpaque(paint)),
	)
}

function isOpaque(paint: Paint): boolean {
	if (isGradient(paint)) return paint.stops.every(({ alpha = 1 }) => alpha === 1)
	// Figures are mixed with the paper: what they show is no area.
	return paint.kind !== 'solid' || (paint.alpha ?? 1) === 1
}

/** Fill and line as areas, in their order. */
function areasOf(shape: DisplayShape | undefined): Painted[] {
	if (!shape) return []
	const { contours, rule, fill, stroke, strokeBelow } = shape
	const areas: Painted[] = []
	if (fill.kind !== 'none') areas.push(painted({ contours, rule }, fill))
	if (stroke.paint.kind !== 'none' && stroke.width > 0)
		areas.push(painted({ contours: strokeArea(contours, stroke), rule: 'nonzero' }, stroke.paint))
	return strokeBelow ? areas.reverse() : areas
}

function painted(area: Area, paint: Paint): Painted {
	const box = area.contours.map(contourHull).reduce(joinBoxes, EMPTY_BOX)
	return { ...area, paint, box }
}

/** Fill and line that are see-through together do not show each other. */
function separate(areas: readonly Painted[], opacity: number): readonly Painted[] {
	const [lower, upper] = areas
	if (!lower || !upper || opacity === 1) return areas
	const left = combineAreas('cut-out', [lower, upper])
	return left.length > 0
		? [painted({ contours: left, rule: 'nonzero' }, lower.paint), upper]
		: [upper]
}

/** A see-through area as it looks on the paper, and on each area beneath it, the lowest first. */
function over(area: Painted, opacity: number, paper: string, stack: readonly Painted[]): Painted[] {
	const ground = { kind: 'solid', colour: paper } as const
	const mixed = [{ ...area, paint: mix(area.paint, opacity, ground) }]
	const beneath = stack.filter(({ box }) => boxesTouch(box, area.box))
	if (beneath.length > MOST_AREAS) return mixed
	return mixed.concat(
		beneath.flatMap((below) => {
			const contours = combineAreas('overlap', [area, below])
			if (contours.length === 0) return []
			return [painted({ contours, rule: 'nonzero' }, mix(area.paint, opacity, below.paint))]
		}),
	)
}

function mix(upper: Paint, opacity: number, lower: Paint): Paint {
	const exact = laidOver(upper, opacity, lower, 1)
	if (exact) return exact
	const flat = standIn(lower)
	const ground: Paint = flat ? { kind: 'solid', colour: flat.colour } : { kind: 'none' }
	return laidOver(upper, opacity, ground, 1) ?? upper
}

function asShape({ contours, rule, paint }: Painted): DisplayShape {
	return { contours, rule, fill: paint, stroke: NO_STROKE, strokeBelow: false }
}
