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
import { lazy, memo, Suspense, useEffect, useRef, useState } from 'react'
import {
	boundsOf,
	changePiece,
	INK,
	type Piece,
	releaseOpening,
	removeOutline,
	removePieces,
	standIn,
} from '@/core'
import type { Inner } from '@/editor/bench/innerOutlines'
import { lookAtBox } from '@/editor/bench/lookAt'
import { nextName } from '@/editor/bench/nextName'
import { useOpenSheet, useSheetAtRest, useWorkbench } from '@/editor/workbench/workbench'
import { NameField } from '@/kit/NameField'
import { ShapePicture } from '@/kit/ShapePicture'
import { chosenPieces, selectContour, upToPiece, withPiece } from '@/store/selection'
import { type DropSide, orderHandlers } from './pieceOrder'
import { type Row, useRows } from './pieceRows'

/** A list of more rows than this has only those in sight: what that takes comes with the first such list. */
const ALL_ROWS = 120

const RowsInSight = lazy(() => import('./RowsInSight').then((m) => ({ default: m.RowsInSight })))

/** The pieces, topmost first, with their openings under them. */
export function PiecesPanel() {
	const { pieces } = useSheetAtRest()
	const rows = useRows(pieces)
	const room = useRef<HTMLElement>(null)
	const show = (row: Row) => (
		<Box sx={{ pb: 0.25, pl: row.inner ? 2.5 : 0 }}>
			{row.inner ? <InnerRow {...row.inner} /> : <PieceRow piece={row.piece} />}
		</Box>
	)
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
			{pieces.length === 0 ? (
				<Typography variant="body2" sx={{ color: 'text.secondary' }}>
					None yet. Draw an outline round the object with the Pen; each outline begins a piece.
				</Typography>
			) : rows.length <= ALL_ROWS ? (
				<Box component="ul" sx={{ m: 0, p: 0, listStyle: 'none' }}>
					{rows.map((row) => (
						<li key={row.key}>{show(row)}</li>
					))}
				</Box>
			) : (
				<Suspense>
					<RowsInSight rows={rows} room={room} show={show} />
				</Suspense>
			)}
		</Box>
	)
}

const PieceRow = memo(function PieceRow({ piece }: { piece: Piece }) {
	const { open } = useWorkbench()
	const [naming, setNaming] = useState(false)
	const [drop, setDrop] = useState<DropSide | null>(null)
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
	const row = useSeenWhenChosen(selected)
	const isOpen = piece.contours.some((contour) => !contour.closed)
	const nodes = piece.contours.reduce((sum, contour) => sum + contour.nodes.length, 0)
	return (
		<Box
			{...(naming ? {} : orderHandlers(open, piece.id, setDrop))}
			ref={row}
			sx={{
				...ROW,
				bgcolor: selected ? 'action.selected' : 'transparent',
				boxShadow: drop && (drop === 'above' ? '0 -2px 0' : '0 2px 0'),
				color: drop ? 'primary.main' : undefined,
			}}
		>
			{naming ? (
				<NameField
					label="Piece name"
					value={piece.name}
					autoFocus
					onDone={() => setNaming(false)}
					onChange={(name) => change('Rename a piece', { name }, new Set([piece.id]))}
				/>
			) : (
				<ButtonBase
					aria-pressed={selected}
					title="Shift-click: all up to here. Ctrl-click: one more. Double-click or F2: rename. Drag, or Alt and an arrow key: change the order"
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
					sx={NAME}
				>
					<ShapePicture
						contours={piece.contours}
						rule={piece.fillRule}
						faint={piece.hidden}
						hollow={piece.fill.kind === 'none'}
						colour={ownColour(piece)}
					/>
					<Box sx={{ minWidth: 0, textAlign: 'left' }}>
						<Typography variant="body2" noWrap sx={{ fontWeight: selected ? 650 : 500 }}>
							{piece.name}
						</Typography>
						<Typography
							variant="caption"
							sx={{ color: isOpen ? 'error.main' : selected ? 'text.primary' : 'text.secondary' }}
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
				onClick={() => {
					const ids = meant()
					const label = ids.size > 1 ? `Delete ${ids.size} pieces` : 'Delete a piece'
					open.apply(label, (sheet) => removePieces(sheet, ids))
				}}
				sx={ACTION}
			>
				<DeleteOutlineRounded fontSize="inherit" />
			</IconButton>
		</Box>
	)
})

const InnerRow = memo(function InnerRow({ contour, name, role }: Inner) {
	const { open, desk } = useWorkbench()
	const selected = useOpenSheet((state) => state.selection.contour === contour.id)
	const opening = role === 'opening'
	const row = useSeenWhenChosen(selected)
	return (
		<Box ref={row} sx={{ ...ROW, bgcolor: selected ? 'action.selected' : 'transparent' }}>
			<ButtonBase
				aria-pressed={selected}
				title="Double-click: show it at full size"
				onClick={() => open.select(selectContour(open.sheet(), contour.id))}
				onDoubleClick={() => lookAtBox(boundsOf(contour), desk)}
				sx={NAME}
			>
				<ShapePicture contours={[contour]} rule="nonzero" hollow={opening} />
				<Typography variant="body2" noWrap>
					{name}
				</Typography>
				<Typography variant="caption" sx={{ color: selected ? 'text.primary' : 'text.secondary' }}>
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

/** Scrolls a row into sight when it is chosen elsewhere, on the canvas or by the walk. */
function useSeenWhenChosen(chosen: boolean) {
	const row = useRef<HTMLDivElement>(null)
	useEffect(() => {
		const element = row.current
		const list = element?.closest('section')
		if (!chosen || !element || !list) return
		// What is chosen brings a card of numbers, which takes of the list's room.
		const observer = new ResizeObserver(() => element.scrollIntoView({ block: 'nearest' }))
		observer.observe(list)
		return () => observer.disconnect()
	}, [chosen])
	return row
}

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

/** The colour that a piece is painted in; ink is as legible as text, by day and by lamplight. */
function ownColour({ fill, stroke }: Piece): string | undefined {
	const flat = standIn(fill) ?? standIn(stroke.paint)
	return flat && flat.colour !== INK ? flat.colour : undefined
}
