import { useMemo } from 'react'
import { type Drill, drillOn, type Grade, grade, workOf } from '@/core/practice'
import { useOpenSheet, useSheetAtRest, useWorkbench } from '@/editor/workbench/workbench'

/** The drill that the sheet is for, and how it stands. */
export function useGrade(): { readonly drill: Drill; readonly grade: Grade } | null {
	const asked = useOpenSheet(({ history: { present } }) => present.lesson ?? present.practice)
	const { open } = useWorkbench()
	const { pieces } = useSheetAtRest()
	const drill = useMemo(
		() => (asked === undefined ? undefined : drillOn(open.sheet())),
		[asked, open],
	)
	return useMemo(
		() => (drill ? { drill, grade: grade(workOf({ pieces }), drill) } : null),
		[drill, pieces],
	)
}
