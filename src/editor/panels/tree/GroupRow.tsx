'use client'

import DeleteOutlineRounded from '@mui/icons-material/DeleteOutlineRounded'
import ExpandMoreRounded from '@mui/icons-material/ExpandMoreRounded'
import LockOpenOutlined from '@mui/icons-material/LockOpenOutlined'
import LockOutlined from '@mui/icons-material/LockOutlined'
import VisibilityOffOutlined from '@mui/icons-material/VisibilityOffOutlined'
import VisibilityOutlined from '@mui/icons-material/VisibilityOutlined'
import IconButton from '@mui/material/IconButton'
import { useState } from 'react'
import { hideGroup, lockGroup, piecesIn, removePieces, renameGroup } from '@/core'
import { useOpenSheet, useWorkbench } from '@/editor/workbench/workbench'
import { counted } from '@/kit/counted'
import { NameField } from '@/kit/NameField'
import { chosenPieces, NOTHING } from '@/store/selection'
import { useMoving } from './moveRows'
import { RowAction, RowFrame, RowName } from './RowFrame'
import type { GroupRow as Row } from './treeRows'
import { foldedWith, TREE } from './treeSlice'

export function GroupRow({ row: { group, pieces, folded, depth } }: { row: Row }) {
	const { open, slices } = useWorkbench()
	const [naming, setNaming] = useState(false)
	const { drop, handlers } = useMoving(group.id)
	const chosen = useOpenSheet(({ selection }) => {
		const all = chosenPieces(selection)
		return pieces.every((piece) => all.has(piece.id))
	})
	const hidden = pieces.every((piece) => piece.hidden)
	const locked = pieces.every((piece) => piece.locked)
	const { name } = group
	const fold = (next: boolean) =>
		slices.of(TREE).setState((view) => foldedWith(view, group.id, next))
	const choose = (more: boolean) => {
		const ids = piecesIn(open.sheet(), group.id).map((piece) => piece.id)
		const before = more ? chosenPieces(open.getState().selection) : new Set<string>()
		const others =
			chosen && more ? [...before].filter((id) => !ids.includes(id)) : [...before, ...ids]
		open.select({ ...NOTHING, piece: others.at(-1) ?? null, others: new Set(others) })
	}
	return (
		<RowFrame chosen={chosen} depth={depth} drop={drop} handlers={naming ? undefined : handlers}>
			<IconButton
				aria-label={folded ? `Unfold ${name}` : `Fold ${name}`}
				aria-expanded={!folded}
				onClick={() => fold(!folded)}
				sx={{ p: 0.25, color: 'text.secondary', transform: folded ? 'rotate(-90deg)' : undefined }}
			>
				<ExpandMoreRounded fontSize="small" />
			</IconButton>
			{naming ? (
				<NameField
					label="Group name"
					value={name}
					autoFocus
					onDone={() => setNaming(false)}
					onChange={(next) =>
						open.apply('Rename a group', (sheet) => renameGroup(sheet, group.id, next))
					}
				/>
			) : (
				<RowName
					chosen={chosen}
					title="Click: choose all of it. Ctrl-click: as well. Double-click or F2: rename. Left and right: fold, unfold. Drag, or Alt and an arrow key: move"
					picture={null}
					name={name}
					about={counted(pieces.length, 'piece', 'pieces')}
					onClick={(event) => choose(event.ctrlKey || event.metaKey || event.shiftKey)}
					onDoubleClick={() => setNaming(true)}
					onKeyDown={(event) => {
						if (event.altKey) return
						if (event.key === 'F2') setNaming(true)
						else if (event.key === 'ArrowLeft' || event.key === 'ArrowRight') {
							event.stopPropagation()
							fold(event.key === 'ArrowLeft')
						}
					}}
				/>
			)}
			<RowAction
				says={hidden ? `Show ${name}` : `Hide ${name}`}
				Icon={hidden ? VisibilityOffOutlined : VisibilityOutlined}
				onClick={() =>
					open.apply(hidden ? 'Show a group' : 'Hide a group', (sheet) =>
						hideGroup(sheet, group.id, !hidden),
					)
				}
			/>
			<RowAction
				says={locked ? `Unlock ${name}` : `Lock ${name}`}
				Icon={locked ? LockOutlined : LockOpenOutlined}
				onClick={() =>
					open.apply(locked ? 'Unlock a group' : 'Lock a group', (sheet) =>
						lockGroup(sheet, group.id, !locked),
					)
				}
			/>
			<RowAction
				says={`Delete ${name}`}
				title="Delete the group and all in it"
				Icon={DeleteOutlineRounded}
				onClick={() =>
					open.apply('Delete a group', (sheet) =>
						removePieces(sheet, new Set(piecesIn(sheet, group.id).map((piece) => piece.id))),
					)
				}
			/>
		</RowFrame>
	)
}
