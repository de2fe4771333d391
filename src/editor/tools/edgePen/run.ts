import {
	addPieces,
	type Contour,
	distance,
	drawnPiece,
	findContour,
	newId,
	type PathNode,
	type Point,
	removePieces,
	replaceOutlines,
	type Sheet,
	signedArea,
} from '@/core'
import type { EdgeReading } from '@/editor/session/edgeReading'
import { straightWay } from '@/editor/session/edgeReading'
import type { EdgePenWish } from './edgePenSlice'

/** Fits curves to ways; the core's own, which comes when it is first needed. */
export interface Fit {
	readonly whole: (points: Float64Array, o: { closed: boolean; tolerance: number }) => Contour
	/** What is as it was keeps its nodes. */
	readonly inPart: (
		ways: readonly Way[],
		before: readonly Fitted[],
		tolerance: number,
	) => readonly Fitted[]
}

/** Places in order, and the outline that was fitted to them. */
interface Way {
	readonly places: readonly Point[]
	readonly closed: boolean
}

interface Fitted {
	readonly way: Way
	readonly contour: Contour
}

/** A place that the run goes through, and how it comes there from the one before. */
export interface Pin {
	readonly at: Point
	/** From the pin before to this one, x0, y0, x1, y1 …; for the first pin of a closed run from the last. */
	readonly way: Float64Array | null
	/** By the edge, straight, or by hand: only what goes by the edge goes anew where a pin is moved. */
	readonly by: 'edge' | 'straight' | 'hand'
	/** The edges about the way were not known yet: it is sought anew once they are. */
	readonly unread?: boolean
}

/** What the Edge pen has under way; the outline that it makes stands on the sheet. */
export interface Run {
	readonly contour: string
	readonly piece: string
	/** The open outline that the run goes on from, its end node last. */
	readonly base: Contour | null
	readonly pins: readonly Pin[]
	readonly closed: boolean
	/** The outline as the run last left it; `null` while there is none to leave. */
	readonly outcome: Contour | null
	/** What was fitted to its ways then. */
	readonly fitted?: Fitted
}

/** What a run is made with. */
export interface Making {
	readonly edges: EdgeReading
	readonly fit: Fit | null
	readonly wish: EdgePenWish
	/** Sheet px for one px on screen. */
	readonly pixel: number
}

export function beginRun(at: Point, base: { contour: Contour; piece: string } | null): Run {
	return {
		contour: base?.contour.id ?? newId(),
		piece: base?.piece ?? newId(),
		base: base?.contour ?? null,
		pins: [{ at, way: null, by: 'edge' }],
		closed: false,
		outcome: null,
	}
}

/** Where a pin comes to stand: on the edge within reach, or just where one points. */
export function pinAt(at: Point, { edges, wish, pixel }: Making): Point {
	return edges.snap(at, { reach: wish.reach * pixel, frame: true })?.at ?? at
}

/**
 * The way from one pin to the next as they stand.
 * @param laid the ways of the run that stand already: it does not go along them again
 */
export function wayTo(
	from: Pin,
	to: Point,
	by: Pin['by'],
	making: Making,
	laid: readonly Float64Array[] = [],
): Float64Array {
	if (by !== 'edge') return straightWay(from.at, to)
	const { edges, wish, pixel } = making
	const before = from.way && from.by === 'edge' ? { before: from.way } : {}
	const o = { reach: wish.reach * pixel, clear: wish.clear, laid }
	return edges.follow(from.at, to, { ...o, ...before })
}

/** The ways of a run but those to some of its pins. */
export function laidBy({ pins }: Run, ...but: readonly number[]): Float64Array[] {
	return pins.flatMap(({ way }, k) => (way && !but.includes(k) ? [way] : []))
}

/** The run with a pin more at its end. */
export function withPin(run: Run, at: Point, by: Pin['by'], making: Making): Run {
	const last = run.pins.at(-1)
	if (!last) return run
	const way = wayTo(last, at, by, making, laidBy(run))
	const unread = by === 'edge' && !making.edges.knows(last.at, at)
	return { ...run, pins: [...run.pins, { at: endOf(way) ?? at, way, by, unread }] }
}

/** The run with those ways sought anew that were laid before the edges about them were known; the same run where there are none. */
export function readAnew(run: Run, making: Making): Run {
	const due = run.pins.findIndex(({ unread }, k) => {
		const [from, to] = [run.pins.at(k - 1), run.pins[k]]
		return unread && from && to && making.edges.knows(from.at, to.at)
	})
	const pin = run.pins[due]
	if (!pin) return run
	const pins = run.pins.map((one, k) => (k === due ? { ...one, unread: false } : one))
	return readAnew(movedPin({ ...run, pins }, due, pinAt(pin.at, making), making), making)
}

