import { useMemo } from 'react'
import { type Drill, drillNamed, type Grade, grade, workOf } from '@/core/practice'
import { useOpenSheet, useSheetAtRest } from '@/editor/workbench/workbench'

/** The drill that the sheet is for, and how it stands. */
export function useGrade(): { readonly drill: Drill; readonly grade: Grade } | null {
	const id = useOpenSheet(({ history }) => history.present.practice)
	const { pieces } = useSheetAtRest()
	return useMemo(() => {
		const drill = id === undefined ? undefined : drillNamed(id)
		return drill ? { drill, grade: grade(workOf({ pieces }), drill) } : null
	}, [id, pieces])
}
