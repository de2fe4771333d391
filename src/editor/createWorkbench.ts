import { createRunningJobs } from '@/jobs/running'
import type { Library } from '@/store/library'
import type { OpenSheet } from '@/store/openSheet'
import { strayingIn } from './passes/against/straying'
import type { ToolContext, ToolDef } from './session/definitions'
import { type Desk, type DeskState, goToPass, isTracing, toolInHand } from './session/desk'
import { createPhotoEdges, edgesSlice } from './session/photoEdges'
import { sheetAtRest } from './session/sheetAtRest'
import { createSlices } from './session/slices'
import {
	type Bench,
	NO_SNAPPING,
	NO_STEPS,
	SNAPPING_OFF,
	sameOverlay,
	type Tool,
} from './session/tool'
import { createWalk } from './session/walk'
import type { Workbench } from './workbench/workbench'

const LOOKING_HINT = 'Drag: pan. Ctrl and wheel, or pinch: zoom. 0: fit the sheet.'

/** Where the keys' cross is, and what is done by it. */
function crossHint({ cross }: Pick<DeskState, 'cross'>): string {
	return cross ? `Cross at ${cross[0]}, ${cross[1]}; Enter: click, P: drag. ` : ''
}

/** Sets the bench up for an open sheet. */
export function createWorkbench(open: OpenSheet, desk: Desk, library: Library): Workbench {
	const slices = createSlices()
	const edges = createPhotoEdges(open, desk, slices)
	const bench: Bench = {
		sheet: open.sheet,
		apply: open.apply,
		seal: open.seal,
		takeBack: open.takeBack,
		selection: () => open.getState().selection,
		select: open.select,
		snapping: () => {
			const { snaps, snapping, holds } = desk.getState()
			if (holds.has('finely')) return NO_SNAPPING
			return snaps ? snapping : SNAPPING_OFF
		},
		straightOnly: () => desk.getState().straightOnly,
		edges: () => edges,
	}
	const tools = new Map<ToolDef, Tool>()
	const toolOf = (def: ToolDef): Tool => {
		const tool = tools.get(def) ?? def.create(context)
		tools.set(def, tool)
		return tool
	}
	const toolAtHand = () => toolOf(toolInHand(desk.getState()))
	const putDown = () => toolOf(desk.getState().tool).rest()
	const refresh = (tool = toolAtHand()) => {
		const state = desk.getState()
		const hint = isTracing(state) ? crossHint(state) + tool.hint() : LOOKING_HINT
		const overlay = tool.overlay()
		const { overlay: shown, steps: before } = desk.getState()
		const steps = tool.steps?.() ?? NO_STEPS
		desk.setState({
			overlay: sameOverlay(overlay, shown) ? shown : overlay,
			hint,
			steps: steps.undo === before.undo && steps.redo === before.redo ? before : steps,
		})
	}
	/** What one tool draws, another may go on with. */
	const handOver = (from: Tool, to: Tool) => {
		const drawn = from.inHand?.() ?? null
		return () => void (drawn !== null && to.goOn?.(drawn))
	}
	const takeTool = (tool: ToolDef) => {
		const { tool: own } = desk.getState()
		const goOn = tool === own ? null : handOver(toolOf(own), toolOf(tool))
		if (goOn) putDown()
		goOn?.()
		desk.setState(({ cross }) => ({ tool, cross: tool.places ? cross : null }))
		refresh()
	}
	const context: ToolContext = {
		bench,
		open,
		desk,
		slices,
		edges,
		takeTool,
		refresh: () => refresh(),
	}
	// A frame or a guide shown by the tool moves when numbers are typed or steps undone.
	open.subscribe((state, before) => {
		const [now, then] = [state.history.present, before.history.present]
		const moved = now.photos !== then.photos || now.guides !== then.guides
		const framed = toolInHand(desk.getState()).about !== 'outlines'
		const chosen = state.selection !== before.selection
		if (moved || (framed && (chosen || now.pieces !== then.pieces))) refresh()
	})
	// Edges that were awaited under the pointer are there: the tool at hand may say so.
	slices.of(edgesSlice).subscribe((state, before) => {
		if (state.read !== before.read) refresh()
	})
	return {
		open,
		desk,
		slices,
		edges,
		library,
		atRest: sheetAtRest(open),
		running: createRunningJobs(),
		toolOf,
		toolAtHand,
		refresh,
		takeTool,
		step: (way) => {
			if (!toolAtHand()[way]?.()) open[way]()
			refresh()
		},
		lend: (tool) => {
			const { tool: own, lent } = desk.getState()
			const goOn = handOver(toolOf(lent ?? own), toolOf(tool ?? own))
			desk.setState({ lent: tool === own ? null : tool })
			goOn()
			refresh()
		},
		goTo: (pass) => {
			putDown()
			goToPass(desk, pass)
			desk.setState(({ tool, cross }) => ({ cross: tool.places ? cross : null }))
			refresh()
		},
		walk: createWalk(open, desk, () => strayingIn(slices)),
	}
}
