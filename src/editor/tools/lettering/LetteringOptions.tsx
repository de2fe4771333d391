'use client'

import FormatAlignCenterRounded from '@mui/icons-material/FormatAlignCenterRounded'
import FormatAlignLeftRounded from '@mui/icons-material/FormatAlignLeftRounded'
import FormatAlignRightRounded from '@mui/icons-material/FormatAlignRightRounded'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import Typography from '@mui/material/Typography'
import { useMemo } from 'react'
import { findPiece, type Lettering, piecesBox, type Setting } from '@/core'
import { hostsOf, inEnvelope, type LetteringChange, type Way, wayOf } from '@/core/letter'
import { useOpenSheet, useSheetAtRest, useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { CardFoot } from '@/kit/CardFoot'
import { LabelledSlider } from '@/kit/LabelledSlider'
import { LengthField } from '@/kit/LengthField'
import { Notice } from '@/kit/Notice'
import { SwitchRow } from '@/kit/SwitchRow'
import { WordChoice } from '@/kit/WordChoice'
import { FontChoice } from './FontChoice'
import { letteringSlice, type Picking } from './letteringSlice'
import { makePieces, setWords, sizeFor, wordsAtHand } from './typing'

type Along = Setting & { readonly kind: 'along' }

/** How words are set: those at hand, or else those that come next. */
export function LetteringOptions() {
	const workbench = useWorkbench()
	const { open } = workbench
	const sheet = useOpenSheet(({ history }) => history.present)
	const rested = useSheetAtRest()
	useOpenSheet(({ selection }) => selection.piece)
	const { wish, problem, picking } = useSlice(letteringSlice, (state) => state)
	useSlice(letteringSlice, (state) => state.typing?.piece)
	const words = wordsAtHand(workbench)
	const { font, spacing, leading, align } = words?.lettering ?? wish
	const id = words?.id
	// How they lie takes its time, and is not worked out for each step of a drag.
	const lie = useMemo(() => {
		const lettering = id === undefined ? undefined : findPiece(rested, id)?.lettering
		return lettering ? wayOf(lettering, hostsOf(rested)) : undefined
	}, [rested, id])
	// Words in a shape, or between two outlines, are as large as there is room.
	const sized =
		words?.lettering.setting.kind === 'within' || words?.lettering.setting.kind === 'between'
	const size = words ? (sized && lie?.size) || words.lettering.size : sizeFor(wish, sheet)
	const set = (label: string, change: LetteringChange, key?: string) =>
		void setWords(workbench, label, change, key)
	return (
		<Box sx={{ display: 'grid', gap: 1 }}>
			<FontChoice
				font={font}
				onChange={(next, key) => set('Change the font', { font: next }, key)}
			/>
			<Box sx={{ display: 'grid', gridTemplateColumns: '1fr auto', gap: 1, alignItems: 'center' }}>
				<LengthField
					label="Size"
					px={size}
					disabled={sized}
					onChange={(next) => set('Change the words’ size', { size: Math.max(0.1, next(size)) })}
				/>
				<ToggleButtonGroup
					exclusive
					size="small"
					aria-label="Lined up"
					value={align}
					onChange={(_, next: Lettering['align'] | null) => {
						if (next) set('Line words up', { align: next })
					}}
				>
					{ALIGNS.map(([value, says, Icon]) => (
						<ToggleButton key={value} value={value} aria-label={says} title={says} sx={{ p: 0.5 }}>
							<Icon fontSize="small" />
						</ToggleButton>
					))}
				</ToggleButtonGroup>
			</Box>
			<LabelledSlider
				label="Between letters"
				shown={`${Math.round(1000 * spacing) / 1000} em`}
				value={spacing}
				min={-0.1}
				max={0.5}
				step={0.005}
				normal={0}
				onChange={(next) =>
					set('Change the room between letters', { spacing: next }, 'letter-spacing')
				}
				onRest={() => open.seal()}
			/>
			<LabelledSlider
				label="Between lines"
				shown={`${leading.toFixed(2)} em`}
				value={leading}
				min={0.6}
				max={2.5}
				step={0.05}
				normal={1.2}
				onChange={(next) => set('Change the room between lines', { leading: next }, 'line-spacing')}
				onRest={() => open.seal()}
			/>
			{words && <Where words={words} picking={picking} set={set} />}
			{words && <Bridges lettering={words.lettering} set={set} />}
			{words && <Troubles lettering={words.lettering} lie={lie} />}
			{problem && <Notice severity="warning">{problem}</Notice>}
			{words && (
				<CardFoot>
					<Box sx={{ display: 'grid', gap: 0.5 }}>
						<Typography variant="caption" sx={{ color: 'text.secondary' }}>
							Make pieces of it, for cutting
						</Typography>
						<Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 0.5 }}>
							{(
								[
									['letter', 'Each letter'],
									['whole', 'All as one'],
								] as const
							).map(([by, says]) => (
								<Button
									key={by}
									variant="outlined"
									onClick={() => makePieces(workbench, words.id, by)}
								>
									{says}
								</Button>
							))}
						</Box>
					</Box>
				</CardFoot>
			)}
		</Box>
	)
}

const ALIGNS = [
	['left', 'Begin where they are put', FormatAlignLeftRounded],
	['middle', 'Have their middle where they are put', FormatAlignCenterRounded],
	['right', 'End where they are put', FormatAlignRightRounded],
] as const

interface OfWords {
	readonly set: (label: string, change: LetteringChange, key?: string) => void
}

