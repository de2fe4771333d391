import { PASSES } from '@/editor/passes/passes'
import { hasPass, isTracing, toolInHand } from '@/editor/session/desk'
import type { KeyInput } from '@/editor/session/tool'
import { nodesTool } from '@/editor/tools/nodes/nodes'
import type { Workbench } from '@/editor/workbench/workbench'

/** What a key does that is but tapped: the pass's, else the tool's. @returns whether it meant something */
export function tapKey(workbench: Workbench, input: KeyInput): boolean {
	return passKey(workbench, input) || tapInTool(workbench, input)
}

/** Goes to a pass, or does what the pass one is in has a key for. */
function passKey(workbench: Workbench, { key, shift }: KeyInput): boolean {
	const to = PASSES.find(({ number }) => String(number) === key)
	if (to) {
		if (hasPass(workbench.desk.getState(), to)) workbench.goTo(to)
		return true
	}
	const { pass } = workbench.desk.getState()
	const meant = pass.keys?.find((one) => one.key === key && (one.shift ?? shift) === shift)
	return meant?.press(workbench) ?? false
}

/** What a tool for outlines has no use for, such as nudging the node just placed, Nodes answers. */
export function tapInTool(workbench: Workbench, input: KeyInput): boolean {
	const { desk, toolOf, refresh } = workbench
	if (!isTracing(desk.getState())) return false
	const tool = toolInHand(desk.getState())
	const taken =
		toolOf(tool).key(input) || (tool.about === 'outlines' && toolOf(nodesTool).key(input))
	if (taken) refresh()
	return taken
}
