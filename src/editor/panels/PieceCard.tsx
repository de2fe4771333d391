'use client'

import ContentCopyRounded from '@mui/icons-material/ContentCopyRounded'
import Box from '@mui/material/Box'
import IconButton from '@mui/material/IconButton'
import Typography from '@mui/material/Typography'
import {
	type Box as Bounds,
	boundsOf,
	duplicatePieces,
	joinBoxes,
	type Sheet,
	scaleAbout,
	transformPieces,
	turnAbout,
} from '@/core'
import { useOpenSheet, useSheetAtRest, useWorkbench } from '@/editor/workbench/workbench'
import { LengthField } from '@/kit/LengthField'
import { NumberField } from '@/kit/NumberField'
import { Tip } from '@/kit/Tip'
import { chosenPieces, NOTHING } from '@/store/selection'
import { type Ids, PIECE_ACTIONS } from './pieceActions'

/** A copy lies this far from its original, sheet px. */
const COPY_PX = 16

/** The chosen pieces as a whole: where they lie, how large they are, how they lie to each other. */
export function PieceCard() {
	const { open, refresh } = useWorkbench()
	const sheet = useSheetAtRest()
	const selection = useOpenSheet((state) => state.selection)
	const ids = chosenPieces(selection)
	const box = boxOfPieces(sheet, ids)
	if (!box) return null
	const live = (of: (box: Bounds) => number) => () => {
		const now = boxOfPieces(open.sheet(), ids)
		return now && of(now)
	}
	const apply = (label: string, edit: (sheet: Sheet, ids: Ids) => Sheet) => {
		open.apply(label, (s) => edit(s, ids))
		refresh()
	}
	const move = (axis: 'x' | 'y') => (next: (now: number) => number) =>
		apply('Move pieces', (s) => {
			const now = boxOfPieces(s, ids) ?? box
			const from = axis === 'x' ? now.minX : now.minY
			const by = next(from) - from
			return transformPieces(s, ids, axis === 'x' ? [1, 0, 0, 1, by, 0] : [1, 0, 0, 1, 0, by])
		})
	const size = (side: 'width' | 'height') => (next: (now: number) => number) =>
		apply('Scale pieces', (s) => {
			const now = boxOfPieces(s, ids) ?? box
			const length = side === 'width' ? now.maxX - now.minX : now.maxY - now.minY
			const k = length > 0 ? Math.max(1e-3, next(length)) / length : 1
			return transformPieces(s, ids, scaleAbout([now.minX, now.minY], 0, k, k))
		})
	const copy = () => {
		let copies: Ids = new Set()
		apply(ids.size === 1 ? 'Copy a piece' : `Copy ${ids.size} pieces`, (s) => {
			const made = duplicatePieces(s, ids, [COPY_PX, COPY_PX])
			copies = made.ids
			return made.sheet
		})
		open.select({ ...NOTHING, piece: [...copies][0] ?? null, others: copies })
	}
	return (
		<Box
			component="section"
			aria-label="Piece"
			sx={{ borderTop: 1, borderColor: 'divider', p: 1.5, display: 'grid', gap: 1.25 }}
		>
			<Typography variant="h2">{ids.size === 1 ? 'Piece' : `${ids.size} pieces`}</Typography>
			<Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.25 }}>
				{FIELDS.map(({ label, of, side, axis }) => (
					<LengthField
						key={label}
						label={label}
						px={of(box)}
						live={live(of)}
						{...(axis && { whole: axis === 'x' ? sheet.width : sheet.height })}
						onChange={axis ? move(axis) : size(side ?? 'width')}
					/>
				))}
				<NumberField
					label="Turn by"
					unit="° ↻"
					value={0}
					onChange={(next) =>
						apply('Turn pieces', (s) => {
							const now = boxOfPieces(s, ids) ?? box
							const middle = [(now.minX + now.maxX) / 2, (now.minY + now.maxY) / 2] as const
							return transformPieces(s, ids, turnAbout(middle, (next(0) * Math.PI) / 180))
						})
					}
				/>
				<Tip title="Copy (Ctrl D with Arrange)">
					<IconButton aria-label="Copy" onClick={copy} sx={{ justifySelf: 'start' }}>
						<ContentCopyRounded fontSize="small" />
					</IconButton>
				</Tip>
			</Box>
			<Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(6, 1fr)', justifyItems: 'center' }}>
				{PIECE_ACTIONS.filter(
					({ least, can }) => ids.size >= least && (!can || can(sheet, ids)),
				).map(({ says, Icon, upright = false, edit }) => (
					<Tip key={says} title={says}>
						<IconButton aria-label={says} onClick={() => apply(says, edit)}>
							<Icon fontSize="small" {...(upright && { sx: { transform: 'rotate(90deg)' } })} />
						</IconButton>
					</Tip>
				))}
			</Box>
		</Box>
	)
}

const FIELDS: readonly {
	readonly label: string
	readonly of: (box: Bounds) => number
	readonly axis?: 'x' | 'y'
	readonly side?: 'width' | 'height'
}[] = [
	{ label: 'Left', of: (box) => box.minX, axis: 'x' },
	{ label: 'Top', of: (box) => box.minY, axis: 'y' },
	{ label: 'Width', of: (box) => box.maxX - box.minX, side: 'width' },
	{ label: 'Height', of: (box) => box.maxY - box.minY, side: 'height' },
]

/** The box round pieces' curves, from what is kept of each outline. */
function boxOfPieces(sheet: Sheet, ids: Ids): Bounds | null {
	const boxes = sheet.pieces
		.filter((piece) => ids.has(piece.id))
		.flatMap((piece) => piece.contours.map(boundsOf))
	return boxes.length > 0 ? boxes.reduce(joinBoxes) : null
}
