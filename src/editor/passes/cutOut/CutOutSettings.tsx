'use client'

import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { told } from '@/editor/workbench/useAnswer'
import { useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { PictureRefused } from '@/jobs/pictures'
import { chooseFiles } from '@/kit/files'
import { LabelledSlider } from '@/kit/LabelledSlider'
import { SwitchRow } from '@/kit/SwitchRow'
import { WordChoice } from '@/kit/WordChoice'
import { HexField } from '../colour/HexField'
import { type CutOutState, cutOutSlice } from './cutOutSlice'

const BACKDROPS = [
	['none', 'Nothing, to see through'],
	['flat', 'One colour'],
	['gradient', 'A gradient'],
	['picture', 'Another picture'],
] as const

/** How the photo is cut out: its edge, what lies behind it, and its shadow there. */
export function CutOutSettings() {
	const { slices } = useWorkbench()
	const state = useSlice(cutOutSlice, (now) => now)
	const set = (change: Partial<CutOutState>) => slices.of(cutOutSlice).setState(change)
	const choose = async () => {
		const [file] = (await told(chooseFiles(PICTURES))) ?? []
		if (file && (await told(readable(file)))) set({ backdrop: 'picture', picture: file })
	}
	return (
		<>
			<SwitchRow
				label="Clean the edge’s colours"
				checked={state.clean}
				onChange={(clean) => set({ clean })}
			/>
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
				onChange={(backdrop) =>
					backdrop === 'picture' && !state.picture ? void choose() : set({ backdrop })
				}
			/>
			{(state.backdrop === 'flat' || state.backdrop === 'gradient') &&
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
			{state.backdrop === 'picture' && (
				<Typography variant="caption" sx={{ color: 'text.secondary' }}>
					{state.picture?.name}{' '}
					<Button size="small" onClick={() => void choose()}>
						Choose another
					</Button>
				</Typography>
			)}
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
		</>
	)
}

const PICTURES = {
	description: 'Pictures',
	extensions: ['.jpg', '.jpeg', '.png', '.webp'],
	mimeTypes: ['image/jpeg', 'image/png', 'image/webp'],
}

/** @throws {PictureRefused} where the browser cannot open it */
async function readable(file: File): Promise<true> {
	const bitmap = await createImageBitmap(file).catch(() => null)
	if (!bitmap) throw new PictureRefused({ ok: false, problem: 'not-a-picture' })
	bitmap.close()
	return true
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
