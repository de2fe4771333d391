import { useEffect, useState } from 'react'
import { useOpenSheet, useWorkbench } from '@/editor/workbench/workbench'

/** What a trace took: information alone, nobody is graded by it. */
export interface Effort {
	readonly actions: number
	/** s */
	readonly seconds: number
}

/** Counts actions and time since a drill was begun, or begun again; both stand still once it is done. */
export function useEffort(done: boolean): { readonly effort: () => Effort; begin(): void } {
	const { open } = useWorkbench()
	const steps = useOpenSheet(({ history }) => history.past.length)
	const [since, setSince] = useState(() => ({ at: Date.now(), steps }))
	const [ended, setEnded] = useState<Effort | null>(null)
	const effort = () => ({
		actions: Math.max(0, open.getState().history.past.length - since.steps),
		seconds: Math.round((Date.now() - since.at) / 1000),
	})
	// biome-ignore lint/correctness/useExhaustiveDependencies: what it took is taken when it comes to be done
	useEffect(() => setEnded(done ? effort() : null), [done])
	return {
		effort: () => ended ?? effort(),
		begin: () => setSince({ at: Date.now(), steps: open.getState().history.past.length }),
	}
}

/** “12 actions in 1:40”. */
export function effortWords({ actions, seconds }: Effort): string {
	const minutes = Math.floor(seconds / 60)
	const rest = String(seconds % 60).padStart(2, '0')
	return `${actions} ${actions === 1 ? 'action' : 'actions'} in ${minutes}:${rest}`
}
