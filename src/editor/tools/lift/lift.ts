import HighlightAltRounded from '@mui/icons-material/HighlightAltRounded'
import { type Box, boxOf, type Piece } from '@/core'
import type { Shortcut, ToolDef } from '@/editor/session/definitions'
import { toolInHand } from '@/editor/session/desk'
import { pieceUnder } from '@/editor/session/hitTest'
import { heldKey } from '@/editor/session/holds'
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
	tell,
} from '@/editor/session/machine'
import { nextName } from '@/editor/session/nextName'
import { sayOnce } from '@/editor/session/saying'
import {
	type Bench,
	type KeyInput,
	NO_OVERLAY,
	type Overlay,
	type PointerInput,
	type Tool,
} from '@/editor/session/tool'
import { late } from '@/kit/late'
import { withPart } from '@/kit/tryAgain'
import { selectContour } from '@/store/selection'
import { liftHint, pressedLiftHint } from './hints'
import { finished, kept } from './keep'
import { type Asked, asking, type LiftState, liftSlice, ringOf, stepped } from './liftSlice'
import {
	areaAt,
	askedAgain,
	askedBy,
	begun,
	dabOf,
	drawnOn,
	isWithin,
	type Press,
	widened,
	withoutLast,
} from './strokes'

/** What the tool needs of what goes on beside it. */
export interface LiftNeeds {
	state(): LiftState
	set(change: Partial<LiftState>): void
	/** Calls off what is being lifted. */
	callOff(): void
	nameNext(): string
	/** Says something once where hints stand. */
	say(what: string): void
}

/** The hand at work; what is asked for and found is the slice's. */
interface Lifting {
	readonly press: Press | null
	readonly pointer: PointerInput | null
	/** So many were kept: each is a step of its own. */
	readonly takes: number
	/** What was drawn while the one before is still to be kept, in order: their turns come then. */
	readonly next: readonly Waiting[]
	/** A piece that was kept as far as it was known: what is awaited takes its place. */
	readonly early: { readonly piece: string; readonly label: string } | null
}

/** Something drawn that waits for its turn; kept when it comes where nobody looks at it first. */
interface Waiting {
	readonly asked: Asked
	readonly keep: boolean
}

const IDLE: Omit<Lifting, 'takes'> = { press: null, pointer: null, next: [], early: null }

