'use client'

import Typography from '@mui/material/Typography'
import { useDesk } from '@/editor/workbench/workbench'

/** Always says what a click and a drag would do where the pointer is. */
export function HintLine() {
	const hint = useDesk((state) => state.hint)
	return (
		<Typography
			variant="body2"
			role="status"
			aria-live="polite"
			noWrap
			title={hint}
			sx={{ px: 1.5, py: 0.75, minHeight: 34, color: 'text.secondary' }}
		>
			{hint}
		</Typography>
	)
}
