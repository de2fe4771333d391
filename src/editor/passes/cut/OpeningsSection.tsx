'use client'

import ContentCutRounded from '@mui/icons-material/ContentCutRounded'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import Typography from '@mui/material/Typography'
import { useMemo, useState } from 'react'
import {
	boundsOf,
	CannotCut,
	cutOpening,
	cuttable,
	findContour,
	formatLength,
	type Nested,
	nestingOf,
	openingsOf,
	type Piece,
	releaseOpening,
	type Sheet,
	takeOutlines,
} from '@/core'
import { innerOutlines } from '@/editor/session/innerOutlines'
import { lookAtBox } from '@/editor/session/lookAt'
import { nextName } from '@/editor/session/nextName'
import { told } from '@/editor/workbench/useAnswer'
import { useOpenSheet, useSheetAtRest, useWorkbench } from '@/editor/workbench/workbench'
import { withBridges } from '@/jobs/combining'
import { LengthField } from '@/kit/LengthField'
import { Notice } from '@/kit/Notice'
import { frameOf } from '@/kit/ShapePicture'
import { showProblem } from '@/kit/snackbar'
import { selectContour } from '@/store/selection'
import { areaOf, useChosenPieces } from '../chosen'

/** What one sees through, and what would fall out of card. */
export function OpeningsSection() {
	const chosen = useChosenPieces()
	const [piece] = chosen
	return (
		<>
			<ChosenOpening />
			<InnerOutlines />
			{piece && chosen.length === 1 && <Islands key={piece.id} piece={piece} />}
			{piece && chosen.length === 1 && (
				<Typography variant="caption" sx={{ color: 'text.secondary' }}>
					{summary(piece)}
				</Typography>
			)}
		</>
	)
}

function summary(piece: Piece): string {
	const inner = innerOutlines(piece)
	const openings = inner.filter(({ role }) => role === 'opening').length
	const counted =
		openings === 0 ? 'no opening' : openings === 1 ? 'one opening' : `${openings} openings`
	return `“${piece.name}” has ${counted}. In the list each stands beneath its piece, to be shown, released or filled in.`
}

/** The opening that is chosen, and the way to make it a piece again. */
function ChosenOpening() {
	const { open } = useWorkbench()
	const { pieces } = useSheetAtRest()
	const selection = useOpenSheet((state) => state.selection)
	const piece = pieces.find((p) => p.id === selection.piece)
	const contour = piece?.contours.find((c) => c.id === selection.contour)
	if (!piece || !contour || !openingsOf(piece).includes(contour)) return null
	return (
		<Button
			variant="outlined"
			onClick={() => {
				open.apply('Release an opening', (s) => releaseOpening(s, contour.id, nextName(s)))
				open.select(selectContour(open.sheet(), contour.id))
			}}
		>
			Release the opening from “{piece.name}”
		</Button>
	)
}

/** All outlines that lie wholly inside another piece, each cut by a click, or all of them. */
function InnerOutlines() {
	const { open } = useWorkbench()
	const sheet = useSheetAtRest()
	const chosen = useOpenSheet((state) => state.selection.contour)
	const cut = useCut()
	const inner = useMemo(() => cuttable(sheet), [sheet])
	if (inner.length === 0) return null
	return (
		<Box sx={{ display: 'grid', gap: 0.75 }}>
			<Typography variant="body2">
				{inner.length === 1
					? 'One outline lies inside a piece:'
					: `${inner.length} outlines lie inside a piece:`}
			</Typography>
			{inner.map(({ contour, piece, host }) => (
				<Button
					key={contour.id}
					size="small"
					variant={contour.id === chosen ? 'contained' : 'outlined'}
					startIcon={<ContentCutRounded />}
					sx={{ justifyContent: 'flex-start', textAlign: 'left', lineHeight: 1.3 }}
					onFocus={() => open.select(selectContour(open.sheet(), contour.id))}
					onClick={() => cut([contour.id])}
				>
					Cut “{piece.name}” out of “{host.name}”
				</Button>
			))}
			{inner.length > 1 && (
				<Button onClick={() => cut(inner.map(({ contour }) => contour.id))}>
					Cut all {inner.length} out
				</Button>
			)}
		</Box>
	)
}

