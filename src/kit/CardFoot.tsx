'use client'

import Box from '@mui/material/Box'
import { createContext, type ReactNode, useContext, useState } from 'react'
import { createPortal } from 'react-dom'

const Foot = createContext<HTMLElement | null>(null)

/** What a card holds, with a foot beneath it: its main action stands there, in one place, however long the card is. */
export function WithFoot({ children }: { readonly children: ReactNode }) {
	const [foot, setFoot] = useState<HTMLElement | null>(null)
	return (
		<>
			<Foot value={foot}>{children}</Foot>
			<Box
				ref={setFoot}
				sx={{
					position: 'sticky',
					bottom: 0,
					zIndex: 1,
					mt: 'auto',
					pl: 1.75,
					pr: 0.5,
					py: 1.25,
					display: 'grid',
					gap: 0.75,
					borderTop: 1,
					borderColor: 'divider',
					bgcolor: 'background.default',
					'&:empty': { display: 'none' },
				}}
			/>
		</>
	)
}

/** What stands at the card's foot; where there is no card, in its place. */
export function CardFoot({ children }: { readonly children: ReactNode }) {
	const foot = useContext(Foot)
	return foot ? createPortal(children, foot) : children
}
