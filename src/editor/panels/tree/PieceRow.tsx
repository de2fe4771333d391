'use client'

import DeleteOutlineRounded from '@mui/icons-material/DeleteOutlineRounded'
import LockOpenOutlined from '@mui/icons-material/LockOpenOutlined'
import LockOutlined from '@mui/icons-material/LockOutlined'
import VisibilityOffOutlined from '@mui/icons-material/VisibilityOffOutlined'
import VisibilityOutlined from '@mui/icons-material/VisibilityOutlined'
import { memo, useState } from 'react'
import {
	asSeen,
	changePiece,
	INK,
	isGradient,
	isOfLines,
	type Piece,
	removePieces,
	standIn,
} from '@/core'
import { useOpenSheet, useWorkbench } from '@/editor/workbench/workbench'
import { counted } from '@/kit/counted'
import { NameField } from '@/kit/NameField'
import { ShapePicture } from '@/kit/ShapePicture'
import { chosenPieces, selectContour, upToPiece, withPiece } from '@/store/selection'
import { useMoving } from './moveRows'
import { RowAction, RowFrame, RowName } from './RowFrame'
import type { PieceRow as Row } from './treeRows'

export const PieceRow = memo(function PieceRow({ piece, depth }: Pick<Row, 'piece' | 'depth'>) {
	const { open } = useWorkbench()
	const [naming, setNaming] = useState(false)
	const { drop, handlers } = useMoving(piece.id)
	const selected = useOpenSheet((state) => chosenPieces(state.selection).has(piece.id))
	/** What is done to a row that is chosen is done to all that are. */
	const meant = () => {
		const all = chosenPieces(open.getState().selection)
		return all.has(piece.id) ? all : new Set([piece.id])
	}
	const change = (label: string, values: Parameters<typeof changePiece>[2], ids = meant()) =>
		open.apply(ids.size > 1 ? label.replace('a piece', `${ids.size} pieces`) : label, (sheet) =>
			[...ids].reduce((s, id) => changePiece(s, id, values), sheet),
		)
	const isOpen = piece.contours.some((contour) => !contour.closed)
	const nodes = piece.contours.reduce((sum, contour) => sum + contour.nodes.length, 0)
	return (
		<RowFrame chosen={selected} depth={depth} drop={drop} handlers={naming ? undefined : handlers}>
			{naming ? (
				<NameField
					label="Piece name"
					value={piece.name}
					autoFocus
					onDone={() => setNaming(false)}
					onChange={(name) => change('Rename a piece', { name }, new Set([piece.id]))}
				/>
			) : (
				<RowName
					chosen={selected}
					title="Shift-click: all up to here. Ctrl-click: one more. Double-click or F2: rename. Drag, or Alt and an arrow key: change the order"
					picture={
						<ShapePicture
							contours={asSeen(piece).contours}
							rule={piece.fillRule}
							faint={piece.hidden}
							hollow={piece.fill.kind === 'none'}
							colour={ownColour(piece)}
							gradient={isGradient(piece.fill) ? piece.fill : undefined}
						/>
					}
					name={piece.name}
					about={
						piece.lettering
							? `words in ${piece.lettering.font.family}`
							: `${counted(nodes, 'node', 'nodes')}${isOpen ? ', open' : ''}`
					}
					// A line is meant to be open.
					wrong={isOpen && !isOfLines(piece)}
					onClick={(event) => {
						const { selection } = open.getState()
						const listed = () => open.sheet().pieces.map(({ id }) => id)
						if (event.shiftKey) open.select(upToPiece(selection, listed(), piece.id))
						else if (event.ctrlKey || event.metaKey) open.select(withPiece(selection, piece.id))
						else
							open.select(
								piece.contours.length === 1 && piece.contours[0]
									? selectContour(open.sheet(), piece.contours[0].id)
									: { piece: piece.id, contour: null, nodes: new Set() },
							)
					}}
					onDoubleClick={() => setNaming(true)}
					onKeyDown={(event) => {
						if (event.key === 'F2') setNaming(true)
					}}
				/>
			)}
			<RowAction
				says={piece.hidden ? `Show ${piece.name}` : `Hide ${piece.name}`}
				Icon={piece.hidden ? VisibilityOffOutlined : VisibilityOutlined}
				onClick={() =>
					change(piece.hidden ? 'Show a piece' : 'Hide a piece', { hidden: !piece.hidden })
				}
			/>
			<RowAction
				says={piece.locked ? `Unlock ${piece.name}` : `Lock ${piece.name}`}
				Icon={piece.locked ? LockOutlined : LockOpenOutlined}
				onClick={() =>
					change(piece.locked ? 'Unlock a piece' : 'Lock a piece', { locked: !piece.locked })
				}
			/>
			<RowAction
				says={`Delete ${piece.name}`}
				Icon={DeleteOutlineRounded}
				onClick={() => {
					const ids = meant()
					const label = ids.size > 1 ? `Delete ${ids.size} pieces` : 'Delete a piece'
					open.apply(label, (sheet) => removePieces(sheet, ids))
				}}
			/>
		</RowFrame>
	)
})

/** The colour that a piece is painted in; ink is as legible as text, by day and by lamplight. */
function ownColour({ fill, stroke }: Piece): string | undefined {
	const flat = standIn(fill) ?? standIn(stroke.paint)
	return flat && flat.colour !== INK ? flat.colour : undefined
}
