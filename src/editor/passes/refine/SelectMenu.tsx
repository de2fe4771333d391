'use client'

import ExpandMoreRounded from '@mui/icons-material/ExpandMoreRounded'
import Button from '@mui/material/Button'
import { useState } from 'react'
import { useOpenSheet } from '@/editor/workbench/workbench'
import { late } from '@/kit/late'

// The menu comes when it is first asked for.
const SelectChoices = late(() => import('./SelectChoices').then((m) => m.SelectChoices), 'over')

/** Which nodes are selected, by what they are and where they stand. */
export function SelectMenu() {
	const [anchor, setAnchor] = useState<HTMLElement | null>(null)
	const some = useOpenSheet(({ history }) => history.present.pieces.length > 0)
	const count = useOpenSheet((state) => state.selection.nodes.size)
	return (
		<>
			<Button
				variant="outlined"
				disabled={!some}
				aria-haspopup="menu"
				endIcon={<ExpandMoreRounded />}
				onClick={(event) => setAnchor(event.currentTarget)}
				sx={{ justifyContent: 'space-between' }}
			>
				{count > 0 ? `${count} ${count === 1 ? 'node' : 'nodes'} selected` : 'Select nodes'}
			</Button>
			{anchor && <SelectChoices anchor={anchor} onClose={() => setAnchor(null)} />}
		</>
	)
}
