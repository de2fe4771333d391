'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'

/** Where something in the editor itself fails: what was stored stays, and the sheet is opened anew. */
export default function SheetFailed({ reset }: { error: Error; reset: () => void }) {
	return (
		<Box
			component="main"
			sx={{ height: '100dvh', display: 'grid', placeContent: 'center', gap: 2, p: 3 }}
		>
			<Typography variant="h1">Something in the editor failed</Typography>
			<Typography sx={{ maxWidth: 460 }}>
				What was saved is kept in this browser. Open the sheet again; if that does not help, go home
				and open it from there.
			</Typography>
			<Box sx={{ display: 'flex', gap: 1 }}>
				<Button variant="contained" onClick={reset}>
					Open the sheet again
				</Button>
				<Button href="/">Go home</Button>
			</Box>
		</Box>
	)
}
