import RouteRounded from '@mui/icons-material/RouteRounded'
import type { Shortcut, ToolDef } from '@/editor/session/definitions'
import { heldKey } from '@/editor/session/holds'
import { type Machine, runMachine, type Sight, stepBy } from '@/editor/session/machine'
import { nextName } from '@/editor/session/nextName'
import { type Bench, NO_OVERLAY, type Overlay, type Tool } from '@/editor/session/tool'
import { late } from '@/kit/late'
import { wantedSoon } from '@/kit/parts'
import { edgePenSlice } from './edgePenSlice'
import { pressedHint, runHint } from './hints'
import { KEYS, pressKey } from './keys'
import { doubleClick, down, goOn, move, up } from './pointer'
import { type Fit, type Making, previewOf, type Run } from './run'
import {
	accept,
	dropPin,
	type EdgePenNeeds,
	type EdgePenState,
	IDLE,
	inStep,
	isOnePin,
	type Own,
	type Press,
	stand,
} from './state'

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
			wish: (before, sight) => {
				const state = inStep(before, sight)
				if (!state.run?.outcome || state.press) return { state }
				return stand(state, state.run, 'Set the deviation', sight, machine, { wished: true })
			},
			undo: (before, sight) => {
				const state = inStep(before, sight)
				return isOnePin(state) ? { state: dropPin(state) } : { state, unused: true }
			},
			redo: (before, sight) => {
				const state = inStep(before, sight)
				const { dropped } = state
				if (!dropped || (state.run && !state.run.closed)) return { state, unused: true }
				const parked = state.run ? { run: state.run, stood: state.stood } : null
				return { state: { ...state, ...dropped, parked, dropped: null } }
			},
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
		inHand: ({ run }) => (run && !run.closed && (run.outcome ?? run.base) ? run.contour : null),
		steps: (state, sight) => {
			const now = inStep(state, sight)
			return {
				undo: isOnePin(now) ? 'the first pin' : null,
				redo: now.dropped && (!now.run || now.run.closed) ? 'the first pin' : null,
			}
		},
		overlay: (state, sight) => overlay(state, sight, machine),
		cursor: ({ over }) => (over.what === 'nothing' ? 'crosshair' : 'pointer'),
	}
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
	says: 'Click a few places on an edge: the way between follows it',
	key: 'f',
	icon: RouteRounded,
	about: 'outlines',
	draws: true,
	places: true,
	holds: ['corner', 'insert'],
	Options: late(() => import('./EdgePenOptions').then((m) => m.EdgePenOptions)),
	shortcuts: [...POINTING, ...KEYS],
	create: ({ bench, open, slices, refresh }) => {
		const fitting = wantedSoon(() =>
			import('@/core/fitting').then((m): Fit => ({ whole: m.fitPolyline, inPart: m.spliced })),
		)
		fitting()
		const wishes = slices.of(edgePenSlice)
		const tool = createEdgePen(bench, {
			nameNext: () => nextName(open.sheet()),
			fit: fitting,
			wish: wishes.getState,
		})
		wishes.subscribe((now, before) => {
			if (now.deviation === before.deviation && now.allowance === before.allowance) return
			tool.wished?.()
			refresh()
		})
		return tool
	},
}
