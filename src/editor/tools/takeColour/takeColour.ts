import ColorizeRounded from '@mui/icons-material/ColorizeRounded'
import { lazy } from 'react'
import { type PaintChange, type Point, paintPieces } from '@/core'
import type { ToolDef } from '@/editor/session/definitions'
import { pieceUnder } from '@/editor/session/hitTest'
import { heldKey } from '@/editor/session/holds'
import { type Bench, NO_OVERLAY, type PointerInput, type Tool } from '@/editor/session/tool'
import { chooseUnder, paintable } from '../paintable'
import { fetchColours, seenColour } from './seenColour'
import { RING_PX, type TakeColourState, takeColourSlice } from './takeColourSlice'

/** What the tool needs of what goes on beside it. */
export interface TakeColourNeeds {
	state(): TakeColourState
	set(change: Partial<TakeColourState>): void
	/** The colour of the photo in a ring about a place, `#rrggbb`; `null` where there is none. */
	colourAt(at: Point, ring: number): string | null
	/** What colours are worked out with, where it is still on its way. */
	coming?(): Promise<void> | null
}

/** Takes a colour out of the photo, or from a piece, for the pieces that are chosen. */
export function createTakeColour(bench: Bench, needs: TakeColourNeeds): Tool {
	let pointer: PointerInput | null = null

	const colourUnder = ({ at, shift }: PointerInput): string | null => {
		if (!shift) return needs.colourAt(at, needs.state().ring)
		const fill = pieceUnder(bench.sheet(), at)?.fill
		return fill?.kind === 'solid' ? fill.colour : null
	}

	const look = (input: PointerInput) => {
		pointer = input
		needs.set({ at: { place: input.at, colour: colourUnder(input) } })
	}

	const chosen = () => new Set(paintable(bench).map(({ id }) => id))

	const take = (input: PointerInput, ids: ReadonlySet<string>) => {
		const colour = colourUnder(input)
		if (!colour) return
		const paint = { kind: 'solid', colour } as const
		const stroke = input.hold === 'for-stroke'
		const change: PaintChange = stroke ? { stroke: { paint } } : { fill: paint }
		bench.apply(stroke ? 'Take a colour for the stroke' : 'Take a colour', (sheet) =>
			paintPieces(sheet, ids, change),
		)
		bench.seal()
	}

	return {
		down: (input) => {
			look(input)
			const ids = chosen()
			const coming = needs.coming?.() ?? null
			if (ids.size === 0) chooseUnder(bench, input.at)
			// A click that is quicker than what it needs is not lost.
			else if (coming) void coming.then(() => take(input, ids))
			else take(input, ids)
		},
		move: look,
		up: look,
		leave: () => {
			pointer = null
			needs.set({ at: null })
		},
		doubleClick: () => {},
		key: ({ key, mod }) => {
			const by = KEYS[key]
			if (mod || by === undefined) return false
			const ring = Math.max(RING_PX.min, Math.min(RING_PX.max, needs.state().ring + by))
			needs.set({ ring })
			if (pointer) look(pointer)
			return true
		},
		rest: () => {
			pointer = null
			needs.set({ at: null })
		},
		hint: () => {
			const ids = chosen()
			if (ids.size === 0) return 'Click a piece to choose it; the next click takes a colour for it.'
			if (needs.state().at?.colour === null)
				return `There is no colour here${pointer?.shift ? ': Shift takes a flat piece’s.' : ': no photo shows.'}`
			const what = ids.size === 1 ? 'the piece chosen' : `${ids.size} pieces`
			return `Click: this colour fills ${what}. ${heldKey('for-stroke')} for the stroke, Shift: from a piece. [ and ]: ring.`
		},
		overlay: () => NO_OVERLAY,
		cursor: () => 'crosshair',
	}
}

/** By how much keys widen the ring, px. */
const KEYS: Readonly<Record<string, number>> = { '[': -2, ']': 2 }

export const takeColourTool: ToolDef = {
	id: 'take-colour',
	name: 'Take colour',
	key: 'w',
	icon: ColorizeRounded,
	about: 'pieces',
	holds: ['for-stroke'],
	Options: lazy(() =>
		import('./TakeColourOptions').then((m) => ({ default: m.TakeColourOptions })),
	),
	shortcuts: [
		{ keys: 'Click', does: 'Fill the pieces chosen with the colour in the ring' },
		{ keys: heldKey('for-stroke'), does: 'Click: for their stroke' },
		{ keys: 'Shift', does: 'Click: the colour of the piece under the pointer' },
		{ keys: '[  ]', does: 'A smaller, a larger ring', taps: ['[', ']'] },
	],
	create: ({ bench, open, slices, refresh }) => {
		// Until it is there the ring shows no colour, and a click waits.
		let coming: Promise<void> | null = fetchColours().then(
			() => {
				coming = null
				refresh()
			},
			() => {},
		)
		const own = slices.of(takeColourSlice)
		return createTakeColour(bench, {
			state: own.getState,
			set: (change) => own.setState(change),
			colourAt: (at, ring) => seenColour(open.sheet(), slices, at, ring),
			coming: () => coming,
		})
	},
}
