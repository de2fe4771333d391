'use client'

import ExpandMoreRounded from '@mui/icons-material/ExpandMoreRounded'
import Box from '@mui/material/Box'
import ButtonBase from '@mui/material/ButtonBase'
import Typography from '@mui/material/Typography'
import { type ComponentType, type ReactNode, useId, useRef } from 'react'

/** A part of a pass card; its content comes when it is first opened. */
export interface SectionOf<Id extends string> {
	readonly id: Id
	readonly name: string
	readonly Content: ComponentType
}

/** The parts of a pass card, of which at most one is open. */
export function Sections<Id extends string>({
	sections,
	shown,
	onShow,
}: {
	sections: readonly SectionOf<Id>[]
	shown: Id | null
	onShow: (id: Id | null) => void
}) {
	return (
		<Box sx={{ ml: -1.75, mr: -0.5, borderBottom: 1, borderColor: 'divider' }}>
			{sections.map(({ id, name, Content }) => (
				<Section
					key={id}
					name={name}
					open={shown === id}
					onToggle={() => onShow(shown === id ? null : id)}
				>
					<Content />
				</Section>
			))}
		</Box>
	)
}

/** A part under a heading that opens and closes it. */
function Section({
	name,
	open,
	onToggle,
	children,
}: {
	name: string
	open: boolean
	onToggle: () => void
	children: ReactNode
}) {
	const id = useId()
	/** What was open from the start is where it is; what is opened is brought into sight. */
	const wasClosed = useRef(!open)
	if (!open) wasClosed.current = true
	return (
		<Box sx={{ borderTop: 1, borderColor: 'divider' }}>
			<Typography variant="h3" component="h2" sx={{ m: 0 }}>
				<ButtonBase
					id={id}
					aria-expanded={open}
					onClick={onToggle}
					sx={{
						font: 'inherit',
						width: '100%',
						height: 36,
						px: 1.75,
						justifyContent: 'space-between',
						'&:hover': { bgcolor: 'action.hover' },
						'&.Mui-focusVisible': { outline: '2px solid', outlineOffset: '-3px' },
					}}
				>
					{name}
					<ExpandMoreRounded fontSize="small" sx={{ transform: open ? 'rotate(180deg)' : null }} />
				</ButtonBase>
			</Typography>
			{open && (
				<Box
					ref={wasClosed.current ? keepInSight : null}
					role="group"
					aria-labelledby={id}
					sx={{
						px: 1.75,
						pt: 0.5,
						pb: 1.75,
						display: 'grid',
						gap: 1.25,
						gridTemplateColumns: 'minmax(0, 1fr)',
					}}
				>
					{children}
				</Box>
			)}
		</Box>
	)
}

/** A section's content comes a moment after it is opened, and may grow it out of sight. */
function keepInSight(content: HTMLElement | null): (() => void) | undefined {
	if (!content) return undefined
	const observer = new ResizeObserver(() => content.scrollIntoView({ block: 'nearest' }))
	observer.observe(content)
	return () => observer.disconnect()
}
