'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useEffect, useState } from 'react'
import { showSnack } from '@/kit/snackbar'
import { askToLast, type Space, saysBytes, spaceOf } from '@/store/space'

/** How much this browser keeps, how much it still can, and whether it may throw it away. */
export function SpaceKept({
	changed,
	onSave,
	onOpen,
}: {
	readonly changed: unknown
	/** Saves everything; nothing where there is nothing to save. */
	readonly onSave: (() => void) | null
	readonly onOpen: () => void
}) {
	const [space, setSpace] = useState<Space | null>(null)
	// biome-ignore lint/correctness/useExhaustiveDependencies: measured anew when what is kept changed
	useEffect(() => {
		void spaceOf(navigator.storage).then(setSpace)
	}, [changed])
	const keep = async () => {
		const lasting = await askToLast(navigator.storage)
		setSpace((now) => now && { ...now, lasting })
		if (!lasting)
			showSnack(
				'The browser does not promise to keep them. Save sheets as files (Ctrl S in a sheet) to be sure of them.',
			)
	}
	return (
		<Box
			component="footer"
			sx={{ display: 'flex', alignItems: 'center', gap: 1, flexWrap: 'wrap' }}
		>
			<Typography variant="body2" sx={{ color: 'text.secondary' }}>
				{space && (
					<>
						{saysBytes(space.used)} kept in this browser, room for {saysBytes(space.left)} more.{' '}
						{space.lasting
							? 'It is kept until you delete it.'
							: 'Should the disk get full, the browser may clear it.'}
					</>
				)}
			</Typography>
			{space && !space.lasting && (
				<Button size="small" onClick={() => void keep()}>
					Ask the browser to keep everything
				</Button>
			)}
			<Box sx={{ flexGrow: 1 }} />
			{onSave && (
				<Button size="small" variant="outlined" onClick={onSave}>
					Save everything
				</Button>
			)}
			<Button size="small" onClick={onOpen}>
				Open what was saved
			</Button>
		</Box>
	)
}
