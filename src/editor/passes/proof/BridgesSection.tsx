'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import Typography from '@mui/material/Typography'
import { useMemo } from 'react'
import { type Bridge, type Contour, nestingOf, type Piece, type Sheet } from '@/core'
import {
	bridgedBy,
	bridgesAsOutlines,
	bridgeWidth,
	fallingOf,
	limitsFor,
	tied,
} from '@/core/proofs'
import { useOpenSheet, useSheetAtRest, useWorkbench } from '@/editor/workbench/workbench'
import { LabelledSlider } from '@/kit/LabelledSlider'
import { LengthField } from '@/kit/LengthField'
import { useChosenPieces } from '../chosen'

const COUNTS = [0, 1, 2, 3, 4] as const

/** What ties the card in openings to the card round a piece that is cut out of it. */
export function BridgesSection() {
	const { open } = useWorkbench()
	const sheet = useSheetAtRest()
	const openings = useOpenings(sheet)
	const [first, more] = openings
	if (!first)
		return (
			<Typography variant="body2" sx={{ color: 'text.secondary' }}>
				No piece here has an opening: where it is cut out of card, nothing falls.
			</Typography>
		)
	const counts = new Set(openings.map(({ bridges = [] }) => bridges.length))
	const [common = 0, other] = counts
	const thin = limitsFor('stencil', sheet).sliver
	const widths = openings.flatMap(({ bridges = [] }) => bridges.map(({ width }) => width))
	const [width = bridgeWidth(first, thin)] = widths
	const setCount = (count: number) => {
		const wishes = openings.map((opening) => {
			const now = opening.bridges?.[0]?.width
			return [opening.id, { count, width: now ?? bridgeWidth(opening, thin) }] as const
		})
		const label = count === 0 ? 'Take bridges away' : 'Bridge openings'
		open.apply(label, (s) => tied(s, new Map(wishes)))
	}
	const setWidth = (next: (now: number) => number) => {
		const wider = ({ id, bridges = [] }: Contour) =>
			[id, bridges.map((one) => ({ ...one, width: Math.max(0.1, next(one.width)) }))] as const
		open.apply('Change the bridges’ width', (s) => bridgedBy(s, new Map(openings.map(wider))))
	}
	return (
		<Box sx={{ display: 'grid', gap: 1.25 }}>
			<Typography variant="body2">{summary(sheet, openings)}</Typography>
			<Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.25, alignItems: 'end' }}>
				<LengthField
					label="Bridge width"
					px={width}
					disabled={widths.length === 0}
					onChange={setWidth}
				/>
				<Box>
					<Typography variant="caption" sx={{ color: 'text.secondary' }}>
						{more ? 'To each opening' : 'To this opening'}
					</Typography>
					<ToggleButtonGroup
						exclusive
						size="small"
						fullWidth
						aria-label="Bridges for each opening"
						value={other === undefined ? common : null}
						onChange={(_, count: number | null) => count !== null && setCount(count)}
					>
						{COUNTS.map((count) => (
							<ToggleButton key={count} value={count} sx={{ py: 0.5 }}>
								{count}
							</ToggleButton>
						))}
					</ToggleButtonGroup>
				</Box>
			</Box>
			{more ? (
				<Typography variant="caption" sx={{ color: 'text.secondary' }}>
					Choose an opening in the list to say where its bridges stand.
				</Typography>
			) : (
				<Places opening={first} />
			)}
			{widths.length > 0 && (
				<Typography variant="caption" sx={{ color: 'text.secondary' }}>
					Bridges stay with their opening when it is changed; nodes are those of the outlines
					without them.
				</Typography>
			)}
			{widths.length > 0 && <MakeOutlines openings={openings} />}
		</Box>
	)
}

/** The opening that is chosen; else all of the pieces that are, where they have some; else all that there are. */
function useOpenings(sheet: Sheet): readonly Contour[] {
	const chosen = useChosenPieces()
	const contour = useOpenSheet((state) => state.selection.contour)
	return useMemo(() => {
		const own = chosen.flatMap(openingsIn)
		const one = own.find(({ id }) => id === contour)
		if (one) return [one]
		return own.length > 0 ? own : sheet.pieces.flatMap(openingsIn)
	}, [chosen, sheet, contour])
}

const openingsIn = (piece: Piece) =>
	piece.hidden || piece.locked
		? []
		: nestingOf(piece).flatMap(({ role, contour }) => (role === 'opening' ? [contour] : []))

function summary({ pieces }: Sheet, openings: readonly Contour[]): string {
	const ids = new Set(openings.map(({ id }) => id))
	const falling = fallingOf(pieces).filter(({ opening }) => ids.has(opening.id)).length
	const { length } = openings
	if (length === 1)
		return falling > 0
			? 'What lies in this opening falls out of a stencil.'
			: 'What lies in this opening is held.'
	if (falling === 0) return `What lies in these ${length} openings is held.`
	return `Of ${length} openings, what lies in ${falling === length ? 'all' : falling} falls out of a stencil.`
}

/** Where each bridge of one opening stands. */
function Places({ opening }: { opening: Contour }) {
	const { open } = useWorkbench()
	const { id, bridges = [] } = opening
	const move = (at: number, along: number) =>
		open.apply(
			'Move a bridge',
			(s) => {
				const now = s.pieces.flatMap(({ contours }) => contours).find((one) => one.id === id)
				const moved = (now?.bridges ?? []).map(
					(one, k): Bridge => (k === at ? { ...one, along } : one),
				)
				return bridgedBy(s, new Map([[id, moved]]))
			},
			`bridge ${id} ${at}`,
		)
	return bridges.map(({ along }, k) => (
		<LabelledSlider
			// biome-ignore lint/suspicious/noArrayIndexKey: a bridge is its place among the others
			key={k}
			label={bridges.length > 1 ? `Bridge ${k + 1}` : 'Bridge'}
			value={along}
			shown={`${Math.round(along * 100)} % round`}
			min={0}
			max={1}
			step={0.005}
			normal={along}
			onChange={(next) => move(k, next)}
			onRest={() => open.seal()}
		/>
	))
}

/** For those who want nodes on them. */
function MakeOutlines({ openings }: { openings: readonly Contour[] }) {
	const { open } = useWorkbench()
	const outlines = new Set(openings.map(({ id }) => id))
	const make = (sheet: Sheet) => {
		const pieces = sheet.pieces.filter(({ contours }) =>
			contours.some(({ id }) => outlines.has(id)),
		)
		return bridgesAsOutlines(sheet, new Set(pieces.map(({ id }) => id)))
	}
	return (
		<Button variant="outlined" onClick={() => open.apply('Make outlines of bridges', make)}>
			Make outlines of them
		</Button>
	)
}
