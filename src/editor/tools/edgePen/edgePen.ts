import RouteRounded from '@mui/icons-material/RouteRounded'
import { distance, findContour, type Point, pickUpOutline, type Sheet } from '@/core'
import type { Shortcut, ToolDef } from '@/editor/bench/definitions'
import { heldKey } from '@/editor/bench/holds'
import {
	apply,
	type Effect,
	type Machine,
	runMachine,
	SEAL,
	type Sight,
	select,
	stepBy,
	type Turn,
} from '@/editor/bench/machine'
import { nextName } from '@/editor/bench/nextName'
import {
	type Bench,
	type KeyInput,
	NO_OVERLAY,
	type Overlay,
	type PointerInput,
	type Tool,
} from '@/editor/bench/tool'
import { NOTHING, selectContour } from '@/store/selection'
import { endNear, OVER_NOTHING, overWhat, type Target } from './aim'
import { type EdgePenWish, edgePenSlice } from './edgePenSlice'
import { pressedHint, runHint } from './hints'
import {
	beginRun,
	canClose,
	closedRun,
	type Fit,
	insertedPin,
	isFixed,
	lessPin,
	type Making,
	movedPin,
	outcomeOf,
	type Pin,
	pinAt,
	previewOf,
	put,
	type Run,
	readAnew,
	startOf,
	wayTo,
	withHand,
	withoutPin,
	withPin,
} from './run'

/** A press that goes further than this draws by hand, px on screen: a click's slip does not. */
const HAND_PX = 12
/** A pin that is pressed moves once the pointer has, px on screen. */
const MOVED_PX = 3

interface Press {
	readonly doing: 'place' | 'hand' | 'move' | 'insert'
	/** The pin that moves. */
	readonly pin: number
	readonly start: Point
	readonly moved: boolean
	readonly points: readonly Point[]
	readonly by: Pin['by']
}

interface EdgePenState {
	readonly run: Run | null
	/** The run as it stood after each of its steps: undo and redo find it there. */
	readonly stood: readonly Run[]
	readonly press: Press | null
	readonly pointer: PointerInput | null
	/** The way to the pointer. */
	readonly live: Float64Array | null
	/** So much of the way has stayed as it was for so many moves, in points. */
	readonly steady: { readonly points: number; readonly moves: number }
	readonly over: Target
	readonly turn: number
}

const UNSTEADY: EdgePenState['steady'] = { points: 0, moves: 0 }

export interface EdgePenNeeds {
	readonly nameNext: () => string
	/** `null` while it has not come. */
	readonly fit: () => Fit | null
	readonly wish: () => EdgePenWish
}

/** Draws along the photo's edge between pins. */
export function edgePenMachine(needs: EdgePenNeeds): Machine<EdgePenState> {
	const making = (sight: Sight, pixel: number): Making => ({
		edges: sight.edges(),
		fit: needs.fit(),
		wish: needs.wish(),
		pixel,
	})
	const machine = { needs, making }
	return {
		start: { ...IDLE, turn: 0 },
		step: stepBy({
			down: (state, input, sight) => down(inStep(state, sight), input, sight, machine),
			move: (state, input, sight) => move(inStep(state, sight), input, sight, machine),
			up: (state, input, sight) => up(inStep(state, sight), input, sight, machine),
			leave: (state) => ({ state: state.press ? state : { ...state, pointer: null, live: null } }),
			doubleClick: (state, input, sight) => doubleClick(inStep(state, sight), input, sight),
			key: (state, input, sight) => pressKey(inStep(state, sight), input, sight, machine),
			goOn: (state, contour, sight) => goOn(inStep(state, sight), contour, sight),
			rest: (state, sight) => {
				const { effects = [] } = accept(inStep(state, sight), sight)
				return { state: { ...IDLE, turn: state.turn }, effects }
			},
		}),
		hint: ({ press, over, run, pointer }, sight) => {
			if (press) return pressedHint(press.doing)
			const there = pointer ? sight.edges().there(pointer.at) : 'known'
			return runHint(
				{ over: over.what, running: run !== null, closed: run?.closed ?? false },
				there,
			)
		},
		inHand: ({ run }) => (run?.outcome && !run.closed ? run.contour : null),
		overlay: (state, sight) => overlay(state, sight, machine),
		cursor: ({ over }) => (over.what === 'nothing' ? 'crosshair' : 'pointer'),
	}
}

type Own = {
	readonly needs: EdgePenNeeds
	readonly making: (sight: Sight, pixel: number) => Making
}

const IDLE: Omit<EdgePenState, 'turn'> = {
	run: null,
	stood: [],
	press: null,
	pointer: null,
	live: null,
	steady: UNSTEADY,
	over: OVER_NOTHING,
}

