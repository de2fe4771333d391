import { type Affine, applyAffine, composeAffine } from '../../geometry/affine'
import { turnAbout } from '../../geometry/placement'
import type { Point } from '../../geometry/point'
import { add, subtract, unit } from '../../geometry/point'
import { segmentCubic, segments } from '../../path/contour'
import type { Contour } from '../../path/model'
import { rectangle } from './clips'
import { clipped, type Drawn } from './drawn'
import type { SvgElement } from './elements'
import { FIRST_LOOKS, looksOf } from './looks'
import { referenceOf } from './paints'
import type { Place, Reader } from './reader'
import { lengthPx } from './units'
import { readViewBox, viewBoxMap } from './viewports'

/** A place where a marker may stand, and which way the line runs there, radians. */
interface Vertex {
	readonly at: Point
	readonly angle: number
	readonly which: 'start' | 'mid' | 'end'
}

/** What markers draw at the vertices of a shape (SVG 2, 13.7). @param width of the shape's line, in its own units */
export function markerItems(
	reader: Reader,
	place: Place,
	contours: readonly Contour[],
	width: number,
): Drawn[] {
	const { looks } = place
	const said = {
		start: markerOf(reader, looks['marker-start']),
		mid: markerOf(reader, looks['marker-mid']),
		end: markerOf(reader, looks['marker-end']),
	}
	if (!said.start && !said.mid && !said.end) return []
	return verticesOf(contours).flatMap((vertex) => {
		const marker = said[vertex.which]
		if (!marker || reader.using.has(marker)) return []
		reader.visit()
		reader.using.add(marker)
		try {
			return drawnAt(reader, place, marker, vertex, width)
		} finally {
			reader.using.delete(marker)
		}
	})
}

function markerOf(reader: Reader, said: string): SvgElement | null {
	if (said === 'none') return null
	const element = reader.tree.byId.get(referenceOf(said) ?? '')
	return element?.name === 'marker' ? element : null
}

function drawnAt(
	reader: Reader,
	place: Place,
	marker: SvgElement,
	{ at, angle, which }: Vertex,
	width: number,
): Drawn[] {
	const { attributes } = marker
	const { ruler } = place
	const px = (name: string, side: 'width' | 'height', otherwise: number) =>
		lengthPx(attributes[name], ruler, side) ?? otherwise
	const size = { width: px('markerWidth', 'width', 3), height: px('markerHeight', 'height', 3) }
	if (!(size.width > 0 && size.height > 0)) return []
	const box = readViewBox(attributes.viewBox)
	const fit: Affine = box
		? viewBoxMap(box, size, attributes.preserveAspectRatio)
		: [1, 0, 0, 1, 0, 0]
	const inner = box ?? { x: 0, y: 0, ...size }
	const reference = applyAffine(fit, [
		placeIn(attributes.refX, inner.x, inner.width),
		placeIn(attributes.refY, inner.y, inner.height),
	])
	const k = attributes.markerUnits === 'userSpaceOnUse' ? 1 : width
	const turned = composeAffine(
		[1, 0, 0, 1, at[0], at[1]],
		composeAffine(turnAbout([0, 0], turnOf(attributes.orient, angle, which)), [k, 0, 0, k, 0, 0]),
	)
	const frame = composeAffine(composeAffine(place.map, turned), [
		1,
		0,
		0,
		1,
		-reference[0],
		-reference[1],
	])
	const declared = reader.declared(marker)
	const items = reader.drawChildren(marker, {
		...place,
		map: composeAffine(frame, fit),
		looks: looksOf(FIRST_LOOKS, declared, ruler),
		ruler: { ...ruler, ...(box ?? size) },
	})
	if (declared.get('overflow') === 'visible' || declared.get('overflow') === 'auto') return items
	const edge = rectangle(0, 0, size.width, size.height, frame)
	return items.flatMap((item) => clipped(item, { contours: [edge], rule: 'nonzero' }))
}

const NAMED: Readonly<Record<string, number>> = {
	left: 0,
	top: 0,
	center: 0.5,
	right: 1,
	bottom: 1,
}

/** A place along one side of what a marker shows, in its own units. */
function placeIn(said: string | undefined, from: number, size: number): number {
	const share = NAMED[said ?? '']
	if (share !== undefined) return from + share * size
	if (said?.trim().endsWith('%')) return from + (Number.parseFloat(said) / 100) * size
	return Number.parseFloat(said ?? '0') || 0
}

function turnOf(orient: string | undefined, angle: number, which: Vertex['which']): number {
	if (orient === 'auto') return angle
	if (orient === 'auto-start-reverse') return which === 'start' ? angle + Math.PI : angle
	const said = Number.parseFloat(orient ?? '0') || 0
	return orient?.trim().endsWith('rad') ? said : (said * Math.PI) / 180
}

function verticesOf(contours: readonly Contour[]): Vertex[] {
	const places = contours.flatMap((contour) => placesAlong(contour))
	return places.map(({ at, angle }, n) => ({
		at,
		angle,
		which: n === 0 ? 'start' : n === places.length - 1 ? 'end' : 'mid',
	}))
}

/** The nodes of an outline with the way it runs there, where it is closed its first again at the end. */
function placesAlong(contour: Contour): { at: Point; angle: number }[] {
	const curves = segments(contour).map(segmentCubic)
	if (curves.length === 0) return []
	const into = curves.map(([a, b, c, d]) => directionTo(d, [c, b, a]))
	const out = curves.map(
		([a, b, c, d]) => directionTo(a, [b, c, d]).map((v) => -v) as [number, number],
	)
	const closing = contour.closed ? { into: into.at(-1), out: out[0] } : {}
	const at = (k: number): Point =>
		(curves[k] ?? curves[k - 1])?.[k < curves.length ? 0 : 3] ?? [0, 0]
	return Array.from({ length: curves.length + 1 }, (_, k) => {
		const arrives = into[k - 1] ?? closing.into
		const leaves = out[k] ?? closing.out
		const both = arrives && leaves ? add(arrives, leaves) : (arrives ?? leaves ?? [1, 0])
		const way = Math.hypot(both[0], both[1]) > 1e-9 ? both : (leaves ?? [1, 0])
		return { at: at(k), angle: Math.atan2(way[1], way[0]) }
	})
}

/** Which way a curve arrives at its end, of points before it the first that is not the end itself. */
function directionTo(end: Point, before: readonly Point[]): Point {
	const from = before.find((p) => Math.hypot(p[0] - end[0], p[1] - end[1]) > 1e-12)
	return from ? unit(subtract(end, from)) : [1, 0]
}
