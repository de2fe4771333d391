'use client'

import DeleteOutlineRounded from '@mui/icons-material/DeleteOutlineRounded'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import TextField from '@mui/material/TextField'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import {
	addGuides,
	changeGuides,
	evenGuides,
	type Guide,
	MOST_GUIDES_AT_ONCE,
	moveGuide,
	newGuide,
	parseLength,
	removeGuides,
} from '@/core'
import { useDesk, useSheet, useWorkbench } from '@/editor/workbench/workbench'
import { LengthField } from '@/kit/LengthField'
import { SwitchRow } from '@/kit/SwitchRow'

/** Guides by number, singly or in even steps; what points snap to. */
export function GuidesSection() {
	return (
		<>
			<LayGuides />
			<GuideList />
			<Switches />
		</>
	)
}

const FIRST = { at: '50 %', every: '15 %', from: '5 %', to: '95 %' }

function LayGuides() {
	const { open } = useWorkbench()
	const sheet = useSheet()
	const [axis, setAxis] = useState<Guide['axis']>('x')
	const [many, setMany] = useState(false)
	const [typed, setTyped] = useState(FIRST)
	const whole = axis === 'x' ? sheet.width : sheet.height
	const read = (name: keyof typeof FIRST) => parseLength(typed[name], { ...sheet, whole })
	const guidesTyped = (): Guide[] | null => {
		if (!many) {
			const at = read('at')
			return at === null ? null : [newGuide(axis, at)]
		}
		const [every, from, to] = [read('every'), read('from'), read('to')]
		return every === null || from === null || to === null
			? null
			: evenGuides(axis, { every, from, to })
	}
	const made = guidesTyped()
	const field = (name: keyof typeof FIRST, label: string) => (
		<TextField
			label={label}
			value={typed[name]}
			error={read(name) === null}
			onChange={(event) => setTyped({ ...typed, [name]: event.target.value })}
			slotProps={{ htmlInput: { className: 'number', autoComplete: 'off' } }}
			sx={{ '& input': { py: 0.75, px: 1 } }}
		/>
	)
	return (
		<Box
			component="form"
			sx={{ display: 'grid', gap: 1 }}
			onSubmit={(event) => {
				event.preventDefault()
				// Laid anew each time: a guide has an id of its own.
				const guides = guidesTyped()
				if (guides)
					open.apply(guides.length === 1 ? 'Lay a guide' : `Lay ${guides.length} guides`, (s) =>
						addGuides(s, guides),
					)
			}}
		>
			<ToggleButtonGroup
				exclusive
				fullWidth
				size="small"
				aria-label="Direction"
				value={axis}
				onChange={(_, next: Guide['axis'] | null) => next && setAxis(next)}
			>
				<ToggleButton value="x" sx={{ textTransform: 'none' }}>
					Upright
				</ToggleButton>
				<ToggleButton value="y" sx={{ textTransform: 'none' }}>
					Level
				</ToggleButton>
			</ToggleButtonGroup>
			<SwitchRow label="Several, evenly spaced" checked={many} onChange={(on) => setMany(on)} />
			<Box
				sx={{
					display: 'grid',
					gap: 0.75,
					pt: 0.5,
					gridTemplateColumns: many ? 'repeat(3, minmax(0, 1fr))' : 'minmax(0, 1fr) auto',
				}}
			>
				{many ? (
					<>
						{field('every', 'Every')}
						{field('from', 'From')}
						{field('to', 'To')}
					</>
				) : (
					field('at', axis === 'x' ? 'From the left' : 'From the top')
				)}
				<Button
					type="submit"
					variant="outlined"
					disabled={made === null}
					sx={many ? { gridColumn: '1 / -1' } : null}
				>
					{many ? `Lay ${made?.length ?? 0} guides` : 'Lay it'}
				</Button>
			</Box>
			<Typography variant="caption" sx={{ color: 'text.secondary' }}>
				{many && made === null
					? `The spacing must be more than 0, and give at most ${MOST_GUIDES_AT_ONCE} guides.`
					: '%, px or mm. Guides can also be dragged from the rulers.'}
			</Typography>
		</Box>
	)
}

function GuideList() {
	const { open } = useWorkbench()
	const { guides, guidesHidden, guidesLocked, width, height } = useSheet()
	if (guides.length === 0) return null
	const sorted = [...guides].sort((a, b) => a.axis.localeCompare(b.axis) || a.at - b.at)
	return (
		<>
			<Box
				component="ul"
				aria-label="Guides"
				sx={{
					m: 0,
					p: 0,
					pt: 0.75,
					listStyle: 'none',
					display: 'grid',
					gap: 1,
					maxHeight: 190,
					overflowY: 'auto',
				}}
			>
				{sorted.map(({ id, axis, at, line }) => (
					<Box component="li" key={id} sx={{ display: 'flex', alignItems: 'center' }}>
						<Box sx={{ flexGrow: 1, display: 'grid' }}>
							<LengthField
								label={
									line
										? `${line[0]?.toUpperCase()}${line.slice(1)} at`
										: axis === 'x'
											? 'Upright at'
											: 'Level at'
								}
								px={at}
								whole={axis === 'x' ? width : height}
								disabled={guidesLocked}
								onChange={(next) =>
									open.apply('Move a guide', (s) => {
										const now = s.guides.find((guide) => guide.id === id)
										return now ? moveGuide(s, id, next(now.at)) : s
									})
								}
							/>
						</Box>
						<IconButton
							aria-label={`Remove the guide at ${Number(at.toFixed(1))} px`}
							disabled={guidesLocked}
							onClick={() => open.apply('Remove a guide', (s) => removeGuides(s, new Set([id])))}
						>
							<DeleteOutlineRounded fontSize="small" />
						</IconButton>
					</Box>
				))}
			</Box>
			<Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(3, minmax(0, 1fr))', gap: 0.5 }}>
				<Button
					color="inherit"
					onClick={() =>
						open.apply(guidesHidden ? 'Show the guides' : 'Hide the guides', (s) =>
							changeGuides(s, { guidesHidden: !guidesHidden }),
						)
					}
				>
					{guidesHidden ? 'Show' : 'Hide'}
				</Button>
				<Button
					color="inherit"
					onClick={() =>
						open.apply(guidesLocked ? 'Unlock the guides' : 'Lock the guides', (s) =>
							changeGuides(s, { guidesLocked: !guidesLocked }),
						)
					}
				>
					{guidesLocked ? 'Unlock' : 'Lock'}
				</Button>
				<Button
					color="inherit"
					onClick={() => open.apply('Clear the guides', (s) => removeGuides(s))}
				>
					Clear
				</Button>
			</Box>
		</>
	)
}

function Switches() {
	const { desk } = useWorkbench()
	const rulers = useDesk((state) => state.rulers)
	const row = (label: string, checked: boolean, set: (on: boolean) => void) => (
		<SwitchRow key={label} label={label} checked={checked} onChange={(on) => set(on)} />
	)
	return (
		<Box sx={{ display: 'grid', gap: 0.25 }}>
			{row('Rulers', rulers, (on) => desk.setState({ rulers: on }))}
			<Typography variant="caption" sx={{ color: 'text.secondary' }}>
				What points snap to is set beneath the canvas. Hold G: nothing, for the moment.
			</Typography>
		</Box>
	)
}
