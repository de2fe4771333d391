import GestureRounded from '@mui/icons-material/GestureRounded'
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
	type Sheet,
} from '@/core'
import type { ToolDef } from '@/editor/session/definitions'
import {
	apply,
	type Effect,
	type Machine,
	runMachine,
	SEAL,
	select,
	stepBy,
	type Turn,
} from '@/editor/session/machine'
import { nextName } from '@/editor/session/nextName'
import { NO_OVERLAY } from '@/editor/session/tool'
import { late } from '@/kit/late'
import { wantedSoon } from '@/kit/parts'
import { NOTHING } from '@/store/selection'
import { type PencilWish, pencilSlice } from './pencilSlice'

/** Fits a curve to a stroke; the core's own, which comes when it is first needed. */
export type Fit = (points: Float64Array, o: { closed: boolean; tolerance: number }) => Contour

/** The hand's points are kept this far apart, px on screen. */
const STEP_PX = 1
/** A stroke shorter than this is a slip, px on screen. */
const SLIP_PX = 6
/** So many segments at the end of a stroke are still soft where the rest settles. */
const SOFT_SEGMENTS = 3

/** A stroke as far as it is drawn. */
interface Stroke {
	readonly piece: Piece
	readonly contour: Contour
	/** It is long enough to be meant, and part of the sheet. */
	readonly begun: boolean
	readonly key: string
	readonly points: readonly Point[]
	/** What is fitted for good, and the point from which on it is not. */
	readonly settled: readonly PathNode[]
	readonly soft: number
	readonly pixel: number
}

interface Drawing {
	readonly stroke: Stroke | null
	/** The very first strokes may be over before their fitter has come: they are completed then. */
	readonly over: readonly { readonly stroke: Stroke; readonly closed: boolean }[]
	readonly strokes: number
}

/** What the tool needs of what goes on beside it. */
export interface PencilNeeds {
	wish(): PencilWish
	nextName(): string
	/** `null` until it has come; it is asked for with each look. */
	fit(): Fit | null
}

