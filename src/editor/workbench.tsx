'use client'

import { createContext, type ReactNode, useContext } from 'react'
import { useStore } from 'zustand'
import { type Sheet, setMirror } from '@/core'
import type { Library } from '@/store/library'
import type { OpenSheet, OpenSheetState } from '@/store/openSheet'
import { chooseToneFor } from './canvas/chooseByPhoto'
import type { Desk, DeskState } from './desk'
import { nextName } from './nextName'
import { leaveApart } from './passes/cut/apart'
import type { ToolId } from './passes/passes'
import { sheetAtRest } from './sheetAtRest'
import { createArrangePhotos } from './tools/arrangePhotos'
import { createArrangePieces } from './tools/arrangePieces'
import { createLineTool } from './tools/lineTool'
import { createMeasure } from './tools/measure'
import { createNodes } from './tools/nodes'
import { createPen } from './tools/pen'
import { createPencil } from './tools/pencil'
import { createRegions } from './tools/regions'
import { createSeeHere } from './tools/seeHere'
import { createStraighten } from './tools/straighten'
import { type Bench, NO_SNAPPING, sameOverlay, type Tool } from './tools/tool'
import { createWalk, type Walk } from './walk'

/** Everything that the parts of the editor share. */
export interface Workbench {
	readonly open: OpenSheet
	readonly desk: Desk
	readonly library: Library
	/** The sheet for panels and figures, not made anew within a drag. */
	readonly atRest: ReturnType<typeof sheetAtRest>
	readonly tools: Readonly<Record<ToolId, Tool>>
	/** Brings the desk up to date with the tool at hand: its overlay and hint. */
	refresh(tool?: Tool): void
	/** Takes a tool in hand; the one before is put down. */
	takeTool(id: ToolId): void
	toolAtHand(): Tool
	/** From node to node round the outline, the view following. */
	readonly walk: Walk
}

const LOOKING_HINT = 'Drag: pan. Ctrl and wheel, or pinch: zoom. 0: fit the sheet.'

export function createWorkbench(open: OpenSheet, desk: Desk, library: Library): Workbench {
	const bench: Bench = {
		sheet: open.sheet,
		apply: open.apply,
		seal: open.seal,
		selection: () => open.getState().selection,
		select: open.select,
		snapping: () => {
			const { snapping, holds } = desk.getState()
			return holds.has('snapping') ? NO_SNAPPING : snapping
		},
		straightOnly: () => desk.getState().straightOnly,
	}
	const tools = {
		pen: createPen(bench, () => nextName(open.sheet())),
		pencil: createPencil(bench, {
			wish: () => desk.getState().pencil,
			nextName: () => nextName(open.sheet()),
			fit: () => import('@/core/fitting').then((m) => m.fitPolyline),
		}),
		nodes: createNodes(bench),
		arrange: createArrangePhotos(bench),
		straighten: createStraighten(bench),
		measure: createMeasure(bench, {
			get: () => desk.getState().measured,
			set: (measured) => desk.setState({ measured }),
		}),
		mirror: createLineTool(bench, {
			done: (line) => {
				open.apply('Set a mirror line', (sheet) => setMirror(sheet, line))
				desk.setState({ tool: 'pen' })
			},
			idleHint: () => 'Drag the line that both sides are alike about. Shift: 45° steps.',
			drawingHint: () => 'Release: the other side follows across this line. Esc: leave it.',
		}),
		regions: createRegions({
			get: () => desk.getState().apart,
			set: (apart) => desk.setState({ apart }),
			accept: () => void import('./passes/cut/acceptApart').then((m) => m.acceptApart(open, desk)),
			leave: () => leaveApart(desk),
		}),
		'see-here': createSeeHere((box) => void chooseToneFor(open, desk, box)),
	}
	const arrangePieces = createArrangePieces(bench)
	/** Arrange works on photos in their pass, on pieces elsewhere. */
	const toolAtHand = () => {
		const { pass, tool } = desk.getState()
		return tool === 'arrange' && pass !== 'photo' ? arrangePieces : tools[tool]
	}
	const refresh = (tool = toolAtHand()) => {
		const { pass } = desk.getState()
		const hint = pass === 'proof' || pass === 'export' ? LOOKING_HINT : tool.hint()
		const overlay = tool.overlay()
		const shown = desk.getState().overlay
		desk.setState({ overlay: sameOverlay(overlay, shown) ? shown : overlay, hint })
	}
	// A frame or a guide shown by the tool moves when numbers are typed or steps undone.
	open.subscribe((state, before) => {
		const [now, then] = [state.history.present, before.history.present]
		const moved = now.photos !== then.photos || now.guides !== then.guides
		const framed = desk.getState().tool === 'arrange'
		const chosen = state.selection !== before.selection
		if (moved || (framed && (chosen || now.pieces !== then.pieces))) refresh()
	})
	return {
		open,
		desk,
		library,
		atRest: sheetAtRest(open),
		tools,
		refresh,
		toolAtHand,
		walk: createWalk(open, desk),
		takeTool: (id) => {
			if (desk.getState().tool !== id) toolAtHand().rest()
			desk.setState({ tool: id })
			refresh()
		},
	}
}

const WorkbenchContext = createContext<Workbench | null>(null)

export function WorkbenchProvider({ value, children }: { value: Workbench; children: ReactNode }) {
	return <WorkbenchContext value={value}>{children}</WorkbenchContext>
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
