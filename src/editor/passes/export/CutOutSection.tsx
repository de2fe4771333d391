'use client'

import FileDownloadOutlined from '@mui/icons-material/FileDownloadOutlined'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useCallback, useMemo, useState } from 'react'
import type { Piece } from '@/core'
import { darkroomSlice } from '@/editor/bench/darkroomState'
import { told, useAnswer } from '@/editor/workbench/useAnswer'
import { useOpenSheet, useSheetAtRest, useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { type CutOutWish, cutOutOf, previewCutOut } from '@/jobs/cuttingOut'
import { BlobPicture } from '@/kit/BlobPicture'
import { LabelledSlider } from '@/kit/LabelledSlider'
import { SwitchRow } from '@/kit/SwitchRow'
import { showSnack } from '@/kit/snackbar'
import { WordChoice } from '@/kit/WordChoice'
import { fileStem, saveFile } from '@/store/files'
import { chosenPieces } from '@/store/selection'
import { HexField } from '../colour/HexField'
import { type CutOutState, cutOutSlice } from './cutOutSlice'
import { clipText, cutOutAsked } from './cutOutWish'
import { exportSlice } from './exportSlice'

const PAUSE_MS = 200
/** The preview is made from so many pixels of the photo. */
const PREVIEW_PX = 400_000

const BACKDROPS = [
	['none', 'Nothing, to see through'],
	['flat', 'One colour'],
	['gradient', 'A gradient'],
] as const

/** The photo clipped by the pieces: its edge, what lies behind it, and its shadow there. */
export function CutOutSection() {
	const { open, slices } = useWorkbench()
	const sheet = useSheetAtRest()
	const selection = useOpenSheet((now) => now.selection)
	const what = useSlice(exportSlice, (now) => now.what)
	const state = useSlice(cutOutSlice, (now) => now)
	const pyramids = useSlice(darkroomSlice, (now) => now.pyramids)
	const [before, setBefore] = useState(false)
	const set = (change: Partial<CutOutState>) => slices.of(cutOutSlice).setState(change)
	const pieces = useMemo((): readonly Piece[] => {
		const chosen = chosenPieces(selection)
		const some = what === 'chosen' && chosen.size > 0
		return sheet.pieces.filter(({ hidden, id }) => (some ? chosen.has(id) : !hidden))
	}, [sheet, selection, what])
	// biome-ignore lint/correctness/useExhaustiveDependencies: a photo that was opened meanwhile is asked anew
	const asked = useMemo(() => {
		const now = before ? { ...state, clean: false } : state
		return cutOutAsked(sheet, pieces, now, slices, {
			most: PREVIEW_PX,
			as: 'picture',
			type: 'image/png',
		})
	}, [sheet, pieces, state, before, slices, pyramids])
	const ask = useCallback(
		() => (asked ? previewCutOut(asked.photo.picture, asked.wish) : Promise.resolve(null)),
		[asked],
	)
	const preview = useAnswer(asked ? ask : null, PAUSE_MS)
	if (!asked)
		return (
			<Typography variant="body2" sx={{ color: 'text.secondary' }}>
				No photo shows under the pieces: there is nothing to cut out.
			</Typography>
		)
	const save = async (as: CutOutWish['as'], type: CutOutWish['type']) => {
		const whole = cutOutAsked(open.sheet(), pieces, state, slices, {
			most: Number.POSITIVE_INFINITY,
			as,
			type,
		})
		if (!whole) return
		const blob = await told(cutOutOf(whole.photo.picture, whole.wish))
		const name = `${fileStem(sheet.name)}-${as === 'mask' ? 'mask' : 'cut-out'}.${type === 'image/png' ? 'png' : 'webp'}`
		if (blob && (await told(saveFile([blob], name, type)))) showSnack(`Exported as ${name}.`)
	}
	const copy = async (as: 'css' | 'svg') => {
		await told(navigator.clipboard.writeText(clipText(open.sheet(), pieces, as)))
		showSnack(`The clip path is on the clipboard, as ${as === 'css' ? 'CSS' : 'SVG'}.`)
	}
	return (
		<>
			<BlobPicture blob={preview} alt="The cut-out" height={200} />
			<SwitchRow
				label="Edge colours from inside"
				checked={state.clean}
				onChange={(clean) => set({ clean })}
			/>
			{state.clean && (
				<Button
					size="small"
					onPointerDown={() => setBefore(true)}
					onPointerUp={() => setBefore(false)}
					onPointerLeave={() => setBefore(false)}
					onKeyDown={(event) => event.key === ' ' && setBefore(true)}
					onKeyUp={() => setBefore(false)}
					sx={{ justifySelf: 'start' }}
				>
					Hold: as the photo has them
				</Button>
			)}
			<Slider
				label="Allowance"
				unit="px"
				value={state.allowance}
				max={6}
				step={0.25}
				normal={0.5}
				onChange={(allowance) => set({ allowance })}
			/>
			<Slider
				label="Feather"
				unit="px"
				value={state.feather}
				max={60}
				step={0.5}
				normal={0}
				onChange={(feather) => set({ feather })}
			/>
			<WordChoice
				label="Behind it"
				value={state.backdrop}
				words={BACKDROPS}
				onChange={(backdrop) => set({ backdrop })}
			/>
			{state.backdrop !== 'none' &&
				(state.backdrop === 'flat' ? ([0] as const) : ([0, 1] as const)).map((n) => (
					<HexField
						key={n}
						label={state.backdrop === 'flat' ? 'Backdrop' : n === 0 ? 'From' : 'To'}
						colour={state.colours[n]}
						disabled={false}
						onChange={(colour) =>
							set({ colours: n === 0 ? [colour, state.colours[1]] : [state.colours[0], colour] })
						}
					/>
				))}
			{state.backdrop === 'gradient' && (
				<Slider
					label="Angle"
					unit="°"
					value={state.angle}
					max={360}
					step={15}
					normal={90}
					onChange={(angle) => set({ angle })}
				/>
			)}
			<SwitchRow label="Shadow" checked={state.shadow} onChange={(shadow) => set({ shadow })} />
			{state.shadow &&
				FALL.map(({ of, ...slider }) => (
					<Slider
						key={of}
						{...slider}
						value={state.fall[of]}
						onChange={(value) => set({ fall: { ...state.fall, [of]: value } })}
					/>
				))}
			<Button
				variant="contained"
				startIcon={<FileDownloadOutlined />}
				onClick={() => void save('picture', 'image/png')}
			>
				Save as PNG
			</Button>
			<Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 0.75 }}>
				<Button variant="outlined" onClick={() => void save('picture', 'image/webp')}>
					WebP
				</Button>
				<Button variant="outlined" onClick={() => void save('mask', 'image/png')}>
					Mask
				</Button>
				<Button variant="outlined" onClick={() => void copy('css')}>
					Clip, CSS
				</Button>
				<Button variant="outlined" onClick={() => void copy('svg')}>
					Clip, SVG
				</Button>
			</Box>
			<Typography variant="caption" sx={{ color: 'text.secondary' }}>
				At the photo’s own pixels.
			</Typography>
		</>
	)
}

const FALL = [
	{ of: 'angle', label: 'Falls', unit: '°', max: 360, step: 15, normal: 45 },
	{ of: 'distance', label: 'Distance', unit: 'px', max: 200, step: 1, normal: 20 },
	{ of: 'blur', label: 'Blur', unit: 'px', max: 200, step: 1, normal: 24 },
	{ of: 'strength', label: 'Strength', unit: '%', max: 1, step: 0.05, normal: 0.35 },
	{ of: 'contact', label: 'Where it stands', unit: '%', max: 1, step: 0.05, normal: 0.5 },
] as const satisfies readonly (Omit<SliderProps, 'value' | 'onChange'> & {
	readonly of: keyof CutOutState['fall']
})[]

interface SliderProps {
	readonly label: string
	readonly unit: string
	readonly value: number
	readonly max: number
	readonly step: number
	readonly normal: number
	readonly onChange: (value: number) => void
}

function Slider({ unit, value, ...slider }: SliderProps) {
	const shown =
		unit === '%' ? `${Math.round(100 * value)} %` : unit === '°' ? `${value}°` : `${value} ${unit}`
	return <LabelledSlider {...slider} min={0} value={value} shown={shown} />
}