/** Cuts outlines out as one step of undo; what cannot be cut is said and stays. */
function useCut(): (ids: readonly string[]) => void {
	const { open, refresh } = useWorkbench()
	return (ids) => {
		const label = ids.length > 1 ? `Cut ${ids.length} openings` : 'Cut an opening'
		try {
			open.apply(label, (sheet) => ids.reduce((s: Sheet, id) => cutOpening(s, id), sheet))
		} catch (error) {
			if (!(error instanceof CannotCut)) throw error
			showProblem(error, { variant: 'warning' })
			return
		}
		const [first] = ids
		if (first && findContour(open.sheet(), first)) open.select(selectContour(open.sheet(), first))
		refresh()
	}
}

/** A bridge is this wide at first, mm; where the real size is not known, this share of the piece. */
const BRIDGE_MM = 3
const BRIDGE_SHARE = 0.02

function firstBridge({ contours }: Piece, { mmPerPx }: Sheet): number {
	const { minX, maxX } = frameOf(contours)
	const px = mmPerPx === undefined ? (maxX - minX) * BRIDGE_SHARE : BRIDGE_MM / mmPerPx
	return Number(px.toPrecision(2))
}

/** Islands of a piece: cut from card they fall out, unless a bridge ties them to the rest. */
function Islands({ piece }: { piece: Piece }) {
	const { open, desk } = useWorkbench()
	const sheet = useSheetAtRest()
	const nested = useMemo(() => nestingOf(piece), [piece])
	const names = new Map(innerOutlines(piece).map(({ contour, name }) => [contour, name]))
	const islands = nested.filter(({ role }) => role === 'island')
	const [width, setWidth] = useState(() => firstBridge(piece, sheet))
	const [count, setCount] = useState(1)
	if (islands.length === 0) return null
	const bridge = async ({ contour, round }: Nested) => {
		if (!round) return
		const contours = await told(withBridges(areaOf(piece), contour, round, { width, count }))
		if (!contours || !open.sheet().pieces.includes(piece)) return
		open.apply(count === 1 ? 'Bridge an island' : `Bridge an island ${count} times`, (s) =>
			takeOutlines(s, piece.id, contours),
		)
		open.select({ piece: piece.id, contour: null, nodes: new Set() })
	}
	return (
		<Box sx={{ display: 'grid', gap: 1 }}>
			{islands.map((island) => (
				<Notice
					key={island.contour.id}
					severity="warning"
					action={
						<Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.5 }}>
							<Button color="inherit" onClick={() => lookAtBox(boundsOf(island.contour), desk)}>
								Show
							</Button>
							<Button color="inherit" onClick={() => bridge(island)}>
								{count === 1 ? 'Tie it by a bridge' : `Tie it by ${count} bridges`}
							</Button>
						</Box>
					}
				>
					{names.get(island.contour)} is tied to nothing: cut from card, it will fall out.
				</Notice>
			))}
			<Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.25, alignItems: 'end' }}>
				<LengthField
					label="Bridge width"
					px={width}
					onChange={(next) => setWidth((now) => Math.max(0.1, next(now)))}
				/>
				<ToggleButtonGroup
					exclusive
					size="small"
					aria-label="Bridges for each island"
					value={count}
					onChange={(_, next) => next && setCount(next)}
				>
					{[1, 2, 3].map((n) => (
						<ToggleButton key={n} value={n} sx={{ flexGrow: 1, py: 0.5 }}>
							{n}
						</ToggleButton>
					))}
				</ToggleButtonGroup>
			</Box>
			<Typography variant="caption" sx={{ color: 'text.secondary' }}>
				{`Strips of ${formatLength(width, sheet)}, the shortest way across.`}
			</Typography>
		</Box>
	)
}
