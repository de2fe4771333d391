import { distance, type HostRef, newId, type Point, type Setting, type Sheet } from '@/core'
import { bandsOf, changedLettering, hostsOf, indexNear } from '@/core/letter'
import type { ToolContext } from '@/editor/session/definitions'
import { hitEdge } from '@/editor/session/hitTest'
import {
	apply,
	type Effect,
	type Machine,
	runMachine,
	SEAL,
	type Sight,
	stepBy,
	type Turn,
	takeBack,
	tell,
} from '@/editor/session/machine'
import { NO_OVERLAY, type PointerInput, type Tool } from '@/editor/session/tool'
import { NOTHING } from '@/store/selection'
import { dragged, type Grip, gripAt, gripsOf } from './grips'
import {
	alongFrom,
	betweenChosen,
	caretOf,
	hostUnder,
	type Laid,
	laidOf,
	wordAt,
	wordsUnder,
} from './laid'
import { type LetteringState, letteringSlice, type Typing } from './letteringSlice'

/** The state that the card and the typing field see too. */
export interface LetteringNeeds {
	get(): LetteringState
	set(change: Partial<LetteringState>): void
}

type Drag =
	| { readonly of: 'letters'; readonly piece: string; readonly from: number }
	| {
			readonly of: Grip
			readonly piece: string
			readonly base: Sheet
			readonly began: Point
			readonly moved: boolean
			readonly step: string
	  }

interface LetteringMachineState {
	readonly drag: Drag | null
	readonly pointer: PointerInput | null
	readonly drags: number
}

