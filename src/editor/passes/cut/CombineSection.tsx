'use client'

import SwapVertRounded from '@mui/icons-material/SwapVertRounded'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import ButtonBase from '@mui/material/ButtonBase'
import Typography from '@mui/material/Typography'
import { useCallback, useEffect, useMemo, useState } from 'react'
import {
	boxesTouch,
	type Contour,
	isFilled,
	nodeCount,
	type Operation,
	type Piece,
	takeOutlines,
} from '@/core'
import { told, useAnswer } from '@/editor/workbench/useAnswer'
import { useStillHere } from '@/editor/workbench/useStillHere'
import { useOpenSheet, useSheetAtRest, useWorkbench } from '@/editor/workbench/workbench'
import { divided, previewCombined } from '@/jobs/combining'
import { frameOf, ShapePicture } from '@/kit/ShapePicture'
import { SwitchRow } from '@/kit/SwitchRow'
import { NOTHING } from '@/store/selection'
import { areaOf, named, useChosenPieces } from '../chosen'
import { cutSlice } from './cutSlice'
import { regionsTool, startingFates } from './regions'

const OPERATIONS: readonly { op: Operation; name: string; done: string }[] = [
	{ op: 'cut-out', name: 'Cut out', done: 'Cut pieces out' },
	{ op: 'merge', name: 'Merge', done: 'Merge pieces' },
	{ op: 'overlap', name: 'Overlap', done: 'Keep where pieces overlap' },
	{ op: 'exclude', name: 'Exclude', done: 'Exclude where pieces overlap' },
]
const PICTURE_PX = 76

/** What the chosen pieces would become of each other, in pictures that do it. */
export function CombineSection() {
	const chosen = useChosenPieces()
	const filled = useMemo(() => chosen.filter((piece) => piece.contours.some(isFilled)), [chosen])
	if (filled.length < 2) return <ChooseMore chosen={filled} />
	return <Combine key={filled.map((p) => p.id).join()} pieces={filled} />
}

function ChooseMore({ chosen: [piece] }: { chosen: readonly Piece[] }) {
	const { open } = useWorkbench()
	const { pieces } = useSheetAtRest()
	const touching = useMemo(() => {
		if (!piece) return []
		const frame = frameOf(piece.contours)
		return pieces.filter(
			(p) => p !== piece && !p.hidden && !p.locked && boxesTouch(frameOf(p.contours), frame),
		)
	}, [pieces, piece])
	if (pieces.length < 2) return null
	return (
		<Box sx={{ display: 'grid', gap: 0.5 }}>
			<Typography variant="body2" sx={{ color: 'text.secondary' }}>
				To combine pieces, choose two or more: Ctrl-click them in the list.
			</Typography>
			{piece && touching.length > 0 && (
				<Button
					size="small"
					sx={{ justifyContent: 'flex-start', textAlign: 'left' }}
					onClick={() =>
						open.select({
							...NOTHING,
							piece: piece.id,
							others: new Set([piece, ...touching].map((p) => p.id)),
						})
					}
				>
					Choose what lies over it too ({touching.length})
				</Button>
			)}
		</Box>
	)
}

