'use client'

import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useRef } from 'react'
import { showAllAgain } from '@/core'
import { useSheetAtRest, useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { late } from '@/kit/late'
import { GroupRow } from './GroupRow'
import { InnerRow } from './InnerRow'
import { PieceRow } from './PieceRow'
import { type Row, useRows } from './treeRows'
import { TREE } from './treeSlice'

/** A list of more rows than this has only those in sight: what that takes comes with the first such list. */
const ALL_ROWS = 120

const RowsInSight = late(() => import('./RowsInSight').then((m) => m.RowsInSight))

/** The tree of groups and pieces, topmost first, openings under their pieces. */
export function PiecesPanel() {
	const { open } = useWorkbench()
	const sheet = useSheetAtRest()
	const rows = useRows(
		sheet,
		useSlice(TREE, ({ folded }) => folded),
	)
	const room = useRef<HTMLElement>(null)
	return (
		<Box
			component="section"
			ref={room}
			aria-label="Pieces"
			sx={{ overflowY: 'auto', p: 1.5, position: 'relative' }}
		>
			<Typography variant="h2" sx={{ mb: 1 }}>
				Pieces
			</Typography>
			{sheet.aside && (
				<Alert
					severity="info"
					icon={false}
					sx={{ mb: 1, py: 0, alignItems: 'center' }}
					action={
						<Button size="small" onClick={() => open.apply('Show all again', showAllAgain)}>
							Show all
						</Button>
					}
				>
					Others are set aside.
				</Alert>
			)}
			{rows.length === 0 ? (
				<Typography variant="body2" sx={{ color: 'text.secondary' }}>
					None yet. In Rough, drag a box round the object with Lift, or go round it with the Pen.
					What is kept becomes a piece.
				</Typography>
			) : rows.length <= ALL_ROWS ? (
				<Box component="ul" sx={{ m: 0, p: 0, listStyle: 'none' }}>
					{rows.map((row) => (
						<li key={row.key}>{show(row)}</li>
					))}
				</Box>
			) : (
				<RowsInSight rows={rows} room={room} show={show} />
			)}
		</Box>
	)
}

function show(row: Row) {
	switch (row.what) {
		case 'group':
			return <GroupRow row={row} />
		case 'piece':
			return <PieceRow piece={row.piece} depth={row.depth} />
		case 'inner':
			return <InnerRow inner={row.inner} depth={row.depth} />
	}
}
