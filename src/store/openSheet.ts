import { createStore, type StoreApi } from 'zustand/vanilla'
import type { Edit, Sheet } from '@/core'
import { begin, type History, record, redo, seal, undo } from './history'
import { NOTHING, presentIn, type Selection } from './selection'

export type Saving =
	| { readonly state: 'saved' }
	| { readonly state: 'pending' }
	| { readonly state: 'failed'; readonly problem: 'full' | 'refused' | 'other' }

export interface OpenSheetState {
	readonly history: History
	readonly selection: Selection
	readonly saving: Saving
	/** Another tab edits this sheet: nothing can be changed here. */
	readonly readOnly: boolean
}

export type OpenSheet = StoreApi<OpenSheetState> & OpenSheetActions

export interface OpenSheetActions {
	sheet(): Sheet
	/**
	 * The one way in: every change of the sheet comes through here.
	 * @param label what undo will call it
	 * @param key edits in a row that share it become one step, until `seal`
	 */
	apply(label: string, edit: Edit, key?: string): void
	seal(): void
	undo(): void
	redo(): void
	/** Goes so many steps back (negative) or forward in the history, as far as there are. */
	jump(steps: number): void
	select(selection: Selection): void
	setSaving(saving: Saving): void
	setReadOnly(readOnly: boolean): void
}

/** The sheet on the bench: its history, what is chosen in it, and whether it is saved. */
export function createOpenSheet(sheet: Sheet): OpenSheet {
	const store = createStore<OpenSheetState>(() => ({
		history: begin(sheet),
		selection: NOTHING,
		saving: { state: 'saved' },
		readOnly: false,
	}))
	const change = (next: (history: History) => History) =>
		store.setState((state) => {
			const history = next(state.history)
			if (history === state.history || state.readOnly) return state
			const moved = history.present !== state.history.present
			return {
				history,
				selection: moved ? presentIn(history.present, state.selection) : state.selection,
			}
		})
	return Object.assign(store, {
		sheet: () => store.getState().history.present,
		apply: (label: string, edit: Edit, key?: string) =>
			change((history) => record(history, label, edit(history.present), key ?? null)),
		seal: () => change(seal),
		undo: () => change((history) => undo(seal(history))),
		redo: () => change((history) => redo(seal(history))),
		jump: (steps: number) =>
			change((history) => {
				const step = steps < 0 ? undo : redo
				let next = seal(history)
				for (let i = 0; i < Math.abs(steps); i++) next = step(next)
				return next
			}),
		select: (selection: Selection) =>
			store.setState((state) => ({
				// What says nothing of a photo leaves the one at work at work.
				selection: { photo: state.selection.photo, ...selection },
			})),
		setSaving: (saving: Saving) => store.setState({ saving }),
		setReadOnly: (readOnly: boolean) => store.setState({ readOnly }),
	})
}
