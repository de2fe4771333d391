'use client'

import Typography from '@mui/material/Typography'
import { forFingers } from '@/editor/session/holds'
import { useDesk } from '@/editor/workbench/workbench'
import { CLOSE, LOW } from '@/theme/widths'

/** Always says what a click and a drag would do where the pointer is. */
export function HintLine() {
	const said = useDesk((state) => state.said)
	const hint = useDesk(({ said: now, hint, touched }) => now ?? (touched ? forFingers(hint) : hint))
	return (
		<Typography
			variant="body2"
			role="status"
			aria-live="polite"
			title={hint}
			sx={{
				px: 1.5,
				flex: '1 1 300px',
				minWidth: 0,
				height: 40,
				display: 'flex',
				alignItems: 'safe center',
				lineHeight: 1.3,
				// Letters set wide apart take more lines than there is room for.
				overflowX: 'hidden',
				overflowY: 'auto',
				scrollbarWidth: 'thin',
				color: said ? 'error.main' : 'text.secondary',
				[CLOSE]: { height: 54 },
				[LOW]: { height: 28 },
			}}
		>
			{hint}
		</Typography>
	)
}
