'use client'

import CallMadeRounded from '@mui/icons-material/CallMadeRounded'
import DeleteOutlineRounded from '@mui/icons-material/DeleteOutlineRounded'
import LockOpenOutlined from '@mui/icons-material/LockOpenOutlined'
import LockOutlined from '@mui/icons-material/LockOutlined'
import VisibilityOffOutlined from '@mui/icons-material/VisibilityOffOutlined'
import VisibilityOutlined from '@mui/icons-material/VisibilityOutlined'
import Box from '@mui/material/Box'
import ButtonBase from '@mui/material/ButtonBase'
import IconButton from '@mui/material/IconButton'
import Typography from '@mui/material/Typography'
import { memo, useMemo, useState } from 'react'
import { changePiece, type Piece, releaseOpening, removeOutline, removePieces } from '@/core'
import { chosenPieces, selectContour, withPiece } from '@/store/selection'
import { boundsOf } from '../canvas/hitTest'
import { fitBox } from '../canvas/view'
import { NameField } from '../NameField'
import { nextName } from '../nextName'
import { ShapePicture } from '../ShapePicture'
import { useOpenSheet, useSheetAtRest, useWorkbench } from '../workbench'
import { type Inner, innerOutlines } from './innerOutlines'
import { orderHandlers } from './pieceOrder'

/** The pieces, topmost first, with their openings under them. */
export function PiecesPanel() {
	const { pieces } = useSheetAtRest()
	return (
		<Box component="section" aria-label="Pieces" sx={{ overflowY: 'auto', p: 1.5 }}>
			<Typography variant="h2" sx={{ mb: 1 }}>
				Pieces
			</Typography>
			{pieces.length === 0 ? (
				<Typography variant="body2" sx={{ color: 'text.secondary' }}>
					None yet. Draw an outline round the object with the Pen; each outline begins a piece.
				</Typography>
			) : (
				<Box component="ul" sx={{ m: 0, p: 0, listStyle: 'none', display: 'grid', gap: 0.25 }}>
					{pieces.toReversed().map((piece) => (
						<PieceRow key={piece.id} piece={piece} />
					))}
				</Box>
			)}
		</Box>
	)
}

const PieceRow = memo(function PieceRow({ piece }: { piece: Piece }) {
	const { open } = useWorkbench()
	const [naming, setNaming] = useState(false)
	const selected = useOpenSheet((state) => chosenPieces(state.selection).has(piece.id))
	const change = (label: string, values: Parameters<typeof changePiece>[2]) =>
		open.apply(label, (sheet) => changePiece(sheet, piece.id, values))
	const inner = useMemo(() => innerOutlines(piece), [piece])
	const isOpen = piece.contours.some((contour) => !contour.closed)
	const nodes = piece.contours.reduce((sum, contour) => sum + contour.nodes.length, 0)
	return (
		<Box component="li" {...(naming ? {} : orderHandlers(open, piece.id))}>
			<Box sx={{ ...ROW, bgcolor: selected ? 'action.selected' : 'transparent' }}>
				{naming ? (
					<NameField
						label="Piece name"
						value={piece.name}
						autoFocus
						onDone={() => setNaming(false)}
						onChange={(name) => change('Rename a piece', { name })}
					/>
				) : (
					<ButtonBase
						aria-pressed={selected}
						title="Shift-click: choose several. Double-click: rename. Drag, or Alt and an arrow key: change the order"
						onClick={(event) => {
							const { selection } = open.getState()
							if (event.shiftKey || event.ctrlKey || event.metaKey)
								open.select(withPiece(selection, piece.id))
							else
								open.select(
									piece.contours.length === 1 && piece.contours[0]
										? selectContour(open.sheet(), piece.contours[0].id)
										: { piece: piece.id, contour: null, nodes: new Set() },
								)
						}}
						onDoubleClick={() => setNaming(true)}
						sx={NAME}
					>
						<ShapePicture contours={piece.contours} rule={piece.fillRule} faint={piece.hidden} />
						<Box sx={{ minWidth: 0, textAlign: 'left' }}>
							<Typography variant="body2" noWrap sx={{ fontWeight: selected ? 650 : 500 }}>
								{piece.name}
							</Typography>
							<Typography
								variant="caption"
								sx={{ color: isOpen ? 'error.main' : 'text.secondary' }}
							>
								{nodeCount(nodes)}
								{isOpen ? ', open' : ''}
							</Typography>
						</Box>
					</ButtonBase>
				)}
				<IconButton
					aria-label={piece.hidden ? `Show ${piece.name}` : `Hide ${piece.name}`}
					onClick={() =>
						change(piece.hidden ? 'Show a piece' : 'Hide a piece', { hidden: !piece.hidden })
					}
					sx={ACTION}
				>
					{piece.hidden ? (
						<VisibilityOffOutlined fontSize="inherit" />
					) : (
						<VisibilityOutlined fontSize="inherit" />
					)}
				</IconButton>
				<IconButton
					aria-label={piece.locked ? `Unlock ${piece.name}` : `Lock ${piece.name}`}
					onClick={() =>
						change(piece.locked ? 'Unlock a piece' : 'Lock a piece', { locked: !piece.locked })
					}
					sx={ACTION}
				>
					{piece.locked ? (
						<LockOutlined fontSize="inherit" />
					) : (
						<LockOpenOutlined fontSize="inherit" />
					)}
				</IconButton>
				<IconButton
					aria-label={`Delete ${piece.name}`}
					onClick={() =>
						open.apply('Delete a piece', (sheet) => removePieces(sheet, new Set([piece.id])))
					}
					sx={ACTION}
				>
					<DeleteOutlineRounded fontSize="inherit" />
				</IconButton>
			</Box>
			{inner.length > 0 && (
				<Box
					component="ul"
					aria-label={`Openings of ${piece.name}`}
					sx={{ m: 0, p: 0, pl: 2.5, listStyle: 'none' }}
				>
					{inner.map(({ contour, name, role }) => (
						<InnerRow key={contour.id} contour={contour} name={name} role={role} />
					))}
				</Box>
			)}
		</Box>
	)
})