/** Draws freehand: the stroke becomes an outline with few nodes while it is drawn. */
export function pencilMachine(needs: PencilNeeds): Machine<Drawing> {
	/** A stroke as an outline, and what of it is settled then. */
	const drawn = (now: Stroke, closed: boolean): { contour: Contour; stroke: Stroke } => {
		const { contour, points, pixel } = now
		const { smoothing, settling } = needs.wish()
		const tolerance = Math.max(0.05, smoothing * pixel)
		const fitter = needs.fit()
		if (!fitter || points.length < 3)
			return { contour: { ...contour, nodes: asNodes(points) }, stroke: now }
		if (closed)
			return {
				contour: { ...fitter(flat(points), { closed, tolerance }), id: contour.id },
				stroke: now,
			}
		const fitted = fitter(flat(points.slice(now.soft)), { closed, tolerance })
		const nodes = joined(now.settled, fitted.nodes)
		return { contour: { ...contour, nodes }, stroke: settling ? settled(now, nodes) : now }
	}
	const put = (now: Stroke, closed = false): { stroke: Stroke; effect: Effect } => {
		const { contour, stroke } = drawn(now, closed)
		const { begun, piece, key } = now
		const edit = (sheet: Sheet) =>
			begun
				? replaceOutlines(sheet, [contour])
				: addPieces(sheet, [{ ...piece, contours: [contour] }])
		return { stroke: { ...stroke, begun: true }, effect: apply('Draw freehand', edit, key) }
	}
	const completed = ({ stroke: now, closed }: Drawing['over'][number]): Effect[] => [
		put(now, closed).effect,
		select({ ...NOTHING, piece: now.piece.id, contour: now.contour.id }),
		SEAL,
	]
	/** The stroke is taken away again, as if it had not been begun. */
	const dropped = (state: Drawing): Turn<Drawing> => {
		const { stroke } = state
		if (!stroke) return { state }
		const gone = new Set([stroke.piece.id])
		const effects = stroke.begun
			? [apply('Draw freehand', (sheet) => removePieces(sheet, gone), stroke.key), SEAL]
			: [SEAL]
		return { state: { ...state, stroke: null }, effects }
	}
	return {
		start: { stroke: null, over: [], strokes: 0 },
		drops: true,
		step: stepBy({
			down: (state, input, sight) => {
				const strokes = state.strokes + 1
				const stroke: Stroke = {
					piece: drawnPiece(sight.sheet(), needs.nextName(), []),
					contour: { id: newId(), nodes: asNodes([input.at]), closed: false },
					begun: false,
					key: `pencil-${strokes}`,
					points: [input.at],
					settled: [],
					soft: 0,
					pixel: input.pixel,
				}
				return { state: { ...state, stroke, strokes } }
			},
			move: (state, input) => {
				const { stroke } = state
				const last = stroke?.points.at(-1)
				if (!stroke || !last || distance(last, input.at) < STEP_PX * input.pixel) return { state }
				const next = { ...stroke, points: [...stroke.points, input.at] }
				if (!next.begun && lengthOf(next.points) < SLIP_PX * next.pixel)
					return { state: { ...state, stroke: next } }
				const { stroke: now, effect } = put(next)
				return { state: { ...state, stroke: now }, effects: [effect] }
			},
			up: (state, input) => {
				const { stroke } = state
				const [first] = stroke?.points ?? []
				const last = stroke?.points.at(-1)
				if (!stroke || !first || !last || !stroke.begun)
					return { state: { ...state, stroke: null }, effects: stroke ? [SEAL] : [] }
				const closed = stroke.points.length > 8 && distance(first, last) <= input.reach
				const free = { ...state, stroke: null }
				if (needs.fit()) return { state: free, effects: completed({ stroke, closed }) }
				return { state: { ...free, over: [...state.over, { stroke, closed }] } }
			},
			cancel: dropped,
			wish: (state) =>
				needs.fit()
					? { state: { ...state, over: [] }, effects: state.over.flatMap(completed) }
					: { state },
			key: (state, { key }) =>
				key === 'escape' && state.stroke ? dropped(state) : { state, unused: true },
			rest: (state) => ({
				state: { ...state, stroke: null },
				effects: state.stroke ? [SEAL] : [],
			}),
		}),
		hint: ({ stroke }) =>
			stroke
				? 'Release at the start: close the outline. Release elsewhere: leave it open. Esc: drop it.'
				: 'Press and draw round the object freehand; it becomes a curve with few nodes.',
		overlay: () => NO_OVERLAY,
		cursor: () => 'crosshair',
	}
}

/** All but the last few segments stay as they are from now on. */
function settled(now: Stroke, nodes: readonly PathNode[]): Stroke {
	const keep = nodes.length - SOFT_SEGMENTS
	const last = nodes[keep - 1]
	if (!last || keep <= now.settled.length) return now
	const soft = nearest(now.points, last.at, now.soft)
	return { ...now, settled: nodes.slice(0, keep), soft }
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

export const pencilTool: ToolDef = {
	id: 'pencil',
	name: 'Pencil',
	says: 'Draw freehand: the stroke becomes a curve of few nodes',
	key: 'q',
	icon: GestureRounded,
	about: 'outlines',
	draws: true,
	Options: late(() => import('./PencilOptions').then((m) => m.PencilOptions)),
	shortcuts: [
		{ keys: 'Press and draw', does: 'Freehand; let go at the start: close' },
		{ keys: 'Esc', does: 'Drop the stroke' },
	],
	create: ({ bench, open, slices, refresh }) => {
		const fitting = wantedSoon(
			() => import('@/core/fitting'),
			() => {
				tool.wished?.()
				refresh()
			},
		)
		fitting()
		const machine = pencilMachine({
			wish: slices.of(pencilSlice).getState,
			nextName: () => nextName(open.sheet()),
			fit: () => fitting()?.fitPolyline ?? null,
		})
		const tool = runMachine(machine, bench)
		return tool
	},
}