/** Sets words: where one clicks, along what one clicks, in those that one clicks. */
export function letteringMachine(held: LetteringNeeds): Machine<LetteringMachineState> {
	const chosen = (sight: Sight): Laid | null => {
		const id = held.get().typing?.piece ?? sight.selection().piece
		return id === null ? null : laidOf(sight.sheet(), id)
	}
	const type = (typing: Typing): Effect => tell(() => held.set({ typing, problem: null }))

	const pick = (state: LetteringMachineState, input: PointerInput, sight: Sight) => {
		const { picking } = held.get()
		const words = chosen(sight)
		const host = hostUnder(sight, input, words?.piece.id)
		if (!picking || !words) return { state, effects: [tell(() => held.set({ picking: null }))] }
		if (!host) return { state }
		if (picking.to === 'top')
			return { state, effects: [tell(() => held.set({ picking: { to: 'bottom', top: host } }))] }
		const setting: Setting =
			picking.to === 'bottom'
				? { kind: 'between', top: picking.top, bottom: host }
				: picking.to === 'within'
					? { kind: 'within', ...host, margin: 0.1 }
					: alongFrom(sight, host, input.at)
		return {
			state,
			effects: [
				tell(() => held.set({ picking: null })),
				apply(LABELS[setting.kind], (sheet) =>
					changedLettering(sheet, words.piece.id, { setting }),
				),
				SEAL,
			],
		}
	}

	const down = (state: LetteringMachineState, input: PointerInput, sight: Sight) => {
		const next = { ...state, pointer: input }
		if (held.get().picking) return pick(next, input, sight)
		const words = chosen(sight)
		const grip = words && gripAt(words, input, sight)
		if (words && grip) {
			const drags = state.drags + 1
			const drag: Drag = {
				of: grip,
				piece: words.piece.id,
				base: sight.sheet(),
				began: input.at,
				moved: false,
				step: `letters-${drags}`,
			}
			return { state: { ...next, drag, drags } }
		}
		const under = wordsUnder(sight, input)
		if (under) {
			const at = indexNear(under.lettering, under.way, input.at)
			const typing = held.get().typing
			const from = input.shift && typing?.piece === under.piece.id ? typing.chosen[0] : at
			return {
				state: { ...next, drag: { of: 'letters' as const, piece: under.piece.id, from } },
				effects: [
					SEAL,
					{ do: 'select' as const, selection: { ...NOTHING, piece: under.piece.id } },
					type({
						piece: under.piece.id,
						text: under.lettering.text,
						setting: under.lettering.setting,
						chosen: [from, at],
					}),
				],
			}
		}
		// A click beside words that are typed is the end of typing; the next one begins new ones.
		if (held.get().typing)
			return { state: next, effects: [SEAL, tell(() => held.set({ typing: null }))] }
		const host = hostUnder(sight, input)
		const setting: Setting = host
			? alongFrom(sight, host, input.at)
			: { kind: 'free', place: [1, 0, 0, 1, ...input.at] }
		return {
			state: next,
			effects: [
				{ do: 'select' as const, selection: NOTHING },
				type({ piece: newId(), text: '', setting, chosen: [0, 0] }),
			],
		}
	}

	const move = (state: LetteringMachineState, input: PointerInput, sight: Sight) => {
		const next = { ...state, pointer: input }
		const { drag } = state
		if (!drag) return { state: next }
		if (drag.of === 'letters') {
			const laid = laidOf(sight.sheet(), drag.piece)
			const typing = held.get().typing
			if (!laid || !typing) return { state: next }
			const to = indexNear(laid.lettering, laid.way, input.at)
			return { state: next, effects: [type({ ...typing, chosen: [drag.from, to] })] }
		}
		const moved = drag.moved || distance(drag.began, input.at) > 3 * input.pixel
		if (!moved) return { state: next }
		const edit = (): Sheet => dragged(drag.base, drag.piece, drag.of, drag.began, input)
		return {
			state: { ...next, drag: { ...drag, moved } },
			effects: [apply(GRIPS[drag.of], edit, drag.step)],
		}
	}

	const letGo = (state: LetteringMachineState): Turn<LetteringMachineState> => ({
		state: { ...state, drag: null },
		effects: state.drag && state.drag.of !== 'letters' && state.drag.moved ? [SEAL] : [],
	})
	const dropped = (state: LetteringMachineState): Turn<LetteringMachineState> => {
		const { drag } = state
		const effects =
			drag && drag.of !== 'letters' && drag.moved ? [takeBack(GRIPS[drag.of], () => drag.base)] : []
		return { state: { ...state, drag: null }, effects }
	}

	return {
		start: { drag: null, pointer: null, drags: 0 },
		drops: true,
		step: stepBy<LetteringMachineState>({
			down,
			move,
			up: letGo,
			leave: (state) => ({ state: state.drag ? state : { ...state, pointer: null } }),
			cancel: dropped,
			doubleClick: (state, input, sight) => {
				const under = wordsUnder(sight, input)
				const typing = held.get().typing
				if (!under || !typing) return { state }
				const at = indexNear(under.lettering, under.way, input.at)
				return { state, effects: [type({ ...typing, chosen: wordAt(under.lettering.text, at) })] }
			},
			key: (state, { key }) => {
				if (key !== 'escape') return { state, unused: true }
				if (state.drag) return dropped(state)
				const { typing, picking } = held.get()
				if (picking) return { state, effects: [tell(() => held.set({ picking: null }))] }
				if (typing) return { state, effects: [SEAL, tell(() => held.set({ typing: null }))] }
				return { state, unused: true }
			},
			rest: (state) => ({
				state: { ...state, drag: null, pointer: null },
				effects: [SEAL, tell(() => held.set({ typing: null, picking: null }))],
			}),
		}),
		hint: ({ drag, pointer }, sight) => {
			const { typing, picking } = held.get()
			if (picking) return PICKS[picking.to]
			if (drag) return drag.of === 'letters' ? 'Letters from here to there.' : GRIP_HINTS[drag.of]
			const words = chosen(sight)
			const grip = words && pointer && gripAt(words, pointer, sight)
			if (grip) return GRIP_HINTS[grip]
			if (pointer && wordsUnder(sight, pointer)) return 'Click: type here. Drag: choose letters.'
			if (typing) return 'Type. Enter: a new line. Esc, or a click beside the words: done.'
			const host = pointer && hostsOf(sight.sheet())(hostUnder(sight, pointer) ?? NO_HOST)
			if (!host) return 'Click where words begin, or an outline along which they go; then type.'
			return betweenChosen(sight, host)
				? 'Click: words along this outline, between the two nodes chosen.'
				: 'Click: words along this outline, from here on.'
		},
		overlay: ({ pointer }, sight) => {
			const { typing, picking } = held.get()
			const words = chosen(sight)
			const under =
				pointer && (picking || (!typing && !wordsUnder(sight, pointer)))
					? hitEdge(sight.sheet(), pointer.at, pointer.reach, undefined)
					: null
			return {
				...NO_OVERLAY,
				hover: under && under.contour.id !== words?.piece.contours[0]?.id ? under : null,
				words: {
					caret: caretOf(held.get(), words, sight),
					bands:
						typing && words && typing.chosen[0] !== typing.chosen[1]
							? bandsOf(words.lettering, words.way, ...ordered(typing.chosen))
							: [],
					grips: words ? gripsOf(words, sight) : [],
				},
			}
		},
		cursor: ({ pointer }, sight) => {
			const words = chosen(sight)
			if (pointer && words && gripAt(words, pointer, sight)) return 'grab'
			return held.get().picking ? 'pointer' : 'text'
		},
	}
}

/** Makes the tool; its state beside it lies in a slice. */
export function createLettering({ bench, slices }: ToolContext): Tool {
	const slice = slices.of(letteringSlice)
	return runMachine(
		letteringMachine({ get: slice.getState, set: (change) => slice.setState(change) }),
		bench,
	)
}

const NO_HOST: HostRef = { piece: '', contour: '' }

const LABELS: Readonly<Record<Setting['kind'], string>> = {
	free: 'Set words freely',
	along: 'Set words along an outline',
	between: 'Bend words between two outlines',
	within: 'Fit words into a shape',
}
const GRIPS: Readonly<Record<Grip, string>> = {
	start: 'Move words along',
	offset: 'Move words off their outline',
}
const GRIP_HINTS: Readonly<Record<Grip, string>> = {
	start: 'Drag: the words go further along the outline. Esc: as it was.',
	offset: 'Drag: the words stand further off the outline. Shift: back on it. Esc: as it was.',
}
const PICKS = {
	along: 'Click the outline along which the words go. Esc: leave it.',
	within: 'Click the closed outline that the words are to fill. Esc: leave it.',
	top: 'Click the outline above the words. Esc: leave it.',
	bottom: 'Click the outline beneath the words; the same one, closed, for both. Esc: leave it.',
} as const

const ordered = ([a, b]: readonly [number, number]): readonly [number, number] =>
	a <= b ? [a, b] : [b, a]