const InnerRow = memo(function InnerRow({ contour, name, role }: Inner) {
	const { open, desk } = useWorkbench()
	const selected = useOpenSheet((state) => state.selection.contour === contour.id)
	const opening = role === 'opening'
	return (
		<Box component="li" sx={{ ...ROW, bgcolor: selected ? 'action.selected' : 'transparent' }}>
			<ButtonBase
				aria-pressed={selected}
				title="Double-click: show it at full size"
				onClick={() => open.select(selectContour(open.sheet(), contour.id))}
				onDoubleClick={() =>
					desk.setState(({ size }) => ({ view: fitBox(boundsOf(contour), size) }))
				}
				sx={NAME}
			>
				<ShapePicture contours={[contour]} rule="nonzero" hollow={opening} />
				<Typography variant="body2" noWrap>
					{name}
				</Typography>
				<Typography variant="caption" sx={{ color: 'text.secondary' }}>
					{nodeCount(contour.nodes.length)}
				</Typography>
			</ButtonBase>
			<IconButton
				aria-label={`Release ${name.toLowerCase()}`}
				title="Make it a piece of its own"
				onClick={() => {
					open.apply(`Release ${opening ? 'an opening' : 'an island'}`, (sheet) =>
						releaseOpening(sheet, contour.id, nextName(sheet)),
					)
					open.select(selectContour(open.sheet(), contour.id))
				}}
				sx={ACTION}
			>
				<CallMadeRounded fontSize="inherit" />
			</IconButton>
			<IconButton
				aria-label={opening ? `Fill in ${name.toLowerCase()}` : `Remove ${name.toLowerCase()}`}
				title={opening ? 'Fill the opening in' : 'Remove the island'}
				onClick={() =>
					open.apply(opening ? 'Fill an opening in' : 'Remove an island', (sheet) =>
						removeOutline(sheet, contour.id),
					)
				}
				sx={ACTION}
			>
				<DeleteOutlineRounded fontSize="inherit" />
			</IconButton>
		</Box>
	)
})

function nodeCount(n: number): string {
	return `${n} ${n === 1 ? 'node' : 'nodes'}`
}

const ROW = { display: 'flex', alignItems: 'center', borderRadius: 1, pr: 0.25 } as const
const NAME = {
	flexGrow: 1,
	minWidth: 0,
	justifyContent: 'flex-start',
	gap: 1,
	p: 0.5,
	borderRadius: 1,
	'&.Mui-focusVisible': { outline: '2px solid' },
} as const
const ACTION = { fontSize: 17, p: 0.4, color: 'text.secondary' } as const
