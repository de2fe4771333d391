'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import Typography from '@mui/material/Typography'
import { keyGroups } from '@/editor/input/keyTable'

export function KeyList({ open, onClose }: { open: boolean; onClose: () => void }) {
	return (
		<Dialog open={open} onClose={onClose} maxWidth="md" fullWidth aria-labelledby="key-list-title">
			<DialogTitle id="key-list-title" variant="h1">
				All keys
			</DialogTitle>
			<DialogContent tabIndex={0} sx={{ columns: 2, columnGap: 4 }}>
				{keyGroups().map(({ group, keys }) => (
					<Box key={group} sx={{ breakInside: 'avoid', mb: 2.5 }}>
						<Typography variant="h2" gutterBottom>
							{group}
						</Typography>
						<Box
							component="dl"
							sx={{ m: 0, display: 'grid', gridTemplateColumns: '150px 1fr', rowGap: 0.5 }}
						>
							{keys.map(({ keys: pressed, does }) => (
								<Box key={pressed} sx={{ display: 'contents' }}>
									<Typography component="dt" variant="body2" sx={{ color: 'text.secondary' }}>
										{pressed}
									</Typography>
									<Typography component="dd" variant="body2" sx={{ m: 0 }}>
										{does}
									</Typography>
								</Box>
							))}
						</Box>
					</Box>
				))}
			</DialogContent>
			<DialogActions>
				<Button onClick={onClose}>Close</Button>
			</DialogActions>
		</Dialog>
	)
}
