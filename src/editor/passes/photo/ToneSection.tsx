'use client'

import RestartAltRounded from '@mui/icons-material/RestartAltRounded'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import Slider from '@mui/material/Slider'
import Typography from '@mui/material/Typography'
import { useDeferredValue } from 'react'
import {
	changePhoto,
	changeTone,
	FIRST_STRENGTH,
	isNeutral,
	NEUTRAL_TONE,
	type PlacedPhoto,
	type Tone,
} from '@/core'
import { darkroomSlice } from '@/editor/session/darkroomState'
import { useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { LabelledSlider } from '@/kit/LabelledSlider'
import { NumberField } from '@/kit/NumberField'
import { SwitchRow } from '@/kit/SwitchRow'
import { Histogram } from './Histogram'
import { usePhotoAtHand } from './photoAtHand'

const percent = (share: number) => `${Math.round(share * 100)} %`
/** Black and white points stay this far apart, in levels. */
const LEAST_RANGE = 2
const MIDTONES = [0.05, 0.95] as const

/** How the photo is shown. Nothing here changes its file. */
export function ToneSection() {
	const photo = usePhotoAtHand()
	const { slices, open } = useWorkbench()
	const edges = useSlice(darkroomSlice, (state) => state.edges)
	if (!photo)
		return (
			<Typography variant="body2" sx={{ color: 'text.secondary' }}>
				Bring a photo in first.
			</Typography>
		)
	return (
		<>
			<Strength photo={photo} />
			<SwitchRow
				label="Show the photo’s edges instead"
				checked={edges}
				onChange={(on) => slices.of(darkroomSlice).setState({ edges: on })}
			/>
			<Levels photo={photo} />
			<Colour photo={photo} />
			<Button
				variant="outlined"
				disabled={isNeutral(photo.tone)}
				onClick={() =>
					open.apply('Reset the tone', (sheet) => changeTone(sheet, photo.id, NEUTRAL_TONE))
				}
			>
				Reset the tone
			</Button>
		</>
	)
}

function useToneChange(photo: PlacedPhoto) {
	const { open } = useWorkbench()
	return {
		change: (label: string, to: Partial<Tone>) =>
			open.apply(label, (sheet) => changeTone(sheet, photo.id, to), `tone:${photo.id}:${label}`),
		rest: open.seal,
	}
}

function Strength({ photo }: { photo: PlacedPhoto }) {
	const { open } = useWorkbench()
	return (
		<LabelledSlider
			label="Photo strength"
			value={Math.round(photo.strength * 100)}
			shown={percent(photo.strength)}
			min={0}
			max={100}
			step={1}
			normal={FIRST_STRENGTH * 100}
			onChange={(value) =>
				open.apply(
					'Change photo strength',
					(sheet) => changePhoto(sheet, photo.id, { strength: value / 100 }),
					`strength:${photo.id}`,
				)
			}
			onRest={open.seal}
		/>
	)
}

/** Black point, midtone and white point: thumbs under the histogram, and as numbers. */
function Levels({ photo }: { photo: PlacedPhoto }) {
	const { change, rest } = useToneChange(photo)
	const studied = useSlice(darkroomSlice, (state) => state.studied.get(photo.blob))
	const { black, white, midtone } = photo.tone
	// The chart follows the thumbs as fast as it can, but never holds them up.
	const seen = useDeferredValue(photo.tone)
	const middle = black + midtone * (white - black)
	const setBlack = (to: number) =>
		change('Set the black point', { black: clamp(Math.round(to), 0, white - LEAST_RANGE) })
	const setWhite = (to: number) =>
		change('Set the white point', { white: clamp(Math.round(to), black + LEAST_RANGE, 255) })
	const setMidtone = (to: number) =>
		change('Set the midtone', { midtone: Number(clamp(to, ...MIDTONES).toFixed(3)) })
	return (
		<Box>
			<Box sx={{ display: 'flex', alignItems: 'center', minHeight: 24 }}>
				<Typography variant="body2" sx={{ flexGrow: 1 }}>
					Levels
				</Typography>
				{(black > 0 || white < 255 || midtone !== 0.5) && (
					<IconButton
						aria-label="Reset levels"
						onClick={() => {
							const { black, white, midtone } = NEUTRAL_TONE
							change('Reset the levels', { black, white, midtone })
							rest()
						}}
						sx={{ p: 0.25 }}
					>
						<RestartAltRounded sx={{ fontSize: 16 }} />
					</IconButton>
				)}
			</Box>
			<Histogram counts={studied?.histogram ?? null} tone={seen} />
			<Slider
				aria-label="Levels"
				getAriaLabel={(thumb) => ['Black point', 'Midtone', 'White point'][thumb] ?? ''}
				value={[black, middle, white]}
				min={0}
				max={255}
				step={1}
				disableSwap
				track={false}
				onChange={(_, value, thumb) => {
					const [b = 0, m = 0, w = 255] = value as number[]
					if (thumb === 0) setBlack(b)
					else if (thumb === 2) setWhite(w)
					else setMidtone((m - black) / (white - black))
				}}
				onChangeCommitted={rest}
				sx={{
					display: 'block',
					py: 1,
					mb: 1,
					'& .MuiSlider-rail': { opacity: 1, bgcolor: 'divider' },
					'& .MuiSlider-thumb': { border: 2, borderColor: 'background.paper' },
					'& .MuiSlider-thumb[data-index="0"]': { bgcolor: '#000' },
					'& .MuiSlider-thumb[data-index="1"]': { bgcolor: '#808080' },
					'& .MuiSlider-thumb[data-index="2"]': {
						bgcolor: '#fff',
						boxShadow: '0 0 0 1px #5E6570',
					},
				}}
			/>
			<Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(3, minmax(0, 1fr))', gap: 0.75 }}>
				<NumberField
					label="Black"
					unit=""
					digits={0}
					value={black}
					onChange={(next) => setBlack(next(black))}
				/>
				<NumberField
					label="Midtone"
					unit="%"
					digits={1}
					value={midtone * 100}
					onChange={(next) => setMidtone(next(midtone * 100) / 100)}
				/>
				<NumberField
					label="White"
					unit=""
					digits={0}
					value={white}
					onChange={(next) => setWhite(next(white))}
				/>
			</Box>
		</Box>
	)
}

function Colour({ photo }: { photo: PlacedPhoto }) {
	const { change, rest } = useToneChange(photo)
	const { grey, saturation, local } = photo.tone
	return (
		<Box>
			<LabelledSlider
				label="Local contrast"
				value={local}
				shown={percent(local)}
				min={0}
				max={1}
				step={0.01}
				normal={0}
				onChange={(value) => change('Change local contrast', { local: value })}
				onRest={rest}
			/>
			<LabelledSlider
				label="Saturation"
				value={saturation}
				shown={percent(saturation)}
				min={0}
				max={3}
				step={0.05}
				normal={1}
				disabled={grey}
				onChange={(value) => change('Change saturation', { saturation: value })}
				onRest={rest}
			/>
			<SwitchRow
				label="Grey"
				checked={grey}
				onChange={(on) => {
					change(on ? 'Show the photo grey' : 'Show the photo in colour', { grey: on })
					rest()
				}}
			/>
		</Box>
	)
}

function clamp(value: number, least: number, most: number): number {
	return Math.min(most, Math.max(least, value))
}
