'use client'

import ExpandMoreRounded from '@mui/icons-material/ExpandMoreRounded'
import Button from '@mui/material/Button'
import { lazy, Suspense, useState } from 'react'
import { useOpenSheet } from '@/editor/workbench/workbench'

// The menu comes when it is first asked for.
const SelectChoices = lazy(() =>
	import('./SelectChoices').then((m) => ({ default: m.SelectChoices })),
)

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
			{anchor && (
				<Suspense>
					<SelectChoices anchor={anchor} onClose={() => setAnchor(null)} />
				</Suspense>
			)}
		</>
	)
}