/** The run with a stretch more that was drawn by hand. */
export function withHand(run: Run, points: readonly Point[]): Run {
	const last = run.pins.at(-1)
	const end = points.at(-1)
	if (!last || !end) return run
	const way = Float64Array.from([last.at, ...points].flat())
	return { ...run, pins: [...run.pins, { at: end, way, by: 'hand' }] }
}

/** Where a run closes: at its first pin, or at the first node of the outline that it goes on from. */
export function startOf({ base, pins }: Run): Point | undefined {
	return base ? base.nodes[0]?.at : pins[0]?.at
}

/** Whether it has come far enough to be closed. */
export function canClose({ base, pins, closed }: Run): boolean {
	return !closed && pins.length + (base ? base.nodes.length - 1 : 0) > 2
}

/** Whether a pin stands on a node of the outline that the run goes on from, and does not move. */
export function isFixed({ base, pins, closed }: Run, pin: number): boolean {
	return base !== null && (pin === 0 || (closed && pin === pins.length - 1))
}

/** The run without its last pin; without that which closes it where it is closed. */
export function lessPin(run: Run): Run {
	if (run.base) return { ...run, closed: false, pins: run.pins.slice(0, -1) }
	if (!run.closed) return { ...run, pins: run.pins.slice(0, -1) }
	return { ...run, closed: false, pins: withFirst(run.pins, { way: null, by: 'edge' }) }
}

/** The run closed along the edge. */
export function closedRun(run: Run, making: Making): Run {
	const [start, last] = [startOf(run), run.pins.at(-1)]
	if (!start || !last) return run
	const way = wayTo(last, start, 'edge', making, laidBy(run))
	const unread = !making.edges.knows(last.at, start)
	if (run.base)
		return { ...run, closed: true, pins: [...run.pins, { at: start, way, by: 'edge', unread }] }
	return { ...run, closed: true, pins: withFirst(run.pins, { way, by: 'edge', unread }) }
}

function withFirst(pins: readonly Pin[], change: Partial<Pin>): Pin[] {
	return pins.map((pin, k) => (k === 0 ? { ...pin, ...change } : pin))
}

/** The run with a pin in another place: the ways on either side are sought anew. */
export function movedPin(run: Run, index: number, at: Point, making: Making): Run {
	const pins = run.pins.map((pin, k) => (k === index ? { ...pin, at } : pin))
	return rewayed({ ...run, pins }, index, making)
}

/** The run with a pin on the way to another, as yet where the way goes. */
export function insertedPin(run: Run, before: number, at: Point): Run {
	const pins = [...run.pins]
	const by = run.pins[before]?.by === 'straight' ? 'straight' : 'edge'
	// The way that closes a run leads to its first pin, and so the new one stands last.
	pins.splice(before === 0 ? pins.length : before, 0, { at, way: null, by })
	return { ...run, pins }
}

/** The run without one of its pins. */
export function withoutPin(run: Run, index: number, making: Making): Run {
	const pins = run.pins.filter((_, k) => k !== index)
	if (index === 0 && !run.closed) return { ...run, pins: withFirst(pins, { way: null }) }
	return rewayed({ ...run, pins }, index, making, true)
}

/** The ways to a pin, and on from it, sought anew. */
function rewayed(run: Run, index: number, making: Making, only = false): Run {
	const count = run.pins.length
	const pins = [...run.pins]
	const anew = (k: number) => {
		const to = pins[k]
		const from = k === 0 ? (isRound(run) ? pins.at(-1) : undefined) : pins[k - 1]
		if (!to || !from) return
		const by = to.by === 'hand' ? 'edge' : to.by
		const laid = laidBy({ ...run, pins }, index % count, (index + 1) % count)
		pins[k] = { ...to, by, way: wayTo(from, to.at, by, making, laid) }
	}
	anew(index % count)
	if (!only) anew((index + 1) % count)
	return { ...run, pins }
}

const endOf = (way: Float64Array): Point | null =>
	way.length < 2 ? null : [way[way.length - 2] ?? 0, way[way.length - 1] ?? 0]

/** Whether the run leads back to its own first pin. */
const isRound = ({ base, closed }: Run): boolean => closed && !base

