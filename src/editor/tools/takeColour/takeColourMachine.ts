import { type PaintChange, type Point, paintPieces } from '@/core'
import type { ToolContext } from '@/editor/session/definitions'
import { pieceUnder } from '@/editor/session/hitTest'
import { heldKey } from '@/editor/session/holds'
import {
	apply,
	type Effect,
	type Machine,
	runMachine,
	SEAL,
	type Sight,
	stepBy,
	type Turn,
	tell,
} from '@/editor/session/machine'
import { NO_OVERLAY, type PointerInput, type Tool } from '@/editor/session/tool'
import { chosenUnder, paintable } from '../paintable'
import { fetchColours, seenColour } from './seenColour'
import { RING_PX, type TakeColourState, takeColourSlice } from './takeColourSlice'

/** What the tool needs of what goes on beside it. */
export interface TakeColourNeeds {
	state(): TakeColourState
	set(change: Partial<TakeColourState>): void
	/** The colour of the photo in a ring about a place, `#rrggbb`; `null` where there is none. */
	colourAt(at: Point, ring: number): string | null
	/** Whether what colours are worked out with is still on its way. */
	isComing?(): boolean
}

interface Taking {
	readonly pointer: PointerInput | null
	/** A click that was quicker than what it needs, and the pieces that were chosen then. */
	readonly early: { readonly input: PointerInput; readonly ids: ReadonlySet<string> } | null
}

/** Takes a colour out of the photo, or from a piece, for the pieces that are chosen. */
export function takeColourMachine(needs: TakeColourNeeds): Machine<Taking> {
	const colourUnder = ({ at, shift }: PointerInput, sight: Sight): string | null => {
		if (!shift) return needs.colourAt(at, needs.state().ring)
		const fill = pieceUnder(sight.sheet(), at)?.fill
		return fill?.kind === 'solid' ? fill.colour : null
	}
	const looked = (input: PointerInput, sight: Sight): Effect => {
		const at = { place: input.at, colour: colourUnder(input, sight) }
		return tell(() => needs.set({ at }))
	}
	const taken = (input: PointerInput, ids: ReadonlySet<string>, sight: Sight): Effect[] => {
		const colour = colourUnder(input, sight)
		if (!colour) return []
		const paint = { kind: 'solid', colour } as const
		const stroke = input.hold === 'for-stroke'
		const change: PaintChange = stroke ? { stroke: { paint } } : { fill: paint }
		const label = stroke ? 'Take a colour for the stroke' : 'Take a colour'
		return [apply(label, (sheet) => paintPieces(sheet, ids, change)), SEAL]
	}
	const look = (state: Taking, input: PointerInput, sight: Sight): Turn<Taking> => ({
		state: { ...state, pointer: input },
		effects: [looked(input, sight)],
	})
	const away = (state: Taking): Turn<Taking> => ({
		state: { ...state, pointer: null },
		effects: [tell(() => needs.set({ at: null }))],
	})
	return {
		start: { pointer: null, early: null },
		step: stepBy({
			down: (state, input, sight) => {
				const seen = looked(input, sight)
				const next = { ...state, pointer: input }
				const ids = chosenIn(sight)
				if (ids.size === 0) return { state: next, effects: [seen, ...chosenUnder(sight, input.at)] }
				// It is not lost: it counts when that has come.
				if (needs.isComing?.())
					return { state: { ...next, early: { input, ids } }, effects: [seen] }
				return { state: next, effects: [seen, ...taken(input, ids, sight)] }
			},
			move: look,
			up: look,
			leave: away,
			wish: (state, sight) => {
				const { early } = state
				if (!early) return { state }
				return { state: { ...state, early: null }, effects: taken(early.input, early.ids, sight) }
			},
			key: (state, { key, mod }, sight) => {
				const by = KEYS[key]
				if (mod || by === undefined) return { state, unused: true }
				const ring = Math.max(RING_PX.min, Math.min(RING_PX.max, needs.state().ring + by))
				const { pointer } = state
				const seen = pointer && {
					place: pointer.at,
					colour: pointer.shift ? colourUnder(pointer, sight) : needs.colourAt(pointer.at, ring),
				}
				return { state, effects: [tell(() => needs.set({ ring, ...(seen && { at: seen }) }))] }
			},
			rest: away,
		}),
		hint: ({ pointer }, sight) => {
			const { size } = chosenIn(sight)
			if (size === 0) return 'Click a piece to choose it; the next click takes a colour for it.'
			if (needs.state().at?.colour === null)
				return `There is no colour here${pointer?.shift ? ': Shift takes a flat piece’s.' : ': no photo shows.'}`
			const what = size === 1 ? 'the piece chosen' : `${size} pieces`
			return `Click: this colour fills ${what}. ${heldKey('for-stroke')} for the stroke, Shift: from a piece. [ and ]: ring.`
		},
		overlay: () => NO_OVERLAY,
		cursor: () => 'crosshair',
	}
}

const chosenIn = (sight: Sight): ReadonlySet<string> =>
	new Set(paintable(sight).map(({ id }) => id))

/** By how much keys widen the ring, px. */
const KEYS: Readonly<Record<string, number>> = { '[': -2, ']': 2 }

/** Makes the tool; what works colours out is fetched with it. */
export function createTakeColour({ bench, open, slices, refresh }: ToolContext): Tool {
	// Until it is there the ring shows no colour, and a click waits.
	let coming = true
	const own = slices.of(takeColourSlice)
	const machine = takeColourMachine({
		state: own.getState,
		set: (change) => own.setState(change),
		colourAt: (at, ring) => seenColour(open.sheet(), slices, at, ring),
		isComing: () => coming,
	})
	const tool = runMachine(machine, bench)
	const there = () => {
		coming = false
		tool.wished?.()
		refresh()
	}
	void fetchColours().then(there, there)
	return tool
}
