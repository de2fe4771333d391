'use client'

import Box from '@mui/material/Box'
import ButtonBase from '@mui/material/ButtonBase'
import Typography from '@mui/material/Typography'
import type { Sample } from '@/demo/samples'

/** The workshop's photographs, to try things on. */
export function SampleShelf({
	samples,
	disabled,
	onStart,
}: {
	samples: readonly Sample[]
	disabled: boolean
	onStart: (sample: Sample) => void
}) {
	return (
		<Box component="section" aria-label="Sample photos">
			<Typography variant="h2">From the workshop’s shelf</Typography>
			<Typography variant="body2" sx={{ color: 'text.secondary', mb: 1.25 }}>
				Props of the winter play, photographed on the bench. Take one to try things on.
			</Typography>
			<Box
				sx={{
					display: 'grid',
					gridTemplateColumns: 'repeat(auto-fill, minmax(114px, 1fr))',
					gap: 1,
				}}
			>
				{samples.map((sample) => (
					<ButtonBase
						key={sample.id}
						disabled={disabled}
						onClick={() => onStart(sample)}
						aria-label={`Begin a sheet with ${sample.name}`}
						sx={{
							display: 'block',
							textAlign: 'left',
							border: 1,
							borderColor: 'divider',
							borderRadius: 1,
							overflow: 'hidden',
							bgcolor: 'background.paper',
							'&:hover, &.Mui-focusVisible': { borderColor: 'primary.main' },
						}}
					>
						{/* biome-ignore lint/performance/noImgElement: a local file, shown as it is */}
						<img
							src={sample.small}
							alt={sample.alt}
							width={sample.width}
							height={sample.height}
							loading="lazy"
							style={{
								display: 'block',
								width: '100%',
								height: 'auto',
								aspectRatio: '4 / 3',
								objectFit: 'contain',
							}}
						/>
						<Box sx={{ px: 0.75, py: 0.75 }}>
							<Typography variant="body2" sx={{ fontWeight: 600 }}>
								{sample.name}
							</Typography>
							<Typography variant="caption" className="number" sx={{ color: 'text.secondary' }}>
								{sample.width} × {sample.height} px
							</Typography>
						</Box>
					</ButtonBase>
				))}
			</Box>
		</Box>
	)
}
