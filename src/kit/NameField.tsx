'use client'

import InputBase from '@mui/material/InputBase'
import { useEffect, useEffectEvent, useRef, useState } from 'react'

/** A name that is edited where it stands: Enter or leaving it takes it over, Escape gives the old one back. */
export function NameField({
	label,
	value,
	onChange,
	autoFocus = false,
	onDone,
}: {
	label: string
	value: string
	onChange: (name: string) => void
	autoFocus?: boolean
	onDone?: () => void
}) {
	const [draft, setDraft] = useState<string | null>(null)
	/** The draft as it is this moment, for when the field goes. */
	const now = useRef<string | null>(null)
	const change = (next: string | null) => {
		now.current = next
		setDraft(next)
	}
	const end = (keep: boolean) => {
		const name = draft?.trim()
		if (keep && name && name !== value) onChange(name)
		change(null)
		onDone?.()
	}
	// What is being typed is not lost where the page is left in the midst of it.
	const leave = useEffectEvent(() => {
		const name = now.current?.trim()
		if (name && name !== value) onChange(name)
	})
	useEffect(() => {
		window.addEventListener('pagehide', leave)
		document.addEventListener('visibilitychange', leave)
		return () => {
			window.removeEventListener('pagehide', leave)
			document.removeEventListener('visibilitychange', leave)
			leave()
		}
	}, [])
	return (
		<InputBase
			value={draft ?? value}
			autoFocus={autoFocus}
			fullWidth
			inputProps={{ 'aria-label': label, maxLength: 120 }}
			onFocus={(event) => event.target.select()}
			onChange={(event) => change(event.target.value)}
			onBlur={() => end(true)}
			onKeyDown={(event) => {
				if (event.key === 'Enter') event.currentTarget.blur()
				if (event.key === 'Escape') end(false)
			}}
			sx={{
				fontWeight: 600,
				borderRadius: 1,
				px: 0.75,
				'&:hover': { bgcolor: 'action.hover' },
				'&.Mui-focused': {
					bgcolor: 'background.default',
					outline: '2px solid',
					outlineColor: 'primary.main',
				},
				'& input': { p: '3px 0', textOverflow: 'ellipsis' },
			}}
		/>
	)
}
