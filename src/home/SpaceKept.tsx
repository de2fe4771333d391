'use client'

import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useEffect, useState } from 'react'
import { showSnack } from '@/kit/snackbar'
import { askToLast, type Space, saysBytes, spaceOf } from '@/store/space'

/** How much this browser keeps, how much it still can, and whether it may throw it away. */
export function SpaceKept({ changed }: { readonly changed: unknown }) {
	const [space, setSpace] = useState<Space | null>(null)
	// biome-ignore lint/correctness/useExhaustiveDependencies: measured anew when what is kept changed
	useEffect(() => {
		void spaceOf(navigator.storage).then(setSpace)
	}, [changed])
	if (!space) return null
	const keep = async () => {
		const lasting = await askToLast(navigator.storage)
		setSpace({ ...space, lasting })
		if (!lasting)
			showSnack(
				'The browser does not promise it. Save sheets as files (Ctrl S in a sheet) to be sure of them.',
			)
	}
	return (
		<Typography variant="body2" component="div" sx={{ color: 'text.secondary' }}>
			{saysBytes(space.used)} kept in this browser, room for {saysBytes(space.left)} more.{' '}
			{space.lasting
				? 'It is kept until you delete it.'
				: 'Should the disk get full, the browser may clear it.'}
			{!space.lasting && (
				<Button size="small" onClick={() => void keep()} sx={{ ml: 0.5 }}>
					Ask it to keep everything
				</Button>
			)}
		</Typography>
	)
}