/** Finds one object's outline from a box or a loose lasso round it, and mends it by dabs; or an area by its colour. */
export function liftMachine(needs: LiftNeeds): Machine<Lifting> {
	const set = (change: Partial<LiftState>): Effect => tell(() => needs.set(change))

	/** Nothing is drawn any more, and no step of it is left. */
	const forget: Effect = tell(() => {
		needs.callOff()
		const none = { asked: null, ghost: null, busy: false, keeping: false, problem: null }
		needs.set({ ...none, past: [], future: [] })
	})

	/** What is drawn now; what was drawn before can be had back. */
	const ask = (state: Lifting, asked: Asked | null): Turn<Lifting> => ({
		state: asked ? state : { ...state, early: null },
		effects: [
			tell(() => {
				if (!asked) needs.callOff()
				needs.set(asking(needs.state(), asked))
			}),
		],
	})

	/** It is kept: what was drawn meanwhile has its turn. */
	const goOn = (state: Lifting, effects: readonly Effect[]): Turn<Lifting> => {
		const [first, ...next] = state.next
		const idle = { ...state, next, early: null }
		const after = first ? (ask(idle, first.asked).effects ?? []) : []
		const keep = first?.keep ? [set({ keeping: true })] : []
		return { state: idle, effects: [...effects, SEAL, forget, ...after, ...keep] }
	}

	/** What is lifted becomes a piece, or takes the place of one, in one step. @param each a piece for each part */
	const accept = (state: Lifting, sight: Sight, each = false): Turn<Lifting> => {
		if (state.early) return finish(state, state.early, sight)
		const { ghost, asked, busy } = needs.state()
		// An area that is being widened is seen roughly: what is kept is what it comes to.
		if (busy && asked?.way === 'colour') return { state, effects: [set({ keeping: true })] }
		const made =
			ghost && asked ? kept(sight.sheet(), ghost, asked, { name: needs.nameNext(), each }) : null
		if (!made && state.next.length > 0) {
			needs.say('Nothing was found in one of the boxes. What was drawn after it is gone on with.')
			return goOn(state, [])
		}
		if (!made) return { state, unused: true }
		const { sheet, label, piece, contour } = made
		const taken = { ...state, takes: state.takes + 1 }
		const effects = [
			apply(label, () => sheet, `lift-${taken.takes}`),
			select(selectContour(sheet, contour)),
		]
		if (!busy || asked?.way !== 'object') return goOn(taken, effects)
		const again = set({ asked: { ...asked, again: piece }, keeping: true, past: [], future: [] })
		return { state: { ...taken, early: { piece, label } }, effects: [...effects, again] }
	}

	/** What was awaited takes the place of what was kept early, for as long as nobody changed that. */
	const finish = (
		state: Lifting,
		{ piece, label }: NonNullable<Lifting['early']>,
		sight: Sight,
	): Turn<Lifting> => {
		const { ghost, asked } = needs.state()
		const sheet = ghost && asked ? finished(sight.sheet(), piece, ghost, asked) : null
		const changed = !sheet && sight.sheet().pieces.find(({ id }) => id === piece)
		if (changed)
			needs.say(
				`“${changed.name}” was changed before its edge was found in full: it stays as you left it. Double-click it with Lift to seek the edge anew.`,
			)
		return goOn(state, sheet ? [apply(label, () => sheet, `lift-${state.takes}`)] : [])
	}

	const openAgain = (state: Lifting, piece: Piece): Turn<Lifting> => {
		const asked = askedAgain(piece)
		return asked ? ask(state, asked) : { state }
	}

	const down = (state: Lifting, input: PointerInput, sight: Sight): Turn<Lifting> => {
		const lift = needs.state()
		const { busy, ghost, keeping } = lift
		const doing = begun(lift, input)
		const round = doing === 'box' || doing === 'lasso'
		// What is to be kept comes in a moment, and takes no dabs any more.
		if (keeping && !round) return { state }
		// Nothing is lifted yet that there could be too much of.
		if (round && input.hold === 'outside') return { state }
		const press = { doing, from: input, points: [input.at] }
		const pressed = { ...state, press }
		if (doing === 'spread') return ask(pressed, areaAt(lift, input, sight.sheet()))
		if (!round || !ghost) return { state: pressed }
		return busy ? { state: pressed, effects: [set({ keeping: true })] } : accept(pressed, sight)
	}

	const move = (state: Lifting, input: PointerInput): Turn<Lifting> => {
		const { press } = state
		if (!press) return { state: { ...state, pointer: input } }
		const lift = needs.state()
		const asked = press.doing === 'spread' ? widened(press, input, lift) : null
		return {
			state: { ...state, pointer: input, press: drawnOn(press, input, lift) },
			effects: asked ? [set({ asked })] : [],
		}
	}

	const up = (state: Lifting, input: PointerInput): Turn<Lifting> => {
		const free = { ...state, pointer: input, press: null }
		const asked = state.press ? askedBy(state.press, needs.state()) : null
		if (!asked) return { state: free }
		const { keeping, busy, ghost, asked: before } = needs.state()
		if (keeping) return { state: { ...free, next: queued(state.next, asked) } }
		// Of what is drawn elsewhere before anything is seen of the one before, that is kept when it comes.
		if (busy && !ghost && before && isElsewhere(asked, before))
			return {
				state: { ...free, next: queued(state.next, asked) },
				effects: [set({ keeping: true })],
			}
		return ask(free, asked)
	}

	const key = (state: Lifting, { key, mod, shift }: KeyInput, sight: Sight): Turn<Lifting> => {
		const unused = { state, unused: true }
		const { asked, ghost, busy, keeping } = needs.state()
		if (mod) return unused
		if (key === 'o' && !shift && !asked) {
			const id = sight.selection().piece
			const piece = sight.sheet().pieces.find((one) => one.id === id)
			return piece ? openAgain(state, piece) : unused
		}
		const last = state.next.at(-1)
		// The last that was drawn is meant, not the one that is still worked on.
		if (last && key === 'enter' && !shift && (busy || keeping))
			return { state: { ...state, next: [...state.next.slice(0, -1), { ...last, keep: true }] } }
		if (last && key === 'escape')
			return { state: { ...state, press: null, next: state.next.slice(0, -1) } }
		if (key === 'enter') {
			if (!busy) return accept(state, sight, shift)
			// It is kept when it is known well.
			return shift ? unused : { state, effects: [set({ keeping: true })] }
		}
		if (key === 'escape') {
			if (state.press) return { state: { ...state, press: null } }
			return asked || ghost || busy ? ask(state, null) : unused
		}
		return key === 'backspace' && asked ? ask(state, withoutLast(asked)) : unused
	}

	const takeStep = (state: Lifting, way: 'undo' | 'redo'): Turn<Lifting> => {
		if (state.press) return { state }
		const change = stepped(needs.state(), way)
		if (!change) return { state, unused: true }
		const callOff = change.asked === null ? [tell(needs.callOff)] : []
		return { state, effects: [...callOff, set(change)] }
	}

	return {
		start: { ...IDLE, takes: 0 },
		drops: true,
		step: stepBy({
			down,
			move,
			up,
			key,
			leave: (state) => ({ state: state.press ? state : { ...state, pointer: null } }),
			cancel: (state) => ({ state: { ...state, press: null } }),
			doubleClick: (state, input, sight) => {
				const { asked, wish } = needs.state()
				const piece = pieceUnder(sight.sheet(), input.at)
				return piece && !asked && wish.way === 'object' ? openAgain(state, piece) : { state }
			},
			undo: (state) => takeStep(state, 'undo'),
			redo: (state) => takeStep(state, 'redo'),
			rest: (state, sight) => {
				const next = state.next.map((one) => ({ ...one, keep: true }))
				const free = { ...state, press: null, pointer: null, next }
				const { busy, keeping, ghost } = needs.state()
				// What was kept early, or is to be kept and not seen yet, waits for its answer wherever one goes.
				if (busy && (state.early || (keeping && !ghost))) return { state: free }
				const { unused, ...turn } = accept(free, sight)
				return unused ? { state: { ...IDLE, takes: state.takes }, effects: [forget] } : turn
			},
		}),
		hint: ({ press, pointer }) => {
			if (press) return pressedLiftHint(press.doing)
			const lift = needs.state()
			const where = pointer && !isWithin(lift.asked, pointer) ? 'beyond' : 'within'
			return liftHint(lift, where, pointer?.hold === 'outside')
		},
		steps: () => {
			const { past, future } = needs.state()
			return {
				undo: past.length > 0 ? 'what was drawn last to lift' : null,
				redo: future.length > 0 ? 'what was taken back of it' : null,
			}
		},
		overlay: (state) => overlay(state, needs.state()),
		cursor: ({ pointer }) =>
			pointer && isWithin(needs.state().asked, pointer) ? 'none' : 'crosshair',
	}
}

