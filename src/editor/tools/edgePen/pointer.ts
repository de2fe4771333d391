import { distance, findContour, type Point, pickUpOutline, type Sheet } from '@/core'
import { apply, SEAL, type Sight, select, type Turn } from '@/editor/session/machine'
import type { PointerInput } from '@/editor/session/tool'
import { NOTHING, selectContour } from '@/store/selection'
import { endNear, overWhat } from './aim'
import {
	beginRun,
	canClose,
	closedRun,
	insertedPin,
	isFixed,
	laidBy,
	movedPin,
	type Pin,
	pinAt,
	type Run,
	readAnew,
	startOf,
	wayTo,
	withHand,
	withoutPin,
	withPin,
} from './run'
import { accept, type EdgePenState, IDLE, type Own, type Press, stand, UNSTEADY } from './state'

/** A press that goes further than this draws by hand, px on screen: a click's slip does not. */
const HAND_PX = 12
/** A pin that is pressed moves once the pointer has, px on screen. */
const MOVED_PX = 3

export function down(
	before: EdgePenState,
	input: PointerInput,
	sight: Sight,
	own: Own,
): Turn<EdgePenState> {
	const over = overWhat(before.run, input, sight)
	const by: Pin['by'] = input.hold === 'corner' ? 'straight' : 'edge'
	const state = { ...before, pointer: input, over }
	const press = (doing: Press['doing'], pin = -1): Press => ({
		doing,
		pin,
		start: input.at,
		moved: false,
		points: [input.at],
		by,
	})
	const { run } = state
	if (run && (over.what === 'pin' || over.what === 'first' || over.what === 'last'))
		return { state: { ...state, press: press('move', over.pin) } }
	if (run && over.what === 'way') {
		const pin = over.pin === 0 ? run.pins.length : over.pin
		return {
			state: { ...state, run: insertedPin(run, over.pin, input.at), press: press('insert', pin) },
		}
	}
	if (run && !run.closed) return { state: { ...state, press: press('place') } }
	return begin(state, input, sight, own)
}

/** The first pin: on an edge, or at the end of an outline that is gone on from. */
function begin(
	state: EdgePenState,
	input: PointerInput,
	sight: Sight,
	{ making }: Own,
): Turn<EdgePenState> {
	const end = endNear(input, sight)
	if (!end) {
		const run = beginRun(pinAt(input.at, making(sight, input.pixel)), null)
		return {
			state: { ...state, run, stood: [run], live: null, dropped: null, parked: parkedOf(state) },
			effects: [select(NOTHING)],
		}
	}
	const picked = pickUpOutline(sight.sheet(), end.contour.id, end.node)
	const run = runFrom(picked, end.contour.id)
	if (!run) return { state }
	return {
		state: { ...state, run, stood: [run], live: null },
		effects: [
			apply('Pick up an outline', () => picked),
			SEAL,
			select(selectContour(picked, end.contour.id, [end.node])),
		],
	}
}

/** The closed run that is left for another. */
const parkedOf = ({ run, stood }: EdgePenState): EdgePenState['parked'] =>
	run?.closed ? { run, stood } : null

/** A run that goes on from the last node of an open outline. */
function runFrom(sheet: Sheet, contour: string): Run | null {
	const found = findContour(sheet, contour)
	const last = found?.contour.nodes.at(-1)
	if (!found || !last || found.contour.closed) return null
	return beginRun(last.at, { contour: found.contour, piece: found.piece.id })
}

/** Draws on at the end of an outline that another tool was drawing; its own goes on as it stands. */
export function goOn(state: EdgePenState, contour: string, sight: Sight): Turn<EdgePenState> {
	if (state.run?.contour === contour) return { state }
	const run = runFrom(sight.sheet(), contour)
	return run
		? { state: { ...state, ...IDLE, pointer: state.pointer, run, stood: [run] } }
		: { state }
}

export function move(
	before: EdgePenState,
	input: PointerInput,
	sight: Sight,
	own: Own,
): Turn<EdgePenState> {
	const state = { ...before, pointer: input }
	const { press, run } = state
	if (press) return { state: pressed(state, press, input, sight, own) }
	// It is seen to that the edges here are read before they are asked for.
	sight.edges().there(input.at)
	const anew = run && readAnew(run, own.making(sight, input.pixel))
	if (anew && anew !== run) return stand(state, anew, 'Draw along the edge', sight, own)
	const over = overWhat(run, input, sight)
	const last = run?.pins.at(-1)
	const closes = over.what === 'first' || over.what === 'start'
	const leads = run && !run.closed && last && (closes || over.what === 'nothing')
	if (!leads) return { state: { ...state, over, live: null, steady: UNSTEADY } }
	const by: Pin['by'] = input.hold === 'corner' ? 'straight' : 'edge'
	const to = closes ? (startOf(run) ?? input.at) : input.at
	const live = wayTo(last, to, by, own.making(sight, input.pixel), laidBy(run))
	const steady = steadied(state, live)
	const next = { ...state, over, live, steady }
	if (own.needs.wish().settling && steady.moves >= STEADY_MOVES) return settle(next, sight, own)
	return { state: next }
}

