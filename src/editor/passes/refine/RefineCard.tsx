'use client'

import DeleteOutlineRounded from '@mui/icons-material/DeleteOutlineRounded'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { exportSummary, type NodeKind, removeNodes } from '@/core'
import { useOpenSheet, useSheet, useWorkbench } from '../../workbench'
import { ToolRows } from '../ToolRows'

const KIND_NAMES: Readonly<Record<NodeKind, string>> = {
	corner: 'corner',
	smooth: 'smooth',
	symmetric: 'symmetric',
	cusp: 'cusp',
}

export function RefineCard() {
	const { open } = useWorkbench()
	const sheet = useSheet()
	const selected = useOpenSheet((state) => state.selection.nodes)
	const { nodes } = exportSummary(sheet)
	return (
		<>
			<ToolRows />
			<Box>
				<Typography variant="h3">Nodes by kind</Typography>
				<Box
					component="dl"
					sx={{ m: 0, mt: 0.5, display: 'grid', gridTemplateColumns: '1fr auto', rowGap: 0.25 }}
				>
					{Object.entries(
						countKinds(sheet.pieces.flatMap((p) => p.contours.flatMap((c) => c.nodes))),
					).map(([kind, count]) => (
						<Box key={kind} sx={{ display: 'contents' }}>
							<Typography component="dt" variant="body2" sx={{ color: 'text.secondary' }}>
								{KIND_NAMES[kind as NodeKind]}
							</Typography>
							<Typography component="dd" className="number" sx={{ m: 0 }}>
								{count}
							</Typography>
						</Box>
					))}
					<Typography component="dt" variant="body2">
						all
					</Typography>
					<Typography component="dd" className="number" sx={{ m: 0 }}>
						{nodes}
					</Typography>
				</Box>
			</Box>
			<Button
				variant="outlined"
				color="inherit"
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

function countKinds(nodes: readonly { kind: NodeKind }[]): Record<NodeKind, number> {
	const counts: Record<NodeKind, number> = { corner: 0, smooth: 0, symmetric: 0, cusp: 0 }
	for (const { kind } of nodes) counts[kind]++
	return counts
}
