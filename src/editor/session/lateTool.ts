import { mayBeNeeded } from '@/kit/ahead'
import { withPart } from '@/kit/tryAgain'
import type { ToolContext } from './definitions'
import { NO_OVERLAY, NO_STEPS, type Tool } from './tool'

/**
 * Makes tools whose workings are fetched when one is first looked at, or ahead when nothing else is to be done; for tools
 * that hand no outline over. What is done with the pointer until they are there is done once they are.
 * @param load fetches what makes it
 */
export function lateTool(
	load: () => Promise<(context: ToolContext) => Tool>,
): (context: ToolContext) => Tool {
	const part = mayBeNeeded(load)
	return (context) => arriving(context, part)
}

function arriving(context: ToolContext, load: () => Promise<(context: ToolContext) => Tool>): Tool {
	let tool: Tool | null = null
	let asked = false
	const waiting: ((tool: Tool) => void)[] = []
	const fetch = () => {
		if (asked) return
		asked = true
		withPart(load, (make) => {
			tool = make(context)
			for (const act of waiting.splice(0)) act(tool)
			context.refresh()
		})
	}
	const soon = (act: (tool: Tool) => void) => {
		fetch()
		if (tool) act(tool)
		else waiting.push(act)
	}
	return {
		down: (input) => soon((there) => there.down(input)),
		// Between a press and its release where it goes counts; else only where it is now.
		move: (input) => {
			if (tool) tool.move(input)
			else if (waiting.length > 0) soon((there) => there.move(input))
		},
		up: (input) => soon((there) => there.up(input)),
		leave: () => tool?.leave?.(),
		cancel: () => {
			waiting.length = 0
			tool?.cancel?.()
		},
		doubleClick: (input) => soon((there) => there.doubleClick(input)),
		key: (input) => tool?.key(input) ?? false,
		rest: () => {
			waiting.length = 0
			tool?.rest()
		},
		undo: () => tool?.undo?.() ?? false,
		redo: () => tool?.redo?.() ?? false,
		steps: () => tool?.steps?.() ?? NO_STEPS,
		hint: () => {
			fetch()
			return tool?.hint() ?? 'The tool is being fetched.'
		},
		overlay: () => tool?.overlay() ?? NO_OVERLAY,
		cursor: () => tool?.cursor() ?? 'progress',
	}
}
