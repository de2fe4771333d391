'use client'

import Tooltip from '@mui/material/Tooltip'

/** The tip of a control, beside it. */
export function TipBubble({ anchor }: { anchor: HTMLElement }) {
	if (!anchor.isConnected) return null
	return (
		<Tooltip
			open
			title={anchor.dataset.tip ?? ''}
			slotProps={{ popper: { anchorEl: anchor, sx: { pointerEvents: 'none' } } }}
		>
			<span style={{ position: 'fixed' }} />
		</Tooltip>
	)
}
