import Alert, { type AlertColor } from '@mui/material/Alert'
import Box from '@mui/material/Box'
import type { ReactNode } from 'react'

/** A short notice in a pass card, its remedies under it. */
export function Notice({
	severity,
	children,
	action,
}: {
	severity: AlertColor
	children: ReactNode
	action?: ReactNode
}) {
	return (
		<Alert
			severity={severity}
			variant="outlined"
			sx={{ px: 1.25, py: 0.25, '& .MuiAlert-icon': { mr: 1 } }}
		>
			{children}
			{action && <Box sx={{ mt: 0.5, ml: -0.75 }}>{action}</Box>}
		</Alert>
	)
}