/** What waits, with something drawn since: in place of the last that is about the same object and was not to be kept. */
function queued(waiting: readonly Waiting[], asked: Asked): readonly Waiting[] {
	const now = { asked, keep: false }
	const last = waiting.at(-1)
	if (!last) return [now]
	const before = waiting.slice(0, -1)
	return last.keep || isElsewhere(asked, last.asked)
		? [...before, { ...last, keep: true }, now]
		: [...before, now]
}

/** Less of the smaller of two boxes in the other is another object; more is the same one drawn anew. */
const SAME_SHARE = 0.5

/** Whether what is drawn is about another object than what was drawn before it. */
function isElsewhere(asked: Asked, before: Asked): boolean {
	if (asked.way !== 'object' || before.way !== 'object' || asked.dabs.length > 0) return false
	const [a, b] = [boxOf(ringOf(asked)), boxOf(ringOf(before))]
	const area = (box: Box) => Math.max(0, box.maxX - box.minX) * Math.max(0, box.maxY - box.minY)
	const both: Box = {
		minX: Math.max(a.minX, b.minX),
		minY: Math.max(a.minY, b.minY),
		maxX: Math.min(a.maxX, b.maxX),
		maxY: Math.min(a.maxY, b.maxY),
	}
	const apart = both.maxX <= both.minX || both.maxY <= both.minY
	return apart || area(both) < SAME_SHARE * Math.min(area(a), area(b))
}