/** A way that has not changed over so many moves, for so many points, is settled but for its end. */
const STEADY_MOVES = 12
const STEADY_POINTS = 60
const SETTLED_SHARE = 0.75
const SAME_PX = 0.6

function steadied(
	{ live: before, steady }: EdgePenState,
	live: Float64Array,
): EdgePenState['steady'] {
	let same = 0
	const most = Math.min(before?.length ?? 0, live.length)
	while (same < most && Math.abs((before?.[same] ?? 0) - (live[same] ?? 0)) < SAME_PX) same++
	const points = same >> 1
	if (points < STEADY_POINTS) return UNSTEADY
	const kept = steady.points > 0 ? Math.min(points, steady.points) : points
	return { points: kept, moves: steady.moves + 1 }
}

function settle(state: EdgePenState, sight: Sight, own: Own): Turn<EdgePenState> {
	const { run, live, steady } = state
	if (!run || !live) return { state }
	const points = Math.floor(SETTLED_SHARE * steady.points)
	const way = live.slice(0, 2 * points)
	const at: Point = [way.at(-2) ?? 0, way.at(-1) ?? 0]
	return stand(
		state,
		{ ...run, pins: [...run.pins, { at, way, by: 'edge' }] },
		'Draw along the edge',
		sight,
		own,
	)
}

/** A press that goes on: a pin goes with the pointer, or a stretch is drawn by hand. */
function pressed(
	state: EdgePenState,
	press: Press,
	input: PointerInput,
	sight: Sight,
	own: Own,
): EdgePenState {
	const { run } = state
	const gone = distance(press.start, input.at) / input.pixel
	if (!run) return state
	if (press.doing === 'move' || press.doing === 'insert') {
		if (isFixed(run, press.pin) || (!press.moved && gone < MOVED_PX)) return state
		const making = own.making(sight, input.pixel)
		const at = press.by === 'straight' ? input.at : pinAt(input.at, making)
		return { ...state, press: { ...press, moved: true }, run: movedPin(run, press.pin, at, making) }
	}
	const points = [...press.points, input.at]
	const doing = press.doing === 'hand' || gone > HAND_PX ? 'hand' : 'place'
	return { ...state, press: { ...press, doing, points, moved: doing === 'hand' } }
}

export function up(
	before: EdgePenState,
	input: PointerInput,
	sight: Sight,
	own: Own,
): Turn<EdgePenState> {
	const state = { ...before, pointer: input }
	const { press, run } = state
	if (!press || !run) return { state: { ...state, press: null } }
	const making = own.making(sight, input.pixel)
	const draw = 'Draw along the edge'
	if (press.doing === 'hand') return stand(state, withHand(run, press.points), draw, sight, own)
	const close = () => stand(state, closedRun(run, making), 'Close along the edge', sight, own)
	if (press.doing === 'place' && state.over.what === 'start') return close()
	if (press.doing === 'place')
		return stand(state, withPin(run, press.start, press.by, making), draw, sight, own)
	const inPart = { inPart: true }
	if (press.moved) return stand(state, run, 'Move a pin', sight, own, inPart)
	if (press.doing === 'insert') {
		const placed = movedPin(run, press.pin, pinAt(press.start, making), making)
		return stand(state, placed, 'Insert a pin', sight, own, inPart)
	}
	const { what, pin } = state.over
	// While drawing, a click on a pin in between sets the next one.
	if (what === 'pin' && !run.closed)
		return stand(state, withPin(run, press.start, 'edge', making), draw, sight, own)
	if (what === 'first' && canClose(run)) return close()
	if (run.closed && pin >= 0 && run.pins.length > 2)
		return stand(state, withoutPin(run, pin, making), 'Take a pin away', sight, own, inPart)
	return { state: { ...state, press: null } }
}

/** The second click of a double-click has fallen on the last pin: the run ends open there. */
export function doubleClick(
	state: EdgePenState,
	_: PointerInput,
	sight: Sight,
): Turn<EdgePenState> {
	return state.run && !state.run.closed ? accept(state, sight) : { state }
}
