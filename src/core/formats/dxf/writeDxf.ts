import { displayList } from '../../artwork/displayList'
import { arcsOf } from '../../geometry/arcs'
import { item } from '../../geometry/numbers'
import type { Point } from '../../geometry/point'
import { isStraight, segmentCubic, segments } from '../../path/contour'
import { cuttingOrder } from '../../path/cuttingOrder'
import type { Contour, Sheet } from '../../path/model'
import { coloursUsed } from '../../path/paint'
import { mmPerPx } from '../pageSize'
import { shares } from '../pathWords'
import { type DxfLayer, dxfDocument, type Entity } from './document'

export interface DxfOptions {
	/** Curves as splines, exact, or as lines and arcs within a tolerance, for machines that know no splines. */
	readonly curves: 'splines' | 'arcs'
	/** How far arcs may leave the curve, mm. */
	readonly tolerance?: number
	/** What shares a layer. */
	readonly layers: 'piece' | 'colour'
	/** The pieces that go out; all that show where absent. */
	readonly only?: ReadonlySet<string>
}

const TOLERANCE_MM = 0.02
/** Of a mm. */
const DIGITS = 5

/**
 * The sheet's outlines as a DXF drawing (R2000, ASCII; Autodesk, *DXF Reference*), in mm, y up: what is
 * painted is not in it. Within a piece openings come before what is round them, the order to cut in.
 */
export function writeDxf(
	sheet: Sheet,
	{ curves, tolerance = TOLERANCE_MM, layers, only }: DxfOptions,
): string {
	const mm = mmPerPx(sheet)
	const place = ([x, y]: Point): Point => [x * mm, (sheet.height - y) * mm]
	const pieces = displayList(sheet, only).map(({ piece }) => piece)
	const names = createNames()
	const layerOf = new Map<string, DxfLayer>()
	const entities = pieces.flatMap((piece) => {
		const colour = coloursUsed([piece])[0] ?? '#22272e'
		const key = layers === 'piece' ? piece.id : colour
		const layer = layerOf.get(key) ?? {
			name: names(layers === 'piece' ? piece.name : colour.slice(1)),
			colour: nearestIndex(colour),
		}
		layerOf.set(key, layer)
		return cuttingOrder(piece).map(
			(contour): Entity => ({
				layer: layer.name,
				shape:
					curves === 'splines' && !contourIsStraight(contour)
						? spline(contour, place)
						: polyline(contour, place, tolerance / mm),
			}),
		)
	})
	return dxfDocument([...layerOf.values()], entities, [sheet.width * mm, sheet.height * mm], DIGITS)
}

function contourIsStraight(contour: Contour): boolean {
	return segments(contour).every(({ from, to }) => isStraight(from, to))
}

/** A run of cubics as one spline of degree 3, each joint's knot three times over. */
function spline(contour: Contour, place: (p: Point) => Point): Entity['shape'] {
	const all = segments(contour).map(segmentCubic)
	const [first] = all
	const points = [...(first ? [first[0]] : []), ...all.flatMap(([, b, c, d]) => [b, c, d])]
	const inner = all.slice(1).flatMap((_, n) => [n + 1, n + 1, n + 1])
	const end = all.length
	return {
		kind: 'spline',
		closed: contour.closed,
		points: points.map(place),
		knots: [0, 0, 0, 0, ...inner, end, end, end, end],
	}
}

/** A run of lines and arcs; an arc's bulge is the tangent of a quarter of its turn, left turns positive. */
function polyline(
	contour: Contour,
	place: (p: Point) => Point,
	tolerance: number,
): Entity['shape'] {
	const arcs = segments(contour).flatMap((segment) =>
		isStraight(segment.from, segment.to)
			? [{ from: segment.from.at, to: segment.to.at, sweep: 0 }]
			: arcsOf(segmentCubic(segment), tolerance),
	)
	// With y up what turned clockwise turns to the right: a negative bulge.
	const vertices = arcs.map(({ from, sweep }) => ({
		at: place(from),
		bulge: sweep === 0 ? 0 : -Math.tan(sweep / 4),
	}))
	const last = arcs.at(-1)
	return {
		kind: 'polyline',
		closed: contour.closed,
		vertices: contour.closed || !last ? vertices : [...vertices, { at: place(last.to), bulge: 0 }],
	}
}

/** Layer names that any reader takes, each once. */
function createNames(): (name: string) => string {
	const given = new Set<string>(['0'])
	return (name) => {
		const plain =
			name
				.replace(/[<>/\\":;?*|=`,\n\r]+/g, ' ')
				.trim()
				.slice(0, 200) || 'Piece'
		let one = plain
		for (let n = 2; given.has(one.toLowerCase()); n++) one = `${plain} ${n}`
		given.add(one.toLowerCase())
		return one
	}
}

/** The first seven of the format's colours by number; greys and mixtures go to the nearest. */
const INDEXED = [
	'#ff0000',
	'#ffff00',
	'#00ff00',
	'#00ffff',
	'#0000ff',
	'#ff00ff',
	'#000000',
] as const

function nearestIndex(colour: string): number {
	const own = shares(colour)
	const away = INDEXED.map((one) =>
		shares(one).reduce((sum, v, n) => sum + (v - item(own, n)) ** 2, 0),
	)
	return away.indexOf(Math.min(...away)) + 1
}
