import GestureRounded from '@mui/icons-material/GestureRounded'
import { lazy } from 'react'
import {
	addPieces,
	type Contour,
	distance,
	drawnPiece,
	newId,
	type PathNode,
	type Piece,
	type Point,
	removePieces,
	replaceOutlines,
} from '@/core'
import type { ToolDef } from '@/editor/session/definitions'
import { nextName } from '@/editor/session/nextName'
import type { Slice } from '@/editor/session/slices'
import { type Bench, NO_OVERLAY, type PointerInput, type Tool } from '@/editor/session/tool'
import { selectContour } from '@/store/selection'

/** Fits a curve to a stroke; the core's own, which comes when it is first needed. */
export type Fit = (points: Float64Array, o: { closed: boolean; tolerance: number }) => Contour

/** The hand's points are kept this far apart, px on screen. */
const STEP_PX = 1
/** A stroke shorter than this is a slip, px on screen. */
const SLIP_PX = 6
/** So many segments at the end of a stroke are still soft where the rest settles. */
const SOFT_SEGMENTS = 3

/** Draws freehand: the stroke becomes an outline with few nodes while it is drawn. */
export function createPencil(
	bench: Bench,
	o: { wish: () => PencilWish; nextName: () => string; fit: () => Promise<Fit> },
): Tool {
	interface Stroke {
		readonly piece: Piece
		readonly contour: Contour
		/** It is long enough to be meant, and part of the sheet. */
		begun: boolean
		readonly key: string
		readonly points: Point[]
		/** What is fitted for good, and the point from which on it is not. */
		settled: readonly PathNode[]
		soft: number
		pixel: number
	}
	let stroke: Stroke | null = null
	let fitter: Fit | null = null
	let loaded: Promise<void> = Promise.resolve()
	let strokes = 0

	const tolerance = ({ pixel }: Stroke) => Math.max(0.05, o.wish().smoothing * pixel)

	/** The stroke as an outline, as far as it is drawn. */
	const drawn = (now: Stroke, closed: boolean): Contour => {
		const { contour, points } = now
		if (!fitter || points.length < 3) return { ...contour, nodes: asNodes(points) }
		if (closed) {
			const whole = fitter(flat(points), { closed, tolerance: tolerance(now) })
			return { ...whole, id: contour.id }
		}
		const fitted = fitter(flat(points.slice(now.soft)), { closed, tolerance: tolerance(now) })
		const nodes = joined(now.settled, fitted.nodes)
		if (o.wish().settling) settle(now, nodes)
		return { ...contour, nodes }
	}

	/** All but the last few segments stay as they are from now on. */
	const settle = (now: Stroke, nodes: readonly PathNode[]) => {
		const keep = nodes.length - SOFT_SEGMENTS
		const last = nodes[keep - 1]
		if (!last || keep <= now.settled.length) return
		const at = nearest(now.points, last.at, now.soft)
		now.settled = nodes.slice(0, keep)
		now.soft = at
	}

	const put = (now: Stroke, contour: Contour) => {
		const { begun, piece, key } = now
		now.begun = true
		bench.apply(
			'Draw freehand',
			(sheet) =>
				begun
					? replaceOutlines(sheet, [contour])
					: addPieces(sheet, [{ ...piece, contours: [contour] }]),
			key,
		)
	}

	const reset = () => {
		stroke = null
		bench.seal()
	}

	/** Takes the stroke away again, as if it had not been begun. */
	const drop = () => {
		if (!stroke) return
		const { piece, key, begun } = stroke
		if (begun)
			bench.apply('Draw freehand', (sheet) => removePieces(sheet, new Set([piece.id])), key)
		reset()
	}

	const finish = (input: PointerInput) => {
		const now = stroke
		if (!now) return
		const [first] = now.points
		const last = now.points.at(-1)
		if (!first || !last || !now.begun) return reset()
		const closed = now.points.length > 8 && distance(first, last) <= input.reach
		stroke = null
		const complete = () => {
			put(now, drawn(now, closed))
			bench.select(selectContour(bench.sheet(), now.contour.id))
			bench.seal()
		}
		// The very first stroke may be over before its fitter has come.
		if (fitter) complete()
		else void loaded.then(complete)
	}

	return {
		down: (input) => {
			loaded = o.fit().then((came) => {
				fitter = came
			})
			const piece = drawnPiece(bench.sheet(), o.nextName(), [])
			const contour: Contour = {
				id: newId(),
				nodes: asNodes([input.at]),
				closed: false,
			}
			stroke = {
				piece,
				contour,
				begun: false,
				key: `pencil-${++strokes}`,
				points: [input.at],
				settled: [],
				soft: 0,
				pixel: input.pixel,
			}
		},
		move: (input) => {
			const last = stroke?.points.at(-1)
			if (!stroke || !last || distance(last, input.at) < STEP_PX * input.pixel) return
			stroke.points.push(input.at)
			if (!stroke.begun && lengthOf(stroke.points) < SLIP_PX * stroke.pixel) return
			put(stroke, drawn(stroke, false))
		},
		up: finish,
		cancel: drop,
		doubleClick: () => {},
		key: ({ key }) => {
			if (key !== 'escape' || !stroke) return false
			drop()
			return true
		},
		rest: () => {
			if (stroke) reset()
		},
		hint: () =>
			stroke
				? 'Release at the start: close the outline. Release elsewhere: leave it open. Esc: drop it.'
				: 'Press and draw round the object freehand; it becomes a curve with few nodes.',
		overlay: () => NO_OVERLAY,
		cursor: () => 'crosshair',
	}
}

