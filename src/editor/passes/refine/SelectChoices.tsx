'use client'

import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import { nodesOfKind, nodesWhere, type Sheet, withNeighbours } from '@/core'
import { useWorkbench } from '@/editor/workbench/workbench'
import { selectContour } from '@/store/selection'

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

/** The ways to select nodes of the piece at work. */
export function SelectChoices({ anchor, onClose }: { anchor: HTMLElement; onClose: () => void }) {
	const { open, refresh } = useWorkbench()
	const choose = (pick: Pick) => () => {
		onClose()
		const { selection } = open.getState()
		if (selection.piece === null) return
		const nodes = pick(open.sheet(), selection.piece, selection.nodes)
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
		<Menu open anchorEl={anchor} onClose={onClose}>
			{PICKS.map(({ name, pick }) => (
				<MenuItem key={name} dense onClick={choose(pick)}>
					{name}
				</MenuItem>
			))}
		</Menu>
	)
}
