'use client'

import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import Typography from '@mui/material/Typography'

/** Asks whether a file that a later version of Skiagram wrote is to be opened here. */
export function LaterDialog({
	file,
	onAnswer,
}: {
	readonly file: string
	readonly onAnswer: (open: boolean) => void
}) {
	return (
		<Dialog open onClose={() => onAnswer(false)} aria-labelledby="later-title">
			<DialogTitle id="later-title" variant="h1">
				“{file}” was written by a later version of Skiagram
			</DialogTitle>
			<DialogContent>
				<Typography>
					What this version does not know is not shown here. The file itself stays as it is. A page
					that is loaded again may be the later version.
				</Typography>
			</DialogContent>
			<DialogActions>
				<Button onClick={() => onAnswer(false)}>Do not open</Button>
				<Button variant="contained" onClick={() => onAnswer(true)}>
					Open what this version knows
				</Button>
			</DialogActions>
		</Dialog>
	)
}
