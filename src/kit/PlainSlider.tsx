import Box from '@mui/material/Box'

/** The page's own slider, looking like those on cards: it is there before anything else is. */
export function PlainSlider({
	label,
	value,
	shown,
	min,
	max,
	onChange,
}: {
	label: string
	value: number
	/** The value in words, with its unit. */
	shown: string
	min: number
	max: number
	onChange: (value: number) => void
}) {
	const share = ((value - min) / (max - min)) * 100
	const thumb = {
		appearance: 'none',
		width: 12,
		height: 12,
		border: 0,
		borderRadius: '50%',
		bgcolor: 'primary.main',
	} as const
	const track = {
		height: 2,
		borderRadius: 1,
		background: `linear-gradient(to right, var(--mui-palette-primary-main) ${share}%, color-mix(in srgb, var(--mui-palette-primary-main) 38%, transparent) ${share}%)`,
	} as const
	return (
		<Box
			component="input"
			type="range"
			aria-label={label}
			aria-valuetext={shown}
			title={`${label} ${shown}`}
			value={value}
			min={min}
			max={max}
			onChange={(event) => onChange(Number((event.target as HTMLInputElement).value))}
			sx={{
				appearance: 'none',
				width: '100%',
				height: 20,
				m: 0,
				bgcolor: 'transparent',
				cursor: 'pointer',
				borderRadius: 1,
				'&::-webkit-slider-runnable-track': track,
				'&::-webkit-slider-thumb': { ...thumb, mt: '-5px' },
				'&::-moz-range-track': track,
				'&::-moz-range-thumb': thumb,
				'&:focus-visible': { outline: '2px solid', outlineColor: 'primary.main' },
			}}
		/>
	)
}
