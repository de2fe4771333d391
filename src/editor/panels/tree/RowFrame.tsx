'use client'

import Box from '@mui/material/Box'
import ButtonBase from '@mui/material/ButtonBase'
import IconButton from '@mui/material/IconButton'
import Typography from '@mui/material/Typography'
import { type HTMLAttributes, type ReactNode, useEffect, useRef } from 'react'
import type { DropSide } from './treePlaces'

/** A row of the tree: what it is, and what can be done to it at its end. */
export function RowFrame({
	chosen,
	depth,
	drop = null,
	handlers,
	children,
}: {
	chosen: boolean
	/** How many rows it stands under. */
	depth: number
	/** Where what is dragged over it would come to lie. */
	drop?: DropSide | null
	handlers?: HTMLAttributes<HTMLElement> | undefined
	children: ReactNode
}) {
	return (
		<Box
			{...handlers}
			ref={useSeenWhenChosen(chosen)}
			sx={{
				display: 'flex',
				alignItems: 'center',
				borderRadius: 1,
				pr: 0.25,
				mb: 0.25,
				ml: depth * INDENT,
				bgcolor: chosen ? 'action.selected' : 'transparent',
				boxShadow: drop && DROP_MARKS[drop],
				color: drop ? 'primary.main' : undefined,
			}}
		>
			{children}
		</Box>
	)
}

/** Spaces of the theme by which what stands under a row is set in. */
const INDENT = 1.5

const DROP_MARKS: Readonly<Record<DropSide, string>> = {
	above: '0 -2px 0',
	below: '0 2px 0',
	into: 'inset 0 0 0 2px',
}

/** What says which row it is, and chooses it. */
export function RowName({
	chosen,
	picture,
	name,
	about,
	wrong = false,
	inline = false,
	...on
}: {
	chosen: boolean
	picture: ReactNode
	name: string
	/** A figure under the name, or beside it. */
	about: string
	wrong?: boolean
	inline?: boolean
	title: string
	onClick: React.MouseEventHandler
	onDoubleClick?: React.MouseEventHandler
	onKeyDown?: React.KeyboardEventHandler
}) {
	return (
		<ButtonBase
			aria-pressed={chosen}
			{...on}
			sx={{
				flexGrow: 1,
				minWidth: 0,
				justifyContent: 'flex-start',
				gap: 1,
				p: 0.5,
				borderRadius: 1,
				'&.Mui-focusVisible': { outline: '2px solid' },
			}}
		>
			{picture}
			<Box
				sx={{
					minWidth: 0,
					textAlign: 'left',
					...(inline && { display: 'flex', alignItems: 'baseline', gap: 1 }),
				}}
			>
				<Typography variant="body2" noWrap sx={{ fontWeight: chosen ? 650 : 500 }}>
					{name}
				</Typography>
				<Typography
					variant="caption"
					noWrap
					component="div"
					sx={{ color: wrong ? 'error.main' : chosen ? 'text.primary' : 'text.secondary' }}
				>
					{about}
				</Typography>
			</Box>
		</ButtonBase>
	)
}

/** Something that can be done to a row. */
export function RowAction({
	says,
	title,
	Icon,
	onClick,
}: {
	says: string
	title?: string
	Icon: React.ComponentType<{ fontSize: 'inherit' }>
	onClick: () => void
}) {
	return (
		<IconButton
			aria-label={says}
			{...(title && { title })}
			onClick={onClick}
			sx={{ fontSize: 17, p: 0.4, color: 'text.secondary' }}
		>
			<Icon fontSize="inherit" />
		</IconButton>
	)
}

/** Scrolls a row into sight when it is chosen elsewhere, on the canvas or by the walk. */
function useSeenWhenChosen(chosen: boolean) {
	const row = useRef<HTMLDivElement>(null)
	useEffect(() => {
		const element = row.current
		const list = element?.closest('section')
		if (!chosen || !element || !list) return
		// What is chosen brings a card of numbers, which takes of the list's room.
		const observer = new ResizeObserver(() => element.scrollIntoView({ block: 'nearest' }))
		observer.observe(list)
		return () => observer.disconnect()
	}, [chosen])
	return row
}