/** The state that belongs to the sheet as it stands: steps may have been undone, or outlines changed. */
function inStep(state: EdgePenState, sight: Sight): EdgePenState {
	const { run } = state
	if (!run || standsAs(run, sight)) return state
	const known = state.stood.findLast((one) => standsAs(one, sight))
	return { ...state, run: known ?? null, press: null, live: null, over: OVER_NOTHING }
}

/** Whether the sheet has the outline just as the run left it. */
function standsAs({ contour, outcome, base }: Run, sight: Sight): boolean {
	const there = findContour(sight.sheet(), contour)?.contour
	const left = outcome ?? base
	if (!there || !left) return !there && !left
	return (
		there.closed === left.closed &&
		there.nodes.length === left.nodes.length &&
		there.nodes.every(({ id, at }, k) => {
			const own = left.nodes[k]
			return own?.id === id && own.at[0] === at[0] && own.at[1] === at[1]
		})
	)
}

/** The run as it came to stand, and what that does to the sheet. */
function stand(
	state: EdgePenState,
	run: Run,
	label: string,
	sight: Sight,
	{ needs, making }: Own,
): Turn<EdgePenState> {
	const pixel = state.pointer?.pixel ?? 1
	const next: Run = { ...run, outcome: outcomeOf(run, making(sight, pixel)) }
	const sheet = put(sight.sheet(), next, needs.nameNext())
	const turn = state.turn + 1
	const effects: Effect[] =
		sheet === sight.sheet()
			? []
			: [
					apply(label, () => sheet, `edge-pen:${turn}`),
					select(next.outcome ? selectContour(sheet, next.contour) : NOTHING),
					SEAL,
				]
	return {
		state: {
			...state,
			turn,
			run: next,
			stood: [...state.stood, next],
			live: null,
			steady: UNSTEADY,
			press: null,
		},
		effects,
	}
}

