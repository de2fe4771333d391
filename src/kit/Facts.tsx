import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'

/** Terms with their figures, figures to the right. */
export function Facts({ facts }: { facts: readonly (readonly [term: string, figure: string])[] }) {
	return (
		<Box
			component="dl"
			sx={{ m: 0, display: 'grid', gridTemplateColumns: '1fr auto', rowGap: 0.5 }}
		>
			{facts.map(([term, figure]) => (
				<Box key={term} sx={{ display: 'contents' }}>
					<Typography component="dt" variant="body2" sx={{ color: 'text.secondary' }}>
						{term}
					</Typography>
					<Typography component="dd" className="number" sx={{ m: 0, textAlign: 'right' }}>
						{figure}
					</Typography>
				</Box>
			))}
		</Box>
	)
}
