import { contains } from '../combine/winding'
import { distance, mix, type Point } from '../geometry/point'
import { isFilled, isStraight, segmentCubic, segments } from '../path/contour'
import type { Contour } from '../path/model'
import type { Letter } from './features'

/** The kinds of strokes a letter is made of: straight and round ones, upright and level. */
export const STROKES = ['stem', 'bowl', 'bar', 'arch'] as const
export type StrokeKind = (typeof STROKES)[number]

/** A stroke of a letter, where it is looked at. */
export interface LetterStroke {
	readonly kind: StrokeKind
	/** From edge to edge, square to it, px. */
	readonly width: number
	/** How far it leans from upright, or level, radians. */
	readonly lean: number
	/** Between its edges. */
	readonly at: Point
	/** Its two edges: the left and the right, the upper and the lower. */
	readonly edges: readonly [Edge, Edge]
	/** The edge that goes on where the other is parted by what joins the stroke. */
	readonly shared?: 0 | 1
}

/** How wide those of a kind are, px. */
export function widthsOf(strokes: readonly LetterStroke[], kind: StrokeKind): number[] {
	return strokes.flatMap((one) => (one.kind === kind ? [one.width] : []))
}

/** One side of a stroke: the nodes that make it, and a place on it. */
export interface Edge {
	readonly contour: string
	readonly nodes: readonly string[]
	readonly at: Point
}

/** Straight edges lean from upright, or level, by no more than this, radians: diagonals are drawn to other widths. */
const UPRIGHT = 0.2
/** The two edges of one stroke differ in direction by no more than this, radians. */
const PARALLEL = 0.06
/** Edges are so long at least, as a share of the height of letters, and run beside each other for that much. */
const LONG = 0.14
/** Strokes are no wider than this share of it. */
const WIDEST = 0.45
/** A handle leans from upright, or level, by no more than this, as a slope. */
const SQUARE = 0.12
/** The outermost points of a round stroke's two edges lie beside each other, within this share of the height. */
const BESIDE = 0.16

interface Side extends Edge {
	/** Where it begins and ends across the stroke's direction: y of an upright edge. */
	readonly span: readonly [number, number]
	/** Its direction, radians from the stroke's own. */
	readonly lean: number
	/** Whether the letter is on its greater side: right of it, or beneath. */
	readonly opens: boolean
}

/**
 * The strokes of a letter: stems and bars between parallel straight edges, bowls and arches between the outermost points
 * of round ones, wherever nothing but the letter lies between.
 * @param size how high letters are, px
 * @param slant how far they lean to the right, degrees
 */