/** What the words go by. */
function Where({
	words: { id, lettering },
	picking,
	set,
}: OfWords & {
	words: { readonly id: string; readonly lettering: Lettering }
	picking: Picking | null
}) {
	const { open, slices, refresh } = useWorkbench()
	const { setting } = lettering
	const pick = (to: Picking | null) => {
		slices.of(letteringSlice).setState({ picking: to })
		refresh()
	}
	const change = (label: string, next: Partial<Along>, key?: string) => {
		if (setting.kind === 'along') set(label, { setting: { ...setting, ...next } }, key)
	}
	return (
		<>
			<WordChoice
				label="Words go"
				value={setting.kind}
				words={[
					['free', 'freely'],
					['along', 'along an outline'],
					['within', 'into a shape'],
					['between', 'between two outlines'],
				]}
				onChange={(next) => {
					if (next === 'free') {
						pick(null)
						const piece = findPiece(open.sheet(), id)
						const box = piece && piecesBox([piece])
						if (box)
							set('Set words freely', {
								setting: { kind: 'free', place: [1, 0, 0, 1, leftOf(lettering, box), box.maxY] },
							})
					} else pick({ to: next === 'between' ? 'top' : next })
				}}
			/>
			{picking && (
				<Box sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
					<Typography variant="body2" role="status" sx={{ flexGrow: 1 }}>
						{PICKED[picking.to]}
					</Typography>
					<Button color="inherit" onClick={() => pick(null)}>
						Leave it
					</Button>
				</Box>
			)}
			{(picking?.to === 'top' || setting.kind === 'between') && (
				<Box sx={{ display: 'flex', alignItems: 'center', gap: 0.5 }}>
					<Typography variant="body2" sx={{ flexGrow: 1 }}>
						Or between new ones
					</Typography>
					{ENVELOPES.map(([kind, says]) => (
						<Button
							key={kind}
							variant="outlined"
							onClick={() => {
								pick(null)
								open.apply('Bend words', (now) => inEnvelope(now, id, kind))
								open.seal()
								refresh()
							}}
						>
							{says}
						</Button>
					))}
				</Box>
			)}
			{setting.kind === 'along' && (
				<>
					<Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
						<LengthField
							label="Start"
							px={setting.start}
							onChange={(next) => change('Move words along', { start: next(setting.start) })}
						/>
						<LengthField
							label="Offset"
							px={setting.offset}
							onChange={(next) =>
								change('Move words off their outline', { offset: next(setting.offset) })
							}
						/>
					</Box>
					<WordChoice
						label="On the way left over"
						value={setting.fit}
						words={[
							['none', 'leave it free'],
							['spread', 'spread the letters'],
							['stretch', 'stretch the letters'],
						]}
						onChange={(fit) => change('Fit words to their outline', { fit })}
					/>
					<SwitchRow
						label="On the other side"
						checked={setting.reversed}
						onChange={(reversed) => change('Turn words to the other side', { reversed })}
					/>
					<SwitchRow
						label="Hang beneath"
						checked={setting.under}
						onChange={(under) => change('Hang words beneath', { under })}
					/>
					<SwitchRow
						label="Letters stay upright"
						checked={setting.upright}
						onChange={(upright) => change('Keep letters upright', { upright })}
					/>
				</>
			)}
			{setting.kind === 'within' && (
				<LabelledSlider
					label="Room at the edge"
					shown={`${setting.margin.toFixed(2)} em`}
					value={setting.margin}
					min={0}
					max={1}
					step={0.05}
					normal={0.1}
					onChange={(margin) =>
						set('Change the room at the edge', { setting: { ...setting, margin } }, 'edge-room')
					}
					onRest={() => open.seal()}
				/>
			)}
		</>
	)
}

const ENVELOPES = [
	['arch', 'Arch'],
	['wave', 'Wave'],
] as const

const PICKED = {
	along: 'Click the outline they go along.',
	within: 'Click the closed outline they fill.',
	top: 'Click the outline above them.',
	bottom: 'Now the outline beneath them.',
} as const

function leftOf({ align }: Lettering, { minX, maxX }: { minX: number; maxX: number }): number {
	return align === 'left' ? minX : align === 'right' ? maxX : (minX + maxX) / 2
}

/** Strips that hold what lies in letters. */
function Bridges({ lettering, set }: OfWords & { lettering: Lettering }) {
	const { bridges, size } = lettering
	const first = Math.max(0.5, Math.round(0.05 * size * 2) / 2)
	return (
		<>
			<SwitchRow
				label="Stencil bridges"
				checked={bridges !== undefined}
				onChange={(on) =>
					set(on ? 'Bridge letters' : 'Take bridges away', {
						bridges: on ? { width: first } : null,
					})
				}
			/>
			{bridges && (
				<LengthField
					label="Bridge width"
					px={bridges.width}
					onChange={(next) =>
						set('Change the bridges’ width', {
							bridges: { width: Math.max(0.01, next(bridges.width)) },
						})
					}
				/>
			)}
		</>
	)
}

/** What is not as one would wish. */
function Troubles({ lettering, lie }: { lettering: Lettering; lie: Way | null | undefined }) {
	const { missing } = lettering.shaped
	const over = lie ? Math.round(lie.over) : 0
	return (
		<>
			{missing.length > 0 && (
				<Notice severity="warning">
					{lettering.font.family} has no {missing.slice(0, 8).join(' ')}
					{missing.length > 8 && ` and ${missing.length - 8} more`}: boxes stand in their place.
				</Notice>
			)}
			{lie === null && (
				<Notice severity="info">
					The outline that these words went by is gone. They stay where they are until they are set
					otherwise.
				</Notice>
			)}
			{over > 0 && (
				<Notice severity="info">
					The words are {over} px longer than the way: what is over goes straight on.
				</Notice>
			)}
		</>
	)
}
