'use client'

import Alert from '@mui/material/Alert'
import Button from '@mui/material/Button'
import { svgFormat } from '@/core'
import { useSaveAs } from '@/editor/workbench/useSaveAs'
import { useOpenSheet } from '@/editor/workbench/workbench'
import { messageFor } from '@/kit/messages'
import { showProblem } from '@/kit/snackbar'
import { StorageFull } from '@/store/database'
import { restoreStored } from '@/store/homeActs'
import type { SavingProblem } from '@/store/savingState'

/**
 * What stands between the work and its being kept: another tab, or a store that fails. Laid over
 * the canvas, so that nothing moves under the pointer when it appears.
 */
export function Notices({ takeOver }: { takeOver: () => Promise<void> }) {
	const readOnly = useOpenSheet((state) => state.readOnly)
	const deleted = useOpenSheet((state) => state.deleted)
	const id = useOpenSheet(({ history }) => history.present.id)
	const saving = useOpenSheet((state) => state.saving)
	const saveAs = useSaveAs()
	if (deleted) {
		return (
			<Alert
				severity="warning"
				sx={OVER_CANVAS}
				action={
					<Button
						onClick={() => void restoreStored(id).then(() => window.location.reload(), showProblem)}
					>
						Take it back
					</Button>
				}
			>
				This sheet was deleted at home. It lies in the bin for thirty days, with all that was done
				here.
			</Alert>
		)
	}
	if (readOnly) {
		return (
			<Alert
				severity="info"
				sx={OVER_CANVAS}
				action={<Button onClick={() => void takeOver()}>Work on it here</Button>}
			>
				This sheet is being worked on in another tab, so it can only be looked at here.
			</Alert>
		)
	}
	if (saving.state !== 'failed') return null
	return (
		<Alert
			severity="error"
			sx={OVER_CANVAS}
			action={
				<Button color="inherit" onClick={() => void saveAs(svgFormat)}>
					Export now
				</Button>
			}
		>
			Not saved. {savingMessage(saving.problem)}
		</Alert>
	)
}

const OVER_CANVAS = {
	position: 'absolute',
	top: 32,
	left: 32,
	right: 12,
	border: 1,
	borderColor: 'divider',
	bgcolor: 'background.paper',
	boxShadow: 3,
} as const

function savingMessage(problem: SavingProblem): string {
	if (problem === 'full') return messageFor(new StorageFull())
	if (problem === 'refused')
		return 'This browser no longer lets Skiagram store anything. What is on screen is kept as long as this tab is open: export it now.'
	return 'The last change could not be stored; it is tried again every few seconds. Keep this tab open, or export now.'
}
