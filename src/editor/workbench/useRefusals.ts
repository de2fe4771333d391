'use client'

import { useEffect } from 'react'
import { SHEET_REACH_PX } from '@/core'
import { showSnack } from '@/kit/snackbar'
import { useWorkbench } from './workbench'

/** Says which edits could not be, because no sheet could hold what they would make. */
export function useRefusals(): void {
	const { open } = useWorkbench()
	useEffect(
		() =>
			open.subscribe(({ refused }, before) => {
				if (refused && refused !== before.refused)
					showSnack(
						`“${refused.label}” would put something beyond ${SHEET_REACH_PX.toLocaleString('en')} px, or make nothing of it. Nothing was changed.`,
						{ variant: 'warning', autoHideDuration: 10_000, preventDuplicate: true },
					)
			}),
		[open],
	)
}
