'use client'

import ArrowBackRounded from '@mui/icons-material/ArrowBackRounded'
import ArrowForwardRounded from '@mui/icons-material/ArrowForwardRounded'
import SearchRounded from '@mui/icons-material/SearchRounded'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { memo, useDeferredValue } from 'react'
import { type NodeKind, nearlyClosed, type Sheet } from '@/core'
import { stopAt } from '@/editor/session/walk'
import { nodesTool } from '@/editor/tools/nodes/nodes'
import { useOpenSheet, useSheetAtRest, useWorkbench } from '@/editor/workbench/workbench'
import { late } from '@/kit/late'
import { ProgressBar } from '@/kit/ProgressBar'
import { Tip } from '@/kit/Tip'
import { ToolRows } from '../ToolRows'
import { ABLE_ORDER, type Chosen, chosenNodes, isAble, type NodeAction } from './nodeActions'
import { performAction } from './performAction'
import { SelectMenu } from './SelectMenu'

const LooksClosed = late(() => import('./LooksClosed').then((m) => m.LooksClosed), 'nowhere')

// Its fields come with the second node that is chosen.
const TurnAndScale = late(() => import('./TurnAndScale').then((m) => m.TurnAndScale))

const AgainstPhoto = late(() => import('../against/AgainstPhoto').then((m) => m.AgainstPhoto))

// Letters are traced by few.
const BesideLetter = late(() => import('./BesideLetter').then((m) => m.BesideLetter), 'nowhere')

const JudgeTrace = late(() => import('./JudgeTrace').then((m) => m.JudgeTrace), 'nowhere')

const Suggestions = late(() => import('./Suggestions').then((m) => m.Suggestions), 'nowhere')

export function RefineCard() {
	const sheet = useSheetAtRest()
	// A box that is being drawn changes what is selected with every move: the card follows behind.
	const ids = useDeferredValue(useOpenSheet((state) => state.selection.nodes))
	const chosen = chosenNodes(sheet, ids)
	const [gap, ...others] = nearlyClosed(sheet)
	return (
		<>
			<ToolRows />
			<Likely chosen={chosen} sheet={sheet} />
			<WalkRow chosen={chosen} />
			{sheet.guides.some(({ line }) => line === 'baseline') && <BesideLetter />}
			<Box sx={{ minHeight: 124 }}>
				<Suggestions instead={gap && <LooksClosed found={gap} more={others.length} />} />
			</Box>
			<AgainstPhoto />
			<JudgeTrace />
			<SelectMenu />
			{chosen.nodes.length > 1 && <TurnAndScale chosen={chosen} />}
			<Typography variant="caption" className="number" sx={{ color: 'text.secondary' }}>
				{kindWords(sheet)}
			</Typography>
		</>
	)
}

/** So many actions have a button; with the way to all others they fill the same rows, whatever is chosen. */
const BUTTONS = 7

/** What is likely to be done with what is chosen; its place is kept where nothing is. */
function Likely({ chosen, sheet }: { chosen: Chosen; sheet: Sheet }) {
	const { desk } = useWorkbench()
	// What is chosen decides what there is to do.
	const able = ABLE_ORDER.filter((action) => isAble(action, sheet, chosen))
	const shown = able.slice(0, BUTTONS)
	return (
		<Box
			role="group"
			aria-label="Nodes"
			sx={{
				display: 'grid',
				gridTemplateColumns: 'repeat(2, minmax(0, 1fr))',
				alignContent: 'start',
				gap: 0.5,
				minHeight: 124,
			}}
		>
			{shown.map((action) => (
				<ActionButton key={action.name} action={action} />
			))}
			{shown.length === 0 && (
				<Typography variant="body2" sx={{ color: 'text.secondary', gridColumn: '1 / -1' }}>
					What can be done with nodes stands here once some are chosen.
				</Typography>
			)}
			<Button
				startIcon={<SearchRounded />}
				onClick={() => desk.setState({ searching: true })}
				sx={{
					justifyContent: 'flex-start',
					minHeight: 28,
					py: 0.25,
					px: 0.75,
					whiteSpace: 'nowrap',
				}}
			>
				All actions (/)
			</Button>
		</Box>
	)
}

/** On to the next node, and how far round one is. */
function WalkRow({ chosen: { place } }: { chosen: Chosen }) {
	const { walk, refresh, takeTool } = useWorkbench()
	const step = (by: 1 | -1) => () => {
		takeTool(nodesTool)
		walk.step(by)
		refresh()
	}
	const { pieces } = useSheetAtRest()
	const stop = place && stopAt(pieces, place.node.id)
	const count = place?.contour.nodes.length ?? 0
	return (
		<Box>
			<Box sx={{ display: 'grid', gridTemplateColumns: 'auto 1fr auto', alignItems: 'center' }}>
				<Tip title="Walk back (Shift N)">
					<Button
						variant="outlined"
						aria-label="Walk back"
						onClick={step(-1)}
						sx={{ minWidth: 44 }}
					>
						<ArrowBackRounded fontSize="small" />
					</Button>
				</Tip>
				<Typography variant="body2" sx={{ textAlign: 'center' }}>
					{stop ? `Node ${stop.node} of ${count}` : 'Walk round'}
					{stop && stop.outlines > 1 && (
						<Typography component="span" variant="caption" sx={{ display: 'block' }}>
							Outline {stop.outline} of {stop.outlines}
						</Typography>
					)}
				</Typography>
				<Tip title="Walk to the next node, clockwise (N)">
					<Button variant="outlined" aria-label="Walk on" onClick={step(1)} sx={{ minWidth: 44 }}>
						<ArrowForwardRounded fontSize="small" />
					</Button>
				</Tip>
			</Box>
			<Box sx={{ mt: 0.75 }}>
				<ProgressBar label="How far round the outline" share={stop ? stop.node / count : 0} />
			</Box>
		</Box>
	)
}

const ActionButton = memo(function ActionButton({ action }: { action: NodeAction }) {
	const workbench = useWorkbench()
	const { name, says, key } = action
	return (
		<Tip title={`${key ? `${says} (${key})` : says}.`}>
			<span>
				<Button
					fullWidth
					variant="outlined"
					color="inherit"
					onClick={() => performAction(action, workbench)}
					sx={{
						px: 0.5,
						py: 0.25,
						minHeight: 28,
						lineHeight: 1.15,
						fontSize: '0.75rem',
						fontWeight: 500,
						borderColor: 'divider',
						bgcolor: 'background.paper',
					}}
				>
					{name}
				</Button>
			</span>
		</Tip>
	)
})

/** “12 corner, 4 smooth”: what the sheet's nodes are. */
function kindWords(sheet: Sheet): string {
	const counts: Record<NodeKind, number> = { corner: 0, smooth: 0, symmetric: 0, cusp: 0 }
	for (const piece of sheet.pieces)
		for (const contour of piece.contours) for (const { kind } of contour.nodes) counts[kind]++
	const some = Object.entries(counts).filter(([, n]) => n > 0)
	return some.map(([kind, n]) => `${n} ${kind}`).join(', ')
}
