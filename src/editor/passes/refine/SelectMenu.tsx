'use client'

import ExpandMoreRounded from '@mui/icons-material/ExpandMoreRounded'
import Button from '@mui/material/Button'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import { useState } from 'react'
import { nodesOfKind, nodesWhere, type Sheet, withNeighbours } from '@/core'
import { selectContour } from '@/store/selection'
import { useOpenSheet, useWorkbench } from '../../workbench'

type Pick = (sheet: Sheet, piece: string, now: ReadonlySet<string>) => ReadonlySet<string>

const PICKS: readonly { readonly name: string; readonly pick: Pick }[] = [
	{
		name: 'All of the piece (Ctrl A)',
		pick: (sheet, piece) => nodesWhere(sheet, piece, () => true),
	},
	{ name: 'None (Esc)', pick: () => new Set() },
	{
		name: 'All others instead',
		pick: (sheet, piece, now) => nodesWhere(sheet, piece, (node) => !now.has(node.id)),
	},
	{ name: 'Those next to these too', pick: (sheet, _, now) => withNeighbours(sheet, now) },
	{ name: 'All corners', pick: (sheet, piece) => nodesOfKind(sheet, piece, 'corner') },
	{ name: 'All smooth ones', pick: (sheet, piece) => nodesOfKind(sheet, piece, 'smooth') },
	{ name: 'All symmetric ones', pick: (sheet, piece) => nodesOfKind(sheet, piece, 'symmetric') },
	{ name: 'All cusps', pick: (sheet, piece) => nodesOfKind(sheet, piece, 'cusp') },
]

/** Which nodes are selected, by what they are and where they stand. */
export function SelectMenu() {
	const { open, refresh } = useWorkbench()
	const [anchor, setAnchor] = useState<HTMLElement | null>(null)
	const piece = useOpenSheet((state) => state.selection.piece)
	const count = useOpenSheet((state) => state.selection.nodes.size)
	const choose = (pick: Pick) => () => {
		setAnchor(null)
		const { selection } = open.getState()
		if (!piece) return
		const nodes = pick(open.sheet(), piece, selection.nodes)
		const [first] = nodes
		const holder = open
			.sheet()
			.pieces.flatMap((p) => p.contours)
			.find((contour) => contour.nodes.some((node) => node.id === first))
		open.select(
			holder ? selectContour(open.sheet(), holder.id, nodes) : { ...selection, nodes: new Set() },
		)
		refresh()
	}
	return (
		<>
			<Button
				variant="outlined"
				disabled={piece === null}
				aria-haspopup="menu"
				endIcon={<ExpandMoreRounded />}
				onClick={(event) => setAnchor(event.currentTarget)}
				sx={{ justifyContent: 'space-between' }}
			>
				{count > 0 ? `${count} ${count === 1 ? 'node' : 'nodes'} selected` : 'Select nodes'}
			</Button>
			<Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
				{PICKS.map(({ name, pick }) => (
					<MenuItem key={name} dense onClick={choose(pick)}>
						{name}
					</MenuItem>
				))}
			</Menu>
		</>
	)
}
