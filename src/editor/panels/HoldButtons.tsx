'use client'

import SwapHorizRounded from '@mui/icons-material/SwapHorizRounded'
import Box from '@mui/material/Box'
import ButtonBase from '@mui/material/ButtonBase'
import { useState } from 'react'
import { type HeldKeys, hasMeaning } from '@/editor/input/heldKeys'
import { tapKey } from '@/editor/input/tapKey'
import { hold, isTracing, toolInHand } from '@/editor/session/desk'
import { HOLDS, isBenchHold } from '@/editor/session/holds'
import { RAIL_PX } from '@/editor/session/view'
import { useDesk, useWorkbench } from '@/editor/workbench/workbench'

/** On which edge they stand, kept for the next sheet. */
const EDGE_KEY = 'skiagram:hold-buttons'

interface HoldButton {
	readonly name: string
	readonly on: boolean
	down(): void
	up(): void
}

/**
 * The held keys as large buttons at the canvas's edge, for the hand that does not draw: they come when
 * a finger or a pen is used, and work as their keys do, held or tapped.
 */
export function HoldButtons({ held }: { held: HeldKeys }) {
	const [right, setRight] = useState(() => localStorage.getItem(EDGE_KEY) === 'right')
	const tracing = useDesk(isTracing)
	const buttons = useButtons(held)
	if (!tracing) return null
	const swap = () => {
		localStorage.setItem(EDGE_KEY, right ? 'left' : 'right')
		setRight(!right)
	}
	return (
		<Box
			role="group"
			aria-label="Hold for the moment"
			data-rail={right ? 'right' : 'left'}
			sx={{
				position: 'absolute',
				insetBlock: 0,
				// Beside the canvas, which makes room: nothing lies on the sheet.
				[right ? 'right' : 'left']: -RAIL_PX,
				width: RAIL_PX,
				p: 0.75,
				display: 'flex',
				flexDirection: 'column',
				gap: 0.5,
				bgcolor: 'background.default',
				// In a low window some are scrolled to.
				overflowY: 'auto',
				overscrollBehavior: 'contain',
				scrollbarWidth: 'none',
				userSelect: 'none',
			}}
		>
			{buttons.map(({ name, on, down, up }) => (
				<ButtonBase
					key={name}
					aria-pressed={on}
					onPointerDown={(event) => {
						event.currentTarget.setPointerCapture(event.pointerId)
						down()
					}}
					onPointerUp={up}
					onPointerCancel={up}
					onContextMenu={(event) => event.preventDefault()}
					sx={on ? { ...BUTTON, ...PRESSED } : BUTTON}
				>
					{name}
				</ButtonBase>
			))}
			<ButtonBase
				aria-label={right ? 'Move these to the left edge' : 'Move these to the right edge'}
				onClick={swap}
				sx={BUTTON}
			>
				<SwapHorizRounded fontSize="small" />
			</ButtonBase>
		</Box>
	)
}

const BUTTON = {
	flex: '0 1 44px',
	minHeight: 32,
	borderRadius: 1,
	border: 1,
	borderColor: 'divider',
	bgcolor: 'background.paper',
	color: 'text.primary',
	typography: 'body2',
	touchAction: 'pan-y',
} as const

const PRESSED = { bgcolor: 'primary.main', color: 'primary.contrastText' } as const

/** What the other hand can hold as the bench stands: tools to be lent, Shift, and the keys that are held. */
function useButtons(held: HeldKeys): HoldButton[] {
	const workbench = useWorkbench()
	const { desk } = workbench
	const holds = useDesk((state) => state.holds)
	const lent = useDesk((state) => state.lent)
	const atHand = useDesk((state) => state.tool)
	const tools = useDesk(({ pass }) => pass.tools)
	useDesk(toolInHand)
	const keyed = (key: string) => ({
		down: () => {
			const input = { key, shift: false, mod: false, finely: false }
			held.down(key, `button ${key}`, () => tapKey(workbench, input))
		},
		up: () => held.up(`button ${key}`),
	})
	return [
		...tools.flatMap((tool) =>
			tool.key && tool !== atHand
				? [{ name: tool.name, on: tool === lent, ...keyed(tool.key) }]
				: [],
		),
		...HOLDS.flatMap(({ hold: what, key, button: name }) =>
			name && !isBenchHold(what) && hasMeaning(what, workbench)
				? [{ name, on: holds.has(what), ...keyed(key) }]
				: [],
		),
		{
			name: 'Add, 45°',
			on: holds.has('shift'),
			down: () => hold(desk, 'shift', true),
			up: () => hold(desk, 'shift', false),
		},
		...HOLDS.flatMap(({ hold: what, key, button: name }) =>
			name && isBenchHold(what) ? [{ name, on: holds.has(what), ...keyed(key) }] : [],
		),
	]
}
