'use client'

import Box from '@mui/material/Box'
import ButtonBase from '@mui/material/ButtonBase'
import Typography from '@mui/material/Typography'
import Link from 'next/link'
import type { ReactNode } from 'react'

/** A card that leads to another page. */
export function Way({
	href,
	name,
	picture,
	children,
}: {
	href: string
	name: string
	picture: ReactNode
	children: ReactNode
}) {
	return (
		<ButtonBase
			component={Link}
			href={href}
			sx={{
				display: 'flex',
				justifyContent: 'flex-start',
				gap: 2,
				px: 2,
				py: 1.25,
				border: 1,
				borderColor: 'divider',
				borderRadius: 1,
				bgcolor: 'background.paper',
				textAlign: 'left',
				'&:hover, &.Mui-focusVisible': { borderColor: 'primary.main' },
			}}
		>
			{picture}
			<Box>
				<Typography variant="body1" sx={{ fontWeight: 600 }}>
					{name}
				</Typography>
				<Typography variant="body2" sx={{ color: 'text.secondary' }}>
					{children}
				</Typography>
			</Box>
		</ButtonBase>
	)
}
