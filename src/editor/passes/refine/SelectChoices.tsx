'use client'

import ListSubheader from '@mui/material/ListSubheader'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import { NODE_KINDS, nodesOfKind, nodesWhere, nodesWith, type Sheet, withNeighbours } from '@/core'
import { useWorkbench } from '@/editor/workbench/workbench'
import { chosenPieces, piecesAtWork, selectNodes } from '@/store/selection'

type Pick = (
	sheet: Sheet,
	pieces: ReadonlySet<string>,
	now: ReadonlySet<string>,
) => ReadonlySet<string>

const KIND_NAMES = {
	corner: 'corners',
	smooth: 'smooth ones',
	symmetric: 'symmetric ones',
	cusp: 'cusps',
} as const

const PICKS: readonly { readonly name: string; readonly pick: Pick }[] = [
	{ name: 'All of them (Ctrl A)', pick: (sheet, pieces) => nodesWhere(sheet, pieces, () => true) },
	{ name: 'None (Esc)', pick: () => new Set() },
	{
		name: 'All others instead',
		pick: (sheet, pieces, now) => nodesWhere(sheet, pieces, (node) => !now.has(node.id)),
	},
	{
		name: 'All of the same kind as these',
		pick: (sheet, pieces, now) => {
			const kinds = new Set(nodesWith(sheet, now).map(({ kind }) => kind))
			return nodesWhere(sheet, pieces, ({ kind }) => kinds.has(kind))
		},
	},
	{ name: 'Their neighbours too', pick: (sheet, _, now) => withNeighbours(sheet, now) },
	...NODE_KINDS.map((kind) => ({
		name: `All ${KIND_NAMES[kind]}`,
		pick: (sheet: Sheet, pieces: ReadonlySet<string>) => nodesOfKind(sheet, pieces, kind),
	})),
]

/** The ways to select nodes: of the pieces chosen, or, where none is, of all that can be changed. */
export function SelectChoices({ anchor, onClose }: { anchor: HTMLElement; onClose: () => void }) {
	const { open, refresh } = useWorkbench()
	const { length } = [...chosenPieces(open.getState().selection)]
	const where =
		length === 0 ? 'In all pieces' : length === 1 ? 'In the piece chosen' : `In ${length} pieces`
	const choose = (pick: Pick) => () => {
		onClose()
		const { selection } = open.getState()
		const sheet = open.sheet()
		const nodes = pick(sheet, piecesAtWork(sheet, selection), selection.nodes)
		open.select({ ...selection, ...selectNodes(sheet, nodes) })
		refresh()
	}
	return (
		<Menu open anchorEl={anchor} onClose={onClose}>
			<ListSubheader sx={{ lineHeight: 2.2 }}>{where}</ListSubheader>
			{PICKS.map(({ name, pick }) => (
				<MenuItem key={name} dense onClick={choose(pick)}>
					{name}
				</MenuItem>
			))}
		</Menu>
	)
}
