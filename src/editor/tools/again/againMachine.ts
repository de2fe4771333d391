import { contains, findPiece, type Point } from '@/core'
import type { Again } from '@/core/pictures'
import type { ToolContext } from '@/editor/session/definitions'
import {
	apply,
	type Machine,
	runMachine,
	select,
	stepBy,
	type Turn,
	tell,
} from '@/editor/session/machine'
import { NO_OVERLAY, type Tool } from '@/editor/session/tool'
import { counted } from '@/kit/counted'
import { offer } from '@/kit/offer'
import { withPieces } from '@/store/selection'
import { type AgainState, againSlice, finding, NOT_SOUGHT, stepped, taken } from './againSlice'
import { laidAgain } from './laidAgain'
import { seek } from './seekAgain'

export interface AgainNeeds {
	state(): AgainState
	set(change: Partial<AgainState>): void
	/** Looks for it at a place, too. */
	seek(near: Point): void
	/** Nothing is looked for any more: what one had before comes to hand. */
	leave(): void
	/** What was found goes unlaid: it is offered. */
	offer(): void
}

interface Pointing {
	readonly at: Point | null
}

/** What was found of a piece once more: which of it is laid, and where it is looked for besides. */
export function againMachine(needs: AgainNeeds): Machine<Pointing> {
	const under = (at: Point) =>
		needs.state().found.findLast(({ contours }) => contains(contours, at, 'evenodd'))
	const turned = (one: Again) => {
		const state = needs.state()
		const out = new Set(state.out)
		if (!out.delete(one)) out.add(one)
		needs.set(finding(state, { found: state.found, out }))
	}
	return {
		start: { at: null },
		step: stepBy<Pointing>({
			down: (state, { at }) => {
				const { of, busy } = needs.state()
				const one = under(at)
				if (one) return { state, effects: [tell(() => turned(one))] }
				return of && busy === null ? { state, effects: [tell(() => needs.seek(at))] } : { state }
			},
			move: (_, { at }) => ({ state: { at } }),
			up: (state) => ({ state }),
			leave: () => ({ state: { at: null } }),
			key: (state, { key, mod }, sight): Turn<Pointing> => {
				if (mod) return { state, unused: true }
				if (key === 'escape')
					return needs.state().of
						? { state, effects: [tell(() => needs.set(NOT_SOUGHT)), tell(needs.leave)] }
						: { state, unused: true }
				const laid = key === 'enter' ? laidAgain(sight.sheet(), needs.state()) : null
				if (!laid) return { state, unused: true }
				return {
					state,
					effects: [
						apply(laid.label, () => laid.sheet),
						select(withPieces(laid.ids)),
						tell(() => needs.set(NOT_SOUGHT)),
						tell(needs.leave),
					],
				}
			},
			undo: (state) => back(state, 'past'),
			redo: (state) => back(state, 'future'),
			rest: () => ({
				state: { at: null },
				effects: [
					tell(() => {
						if (taken(needs.state()).length > 0) needs.offer()
						needs.set(NOT_SOUGHT)
					}),
				],
			}),
		}),
		steps: () => {
			const { past, future } = needs.state()
			return {
				undo: past.length > 0 ? 'what was changed last of what was found' : null,
				redo: future.length > 0 ? 'what was taken back of it' : null,
			}
		},
		hint: ({ at }, sight) => {
			const state = needs.state()
			const { of, busy, out, problem } = state
			const name = of && findPiece(sight.sheet(), of.piece)?.name
			if (!name) return 'Choose a piece, and press “Find it again” on the card.'
			if (busy) return `“${name}” is looked for in the photo. Esc: leave it.`
			const one = at && under(at)
			if (one) return `Click: ${out.has(one) ? 'lay it all the same' : 'leave this one out'}.`
			const many = taken(state).length
			const enter = many > 0 ? ` Enter: lay ${counted(many, 'piece', 'pieces')}.` : ''
			return `${problem ?? `Click where “${name}” is once more, and was not found.`}${enter} Esc: leave it.`
		},
		overlay: () => NO_OVERLAY,
		cursor: ({ at }) => (at && under(at) ? 'pointer' : 'crosshair'),
	}

	function back(state: Pointing, way: 'past' | 'future'): Turn<Pointing> {
		const change = stepped(needs.state(), way)
		return change ? { state, effects: [tell(() => needs.set(change))] } : { state, unused: true }
	}
}

/** Makes the tool; what was found lies in a slice. */
export function createAgain(context: ToolContext): Tool {
	const { bench, open, desk, slices, refresh } = context
	const slice = slices.of(againSlice)
	slice.subscribe(refresh)
	const machine = againMachine({
		state: slice.getState,
		set: (change) => slice.setState(change),
		seek: (near) => void seek(context, near),
		leave: () => desk.setState(({ tool }) => ({ tool: tool.afterwards ?? tool })),
		offer: () => {
			const state = slice.getState()
			offer(
				'What was found once more was not laid.',
				`Lay ${counted(taken(state).length, 'piece', 'pieces')}`,
				() => {
					const laid = laidAgain(open.sheet(), state)
					if (laid) open.apply(laid.label, () => laid.sheet)
					refresh()
				},
			)
		},
	})
	return runMachine(machine, bench)
}
