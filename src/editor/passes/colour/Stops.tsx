'use client'

import AddRounded from '@mui/icons-material/AddRounded'
import RemoveRounded from '@mui/icons-material/RemoveRounded'
import SwapHorizRounded from '@mui/icons-material/SwapHorizRounded'
import Box from '@mui/material/Box'
import ButtonBase from '@mui/material/ButtonBase'
import IconButton from '@mui/material/IconButton'
import { type Gradient, reversed, type Stop, withStop } from '@/core'
import { NumberField } from '@/kit/NumberField'
import { Tip } from '@/kit/Tip'
import { TOUCH } from '@/theme/widths'

/** A gradient as a strip with its stops under it, one of them chosen. */
export function Stops({
	gradient,
	chosen,
	disabled,
	onChoose,
	onChange,
}: {
	readonly gradient: Gradient
	readonly chosen: number
	readonly disabled: boolean
	readonly onChoose: (stop: number) => void
	readonly onChange: (make: (gradient: Gradient) => Gradient) => void
}) {
	const { stops } = gradient
	const at = stops[chosen]?.at ?? 0
	return (
		<Box role="group" aria-label="Stops" sx={{ display: 'grid', gap: 0.75 }}>
			<Box sx={{ position: 'relative', height: 30, mx: 1, [TOUCH]: { height: 46, mx: 2 } }}>
				<Box
					aria-hidden
					sx={{
						position: 'absolute',
						inset: '0 0 14px',
						[TOUCH]: { bottom: 30 },
						borderRadius: 0.75,
						border: 1,
						borderColor: 'divider',
						background: stripOf(stops),
					}}
				/>
				{stops.map((stop, n) => (
					<ButtonBase
						// biome-ignore lint/suspicious/noArrayIndexKey: a stop is what stands at its place in the row
						key={n}
						aria-label={`Stop ${n + 1} at ${Math.round(100 * stop.at)} %`}
						aria-pressed={n === chosen}
						onClick={() => onChoose(n)}
						sx={{
							position: 'absolute',
							left: `${100 * stop.at}%`,
							bottom: 0,
							width: 18,
							height: 18,
							ml: '-9px',
							[TOUCH]: { width: 34, height: 34, ml: '-17px' },
							borderRadius: '50%',
							border: 2,
							borderColor: n === chosen ? 'primary.main' : 'background.paper',
							outline: '1px solid',
							outlineColor: 'divider',
							bgcolor: stop.colour,
							'&.Mui-focusVisible': { outline: '2px solid', outlineColor: 'text.primary' },
						}}
					/>
				))}
			</Box>
			<Box sx={{ display: 'flex', alignItems: 'center', gap: 0.5 }}>
				<NumberField
					label="Place"
					unit="%"
					value={100 * at}
					disabled={disabled}
					onChange={(next) =>
						onChange((now) => placedAt(now, chosen, next(100 * (now.stops[chosen]?.at ?? 0)) / 100))
					}
				/>
				<Tip title="Add a stop">
					<IconButton
						aria-label="Add a stop"
						disabled={disabled}
						onClick={() => onChange((now) => withStop(now) ?? now)}
					>
						<AddRounded fontSize="small" />
					</IconButton>
				</Tip>
				<Tip title="Remove this stop">
					<IconButton
						aria-label="Remove this stop"
						disabled={disabled || stops.length < 3}
						onClick={() =>
							onChange((now) => ({ ...now, stops: now.stops.filter((_, n) => n !== chosen) }))
						}
					>
						<RemoveRounded fontSize="small" />
					</IconButton>
				</Tip>
				<Tip title="Turn the colours round">
					<IconButton
						aria-label="Turn the colours round"
						disabled={disabled}
						onClick={() => onChange(reversed)}
					>
						<SwapHorizRounded fontSize="small" />
					</IconButton>
				</Tip>
			</Box>
		</Box>
	)
}

/** A stop elsewhere on the way, no further than its neighbours let it. */
function placedAt(gradient: Gradient, n: number, at: number): Gradient {
	const { stops } = gradient
	const least = stops[n - 1]?.at ?? 0
	const most = stops[n + 1]?.at ?? 1
	const placed = Math.max(least, Math.min(most, at))
	return { ...gradient, stops: stops.map((stop, k) => (k === n ? { ...stop, at: placed } : stop)) }
}

function stripOf(stops: readonly Stop[]): string {
	const parts = stops.map(
		({ at, colour, alpha = 1 }) =>
			`color-mix(in srgb, ${colour} ${100 * alpha}%, transparent) ${100 * at}%`,
	)
	return `linear-gradient(to right, ${parts.join(', ')})`
}
