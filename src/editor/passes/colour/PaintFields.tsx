'use client'

import Box from '@mui/material/Box'
import ButtonBase from '@mui/material/ButtonBase'
import { useState } from 'react'
import {
	type Box as Bounds,
	type Gradient,
	gradientAcross,
	INK,
	isGradient,
	type Paint,
	type Pattern,
	type Stop,
	standIn,
	stopsFrom,
} from '@/core'
import { hexOfLch, type Lch, lchOf } from '@/core/colours'
import { LabelledSlider } from '@/kit/LabelledSlider'
import { WordChoice } from '@/kit/WordChoice'
import { TOUCH } from '@/theme/widths'
import { HexField } from './HexField'
import { PatternFields } from './PatternFields'
import { Stops } from './Stops'

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

/** Makes a paint anew from what it is and the box round what it paints. */
export type Make = (paint: Paint, box: Bounds) => Paint

const KINDS = [
	['none', 'None'],
	['solid', 'Flat'],
	['linear', 'Linear gradient'],
	['radial', 'Radial gradient'],
	['pattern', 'Pattern'],
] as const

const FIRST_PATTERN = {
	kind: 'pattern',
	figure: 'hatch',
	spacing: 12,
	weight: 3,
	angle: -45,
} as const

/** The paint as another kind, with as much of its colours as that has. @param first its colour where there was none */
const asKind =
	(kind: Paint['kind'], first: string): Make =>
	(paint, box) => {
		if (kind === 'none') return { kind }
		if (kind === 'solid') {
			const { colour, alpha } = standIn(paint) ?? { colour: first, alpha: 1 }
			return { kind, colour, ...(alpha < 1 && { alpha }) }
		}
		if (kind === 'pattern') {
			const { colour } = standIn(paint) ?? { colour: first }
			return { ...FIRST_PATTERN, at: [box.minX, box.minY], colour }
		}
		return gradientAcross(kind, box, stopsFrom(paint))
	}

/** A paint by its numbers and by swatches, or none. */
export function PaintFields({
	what,
	paint,
	swatches,
	disabled,
	first = INK,
	onChange,
	onRest,
}: {
	/** What it paints, as a heading says it: `Fill`, `Stroke`. */
	readonly what: string
	readonly paint: Paint
	/** `#rrggbb` by what they are of. */
	readonly swatches: readonly { readonly of: string; readonly colours: readonly string[] }[]
	readonly disabled: boolean
	/** What it is at first where it was nothing, `#rrggbb`; ink if not said. */
	readonly first?: string
	readonly onChange: (make: Make) => void
	/** The next change is a step of its own. */
	readonly onRest: () => void
}) {
	/** The stop that swatches and sliders are about. */
	const [chosen, setChosen] = useState(0)
	const once = (make: Make) => {
		onChange(make)
		onRest()
	}
	const stops = isGradient(paint) ? paint.stops : []
	const at = Math.min(chosen, stops.length - 1)
	const flat =
		paint.kind === 'solid' || paint.kind === 'pattern'
			? { colour: paint.colour, alpha: paint.alpha ?? 1 }
			: stopOf(stops[at])
	const give = (colour: string, alpha = flat?.alpha ?? 1) => {
		const share = alpha < 1 ? { alpha } : {}
		onChange((before) =>
			isGradient(before)
				? withStopAs(before, at, { colour, ...share })
				: before.kind === 'pattern'
					? withColour(before, colour, share)
					: { kind: 'solid', colour, ...share },
		)
	}
	return (
		<>
			<WordChoice
				label={`${what} is`}
				value={paint.kind}
				words={KINDS}
				onChange={(kind) => once(asKind(kind, first))}
			/>
			{isGradient(paint) && (
				<Stops
					gradient={paint}
					chosen={at}
					disabled={disabled}
					onChoose={setChosen}
					onChange={(make) => once((before) => (isGradient(before) ? make(before) : before))}
				/>
			)}
			{paint.kind === 'pattern' && (
				<PatternFields
					pattern={paint}
					disabled={disabled}
					onChange={(change) =>
						once((before) => (before.kind === 'pattern' ? change(before) : before))
					}
				/>
			)}
			{flat && (
				<ColourFields
					label={isGradient(paint) ? `Colour of stop ${at + 1}` : `${what} colour`}
					opacity={isGradient(paint) ? `Opacity of stop ${at + 1}` : `${what} opacity`}
					colour={flat.colour}
					alpha={flat.alpha}
					disabled={disabled}
					onChange={give}
					onRest={onRest}
				/>
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

const stopOf = (stop: Stop | undefined) =>
	stop ? { colour: stop.colour, alpha: stop.alpha ?? 1 } : null

function withColour(
	{ alpha: _, ...pattern }: Pattern,
	colour: string,
	share: { readonly alpha?: number },
): Pattern {
	return { ...pattern, colour, ...share }
}

function withStopAs(gradient: Gradient, n: number, look: Omit<Stop, 'at'>): Gradient {
	return {
		...gradient,
		stops: gradient.stops.map((stop, k) => (k === n ? { at: stop.at, ...look } : stop)),
	}
}

/** A colour by hex digits, by lightness, chroma and hue, and how much it covers. */
function ColourFields({
	label,
	opacity,
	colour,
	alpha,
	disabled,
	onChange,
	onRest,
}: {
	readonly label: string
	readonly opacity: string
	readonly colour: string
	readonly alpha: number
	readonly disabled: boolean
	readonly onChange: (colour: string, alpha?: number) => void
	readonly onRest: () => void
}) {
	// What one slides to stays where it was put, though the nearest colour that shows is another.
	const [put, setPut] = useState<{ readonly colour: string; readonly lch: Lch } | null>(null)
	const lch = put?.colour === colour ? put.lch : lchOf(colour)
	return (
		<>
			<HexField
				key={colour}
				label={label}
				colour={colour}
				disabled={disabled}
				onChange={(next) => {
					onChange(next)
					onRest()
				}}
			/>
			{SLIDERS.map(({ of, label: name, unit, ...range }) => (
				<LabelledSlider
					key={of}
					label={name}
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
						onChange(hex)
					}}
					onRest={onRest}
				/>
			))}
			<LabelledSlider
				label={opacity}
				shown={`${Math.round(100 * alpha)} %`}
				value={alpha}
				min={0}
				max={1}
				step={0.05}
				normal={1}
				disabled={disabled}
				onChange={(share) => onChange(colour, share)}
				onRest={onRest}
			/>
		</>
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
						[TOUCH]: { width: 34, height: 34 },
						'&.Mui-focusVisible': { outline: '2px solid', outlineOffset: '1px' },
					}}
				/>
			))}
		</Box>
	)
}