/** Nodes that were fitted for good and those that follow, with one tangent where they meet. */
function joined(settled: readonly PathNode[], soft: readonly PathNode[]): PathNode[] {
	const last = settled.at(-1)
	const [first, ...rest] = soft
	if (!last || !first) return [...soft]
	if (!first.out) return [...settled, ...rest]
	const reach = distance(first.at, first.out)
	const arm: Point = last.in ? [last.at[0] - last.in[0], last.at[1] - last.in[1]] : [0, 0]
	const length = Math.hypot(arm[0], arm[1])
	const runsOn = last.kind !== 'corner' && last.kind !== 'cusp' && length > 0
	const out: Point = runsOn
		? [last.at[0] + (arm[0] / length) * reach, last.at[1] + (arm[1] / length) * reach]
		: [last.at[0] + first.out[0] - first.at[0], last.at[1] + first.out[1] - first.at[1]]
	const meeting: PathNode = { ...last, out, kind: runsOn ? 'smooth' : last.in ? 'cusp' : last.kind }
	return [...settled.slice(0, -1), meeting, ...rest]
}

function nearest(points: readonly Point[], to: Point, from: number): number {
	let best = from
	for (let i = from; i < points.length; i++)
		if (distance(points[i] as Point, to) < distance(points[best] as Point, to)) best = i
	return best
}

function lengthOf(points: readonly Point[]): number {
	return points.slice(1).reduce((sum, p, i) => sum + distance(p, points[i] as Point), 0)
}

function flat(points: readonly Point[]): Float64Array {
	return Float64Array.from(points.flat())
}

function asNodes(points: readonly Point[]): PathNode[] {
	return points.map((at) => ({ id: newId(), at, kind: 'corner' }))
}

/** How freehand strokes become curves. */
export interface PencilWish {
	/** How far the curve may leave the hand's line, px on screen. */
	readonly smoothing: number
	/** Only the last stretch of a stroke is still soft; what lies before it stays as it was fitted. */
	readonly settling: boolean
}

export const pencilSlice: Slice<PencilWish> = {
	name: 'pencil',
	start: { smoothing: 2, settling: false },
}

export const pencilTool: ToolDef = {
	id: 'pencil',
	name: 'Pencil',
	key: 'q',
	icon: GestureRounded,
	about: 'outlines',
	draws: true,
	Options: lazy(() => import('./PencilOptions').then((m) => ({ default: m.PencilOptions }))),
	shortcuts: [
		{ keys: 'Press and draw', does: 'Freehand; let go at the start: close' },
		{ keys: 'Esc', does: 'Drop the stroke' },
	],
	create: ({ bench, open, slices }) =>
		createPencil(bench, {
			wish: () => slices.of(pencilSlice).getState(),
			nextName: () => nextName(open.sheet()),
			fit: () => import('@/core/fitting').then((m) => m.fitPolyline),
		}),
}
