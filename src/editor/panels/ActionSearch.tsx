'use client'

import Autocomplete from '@mui/material/Autocomplete'
import Box from '@mui/material/Box'
import Dialog from '@mui/material/Dialog'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useEffectEvent, useMemo } from 'react'
import { useWorkbench } from '@/editor/workbench/workbench'
import { useScheme } from '@/kit/useScheme'
import { type Action, actionsOf } from './actions'
import { found, inOrder, rememberUsed } from './foundActions'

/** One field over all that can be done, with its keys; Enter does what is chosen. */
export function ActionSearch({
	onClose,
	onKeys,
}: {
	readonly onClose: () => void
	/** All keys are asked for. */
	readonly onKeys: () => void
}) {
	const workbench = useWorkbench()
	const { change } = useScheme()
	const changeScheme = useEffectEvent(change)
	const all = useMemo(() => {
		const own: Action[] = [
			{
				group: 'Seeing',
				name: 'By day or by lamplight',
				run: changeScheme,
			},
			{ group: 'Seeing', name: 'All keys', keys: '?', run: onKeys },
		]
		return inOrder([...actionsOf(workbench), ...own], workbench.desk.getState().pass.name)
	}, [workbench, onKeys])
	const choose = (action: Action | null) => {
		onClose()
		if (!action) return
		rememberUsed(action.name)
		action.run()
		workbench.refresh()
	}
	return (
		<Dialog
			open
			onClose={onClose}
			fullWidth
			maxWidth="xs"
			aria-label="All actions"
			sx={{ '& .MuiDialog-container': { alignItems: 'flex-start' } }}
			// The list hangs below the field.
			slotProps={{ paper: { sx: { overflow: 'visible' } } }}
		>
			<Box sx={{ p: 1.5 }}>
				<Autocomplete
					open
					disablePortal
					autoHighlight
					options={all}
					groupBy={({ group }) => group}
					getOptionLabel={({ name }) => name}
					getOptionDisabled={({ needs }) => needs !== undefined}
					filterOptions={(options, { inputValue }) => found(options, inputValue)}
					noOptionsText="Nothing goes by that name."
					onChange={(_, action) => choose(action)}
					onClose={(_, reason) => reason === 'escape' && onClose()}
					slotProps={{ listbox: { sx: { maxHeight: 440 } }, paper: { elevation: 8 } }}
					renderInput={(params) => (
						<TextField {...params} autoFocus size="small" label="What do you want to do?" />
					)}
					renderOption={({ key, ...props }, { name, says, keys, needs, group }) => (
						<Box component="li" key={`${group}/${name}`} {...props}>
							<Box sx={{ flexGrow: 1, minWidth: 0 }}>
								<Typography variant="body2">{name}</Typography>
								{(needs ?? says) && (
									<Typography variant="caption" sx={{ color: 'text.secondary', display: 'block' }}>
										{needs ? `Needs ${needs}.` : `${says}.`}
									</Typography>
								)}
							</Box>
							<Typography className="number" variant="caption" sx={{ pl: 1.5, flexShrink: 0 }}>
								{keys}
							</Typography>
						</Box>
					)}
				/>
			</Box>
		</Dialog>
	)
}
