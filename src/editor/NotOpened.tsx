import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { saveFile } from '@/kit/files'
import { messageFor } from '@/kit/messages'
import { SheetMissing, SheetUnreadable } from '@/store/library'

/** What is shown in the editor's place when a sheet cannot be opened. */
export function NotOpened({ error }: { error: unknown }) {
	return (
		<Box component="main" sx={{ maxWidth: 560, mx: 'auto', mt: 12, px: 3 }}>
			<Alert severity="error" variant="outlined" sx={{ mb: 2 }}>
				{notOpenedMessage(error)}
			</Alert>
			{error instanceof SheetUnreadable && (
				<Button
					variant="outlined"
					sx={{ mr: 1 }}
					onClick={() => saveFile([error.found], 'sheet-set-aside.json', 'application/json')}
				>
					Download what was found
				</Button>
			)}
			<Button href="/" variant="contained">
				Back to your sheets
			</Button>
		</Box>
	)
}

function notOpenedMessage(error: unknown): string {
	if (error instanceof SheetMissing)
		return 'There is no such sheet in this browser. It may have been deleted, or be kept in another browser.'
	if (error instanceof SheetUnreadable)
		return 'This sheet’s stored data do not fit what Skiagram knows. They were set aside as they are; nothing was deleted. You can download them.'
	return messageFor(error)
}
