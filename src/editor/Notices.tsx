'use client'

import Alert from '@mui/material/Alert'
import Button from '@mui/material/Button'
import { StorageFull, StorageRefused } from '@/store/database'
import type { Saving } from '@/store/openSheet'
import { messageFor } from './messages'
import { useSaveSvg } from './passes/useSaveSvg'
import { useOpenSheet } from './workbench'

/** What stands between the work and its being kept: another tab, or a store that fails. */
export function Notices({ takeOver }: { takeOver: () => void }) {
	const readOnly = useOpenSheet((state) => state.readOnly)
	const saving = useOpenSheet((state) => state.saving)
	const saveSvg = useSaveSvg()
	if (readOnly) {
		return (
			<Alert severity="info" square action={<Button onClick={takeOver}>Work on it here</Button>}>
				This sheet is being worked on in another tab, so it can only be looked at here.
			</Alert>
		)
	}
	if (saving.state !== 'failed') return null
	return (
		<Alert
			severity="error"
			square
			action={
				<Button color="inherit" onClick={() => void saveSvg()}>
					Export now
				</Button>
			}
		>
			Not saved. {savingMessage(saving.problem)}
		</Alert>
	)
}

function savingMessage(problem: Extract<Saving, { state: 'failed' }>['problem']): string {
	if (problem === 'full') return messageFor(new StorageFull())
	if (problem === 'refused') return messageFor(new StorageRefused())
	return 'The last change could not be stored; it is tried again every few seconds. Keep this tab open, or export now.'
}