function Combine({ pieces }: { pieces: readonly Piece[] }) {
	const { open, slices, refresh } = useWorkbench()
	const cut = slices.of(cutSlice)
	const readOnly = useOpenSheet((state) => state.readOnly)
	const [first, setFirst] = useState(0)
	const [keep, setKeep] = useState(false)
	const order = useMemo(() => [...pieces.slice(first), ...pieces.slice(0, first)], [pieces, first])
	const [subject, ...cutters] = order
	const results = useCombined(order)
	const frame = useMemo(() => frameOf(pieces.flatMap((p) => p.contours)), [pieces])
	const instead = useMemo(
		() => new Set((keep ? order.slice(0, 1) : order).map((p) => p.id)),
		[order, keep],
	)
	// A picture that is still pointed at when the pieces change proposes nothing any more.
	useEffect(() => () => cut.setState({ proposed: null }), [cut])
	if (!subject) return null
	const propose = (contours: readonly Contour[] | undefined) =>
		cut.setState({ proposed: contours ? { contours, instead } : null })
	const accept = (label: string, contours: readonly Contour[]) => {
		propose(undefined)
		open.apply(label, (sheet) =>
			takeOutlines(sheet, subject.id, contours, keep ? {} : { gone: instead }),
		)
		open.select({ ...NOTHING, piece: subject.id })
		refresh()
	}
	return (
		<Box sx={{ display: 'grid', gap: 1 }}>
			<Box sx={{ display: 'flex', alignItems: 'center', gap: 0.5 }}>
				<Typography variant="body2" sx={{ flexGrow: 1 }} aria-live="polite">
					{named(cutters)} {cutters.length === 1 ? 'is' : 'are'} cut from {named([subject])}.
				</Typography>
				<Button
					startIcon={<SwapVertRounded />}
					onClick={() => setFirst((first + 1) % pieces.length)}
					sx={{ flexShrink: 0 }}
				>
					{pieces.length === 2 ? 'Swap' : 'Next'}
				</Button>
			</Box>
			<Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(2, minmax(0, 1fr))', gap: 0.75 }}>
				{OPERATIONS.map(({ op, name, done }, k) => {
					const contours = results?.[k]
					const nothing = contours?.length === 0
					return (
						<ButtonBase
							key={op}
							disabled={!contours || nothing || readOnly}
							onClick={() => contours && accept(done, contours)}
							onPointerEnter={() => propose(contours)}
							onPointerLeave={() => propose(undefined)}
							onFocus={() => propose(contours)}
							onBlur={() => propose(undefined)}
							sx={PICTURE}
						>
							<ShapePicture
								contours={contours ?? []}
								rule="nonzero"
								size={PICTURE_PX}
								frame={frame}
								behind={pieces.flatMap((p) => p.contours)}
							/>
							<Typography component="span" variant="body2" sx={{ fontWeight: 600 }}>
								{name}
							</Typography>
							<Typography component="span" variant="caption" sx={{ color: 'text.secondary' }}>
								{nothing ? 'nothing is left' : contours ? `${nodeCount(contours)} nodes` : '…'}
							</Typography>
						</ButtonBase>
					)
				})}
			</Box>
			<SwitchRow
				label={cutters.length === 1 ? 'Keep the cutter' : 'Keep the cutters'}
				checked={keep}
				onChange={setKeep}
			/>
			<TakeApart pieces={pieces} />
		</Box>
	)
}

/** Takes pieces apart into regions, to keep, drop or join them by clicks. */
function TakeApart({ pieces }: { pieces: readonly Piece[] }) {
	const { open, slices, takeTool, refresh } = useWorkbench()
	const readOnly = useOpenSheet((state) => state.readOnly)
	const here = useStillHere()
	const begin = async () => {
		const regions = await told(divided(pieces.map(areaOf)))
		// Whoever has gone to another pass is not handed a tool of this one.
		if (!regions || !here() || !pieces.every((p) => open.sheet().pieces.includes(p))) return
		slices.of(cutSlice).setState({
			proposed: null,
			apart: {
				pieces: pieces.map((p) => p.id),
				regions,
				fates: startingFates(regions.length),
				brush: 'drop',
				hovered: null,
			},
		})
		takeTool(regionsTool)
		refresh()
	}
	return (
		<Button variant="outlined" color="inherit" disabled={readOnly} onClick={begin} sx={OUTLINED}>
			Take apart into regions
		</Button>
	)
}

/** What each operation makes of pieces, the first of which is cut from; `null` until it is known. */
function useCombined(order: readonly Piece[]): readonly (readonly Contour[])[] | null {
	const ask = useCallback(
		() =>
			previewCombined(
				OPERATIONS.map(({ op }) => op),
				order.map(areaOf),
			),
		[order],
	)
	return useAnswer(ask)
}

const OUTLINED = { borderColor: 'divider' } as const
const PICTURE = {
	display: 'grid',
	justifyItems: 'center',
	gap: 0,
	p: 0.75,
	border: 1,
	borderColor: 'divider',
	borderRadius: 1,
	bgcolor: 'background.paper',
	'&:hover, &.Mui-focusVisible': { borderColor: 'primary.main', color: 'primary.main' },
	'&.Mui-focusVisible': { outline: '2px solid' },
	'&.Mui-disabled': { color: 'text.disabled' },
} as const