export function strokesOf({ contours, fillRule }: Letter, size: number, slant = 0): LetterStroke[] {
	const filled = contours.filter(isFilled)
	const lean = Math.tan((slant * Math.PI) / 180)
	const inside = (p: Point) => contains(filled, p, fillRule)
	return [false, true].flatMap((level) => {
		const straight = filled.flatMap((contour) => straightSides(contour, level, level ? 0 : lean))
		const round = filled.flatMap((contour) => roundSides(contour, level))
		return [...paired(level ? 'bar' : 'stem', straight), ...paired(level ? 'arch' : 'bowl', round)]

		function paired(kind: StrokeKind, sides: readonly Omit<Side, 'opens'>[]): LetterStroke[] {
			const told = sides.flatMap((side): Side[] => {
				const by = size / 200
				const [x, y] = side.at
				const greater = inside(level ? [x, y + by] : [x + by, y])
				const less = inside(level ? [x, y - by] : [x - by, y])
				return greater === less ? [] : [{ ...side, opens: greater }]
			})
			return once(
				told.filter(({ opens }) => opens).flatMap((first) => strokesFrom(kind, first, told)),
			)
		}

		/** The strokes that begin with an edge: to the nearest edges that close it, with the letter all between. */
		function strokesFrom(kind: StrokeKind, first: Side, all: readonly Side[]): LetterStroke[] {
			const ends = all.flatMap((last) => {
				if (last.opens || Math.abs(first.lean - last.lean) > PARALLEL) return []
				const from = Math.max(first.span[0], last.span[0])
				const to = Math.min(first.span[1], last.span[1])
				const round = kind === 'bowl' || kind === 'arch'
				if (round ? to < from : to - from < LONG * size) return []
				const at = (from + to) / 2
				const [a, b] = [acrossAt(first, at), acrossAt(last, at)]
				const lean = (first.lean + last.lean) / 2
				const width = (b - a) * Math.cos(lean)
				if (!(width > 0) || width > WIDEST * size) return []
				const [p, q]: [Point, Point] = level
					? [
							[at, a],
							[at, b],
						]
					: [
							[a, at],
							[b, at],
						]
				if (![0.1, 0.5, 0.9].every((t) => inside(mix(p, q, t)))) return []
				const edges = [first, last] as const
				return [
					{ span: [from, to] as const, stroke: { kind, width, lean, at: mix(p, q, 0.5), edges } },
				]
			})
			// Beside each other along it there may be several: a bar parts the far edge in two.
			const taken: (readonly [number, number])[] = []
			return ends
				.sort((a, b) => a.stroke.width - b.stroke.width)
				.flatMap(({ span, stroke }) => {
					if (taken.some(([from, to]) => span[0] < to && from < span[1])) return []
					taken.push(span)
					return [stroke]
				})
		}

		/** Where an edge is, across, at a place along the stroke. */
		function acrossAt({ at, lean }: Side, along: number): number {
			return level
				? at[1] + (along - at[0]) * Math.tan(lean)
				: at[0] - (along - at[1]) * Math.tan(lean)
		}
	})

	function straightSides(contour: Contour, level: boolean, slope: number): Omit<Side, 'opens'>[] {
		return segments(contour).flatMap((segment) => {
			const { from, to } = segment
			const [a, , , d] = segmentCubic(segment)
			const long = distance(a, d)
			if (long < LONG * size || !(isStraight(from, to) || isAlmostStraight(segmentCubic(segment))))
				return []
			const [dx, dy] = [d[0] - a[0], d[1] - a[1]]
			const way = level ? dx : -dy
			if (way === 0) return []
			// Of an upright edge to the right going up, of a level one downwards going right.
			const turned = Math.atan((level ? dy : dx) / way)
			if (Math.abs(turned - Math.atan(slope)) > UPRIGHT) return []
			const span = level ? [a[0], d[0]] : [a[1], d[1]]
			return [
				{
					contour: contour.id,
					nodes: [from.id, to.id],
					at: mix(a, d, 0.5),
					span: [Math.min(...span), Math.max(...span)] as const,
					lean: turned,
				},
			]
		})
	}

	/** Outermost points of curves across a stroke, where there is a node. */
	function roundSides(contour: Contour, level: boolean): Omit<Side, 'opens'>[] {
		const by = (BESIDE * size) / 2
		return contour.nodes.flatMap((node) => {
			const { at, in: into, out } = node
			if (!into || !out) return []
			const along = (p: Point) => (level ? p[0] - at[0] : p[1] - at[1])
			const across = (p: Point) => (level ? p[1] - at[1] : p[0] - at[0])
			const square = [into, out].every((p) => Math.abs(across(p)) <= SQUARE * Math.abs(along(p)))
			if (!square || along(into) * along(out) >= 0) return []
			const middle = level ? at[0] : at[1]
			return [
				{
					contour: contour.id,
					nodes: [node.id],
					at,
					span: [middle - by, middle + by] as const,
					lean: 0,
				},
			]
		})
	}
}

/** Strokes that share an edge and are of one width are one: an H's bar parts the other edge in two. */
function once(strokes: readonly LetterStroke[]): LetterStroke[] {
	const alike = (a: LetterStroke, b: LetterStroke, side: 0 | 1) =>
		a !== b &&
		a.edges[side].nodes === b.edges[side].nodes &&
		Math.abs(a.width - b.width) < SAME * a.width
	return strokes.flatMap((stroke, k): LetterStroke[] => {
		const before = strokes.slice(0, k)
		if (before.some((one) => alike(one, stroke, 0) || alike(one, stroke, 1))) return []
		const shared = ([0, 1] as const).find((side) => strokes.some((one) => alike(one, stroke, side)))
		return [shared === undefined ? stroke : { ...stroke, shared }]
	})
}

/** Widths that differ by less than this share of them are one. */
const SAME = 0.025

/** A curve that bows by less than this share of its length is drawn as a straight one. */
const BOWS = 0.012

function isAlmostStraight([a, b, c, d]: readonly [Point, Point, Point, Point]): boolean {
	const long = distance(a, d)
	const off = (p: Point) =>
		Math.abs((p[0] - a[0]) * (d[1] - a[1]) - (p[1] - a[1]) * (d[0] - a[0])) / long
	// Its control points lie 4/3 further off than it does.
	return Math.max(off(b), off(c)) * 0.75 <= BOWS * long
}
