'use client'

import Box from '@mui/material/Box'
import { useStore } from 'zustand'
import type { Player } from './player'

const KEYS: Readonly<Record<string, string>> = {
	shift: 'Shift',
	escape: 'Esc',
	enter: 'Enter',
	arrowleft: '←',
	arrowright: '→',
	arrowup: '↑',
	arrowdown: '↓',
}

/** The pointer and the keys of who shows it. */
export function GhostHand({ player }: { player: Player }) {
	const { at, down, keys } = useStore(player, (state) => state.seen)
	if (!at) return keys.length > 0 ? <Keys keys={keys} place={[40, 80]} /> : null
	const [x, y] = at
	return (
		<>
			<svg
				aria-hidden="true"
				data-testid="ghost"
				width="44"
				height="44"
				viewBox="-22 -22 44 44"
				style={{
					position: 'fixed',
					left: x - 22,
					top: y - 22,
					pointerEvents: 'none',
				}}
			>
				{down && (
					<circle r="15" fill="#D98E04" fillOpacity="0.3" stroke="#D98E04" strokeWidth="2" />
				)}
				<path
					d="M0 0L0 17L4.4 13L8 20.5L11.4 19L7.8 11.6L13.5 11Z"
					fill="#22272E"
					stroke="#fff"
					strokeWidth="1.5"
					strokeLinejoin="round"
				/>
			</svg>
			{keys.length > 0 && <Keys keys={keys} place={[x + 20, y + 18]} />}
		</>
	)
}

function Keys({ keys, place: [left, top] }: { keys: readonly string[]; place: [number, number] }) {
	return (
		<Box
			aria-hidden="true"
			sx={{ position: 'fixed', left, top, display: 'flex', gap: 0.5, pointerEvents: 'none' }}
		>
			{keys.map((key) => (
				<Box
					key={key}
					component="kbd"
					className="number"
					sx={{
						bgcolor: '#22272E',
						color: '#FBF9F4',
						border: '1px solid #FBF9F4',
						borderRadius: '5px',
						px: 1,
						py: 0.25,
						fontSize: 15,
						fontWeight: 600,
						minWidth: 28,
						textAlign: 'center',
					}}
				>
					{KEYS[key] ?? key.toUpperCase()}
				</Box>
			))}
		</Box>
	)
}