function down(
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
		return { state: { ...state, run, stood: [run], live: null }, effects: [select(NOTHING)] }
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

/** A run that goes on from the last node of an open outline. */
function runFrom(sheet: Sheet, contour: string): Run | null {
	const found = findContour(sheet, contour)
	const last = found?.contour.nodes.at(-1)
	if (!found || !last || found.contour.closed) return null
	return beginRun(last.at, { contour: found.contour, piece: found.piece.id })
}

/** Draws on at the end of an outline that another tool was drawing; its own goes on as it stands. */
function goOn(state: EdgePenState, contour: string, sight: Sight): Turn<EdgePenState> {
	if (state.run?.contour === contour) return { state }
	const run = runFrom(sight.sheet(), contour)
	return run
		? { state: { ...state, ...IDLE, pointer: state.pointer, run, stood: [run] } }
		: { state }
}

function move(
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
	const live = wayTo(last, to, by, own.making(sight, input.pixel))
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

function up(before: EdgePenState, input: PointerInput, sight: Sight, own: Own): Turn<EdgePenState> {
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
	if (press.moved) return stand(state, run, 'Move a pin', sight, own)
	if (press.doing === 'insert') {
		const placed = movedPin(run, press.pin, pinAt(press.start, making), making)
		return stand(state, placed, 'Insert a pin', sight, own)
	}
	const { what, pin } = state.over
	// While drawing, a click on a pin in between sets the next one.
	if (what === 'pin' && !run.closed)
		return stand(state, withPin(run, press.start, 'edge', making), draw, sight, own)
	if (what === 'first' && canClose(run)) return close()
	if (run.closed && pin >= 0 && run.pins.length > 2)
		return stand(state, withoutPin(run, pin, making), 'Take a pin away', sight, own)
	return { state: { ...state, press: null } }
}

/** The second click of a double-click has fallen on the last pin: the run ends open there. */
function doubleClick(state: EdgePenState, _: PointerInput, sight: Sight): Turn<EdgePenState> {
	return state.run && !state.run.closed ? accept(state, sight) : { state }
}

/** The run is done: its outline stays, its pins go. A single pin has left nothing. */
function accept(state: EdgePenState, sight: Sight): Turn<EdgePenState> {
	const { run } = state
	const idle = { ...state, ...IDLE, pointer: state.pointer }
	if (!run) return { state: idle }
	// What a drag had not let go of yet is as it stood before.
	const stood = state.stood.findLast((one) => standsAs(one, sight)) ?? run
	const there = findContour(sight.sheet(), stood.contour)
	return {
		state: idle,
		effects: there ? [select(selectContour(sight.sheet(), stood.contour))] : [],
	}
}

interface EdgePenKey extends Shortcut {
	readonly taps: readonly string[]
	/** Not with Shift. */
	readonly shift?: false
	readonly press: (state: EdgePenState, sight: Sight, own: Own) => Turn<EdgePenState> | null
}

const KEYS: readonly EdgePenKey[] = [
	{
		taps: ['enter'],
		shift: false,
		keys: 'Enter',
		does: 'Close along the edge; closed: done',
		press: (state, sight, own) => {
			const { run } = state
			if (!run) return null
			if (!canClose(run)) return accept(state, sight)
			const making = own.making(sight, state.pointer?.pixel ?? 1)
			const whole = closedRun(readAnew(run, making), making)
			return stand(state, whole, 'Close along the edge', sight, own)
		},
	},
	{
		taps: ['escape'],
		keys: 'Esc',
		does: 'Done: the outline stays as it is',
		press: (state, sight) => {
			if (state.press?.doing === 'hand') return { state: { ...state, press: null } }
			return state.run ? accept(state, sight) : null
		},
	},
	{
		taps: ['backspace'],
		keys: 'Backspace',
		does: 'Take the last pin back',
		press: (state, sight, own) => {
			const { run } = state
			if (!run) return null
			if (run.pins.length > 1) return stand(state, lessPin(run), 'Take a pin back', sight, own)
			return { state: { ...state, ...IDLE, pointer: state.pointer } }
		},
	},
	{
		taps: ['delete'],
		keys: 'Delete over a pin',
		does: 'Take the pin away',
		press: (state, sight, own) => {
			const { run, over } = state
			if (!run || over.pin < 0 || over.what === 'way' || run.pins.length < 3) return null
			if (isFixed(run, over.pin)) return null
			const making = own.making(sight, state.pointer?.pixel ?? 1)
			return stand(state, withoutPin(run, over.pin, making), 'Take a pin away', sight, own)
		},
	},
]

function pressKey(
	state: EdgePenState,
	{ key, mod, shift }: KeyInput,
	sight: Sight,
	own: Own,
): Turn<EdgePenState> {
	const known = mod
		? undefined
		: KEYS.find(({ taps, shift: wanted }) => taps.includes(key) && (wanted ?? shift) === shift)
	return known?.press(state, sight, own) ?? { state, unused: true }
}

function overlay(state: EdgePenState, sight: Sight, own: Own): Overlay {
	const { run, live, press, over, pointer } = state
	if (!run) {
		if (!pointer || over.what === 'end') return NO_OVERLAY
		const reach = own.needs.wish().reach * pointer.pixel
		const edge = sight.edges().snap(pointer.at, { reach })
		if (!edge) return NO_OVERLAY
		const caught = { x: null, y: null, point: false, along: edge.tangent }
		return { ...NO_OVERLAY, snapped: { at: edge.at, caught } }
	}
	const making = own.making(sight, pointer?.pixel ?? 1)
	const ways = changing(run, press)
	return {
		...NO_OVERLAY,
		filled: (over.what === 'first' || over.what === 'start') && !run.closed ? run.contour : null,
		run: {
			pins: run.pins.map(({ at }) => at),
			over: over.pin >= 0 && over.what !== 'way' ? over.pin : null,
			live: live && live.length > 2 ? previewOf(live, making) : null,
			ways,
		},
	}
}

/** The ways that are not the outline's yet. */
function changing(run: Run, press: Press | null): Float64Array[] {
	if (!press) return []
	if (press.doing === 'hand') {
		const last = run.pins.at(-1)
		return last ? [Float64Array.from([last.at, ...press.points].flat())] : []
	}
	if (press.doing === 'place') return []
	const after = (press.pin + 1) % run.pins.length
	return [run.pins[press.pin]?.way, run.pins[after]?.way].filter((way) => way != null)
}

const POINTING: readonly Shortcut[] = [
	{ keys: 'Click', does: 'A pin; the way between pins follows the edge' },
	{ keys: 'Press and draw', does: 'The stretch by hand' },
	{ keys: heldKey('corner'), does: 'Straight to the pointer' },
	{ keys: 'Click the first pin', does: 'Close along the edge' },
	{ keys: 'Double-click', does: 'End the outline open' },
	{ keys: 'Drag a pin', does: 'Move it' },
	{ keys: heldKey('insert'), does: 'Click the way: one more pin there' },
	{ keys: 'Closed: drag the way', does: 'One more pin there' },
	{ keys: 'Closed: click a pin', does: 'Take it away' },
]

export function createEdgePen(bench: Bench, needs: EdgePenNeeds): Tool {
	return runMachine(edgePenMachine(needs), bench)
}

export const edgePenTool: ToolDef = {
	id: 'edge-pen',
	name: 'Edge pen',
	key: 'f',
	icon: RouteRounded,
	about: 'outlines',
	draws: true,
	places: true,
	holds: ['corner', 'insert'],
	shortcuts: [...POINTING, ...KEYS],
	create: ({ bench, open, slices }) => {
		let fit: Fit | null = null
		void import('@/core/fitting').then((m) => {
			fit = m.fitPolyline
		})
		return createEdgePen(bench, {
			nameNext: () => nextName(open.sheet()),
			fit: () => fit,
			wish: () => slices.of(edgePenSlice).getState(),
		})
	},
}
