'use client'

import { createContext, type ReactNode, useContext, useMemo } from 'react'
import { useStore } from 'zustand'
import { type Sheet, unitInForce } from '@/core'
import type { PassDef, ToolDef } from '@/editor/session/definitions'
import type { Desk, DeskState } from '@/editor/session/desk'
import type { PhotoEdges } from '@/editor/session/edgeReading'
import type { sheetAtRest } from '@/editor/session/sheetAtRest'
import type { Slice, Slices } from '@/editor/session/slices'
import type { Tool } from '@/editor/session/tool'
import type { Walk } from '@/editor/session/walk'
import type { RunningJobs } from '@/jobs/running'
import { FieldsProvider } from '@/kit/fields'
import type { Library } from '@/store/library'
import type { OpenSheet, OpenSheetState } from '@/store/openSheet'

/** Everything that the parts of the editor share. */
export interface Workbench {
	readonly open: OpenSheet
	readonly desk: Desk
	/** What passes and tools keep for themselves. */
	readonly slices: Slices
	readonly library: Library
	/** The edges of the photos, read where they are asked for. */
	readonly edges: PhotoEdges
	/** The sheet for panels and figures, not made anew within a drag. */
	readonly atRest: ReturnType<typeof sheetAtRest>
	/** Jobs that are shown while they run. */
	readonly running: RunningJobs
	/** The working tool of a definition, the same each time. */
	toolOf(tool: ToolDef): Tool
	/** The tool that a press goes to: one lent for the moment, or the one at hand. */
	toolAtHand(): Tool
	/** Brings the desk up to date with the tool at hand: its overlay and hint. */
	refresh(tool?: Tool): void
	/** Takes a tool in hand; the one before is put down. */
	takeTool(tool: ToolDef): void
	/** Takes the last thing back that one did, or does it again: with the tool at hand, else on the sheet. */
	step(way: 'undo' | 'redo'): void
	/** Lends a tool for as long as its key is held: the one at hand goes on with what it had begun. */
	lend(tool: ToolDef | null): void
	/** Goes to a pass; the tool at hand is put down. */
	goTo(pass: PassDef): void
	/** From node to node round the outline, the view following. */
	readonly walk: Walk
}

const WorkbenchContext = createContext<Workbench | null>(null)

export function WorkbenchProvider({ value, children }: { value: Workbench; children: ReactNode }) {
	return (
		<WorkbenchContext value={value}>
			<Fields open={value.open}>{children}</Fields>
		</WorkbenchContext>
	)
}

/** Number fields follow the open sheet, and read lengths in its unit. */
function Fields({ open, children }: { open: OpenSheet; children: ReactNode }) {
	const unit = useStore(open, ({ history }) => unitInForce(history.present))
	const mmPerPx = useStore(open, ({ history }) => history.present.mmPerPx)
	const value = useMemo(
		() => ({ scale: { unit, mmPerPx }, subscribe: open.subscribe }),
		[unit, mmPerPx, open],
	)
	return <FieldsProvider value={value}>{children}</FieldsProvider>
}

export function useWorkbench(): Workbench {
	const workbench = useContext(WorkbenchContext)
	if (!workbench) throw new Error('There is no open sheet here.')
	return workbench
}

export function useOpenSheet<T>(select: (state: OpenSheetState) => T): T {
	return useStore(useWorkbench().open, select)
}

export function useSheet(): Sheet {
	return useOpenSheet((state) => state.history.present)
}

/** The sheet as it was when the hand last rested: for what is costly to show. */
export function useSheetAtRest(): Sheet {
	return useStore(useWorkbench().atRest, (state) => state.sheet)
}

export function useDesk<T>(select: (state: DeskState) => T): T {
	return useStore(useWorkbench().desk, select)
}

export function useSlice<S, T>(slice: Slice<S>, select: (state: S) => T): T {
	return useStore(useWorkbench().slices.of(slice), select)
}
