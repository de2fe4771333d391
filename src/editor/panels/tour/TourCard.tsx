'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import Link from 'next/link'
import { useEffect, useState } from 'react'
import { sentSlice } from '@/editor/passes/export/exportSlice'
import { thinSlice } from '@/editor/passes/thin/thinSlice'
import { liftSlice } from '@/editor/tools/lift/liftSlice'
import { useDesk, useOpenSheet, useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { ProgressBar } from '@/kit/ProgressBar'
import { endTour } from '@/kit/tour'
import { nextStep, TOUR, type TourView } from './steps'
import { tourSlice } from './tourSlice'

/** The first visit's tour: what comes next, until it is done; nothing goes on by itself. */
export function TourCard() {
	const view = useTourView()
	const { slices } = useWorkbench()
	const own = slices.of(tourSlice)
	const step = useSlice(tourSlice, (state) => state.step)
	const [left, setLeft] = useState(false)
	const next = nextStep(step, view)
	useEffect(() => {
		if (next !== step) own.setState({ step: next })
	}, [next, step, own])
	const over = next >= TOUR.length
	useEffect(() => {
		if (over) endTour()
	}, [over])
	if (left) return null
	const now = TOUR[next]
	const leave = () => {
		endTour()
		own.setState({ step: TOUR.length })
		setLeft(true)
	}
	return (
		<>
			{now?.about && <Ring about={now.about} />}
			<Box
				component="section"
				aria-label="The tour"
				sx={{
					p: 1.75,
					pb: 1,
					display: 'grid',
					gap: 1,
					alignContent: 'start',
					// What stands under it stays where it is from step to step.
					minHeight: 172,
					bgcolor: 'background.paper',
					borderBottom: 1,
					borderColor: 'divider',
				}}
			>
				<ProgressBar label="How far the tour is" share={next / TOUR.length} />
				<Typography role="status" sx={{ fontWeight: 500, lineHeight: 1.4 }}>
					{now?.says ??
						'Photo, outline, few nodes, file: that is the whole way. Drills teach the craft step by step, each beside an answer that is known.'}
				</Typography>
				<Box sx={{ display: 'flex', gap: 0.5, flexWrap: 'wrap' }}>
					{now ? (
						<>
							<Button size="small" color="inherit" onClick={() => own.setState({ step: next + 1 })}>
								Skip this
							</Button>
							<Button size="small" color="inherit" onClick={leave}>
								Leave the tour
							</Button>
						</>
					) : (
						<>
							<Button size="small" variant="contained" component={Link} href="/practice">
								To the drills
							</Button>
							<Button size="small" color="inherit" onClick={leave}>
								Close
							</Button>
						</>
					)}
				</Box>
			</Box>
		</>
	)
}

function useTourView(): TourView {
	const pass = useDesk((state) => state.pass.id)
	const tool = useDesk((state) => state.tool.id)
	const silhouette = useDesk((state) => state.holds.has('silhouette'))
	const asked = useSlice(liftSlice, (state) => state.asked !== null)
	const sent = useSlice(sentSlice, (state) => state.sent)
	const pieces = useOpenSheet(
		({ history }) =>
			history.present.pieces.filter(({ contours }) => contours.some(({ closed }) => closed)).length,
	)
	const thinned = useOpenSheet(({ history }) =>
		history.past.some(({ label }) => label.startsWith('Thin to')),
	)
	const spare = useSlice(thinSlice, ({ ghost }) => ghost !== null && ghost.contours.length === 0)
	return { pass, tool, silhouette, asked, sent, pieces, thin: thinned || spare }
}

const LOOK_MS = 250

/** A ring round what a step is about, wherever it stands. */
function Ring({ about }: { about: string }) {
	const [at, setAt] = useState<DOMRect | null>(null)
	useEffect(() => {
		const look = () => {
			const box = document.querySelector(about)?.getBoundingClientRect() ?? null
			setAt((was) => (was && box && was.x === box.x && was.y === box.y ? was : box))
		}
		look()
		const timer = setInterval(look, LOOK_MS)
		return () => clearInterval(timer)
	}, [about])
	if (!at) return null
	return (
		<Box
			aria-hidden="true"
			sx={{
				position: 'fixed',
				left: at.x - 3,
				top: at.y - 3,
				width: at.width + 6,
				height: at.height + 6,
				border: 3,
				borderColor: 'warning.main',
				borderRadius: '8px',
				pointerEvents: 'none',
				zIndex: 'tooltip',
				'@media (prefers-reduced-motion: no-preference)': {
					animation: 'tour-ring 1.2s ease-in-out infinite alternate',
					'@keyframes tour-ring': { from: { opacity: 1 }, to: { opacity: 0.35 } },
				},
			}}
		/>
	)
}
