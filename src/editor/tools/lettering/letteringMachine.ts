import {
	type Contour,
	contourBounds,
	distance,
	findPiece,
	type HostRef,
	type Lettering,
	newId,
	type Piece,
	type Point,
	type Setting,
	type Sheet,
} from '@/core'
import {
	bandsOf,
	caretAt,
	changedLettering,
	hostsOf,
	indexNear,
	railOf,
	type Way,
	wayOf,
} from '@/core/letter'
import type { ToolContext } from '@/editor/session/definitions'
import { hitEdge, isOpenToEdits } from '@/editor/session/hitTest'
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
import { type LetteringState, letteringSlice, type Typing } from './letteringSlice'
import { sizeFor } from './typing'

/** The state that the card and the typing field see too. */
export interface LetteringNeeds {
	get(): LetteringState
	set(change: Partial<LetteringState>): void
}

/** Words as they lie on the sheet. */
interface Laid {
	readonly piece: Piece
	readonly lettering: Lettering
	readonly way: Way
}

/** A handle of words along an outline: where they begin, and how far off they stand. */
type Grip = 'start' | 'offset'

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

export const ordered = ([a, b]: readonly [number, number]): readonly [number, number] =>
	a <= b ? [a, b] : [b, a]

/** A lettering as it lies; `null` for what is none, or has lost its outline. */
function laidOf(sheet: Sheet, id: string): Laid | null {
	const piece = findPiece(sheet, id)
	const way = piece?.lettering && wayOf(piece.lettering, hostsOf(sheet))
	return piece?.lettering && way ? { piece, lettering: piece.lettering, way } : null
}

/** The outline under the pointer that words can go by: none of letters. */
function hostUnder(sight: Sight, { at, reach }: PointerInput, but?: string): HostRef | null {
	const sheet = sight.sheet()
	const hit = hitEdge(sheet, at, reach, undefined)
	if (!hit) return null
	const piece = sheet.pieces.find(({ contours }) => contours.includes(hit.contour))
	return !piece || piece.lettering || piece.id === but
		? null
		: { piece: piece.id, contour: hit.contour.id }
}

/** Along an outline, from the place on it that is nearest. */
function alongFrom(sight: Sight, host: HostRef, at: Point): Setting {
	const contour = hostsOf(sight.sheet())(host)
	const between = contour && betweenChosen(sight, contour)
	return {
		kind: 'along',
		...host,
		...(between && { between }),
		start: contour && !between ? nearestAlong(railOf(contour), at) : 0,
		offset: 0,
		reversed: false,
		under: false,
		upright: false,
		fit: 'none',
	}
}

/** The two nodes of an outline that are chosen, in its order. */
function betweenChosen(sight: Sight, { nodes }: Contour): readonly [string, string] | undefined {
	const [first, last, more] = nodes.filter(({ id }) => sight.selection().nodes.has(id))
	return first && last && !more ? [first.id, last.id] : undefined
}

/** The length gone along a rail at the place nearest to a point, px. */
function nearestAlong(rail: ReturnType<typeof railOf>, at: Point): number {
	const away = (s: number) => distance(rail.at(s).p, at)
	const steps = 256
	let best = 0
	for (let k = 1; k <= steps; k++) {
		const s = (rail.length * k) / steps
		if (away(s) < away(best)) best = s
	}
	for (let by = rail.length / steps; by > 1e-3; by /= 2)
		for (const s of [best - by, best + by]) if (away(s) < away(best)) best = s
	return best
}

/** The words under the pointer: within a line's height of them. */
function wordsUnder(sight: Sight, { at, reach }: PointerInput): Laid | null {
	const sheet = sight.sheet()
	for (const piece of sheet.pieces.toReversed()) {
		if (!piece.lettering || !isOpenToEdits(piece)) continue
		const boxes = piece.contours.map(contourBounds)
		const near = boxes.some(
			({ minX, minY, maxX, maxY }) =>
				at[0] >= minX - reach &&
				at[0] <= maxX + reach &&
				at[1] >= minY - reach &&
				at[1] <= maxY + reach,
		)
		if (near) return laidOf(sheet, piece.id)
	}
	return null
}

/** What a double click chooses: the word at an index. */
function wordAt(text: string, at: number): readonly [number, number] {
	let [from, to] = [at, at]
	while (from > 0 && /\S/.test(text[from - 1] ?? ' ')) from--
	while (to < text.length && /\S/.test(text[to] ?? ' ')) to++
	return [from, to]
}

/** The caret of what is typed; of words that do not stand yet, where they will. */
function caretOf({ typing, wish }: LetteringState, words: Laid | null, sight: Sight) {
	if (!typing) return null
	if (words)
		return caretAt(
			words.lettering,
			words.way,
			Math.min(typing.chosen[1], words.lettering.text.length),
		)
	const { setting } = typing
	const tall = FIRST_CARET_EM * sizeFor(wish, sight.sheet())
	if (setting.kind === 'free') {
		const [, , c, d, e, f] = setting.place
		return [
			[e, f],
			[e - c * tall, f - d * tall],
		] as const
	}
	if (setting.kind !== 'along') return null
	const host = hostsOf(sight.sheet())(setting)
	if (!host) return null
	const { p, along } = railOf(host, setting).at(setting.start)
	return [p, [p[0] + along[1] * tall, p[1] - along[0] * tall]] as const
}

/** How high the caret is before there is a letter, em. */
const FIRST_CARET_EM = 0.75

/** The handles of words along an outline: where they are put on it, and above that. */
function gripsOf(
	{ lettering, way }: Laid,
	sight: Sight,
): { readonly of: Grip; readonly at: Point }[] {
	const { setting, shaped, align } = lettering
	if (setting.kind !== 'along') return []
	const host = hostsOf(sight.sheet())(setting)
	const [line] = way.lines
	if (!host || !line) return []
	const rail = railOf(host, setting)
	const s =
		align === 'left'
			? setting.start
			: align === 'middle'
				? rail.length / 2 + setting.start
				: rail.length - setting.start
	const x = align === 'left' ? 0 : align === 'middle' ? line.width / 2 : line.width
	return [
		{ of: 'start', at: rail.at(s).p },
		{ of: 'offset', at: way.at(0, x, (1.25 * shaped.ascent * way.size) / shaped.em) },
	]
}

function gripAt(words: Laid, { at, reach }: PointerInput, sight: Sight): Grip | null {
	const near = gripsOf(words, sight).filter((grip) => distance(grip.at, at) <= reach)
	return near.sort((a, b) => distance(a.at, at) - distance(b.at, at))[0]?.of ?? null
}

/** The sheet with words dragged by a handle. */
function dragged(
	base: Sheet,
	id: string,
	grip: Grip,
	began: Point,
	{ at, shift }: PointerInput,
): Sheet {
	const lettering = findPiece(base, id)?.lettering
	if (lettering?.setting.kind !== 'along') return base
	const { setting, align } = lettering
	const host = hostsOf(base)(setting)
	if (!host) return base
	const rail = railOf(host, setting)
	const [from, to] = [nearestAlong(rail, began), nearestAlong(rail, at)]
	const gone = to - from
	const whole = rail.closed ? gone - Math.round(gone / rail.length) * rail.length : gone
	const start = setting.start + (align === 'right' ? -whole : whole)
	const { along } = rail.at(from)
	const lifted = (at[0] - began[0]) * along[1] - (at[1] - began[1]) * along[0]
	const change = grip === 'start' ? { start } : { offset: shift ? 0 : setting.offset + lifted }
	return changedLettering(base, id, { setting: { ...setting, ...change } })
}
