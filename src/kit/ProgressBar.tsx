import Box from '@mui/material/Box'

/** How far something has come, 0 to 1; `null` where nobody can tell. The page's own element: it is there before anything else is. */
export function ProgressBar({ label, share }: { label: string; share: number | null }) {
	return (
		<Box
			component="progress"
			aria-label={label}
			max={1}
			{...(share !== null && { value: share })}
			sx={{
				display: 'block',
				width: '100%',
				height: 4,
				border: 0,
				borderRadius: 2,
				overflow: 'hidden',
				bgcolor: 'divider',
				'&::-webkit-progress-bar': { bgcolor: 'divider' },
				'&::-webkit-progress-value': { bgcolor: 'primary.main' },
				'&::-moz-progress-bar': { bgcolor: 'primary.main' },
			}}
		/>
	)
}
