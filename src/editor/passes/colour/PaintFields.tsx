'use client'

import Box from '@mui/material/Box'
import ButtonBase from '@mui/material/ButtonBase'
import TextField from '@mui/material/TextField'
import { useState } from 'react'
import { INK, type Paint } from '@/core'
import { hexOfLch, type Lch, lchOf, typedHex } from '@/core/colours'
import { LabelledSlider } from '@/kit/LabelledSlider'
import { SwitchRow } from '@/kit/SwitchRow'

const SLIDERS: readonly {
	readonly of: keyof Lch
	readonly label: string
	readonly max: number
	readonly step: number
	readonly unit: string
}[] = [
	{ of: 'l', label: 'Lightness', max: 100, step: 0.5, unit: '' },
	{ of: 'c', label: 'Chroma', max: 32, step: 0.25, unit: '' },
	{ of: 'h', label: 'Hue', max: 360, step: 1, unit: '°' },
]

/** A flat paint by its numbers and by swatches, or none. */
export function PaintFields({
	what,
	paint,
	swatches,
	disabled,
	onChange,
	onRest,
}: {
	/** What it paints, as a heading says it: `Fill`, `Stroke`. */
	readonly what: string
	readonly paint: Paint
	/** `#rrggbb` by what they are of. */
	readonly swatches: readonly { readonly of: string; readonly colours: readonly string[] }[]
	readonly disabled: boolean
	readonly onChange: (paint: Paint) => void
	/** The next change is a step of its own. */
	readonly onRest: () => void
}) {
	const colour = paint.kind === 'solid' ? paint.colour : null
	const alpha = paint.kind === 'solid' ? (paint.alpha ?? 1) : 1
	// What one slides to stays where it was put, though the nearest colour that shows is another.
	const [put, setPut] = useState<{ readonly colour: string; readonly lch: Lch } | null>(null)
	const give = (next: string, share = alpha) =>
		onChange({ kind: 'solid', colour: next, ...(share < 1 && { alpha: share }) })
	const lch = colour === null ? null : put?.colour === colour ? put.lch : lchOf(colour)
	return (
		<>
			<SwitchRow
				label={`No ${what.toLowerCase()}`}
				checked={colour === null}
				disabled={disabled}
				onChange={(none) => {
					if (none) onChange({ kind: 'none' })
					else give(INK)
					onRest()
				}}
			/>
			{colour !== null && lch && (
				<>
					<HexField
						key={colour}
						label={`${what} colour`}
						colour={colour}
						disabled={disabled}
						onChange={(next) => {
							give(next)
							onRest()
						}}
					/>
					{SLIDERS.map(({ of, label, unit, ...range }) => (
						<LabelledSlider
							key={of}
							label={label}
							shown={`${Math.round(lch[of] * 10) / 10}${unit}`}
							value={lch[of]}
							min={0}
							normal={lch[of]}
							disabled={disabled}
							{...range}
							onChange={(value) => {
								const next = { ...lch, [of]: value }
								const hex = hexOfLch(next)
								setPut({ colour: hex, lch: next })
								give(hex)
							}}
							onRest={onRest}
						/>
					))}
					<LabelledSlider
						label={`${what} opacity`}
						shown={`${Math.round(100 * alpha)} %`}
						value={alpha}
						min={0.05}
						max={1}
						step={0.05}
						normal={1}
						disabled={disabled}
						onChange={(share) => give(colour, share)}
						onRest={onRest}
					/>
				</>
			)}
			{swatches.map(({ of, colours }) => (
				<Swatches
					key={of}
					label={of}
					what={what}
					colours={colours}
					disabled={disabled}
					onTake={(next) => {
						give(next)
						onRest()
					}}
				/>
			))}
		</>
	)
}

function HexField({
	label,
	colour,
	disabled,
	onChange,
}: {
	readonly label: string
	readonly colour: string
	readonly disabled: boolean
	readonly onChange: (colour: string) => void
}) {
	const [draft, setDraft] = useState(colour)
	const typed = typedHex(draft)
	const take = () => {
		if (typed && typed !== colour) onChange(typed)
		else setDraft(colour)
	}
	return (
		<Box sx={{ display: 'grid', gridTemplateColumns: '36px 1fr', gap: 1, alignItems: 'center' }}>
			<Box
				aria-hidden
				sx={{ height: 32, borderRadius: 1, border: 1, borderColor: 'divider', bgcolor: colour }}
			/>
			<TextField
				size="small"
				label={label}
				value={draft}
				disabled={disabled}
				error={!typed}
				onChange={(event) => setDraft(event.target.value)}
				onBlur={take}
				onKeyDown={(event) => {
					if (event.key === 'Enter') take()
					else if (event.key === 'Escape') setDraft(colour)
				}}
				slotProps={{ htmlInput: { className: 'number', autoComplete: 'off', spellCheck: false } }}
				sx={{ '& input': { py: 0.75 } }}
			/>
		</Box>
	)
}

function Swatches({
	label,
	what,
	colours,
	disabled,
	onTake,
}: {
	readonly label: string
	readonly what: string
	readonly colours: readonly string[]
	readonly disabled: boolean
	readonly onTake: (colour: string) => void
}) {
	if (colours.length === 0) return null
	return (
		<Box
			role="group"
			aria-label={`${label}, for the ${what.toLowerCase()}`}
			sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.5, alignItems: 'center' }}
		>
			<Box component="span" sx={{ typography: 'caption', color: 'text.secondary', width: '100%' }}>
				{label}
			</Box>
			{colours.map((colour) => (
				<ButtonBase
					key={colour}
					aria-label={colour}
					title={colour}
					disabled={disabled}
					onClick={() => onTake(colour)}
					sx={{
						width: 24,
						height: 24,
						borderRadius: 0.75,
						border: 1,
						borderColor: 'divider',
						bgcolor: colour,
						'&.Mui-focusVisible': { outline: '2px solid', outlineOffset: '1px' },
					}}
				/>
			))}
		</Box>
	)
}
