import { createStore, type StoreApi } from 'zustand/vanilla'
import {
	addPieces,
	type Edit,
	guarded,
	isSoundChange,
	type Kept,
	normalised,
	type Sheet,
} from '@/core'
import { begin, type History, record, redo, seal, takeBack, undo } from './history'
import type { Saving } from './savingState'
import { NOTHING, presentIn, type Selection, withReturned } from './selection'

export interface OpenSheetState {
	readonly history: History
	readonly selection: Selection
	readonly saving: Saving
	/** Another tab edits this sheet: nothing can be changed here. */
	readonly readOnly: boolean
	/** The sheet was deleted at home; it lies in the bin. */
	readonly deleted: boolean
	/** The last edit that could not be done, or not wholly. */
	readonly refused: Refusal | null
}

/** Why an edit was not done, or not wholly. */
export interface Refusal {
	readonly label: string
	/** What a lock, or its being hidden, kept as it was; without any, no sheet could hold the result. */
	readonly kept: readonly Kept[]
	/** Nothing at all was changed. */
	readonly whole: boolean
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
	/** Adds pieces and groups that a reader made: they are sound, and their ids are their own. */
	takeIn(label: string, drawing: Pick<Sheet, 'pieces' | 'groups'>): void
	seal(): void
	/** An edit that takes back what the last step did: neither is a step any more. */
	takeBack(label: string, edit: Edit): void
	undo(): void
	redo(): void
	/** Goes so many steps back (negative) or forward in the history, as far as there are. */
	jump(steps: number): void
	/** Gives back the history and what was chosen as they were, as if nothing had been done since. */
	restore(history: History, selection: Selection): void
	select(selection: Selection): void
	setSaving(saving: Saving): void
	setReadOnly(readOnly: boolean): void
	/** Nothing can be changed any more: the sheet was deleted at home. */
	setDeleted(): void
}

/** The sheet on the bench: its history, what is chosen in it, and whether it is saved. */
export function createOpenSheet(sheet: Sheet): OpenSheet {
	const store = createStore<OpenSheetState>(() => ({
		history: begin(sheet),
		selection: NOTHING,
		saving: { state: 'clean' },
		readOnly: false,
		deleted: false,
		refused: null,
	}))
	const refuse = (refused: Refusal) => queueMicrotask(() => store.setState({ refused }))
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
	/** Along the history: what comes back with it is chosen. */
	const travel = (next: (history: History) => History) => {
		const was = store.getState().history.present
		change(next)
		const { history, selection } = store.getState()
		if (history.present === was) return
		const returned = withReturned(was, history.present, selection)
		if (returned !== selection) store.setState({ selection: returned })
	}
	return Object.assign(store, {
		sheet: () => store.getState().history.present,
		apply: (label: string, edit: Edit, key?: string) =>
			change((history) => {
				const since = history.present
				const wished = edit(since)
				if (wished === since || store.getState().readOnly) return history
				const { sheet: edited, kept } = guarded(wished, since)
				const sound = isSoundChange(edited, since)
				const next = sound
					? record(history, label, normalised(edited, since), key ?? null)
					: history
				if (!sound) refuse({ label, kept: [], whole: true })
				else if (kept.length > 0) refuse({ label, kept, whole: next === history })
				return next
			}),
		takeIn: (label: string, { pieces, groups }: Pick<Sheet, 'pieces' | 'groups'>) =>
			change((history) => record(history, label, addPieces(history.present, pieces, groups))),
		seal: () => change(seal),
		takeBack: (label: string, edit: Edit) =>
			change((history) => takeBack(seal(history), label, edit(history.present))),
		undo: () => travel((history) => undo(seal(history))),
		redo: () => travel((history) => redo(seal(history))),
		jump: (steps: number) =>
			change((history) => {
				const step = steps < 0 ? undo : redo
				let next = seal(history)
				for (let i = 0; i < Math.abs(steps); i++) next = step(next)
				return next
			}),
		restore: (history: History, selection: Selection) => {
			if (!store.getState().readOnly) store.setState({ history, selection })
		},
		select: (selection: Selection) =>
			store.setState((state) => ({
				// What says nothing of a photo leaves the one at work at work.
				selection: { photo: state.selection.photo, ...selection },
			})),
		setSaving: (saving: Saving) => store.setState({ saving }),
		setReadOnly: (readOnly: boolean) => store.setState({ readOnly }),
		setDeleted: () => store.setState({ readOnly: true, deleted: true }),
	})
}