/** All points of a run in order. */
function pointsOf(run: Run): Point[] {
	const { pins } = run
	const round = isRound(run)
	const [first, ...rest] = pins
	if (!first) return []
	const points: Point[] = [first.at]
	for (const { way } of round ? [...rest, first] : rest)
		for (let i = 2; way && i + 1 < way.length; i += 2) points.push([way[i] ?? 0, way[i + 1] ?? 0])
	return round ? points.slice(0, -1) : points
}

/**
 * The run with the outline that it makes; with none while it is but one pin.
 * @param inPart what did not change of its ways keeps its nodes
 */
export function madeOf(run: Run, { fit, wish }: Making, inPart: boolean): Run {
	const points = pointsOf(run)
	if (points.length < 2) return { ...run, outcome: null }
	const closed = isRound(run)
	const places = closed && wish.allowance > 0 ? inset(points, wish.allowance) : points
	const way: Way = { places, closed }
	const tolerance = wish.deviation
	const kept = inPart && run.fitted ? fit?.inPart([way], [run.fitted], tolerance)[0] : undefined
	const contour = kept?.contour ?? {
		id: run.contour,
		nodes: fittedTo(places, closed, fit, tolerance),
		closed,
	}
	const own = closed ? contour.nodes : withLooseEnds(contour.nodes)
	const nodes = run.base ? joined(run.base.nodes, own, run.closed) : own
	return {
		...run,
		outcome: { id: run.contour, nodes, closed: run.closed },
		...(fit && { fitted: { way, contour } }),
	}
}

/** A way as the outline it would become. */
export function previewOf(way: Float64Array, { fit, wish }: Making): Contour {
	const points: Point[] = []
	for (let i = 0; i + 1 < way.length; i += 2) points.push([way[i] ?? 0, way[i + 1] ?? 0])
	return { id: 'preview', closed: false, nodes: fittedTo(points, false, fit, wish.deviation) }
}

/** Nodes whose ends turn with nothing that is drawn on from them. */
function withLooseEnds(nodes: readonly PathNode[]): PathNode[] {
	return nodes.map((node, k) =>
		k === 0 || k === nodes.length - 1 ? met(node, node.in, node.out) : node,
	)
}

function fittedTo(
	points: readonly Point[],
	closed: boolean,
	fit: Fit | null,
	tolerance: number,
): readonly PathNode[] {
	if (!fit || points.length < 3)
		return points.map((at): PathNode => ({ id: newId(), at, kind: 'corner' }))
	return fit.whole(Float64Array.from(points.flat()), { closed, tolerance }).nodes
}

/** An outline's nodes with those that go on from its last; closed, they end at its first. */
function joined(base: readonly PathNode[], more: readonly PathNode[], closed: boolean): PathNode[] {
	const [last, first] = [base.at(-1), more[0]]
	if (!last || !first) return [...base]
	const nodes = [...base.slice(0, -1), met(last, last.in, first.out), ...more.slice(1)]
	const [begin, end] = [nodes[0], nodes.at(-1)]
	if (!closed || !begin || !end || nodes.length < 3) return nodes
	return [met(begin, end.in, begin.out), ...nodes.slice(1, -1)]
}

/** A node at which two stretches meet, each with the handle that it came to there. */
function met(node: PathNode, into: Point | undefined, out: Point | undefined): PathNode {
	const { in: _in, out: _out, ...bare } = node
	return {
		...bare,
		...(into && { in: into }),
		...(out && { out }),
		kind: into || out ? 'cusp' : 'corner',
	}
}

/** A closed way so far inside itself, px: each point along the normal of the way round it. */
function inset(points: readonly Point[], by: number): Point[] {
	const n = points.length
	const side = signedArea(points) > 0 ? 1 : -1
	return points.map((p, i) => {
		const [a, b] = [points[(i + n - AROUND) % n] ?? p, points[(i + AROUND) % n] ?? p]
		const size = distance(a, b) || 1
		return [p[0] - (side * by * (b[1] - a[1])) / size, p[1] + (side * by * (b[0] - a[0])) / size]
	})
}

/** Normals are taken from points so many further and back: the way wavers. */
const AROUND = 3

/** The sheet with what a run has come to. */
export function put(sheet: Sheet, run: Run, name: string): Sheet {
	const there = findContour(sheet, run.contour)
	const { outcome } = run
	if (!outcome) {
		if (run.base) return replaceOutlines(sheet, [run.base])
		return there ? removePieces(sheet, new Set([run.piece])) : sheet
	}
	if (there) return replaceOutlines(sheet, [outcome])
	return addPieces(sheet, [{ ...drawnPiece(sheet, name, [outcome]), id: run.piece }])
}
