'use client'

import CheckCircleRounded from '@mui/icons-material/CheckCircleRounded'
import RadioButtonUncheckedRounded from '@mui/icons-material/RadioButtonUncheckedRounded'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useEffect, useState } from 'react'
import type { Piece } from '@/core'
import type { Judgement } from '@/core/practice'
import { lookAt } from '@/editor/session/lookAt'
import { told } from '@/editor/workbench/useAnswer'
import { useOpenSheet, useSheetAtRest, useWorkbench } from '@/editor/workbench/workbench'
import { judgementOf } from '@/jobs/proofing'
import { ProgressBar } from '@/kit/ProgressBar'
import { remarkWords } from '@/kit/remarkWords'
import { levelWords, offWords, outermostWords, outlinesWords } from '@/kit/traceWords'
import { chosenPieces } from '@/store/selection'
import { againstSlice } from '../against/againstSlice'

/** So many differences are told at once: those that cost most. */
const TOLD = 3

/** What a teacher would say of the trace: in the words of the drills, by the photo's edge where nobody knows the answer. */
export function JudgeTrace() {
	const { slices } = useWorkbench()
	const { pieces } = useSheetAtRest()
	const chosen = useOpenSheet((state) => state.selection)
	const [judged, setJudged] = useState<{ of: readonly Piece[]; found: Judgement } | null>(null)
	const [busy, setBusy] = useState(false)
	// What was said is of the trace as it was.
	useEffect(() => {
		if (judged && judged.of !== pieces) setJudged(null)
	}, [judged, pieces])
	const shown = pieces.filter(({ hidden }) => !hidden)
	if (shown.length === 0) return null
	const judge = async () => {
		setBusy(true)
		const ids = chosenPieces(chosen)
		const own = shown.filter(({ id }) => ids.has(id))
		const about = own.length > 0 ? own : shown
		const { profile, deviation } = slices.of(againstSlice).getState()
		const outlines = new Set(about.flatMap(({ contours }) => contours.map(({ id }) => id)))
		const samples = profile?.samples.filter(({ outline }) => outlines.has(outline)) ?? []
		const found = await told(judgementOf(about, samples, Math.max(LEAST_PX, deviation)))
		if (found) setJudged({ of: pieces, found })
		setBusy(false)
	}
	return (
		<Box component="section" aria-label="Judge my trace" sx={{ display: 'grid', gap: 0.75 }}>
			<Button
				variant="outlined"
				disabled={busy}
				onClick={() => (judged ? setJudged(null) : void judge())}
			>
				{judged ? 'Put it away' : 'Judge my trace'}
			</Button>
			{busy && <ProgressBar label="Judging" share={null} />}
			{judged && <Told found={judged.found} />}
		</Box>
	)
}

/** An edge is told by nobody to less than this, px. */
const LEAST_PX = 1

function Told({ found }: { found: Judgement }) {
	const { desk, refresh } = useWorkbench()
	const { nodes, least, deviation, allowed, outlines, outermost, level, remarks } = found
	const lines: readonly (readonly [says: string, met: boolean])[] = [
		deviation === null
			? ['The photo shows no plain edge beside it', false]
			: [offWords(deviation, allowed), deviation <= allowed],
		[`${nodes} nodes, ${least} would do`, nodes <= 1.1 * least],
		[outlinesWords(outlines), outlines.right === outlines.of],
		[outermostWords(outermost), outermost.right === outermost.of],
		[levelWords(level), level.right === level.of],
	]
	return (
		<>
			<Box component="ul" aria-label="How it stands" sx={{ m: 0, p: 0, listStyle: 'none' }}>
				{lines.map(([says, met]) => {
					const Icon = met ? CheckCircleRounded : RadioButtonUncheckedRounded
					return (
						<Box
							component="li"
							key={says}
							sx={{ display: 'flex', alignItems: 'center', gap: 0.75 }}
						>
							<Icon
								sx={{ fontSize: 16 }}
								color={met ? 'primary' : 'disabled'}
								titleAccess={met ? 'Well' : 'Could be better'}
							/>
							<Typography variant="body2" className="number">
								{says}
							</Typography>
						</Box>
					)
				})}
			</Box>
			{remarks.length === 0 ? (
				<Typography variant="body2" sx={{ color: 'text.secondary' }}>
					Nothing stands out.
				</Typography>
			) : (
				<Box component="ol" aria-label="What could be better" sx={{ m: 0, pl: 2.25 }}>
					{remarks.slice(0, TOLD).map((remark) => (
						<Box component="li" key={`${remark.mistake} ${remark.at}`} sx={{ fontSize: 14 }}>
							{remarkWords(remark)}{' '}
							<Button
								size="small"
								onClick={() => {
									lookAt(remark.at, desk)
									refresh()
								}}
								sx={{ minWidth: 0, py: 0 }}
							>
								Show
							</Button>
						</Box>
					))}
				</Box>
			)}
		</>
	)
}
