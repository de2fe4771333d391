import { createRunningJobs } from '@/jobs/running'
import type { Library } from '@/store/library'
import type { OpenSheet } from '@/store/openSheet'
import type { ToolContext, ToolDef } from './bench/definitions'
import { type Desk, goToPass, isTracing } from './bench/desk'
import { sheetAtRest } from './bench/sheetAtRest'
import { createSlices } from './bench/slices'
import { type Bench, NO_SNAPPING, sameOverlay, type Tool } from './bench/tool'
import { createWalk } from './bench/walk'
import type { Workbench } from './workbench/workbench'

const LOOKING_HINT = 'Drag: pan. Ctrl and wheel, or pinch: zoom. 0: fit the sheet.'

/** Sets the bench up for an open sheet. */
export function createWorkbench(open: OpenSheet, desk: Desk, library: Library): Workbench {
	const slices = createSlices()
	const bench: Bench = {
		sheet: open.sheet,
		apply: open.apply,
		seal: open.seal,
		takeBack: open.takeBack,
		selection: () => open.getState().selection,
		select: open.select,
		snapping: () => {
			const { snapping, holds } = desk.getState()
			return holds.has('snapping') ? NO_SNAPPING : snapping
		},
		straightOnly: () => desk.getState().straightOnly,
	}
	const tools = new Map<ToolDef, Tool>()
	const toolOf = (def: ToolDef): Tool => {
		const tool = tools.get(def) ?? def.create(context)
		tools.set(def, tool)
		return tool
	}
	const toolAtHand = () => toolOf(desk.getState().tool)
	const refresh = (tool = toolAtHand()) => {
		const hint = isTracing(desk.getState()) ? tool.hint() : LOOKING_HINT
		const overlay = tool.overlay()
		const shown = desk.getState().overlay
		desk.setState({ overlay: sameOverlay(overlay, shown) ? shown : overlay, hint })
	}
	const takeTool = (tool: ToolDef) => {
		if (desk.getState().tool !== tool) toolAtHand().rest()
		desk.setState({ tool })
		refresh()
	}
	const context: ToolContext = { bench, open, desk, slices, takeTool }
	// A frame or a guide shown by the tool moves when numbers are typed or steps undone.
	open.subscribe((state, before) => {
		const [now, then] = [state.history.present, before.history.present]
		const moved = now.photos !== then.photos || now.guides !== then.guides
		const framed = desk.getState().tool.about !== 'outlines'
		const chosen = state.selection !== before.selection
		if (moved || (framed && (chosen || now.pieces !== then.pieces))) refresh()
	})
	return {
		open,
		desk,
		slices,
		library,
		atRest: sheetAtRest(open),
		running: createRunningJobs(),
		toolOf,
		toolAtHand,
		refresh,
		takeTool,
		goTo: (pass) => {
			toolAtHand().rest()
			goToPass(desk, pass)
			refresh()
		},
		walk: createWalk(open, desk),
	}
}
