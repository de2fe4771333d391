import { createStore, type StoreApi } from 'zustand/vanilla'
import {
	addPhoto,
	addPieces,
	type Edit,
	guarded,
	isSoundChange,
	type Kept,
	normalised,
	type PlacedPhoto,
	type Sheet,
} from '@/core'
import { amend, begin, type History, record, redo, seal, takeBack, undo } from './history'
import type { Saving } from './savingState'
import { NOTHING, presentIn, type Selection, withReturned } from './selection'
import type { Recalled } from './steps'

export interface OpenSheetState {
	readonly history: History
	readonly selection: Selection
	readonly saving: Saving
	/** Another tab edits this sheet: nothing can be changed here. */
	readonly readOnly: boolean
	/** The sheet was deleted at home; it lies in the bin. */
	readonly deleted: boolean
	/** How often one went along the history: what comes of that is nobody's edit. */
	readonly travels: number
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
	/** Adds pieces, groups and photos that a reader made: they are sound, and their ids are their own. */
	takeIn(label: string, drawing: Drawing): void
	/** The sheet as it was in another state, whatever is locked: all but its id. */
	takeState(label: string, state: Sheet): void
	seal(): void
	/** An edit that takes back what the last step did: neither is a step any more. */
	takeBack(label: string, edit: Edit): void
	/** An edit that belongs to the last step: undo takes back both. */
	amend(label: string, edit: Edit): void
	undo(): void
	redo(): void
	/** Goes so many steps back (negative) or forward in the history, as far as there are. */
	jump(steps: number): void
	/** What was done and undone before the sheet was opened here can be undone and done again. */
	recall(recalled: Recalled): void
	/** Gives back the history and what was chosen as they were, as if nothing had been done since. */
	restore(history: History, selection: Selection): void
	select(selection: Selection): void
	setSaving(saving: Saving): void
	setReadOnly(readOnly: boolean): void
	/** Nothing can be changed any more: the sheet was deleted at home. */
	setDeleted(): void
	/**
	 * What goes along with every edit from now on, within its step, after what was given before.
	 * @param settle from the sheet after it, and before it
	 * @returns what ends that
	 */
	alsoSettle(settle: Settle): () => void
}

type Settle = (next: Sheet, since: Sheet) => Sheet

/** What a drawing brings to a sheet. */
type Drawing = Pick<Sheet, 'pieces' | 'groups'> & { readonly photos?: readonly PlacedPhoto[] }

/** The sheet on the bench: its history, what is chosen in it, and whether it is saved. */
export function createOpenSheet(sheet: Sheet): OpenSheet {
	const store = createStore<OpenSheetState>(() => ({
		history: begin(sheet),
		selection: NOTHING,
		saving: { state: 'clean' },
		readOnly: false,
		deleted: false,
		travels: 0,
		refused: null,
	}))
	const settles = new Set<Settle>()
	const settle: Settle = (next, since) =>
		[...settles].reduce((sheet, also) => also(sheet, since), next)
	/** What is seen once the history is another: the selection without what is gone. */
	const seenWith = (history: History): Pick<OpenSheetState, 'history' | 'selection'> => {
		const { history: before, selection } = store.getState()
		const moved = history.present !== before.present
		return { history, selection: moved ? presentIn(history.present, selection) : selection }
	}
	const change = (next: (history: History) => History) => {
		const { history, readOnly } = store.getState()
		const now = next(history)
		if (now !== history && !readOnly) store.setState(seenWith(now))
	}
	/** The one way in: what is locked or hidden is kept, what no sheet can hold is refused, ids and kinds are settled. */
	const commit = (
		label: string,
		edit: Edit,
		take: (history: History, next: Sheet) => History,
		{ trusted = false } = {},
	) => {
		const { history, readOnly } = store.getState()
		const since = history.present
		const wished = edit(since)
		if (wished === since || readOnly) return
		if (trusted) return change(() => take(history, wished))
		const { sheet: edited, kept } = guarded(wished, since)
		const sound = isSoundChange(edited, since)
		const next = sound ? take(history, settle(normalised(edited, since), since)) : history
		const refused =
			sound && kept.length === 0
				? null
				: { label, kept: sound ? kept : [], whole: next === history }
		store.setState({ ...(next !== history && seenWith(next)), ...(refused && { refused }) })
	}
	/** Along the history: what comes back with it is chosen. */
	const travel = (next: (history: History) => History) => {
		const { history, readOnly, travels } = store.getState()
		const now = next(history)
		if (now === history || readOnly) return
		const seen = { ...seenWith(now), travels: travels + 1 }
		const [was, present] = [history.present, now.present]
		const selection = present === was ? seen.selection : withReturned(was, present, seen.selection)
		store.setState({ ...seen, selection })
	}
	return Object.assign(store, {
		sheet: () => store.getState().history.present,
		apply: (label: string, edit: Edit, key?: string) =>
			commit(label, edit, (history, next) => record(history, label, next, key ?? null)),
		takeIn: (label: string, { pieces, groups, photos = [] }: Drawing) =>
			commit(
				label,
				(sheet) => addPieces(photos.reduce(addPhoto, sheet), pieces, groups),
				(history, next) => record(history, label, next),
				{ trusted: true },
			),
		takeState: (label: string, state: Sheet) =>
			commit(
				label,
				({ id }) => ({ ...state, id }),
				(history, next) => record(history, label, next),
				{ trusted: true },
			),
		seal: () => change(seal),
		takeBack: (label: string, edit: Edit) =>
			commit(label, edit, (history, next) => takeBack(seal(history), label, next)),
		amend: (label: string, edit: Edit) =>
			commit(label, edit, (history, next) => amend(seal(history), label, next)),
		undo: () => travel((history) => undo(seal(history))),
		redo: () => travel((history) => redo(seal(history))),
		jump: (steps: number) =>
			travel((history) => {
				const step = steps < 0 ? undo : redo
				let next = seal(history)
				for (let i = 0; i < Math.abs(steps); i++) next = step(next)
				return next
			}),
		recall: ({ past, future }: Recalled) => {
			const { history } = store.getState()
			const untouched = history.past.length === 0 && history.future.length === 0
			store.setState({
				history: {
					...history,
					past: [...past, ...history.past],
					future: untouched ? future : history.future,
				},
			})
		},
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
		alsoSettle: (other: Settle) => {
			settles.add(other)
			return () => settles.delete(other)
		},
	})
}
