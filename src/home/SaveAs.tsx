'use client'

import Button from '@mui/material/Button'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import { useState } from 'react'
import { FORMATS, type Format } from '@/core'

/** Saves sheets as files of one kind, several as one zip. */
export function SaveAs({ onSave }: { readonly onSave: (format: Format) => void }) {
	const [anchor, setAnchor] = useState<HTMLElement | null>(null)
	return (
		<>
			<Button aria-haspopup="menu" onClick={({ currentTarget }) => setAnchor(currentTarget)}>
				Save as
			</Button>
			<Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
				{FORMATS.map((format) => (
					<MenuItem
						key={format.id}
						onClick={() => {
							setAnchor(null)
							onSave(format)
						}}
					>
						{format.name}
					</MenuItem>
				))}
			</Menu>
		</>
	)
}
