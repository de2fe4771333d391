'use client'

import CloseRounded from '@mui/icons-material/CloseRounded'
import PauseRounded from '@mui/icons-material/PauseRounded'
import PlayArrowRounded from '@mui/icons-material/PlayArrowRounded'
import SkipNextRounded from '@mui/icons-material/SkipNextRounded'
import SkipPreviousRounded from '@mui/icons-material/SkipPreviousRounded'
import Box from '@mui/material/Box'
import IconButton from '@mui/material/IconButton'
import Modal from '@mui/material/Modal'
import Slider from '@mui/material/Slider'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import Typography from '@mui/material/Typography'
import { useEffect, useState } from 'react'
import { useStore } from 'zustand'
import type { ShownStep } from '@/core/practice'
import { useWorkbench } from '@/editor/workbench/workbench'
import { messageFor } from '@/kit/messages'
import { Tip } from '@/kit/Tip'
import { GhostHand } from './GhostHand'
import { handsOn } from './hands'
import { createPlayer, type Player } from './player'

const SPEEDS = [0.5, 1, 2, 4, Number.POSITIVE_INFINITY] as const
const speedWords = (speed: number) => (Number.isFinite(speed) ? `${speed} ×` : 'At once')

/** Shows steps on the bench that it is on, with a bar to play them by. */
export function ShowBar({
	name,
	steps,
	onClose,
}: {
	name: string
	steps: readonly ShownStep[]
	onClose: () => void
}) {
	const player = usePlayer(steps)
	return (
		<Modal open hideBackdrop disableScrollLock onClose={onClose} sx={{ cursor: 'default' }}>
			<Box
				role="dialog"
				aria-modal="true"
				aria-label={`How it is done: ${name}`}
				tabIndex={-1}
				sx={{ outline: 'none' }}
			>
				{player && <Controls player={player} onClose={onClose} />}
			</Box>
		</Modal>
	)
}

/** A player on the canvas, once that has its size; it plays by itself. */
function usePlayer(steps: readonly ShownStep[]): Player | null {
	const workbench = useWorkbench()
	const [player, setPlayer] = useState<Player | null>(null)
	useEffect(() => {
		let made: Player | null = null
		const make = () => {
			const canvas = document.querySelector<HTMLElement>('main [role="application"]')
			if (made || !canvas || workbench.desk.getState().size.width === 0) return
			made = createPlayer(workbench, steps, handsOn(canvas, workbench))
			setPlayer(made)
			made.play()
		}
		const unsubscribe = workbench.desk.subscribe(make)
		make()
		return () => {
			unsubscribe()
			made?.stop()
		}
	}, [workbench, steps])
	return player
}

function Controls({ player, onClose }: { player: Player; onClose: () => void }) {
	const { at, playing, speed, problem } = useStore(player)
	const { steps } = player
	const over = at >= steps.length
	const says = problem ? messageFor(problem) : over ? 'That is all.' : (steps[at]?.says ?? '')
	const to = (step: number) => void player.to(Math.max(0, Math.min(steps.length, step)))
	return (
		<>
			<GhostHand player={player} />
			<Box
				onKeyDown={(event) => {
					if (event.target instanceof HTMLInputElement) return
					if (event.key === 'ArrowLeft') to(at - 1)
					if (event.key === 'ArrowRight') to(at + 1)
				}}
				sx={{
					position: 'fixed',
					left: '50%',
					bottom: 64,
					translate: '-50% 0',
					width: 'min(620px, calc(100vw - 24px))',
					bgcolor: 'background.paper',
					border: 1,
					borderColor: 'divider',
					borderRadius: 1,
					boxShadow: 6,
					px: 2,
					py: 1.25,
					display: 'grid',
					gap: 0.5,
				}}
			>
				<Typography role="status" sx={{ minHeight: '2.9em', lineHeight: 1.45, fontWeight: 500 }}>
					{says}
				</Typography>
				<Box sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
					<Control name="One step back" disabled={at === 0} onClick={() => to(at - 1)}>
						<SkipPreviousRounded />
					</Control>
					<Control
						name={playing ? 'Pause' : over ? 'Play again' : 'Play'}
						onClick={() => (playing ? player.pause() : player.play())}
						autoFocus
					>
						{playing ? <PauseRounded /> : <PlayArrowRounded />}
					</Control>
					<Control name="One step on" disabled={over} onClick={() => to(at + 1)}>
						<SkipNextRounded />
					</Control>
					<Slider
						aria-label="Step"
						size="small"
						min={0}
						max={steps.length}
						step={1}
						value={at}
						onChange={(_, next) => to(next as number)}
						sx={{ flexGrow: 1, mx: 1 }}
					/>
					<Typography variant="body2" className="number" sx={{ whiteSpace: 'nowrap' }}>
						{Math.min(at + 1, steps.length)} of {steps.length}
					</Typography>
					<ToggleButtonGroup
						exclusive
						size="small"
						aria-label="Speed"
						value={speed}
						onChange={(_, next) => next && player.setSpeed(next)}
					>
						{SPEEDS.map((one) => (
							<ToggleButton key={one} value={one} sx={{ py: 0.25, px: 0.75, whiteSpace: 'nowrap' }}>
								{speedWords(one)}
							</ToggleButton>
						))}
					</ToggleButtonGroup>
					<Control name="Back to my own trace" onClick={onClose}>
						<CloseRounded />
					</Control>
				</Box>
			</Box>
		</>
	)
}

function Control({
	name,
	children,
	...rest
}: {
	name: string
	disabled?: boolean
	autoFocus?: boolean
	onClick: () => void
	children: React.ReactNode
}) {
	return (
		<Tip title={name}>
			<span>
				<IconButton size="small" aria-label={name} {...rest}>
					{children}
				</IconButton>
			</span>
		</Tip>
	)
}