function overlay({ press, pointer }: Lifting, { asked, wish }: LiftState): Overlay {
	if (press?.doing === 'box' && press.points.length > 1)
		return { ...NO_OVERLAY, box: boxOf(press.points) }
	if (press?.doing === 'lasso') return { ...NO_OVERLAY, lasso: press.points }
	const dabs = press?.doing === 'dab' ? [dabOf(press, wish)] : []
	const at =
		pointer && isWithin(asked, pointer)
			? { at: pointer.at, radius: wish.brush * pointer.pixel }
			: null
	return dabs.length > 0 || at ? { ...NO_OVERLAY, brush: { dabs, at } } : NO_OVERLAY
}

export function createLift(bench: Bench, needs: LiftNeeds): Tool {
	return runMachine(liftMachine(needs), bench)
}

const SHORTCUTS: readonly (Shortcut & { readonly shift?: false })[] = [
	{ keys: 'Drag a box', does: 'Outline the object in it' },
	{ keys: `${heldKey('lasso')}, drag`, does: 'Outline the object in a loose lasso' },
	{ keys: 'Dab inside the box', does: 'This belongs to the object too' },
	{ keys: heldKey('outside'), does: 'Dab: this does not belong to it' },
	{ keys: 'Enter', does: 'Keep what is lifted as a piece', taps: ['enter'], shift: false },
	{ keys: 'Shift Enter', does: 'Keep each part of it as a piece of its own' },
	{ keys: 'Backspace', does: 'Take the last dab back', taps: ['backspace'] },
	{ keys: 'Ctrl Z, Ctrl Shift Z', does: 'Boxes and dabs back, and again' },
	{ keys: 'O, or double-click', does: 'Open the piece chosen again, with its dabs', taps: ['o'] },
	{ keys: 'Esc', does: 'Drop the box and its dabs', taps: ['escape'] },
	{ keys: 'By colour: click', does: 'An area of one colour; Shift: one more; drag: more alike' },
]

export const liftTool: ToolDef = {
	id: 'lift',
	name: 'Lift',
	says: 'Drag a box round an object: its outline is found for you',
	key: 'l',
	icon: HighlightAltRounded,
	about: 'outlines',
	draws: true,
	holds: ['lasso', 'outside'],
	Options: late(() => import('./LiftOptions').then((m) => m.LiftOptions)),
	shortcuts: SHORTCUTS,
	create: (context) => {
		const lift = context.slices.of(liftSlice)
		// What answers comes with the tool, not with the page.
		let callOff = () => {}
		withPart(
			() => import('./answerLift'),
			(m) => {
				callOff = m.answerLifts(context)
			},
		)
		const tool = createLift(context.bench, {
			state: lift.getState,
			set: (change) => lift.setState(change),
			callOff: () => callOff(),
			nameNext: () => nextName(context.open.sheet()),
			say: (what) => sayOnce(context.desk, what),
		})
		lift.subscribe(({ keeping, busy, ghost, problem }) => {
			if (keeping && !busy) {
				lift.setState({ keeping: false })
				// Kept as it came; or nothing came, and the next has its turn.
				const settled = ghost ? !problem : problem !== null
				if (settled) tool.key({ key: 'enter', shift: false, mod: false, finely: false })
				else if (toolInHand(context.desk.getState()) !== liftTool) tool.rest()
			}
			context.refresh()
		})
		return tool
	},
}
