'use client'

import DeleteOutlineRounded from '@mui/icons-material/DeleteOutlineRounded'
import LockOpenOutlined from '@mui/icons-material/LockOpenOutlined'
import LockOutlined from '@mui/icons-material/LockOutlined'
import VisibilityOffOutlined from '@mui/icons-material/VisibilityOffOutlined'
import VisibilityOutlined from '@mui/icons-material/VisibilityOutlined'
import Box from '@mui/material/Box'
import ButtonBase from '@mui/material/ButtonBase'
import IconButton from '@mui/material/IconButton'
import Typography from '@mui/material/Typography'
import { memo, useState } from 'react'
import {
	boxOf,
	type Contour,
	changePiece,
	openingsOf,
	type Piece,
	removeOutline,
	removePieces,
	sketchPathData,
} from '@/core'
import { chosenPieces, selectContour, withPiece } from '@/store/selection'
import { boundsOf } from '../canvas/hitTest'
import { NameField } from '../NameField'
import { useOpenSheet, useSheetAtRest, useWorkbench } from '../workbench'
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
	const openings = openingsOf(piece)
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
						<Thumbnail contours={piece.contours} rule={piece.fillRule} faint={piece.hidden} />
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
			{openings.length > 0 && (
				<Box
					component="ul"
					aria-label={`Openings of ${piece.name}`}
					sx={{ m: 0, p: 0, pl: 2.5, listStyle: 'none' }}
				>
					{openings.map((contour, i) => (
						<OpeningRow key={contour.id} contour={contour} number={i + 1} />
					))}
				</Box>
			)}
		</Box>
	)
})

const OpeningRow = memo(function OpeningRow({
	contour,
	number,
}: {
	contour: Contour
	number: number
}) {
	const { open } = useWorkbench()
	const selected = useOpenSheet((state) => state.selection.contour === contour.id)
	return (
		<Box component="li" sx={{ ...ROW, bgcolor: selected ? 'action.selected' : 'transparent' }}>
			<ButtonBase
				aria-pressed={selected}
				onClick={() => open.select(selectContour(open.sheet(), contour.id))}
				sx={NAME}
			>
				<Thumbnail contours={[contour]} rule="nonzero" hollow />
				<Typography variant="body2" noWrap>
					Opening {number}
				</Typography>
				<Typography variant="caption" sx={{ color: 'text.secondary' }}>
					{nodeCount(contour.nodes.length)}
				</Typography>
			</ButtonBase>
			<IconButton
				aria-label={`Fill in opening ${number}`}
				title="Fill the opening in"
				onClick={() =>
					open.apply('Fill an opening in', (sheet) => removeOutline(sheet, contour.id))
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
const THUMBNAIL_PX = 30

function Thumbnail({
	contours,
	rule,
	faint = false,
	hollow = false,
}: {
	contours: readonly Contour[]
	rule: Piece['fillRule']
	faint?: boolean
	hollow?: boolean
}) {
	const boxes = contours.map(boundsOf)
	const { minX, minY, maxX, maxY } = boxOf(
		boxes.flatMap((b) => [[b.minX, b.minY] as const, [b.maxX, b.maxY] as const]),
	)
	const size = Math.max(1, maxX - minX, maxY - minY)
	const line = { stroke: 'currentColor', strokeWidth: size / 14 }
	return (
		<svg
			width={THUMBNAIL_PX}
			height={THUMBNAIL_PX}
			viewBox={`${minX - size * 0.06} ${minY - size * 0.06} ${size * 1.12} ${size * 1.12}`}
			aria-hidden="true"
			style={{ flexShrink: 0, opacity: faint ? 0.35 : 1 }}
		>
			<path
				d={sketchPathData(contours)}
				fillRule={rule}
				fill={hollow ? 'none' : 'currentColor'}
				{...(hollow && line)}
			/>
		</svg>
	)
}
