'use client'

import ChevronLeftRounded from '@mui/icons-material/ChevronLeftRounded'
import ChevronRightRounded from '@mui/icons-material/ChevronRightRounded'
import PauseRounded from '@mui/icons-material/PauseRounded'
import PlayArrowRounded from '@mui/icons-material/PlayArrowRounded'
import Box from '@mui/material/Box'
import IconButton from '@mui/material/IconButton'
import Typography from '@mui/material/Typography'
import { useEffect, useState } from 'react'
import type { HowDef } from '@/editor/session/howDef'
import { Tip } from '@/kit/Tip'
import { HowPicture } from './HowPicture'

/** A picture is looked at for so long, ms. */
const FRAME_MS = 2600

/** How a pass is worked: its moving picture, which rests for who asks for calm, and its keys. */
export function How({ pass, load }: { pass: string; load: () => Promise<HowDef> }) {
	const [how, setHow] = useState<HowDef | null>(null)
	const [at, setAt] = useState(0)
	const [moves, setMoves] = useState(() => !matchMedia('(prefers-reduced-motion: reduce)').matches)
	useEffect(() => {
		let gone = false
		// Where it does not come one does without.
		load().then(
			(come) => gone || setHow(come),
			() => {},
		)
		return () => {
			gone = true
		}
	}, [load])
	const count = how?.frames.length ?? 1
	useEffect(() => {
		if (!moves || !how) return
		const timer = setInterval(() => setAt((now) => (now + 1) % count), FRAME_MS)
		return () => clearInterval(timer)
	}, [moves, how, count])
	const frame = how?.frames[at]
	const step = (by: 1 | -1) => {
		setMoves(false)
		setAt((now) => (now + by + count) % count)
	}
	return (
		<Box
			component="section"
			aria-label={`How ${pass} is worked`}
			sx={{ display: 'grid', gap: 0.5, minHeight: 240, alignContent: 'start' }}
		>
			{frame && how && (
				<>
					<HowPicture frame={frame} moves={moves} />
					<Typography variant="body2" sx={{ minHeight: '2.9em' }}>
						{frame.says}
					</Typography>
					<Box sx={{ display: 'flex', alignItems: 'center' }}>
						<Step name="The picture before" onClick={() => step(-1)}>
							<ChevronLeftRounded fontSize="small" />
						</Step>
						<Step name={moves ? 'Rest' : 'Move on by itself'} onClick={() => setMoves(!moves)}>
							{moves ? <PauseRounded fontSize="small" /> : <PlayArrowRounded fontSize="small" />}
						</Step>
						<Step name="The next picture" onClick={() => step(1)}>
							<ChevronRightRounded fontSize="small" />
						</Step>
						<Typography variant="caption" className="number" sx={{ ml: 'auto', mr: 0.5 }}>
							{at + 1} of {count}
						</Typography>
					</Box>
					<Box component="dl" sx={{ m: 0, display: 'grid', gap: 0.25 }}>
						{how.keys.map(([keys, does]) => (
							<Box
								key={keys}
								sx={{ display: 'grid', gridTemplateColumns: '92px minmax(0, 1fr)', gap: 0.75 }}
							>
								<Typography component="dt" variant="caption" sx={{ fontWeight: 650 }}>
									{keys}
								</Typography>
								<Typography component="dd" variant="caption" sx={{ m: 0 }}>
									{does}
								</Typography>
							</Box>
						))}
					</Box>
				</>
			)}
		</Box>
	)
}

function Step({
	name,
	onClick,
	children,
}: {
	name: string
	onClick: () => void
	children: React.ReactNode
}) {
	return (
		<Tip title={name}>
			<IconButton size="small" aria-label={name} onClick={onClick}>
				{children}
			</IconButton>
		</Tip>
	)
}
