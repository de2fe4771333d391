'use client'

import DeleteOutlineRounded from '@mui/icons-material/DeleteOutlineRounded'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { type NodeKind, removeNodes, type Sheet } from '@/core'
import { useOpenSheet, useSheetAtRest, useWorkbench } from '../../workbench'
import { Facts } from '../Facts'
import { ToolRows } from '../ToolRows'

export function RefineCard() {
	const { open } = useWorkbench()
	const sheet = useSheetAtRest()
	const selected = useOpenSheet((state) => state.selection.nodes)
	return (
		<>
			<ToolRows />
			<Box>
				<Typography variant="h3" component="h2" sx={{ mb: 0.5 }}>
					Nodes by kind
				</Typography>
				<Facts facts={kindFacts(sheet)} />
			</Box>
			<Button
				variant="outlined"
				disabled={selected.size === 0}
				startIcon={<DeleteOutlineRounded />}
				onClick={() =>
					open.apply(selected.size > 1 ? `Delete ${selected.size} nodes` : 'Delete a node', (s) =>
						removeNodes(s, selected),
					)
				}
			>
				{selected.size > 1 ? `Delete ${selected.size} nodes` : 'Delete the node'}
			</Button>
		</>
	)
}

function kindFacts(sheet: Sheet): (readonly [string, string])[] {
	const counts: Record<NodeKind, number> = { corner: 0, smooth: 0, symmetric: 0, cusp: 0 }
	for (const piece of sheet.pieces)
		for (const contour of piece.contours) for (const { kind } of contour.nodes) counts[kind]++
	const all = Object.values(counts).reduce((sum, n) => sum + n, 0)
	return [...Object.entries(counts), ['all', all] as const].map(([kind, n]) => [kind, String(n)])
}
