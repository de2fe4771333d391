'use client'

import { type ReactNode, useEffect, useMemo } from 'react'
import type { Sheet } from '@/core'
import { begunPieces, type Drill, drillOn, showingOf } from '@/core/practice'
import type { Library } from '@/store/library'
import { createOpenSheet } from '@/store/openSheet'
import { createWorkbench } from './createWorkbench'
import { drillSlice } from './panels/drill/drillSlice'
import { ShowBar } from './panels/drill/showing/ShowBar'
import { startOf } from './passes/leftDesk'
import { SERVICES } from './services'
import { createDesk } from './session/desk'
import { startServices } from './session/services'
import { useWorkbench, WorkbenchProvider } from './workbench/workbench'

/**
 * The bench while it is shown how a drill is done: another workbench with the drill as it begins, kept nowhere. One's
 * own lies as it was beneath it.
 */
export function Shown({ children }: { children: ReactNode }) {
	const { open, slices, library } = useWorkbench()
	const drill = useMemo(() => drillOn(open.sheet()), [open])
	const bench = useMemo(
		() => drill && benchOf(drill, open.sheet(), library),
		[drill, open, library],
	)
	const steps = useMemo(() => (drill ? showingOf(drill) : []), [drill])
	useEffect(() => (bench ? startServices(SERVICES, bench) : undefined), [bench])
	if (!drill || !bench) return children
	return (
		<WorkbenchProvider value={bench}>
			{children}
			<ShowBar
				name={drill.name}
				steps={steps}
				onClose={() => slices.of(drillSlice).setState({ showing: false })}
			/>
		</WorkbenchProvider>
	)
}

function benchOf(drill: Drill, sheet: Sheet, library: Library) {
	const { pass, tool, needs = null } = drill
	const start = startOf({ pass, tool }, false)
	const open = createOpenSheet({ ...sheet, pieces: begunPieces(drill), guides: [] })
	// What is shown is exact: nothing is to catch the pointer.
	const desk = createDesk({ ...start, only: needs, shown: true, snaps: false, rulers: false })
	const bench = createWorkbench(open, desk, library)
	bench.refresh()
	return bench
}
