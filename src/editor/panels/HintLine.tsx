'use client'

import Typography from '@mui/material/Typography'
import { forFingers } from '@/editor/session/holds'
import { useDesk } from '@/editor/workbench/workbench'
import { CLOSE } from '@/theme/widths'

/** Always says what a click and a drag would do where the pointer is. */
export function HintLine() {
	const said = useDesk((state) => state.said)
	const hint = useDesk(({ said: now, hint, touched }) => now ?? (touched ? forFingers(hint) : hint))
	return (
		<Typography
			variant="body2"
			role="status"
			aria-live="polite"
			noWrap
			title={hint}
			sx={{
				px: 1.5,
				py: 0.75,
				minHeight: 34,
				color: said ? 'error.main' : 'text.secondary',
				[CLOSE]: { whiteSpace: 'normal', height: 50 },
			}}
		>
			{hint}
		</Typography>
	)
}
