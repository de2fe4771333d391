'use client'

import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import Typography from '@mui/material/Typography'
import type { Differing } from '@/store/archive'

/** So many names are said. */
const NAMED = 6

/** Asks what becomes of sheets that are here and, otherwise, in a file that is opened. */
export function DifferingDialog({
	names,
	onChoose,
}: {
	readonly names: readonly string[]
	/** `null` where one thought better of it. */
	readonly onChoose: (how: Differing | null) => void
}) {
	const more = names.length - NAMED
	return (
		<Dialog open onClose={() => onChoose(null)} aria-labelledby="differing-title">
			<DialogTitle id="differing-title" variant="h1">
				{names.length === 1 ? 'One sheet is' : `${names.length} sheets are`} here already, and not
				alike
			</DialogTitle>
			<DialogContent>
				<Typography sx={{ mb: 1 }}>
					{names.slice(0, NAMED).join(', ')}
					{more > 0 && ` and ${more} more`}
				</Typography>
				<Typography variant="body2" sx={{ color: 'text.secondary' }}>
					Where the newer one is taken, what was here is kept as a version of it.
				</Typography>
			</DialogContent>
			<DialogActions>
				<Button onClick={() => onChoose(null)}>Open nothing</Button>
				<Button onClick={() => onChoose('mine')}>Leave mine</Button>
				<Button onClick={() => onChoose('newer')}>The newer of each</Button>
				<Button variant="contained" onClick={() => onChoose('both')}>
					Keep both
				</Button>
			</DialogActions>
		</Dialog>
	)
}
