import type { Workbench } from '@/editor/workbench/workbench'
import { showProblem } from '@/kit/snackbar'
import { act, type NodeAction } from './nodeActions'

/** Does it; where it cannot be done, says why. */
export function performAction(
	action: NodeAction,
	{ open, refresh }: Pick<Workbench, 'open' | 'refresh'>,
): void {
	try {
		act(action, open)
	} catch (error) {
		showProblem(error, { variant: 'warning' })
	}
	refresh()
}
