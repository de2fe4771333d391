'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useEffect, useState } from 'react'
import { changePiece, formatLength, replaceOutlines } from '@/core'
import { useOpenSheet, useSheetAtRest, useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { CardFoot } from '@/kit/CardFoot'
import { LabelledSlider } from '@/kit/LabelledSlider'
import { Notice } from '@/kit/Notice'
import { ProgressBar } from '@/kit/ProgressBar'
import { Sections } from '@/kit/Sections'
import { SwitchRow } from '@/kit/SwitchRow'
import { showProblem } from '@/kit/snackbar'
import { stillSought } from '../stillSought'
import { useAsked } from '../useAsked'
import { againstSlice, FIRST_DEVIATION_PX, FIRST_REACH_PX, type Proposal } from './againstSlice'
import { AGAINST_PARTS } from './parts'
import { Nothing, propose } from './propose'
import { chosenTargets } from './targets'
import { WorstPlaces } from './WorstPlaces'

/** What is further off than this is worth a walk, sheet px. */
const FIRST_STRAY_PX = 1

/** Outlines and the photo's edges: bent and fitted to them, and measured against them. */
export function AgainstPhoto() {
	const { open, edges, slices } = useWorkbench()
	const against = slices.of(againstSlice)
	const sheet = useSheetAtRest()
	const selection = useOpenSheet((state) => state.selection)
	const readOnly = useOpenSheet((state) => state.readOnly)
	const proposal = useSlice(againstSlice, (state) => state.proposal)
	const [busy, setBusy] = useState(false)
	const [why, setWhy] = useState<string | null>(null)
	const [shown, setShown] = useState<'wishes' | null>(null)
	const { all, words } = chosenTargets(sheet, selection)
	const deviation = useSlice(againstSlice, (state) => state.deviation)
	/** @param anew what stands is kept until its successor comes */
	const ask = async (what: Proposal['what'], anew = false) => {
		setBusy(true)
		setWhy(null)
		if (!anew) against.setState({ proposal: null })
		try {
			const { pieces } = open.sheet()
			const now = chosenTargets(open.sheet(), open.getState().selection)
			const made = await propose(what, now.all, edges, against.getState())
			if (made && open.sheet().pieces === pieces)
				against.setState({ proposal: made, proposedFor: pieces })
		} catch (error) {
			if (error instanceof Nothing) setWhy(error.message)
			else showProblem(error)
		} finally {
			setBusy(false)
		}
	}
	// What was proposed is of the outlines as they were.
	useEffect(
		() =>
			open.subscribe(({ history }) => {
				const { proposedFor } = against.getState()
				if (proposedFor && history.present.pieces !== proposedFor)
					against.setState({ proposal: null, proposedFor: null })
			}),
		[open, against],
	)
	useAsked(AGAINST_PARTS, (what) => void ask(what))
	return (
		<Box component="section" aria-label="Against the photo" sx={{ display: 'grid', gap: 0.75 }}>
			<Typography variant="h3" component="h2">
				Against the photo
			</Typography>
			<Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 0.5 }}>
				{AGAINST_PARTS.map(({ id, name }) => (
					<Button
						key={id}
						variant="outlined"
						disabled={all.length === 0 || busy || readOnly}
						onClick={() => void ask(id)}
						sx={{ px: 0.5, lineHeight: 1.2 }}
					>
						{name}
					</Button>
				))}
			</Box>
			<LabelledSlider
				label="Allowed deviation"
				shown={`${deviation} px`}
				value={deviation}
				min={0.25}
				max={4}
				step={0.05}
				normal={FIRST_DEVIATION_PX}
				onChange={(next) => against.setState({ deviation: next })}
				onRest={() => {
					if (proposal) void ask(proposal.what, true)
				}}
			/>
			{busy && <ProgressBar label="Reading the photo’s edges" share={null} />}
			{why && <Notice severity="info">{why}</Notice>}
			{proposal ? (
				<Answer proposal={proposal} />
			) : (
				<Typography variant="caption" sx={{ color: 'text.secondary' }}>
					For {words}. Bend: straight segments become curves along the edge. Fit: all nodes move
					onto it.
				</Typography>
			)}
			<WorstPlaces />
			<Sections
				sections={[{ id: 'wishes', name: 'Reach, allowance, walk', Content: Wishes }]}
				shown={shown}
				onShow={setShown}
			/>
		</Box>
	)
}

/** What would come of it, and the buttons that take it or leave it. */
function Answer({ proposal }: { proposal: Proposal }) {
	const workbench = useWorkbench()
	const { open, slices, refresh } = workbench
	const sheet = useSheetAtRest()
	const { what, ghost, was, is, unsure, straight } = proposal
	const leave = () => slices.of(againstSlice).setState({ proposal: null, proposedFor: null })
	const take = () => {
		if (stillSought(workbench)) return
		const { name } = AGAINST_PARTS.find(({ id }) => id === what) ?? AGAINST_PARTS[0]
		open.apply(name, (now) => replaceOutlines(now, ghost.contours))
		leave()
		refresh()
	}
	const length = (px: number) => formatLength(Number(px.toFixed(2)), sheet)
	const rows = [
		['Nodes', String(ghost.before), String(ghost.after)],
		['95 % within', length(was.p95), length(is.p95)],
		['Worst', length(was.worst), length(is.worst)],
	] as const
	return (
		<Box sx={{ display: 'grid', gap: 0.5 }} role="status" aria-label="What would come of it">
			<Box
				sx={{
					display: 'grid',
					gridTemplateColumns: 'minmax(0, 1fr) auto auto auto',
					columnGap: 0.75,
				}}
			>
				{rows.map(([name, before, after]) => (
					<Figures key={name} name={name} before={before} after={after} />
				))}
			</Box>
			{unsure > 0 && (
				<Typography variant="caption" sx={{ color: 'text.secondary' }}>
					Beside {unsure} {unsure === 1 ? 'node' : 'nodes'} the photo has no sure edge.
				</Typography>
			)}
			{straight.length > 0 && (
				<Typography variant="caption" sx={{ color: 'text.secondary' }}>
					{straight.length} {straight.length === 1 ? 'segment stays' : 'segments stay'} straight,
					dashed: no edge runs beside {straight.length === 1 ? 'it' : 'them'}. 9 over one looks
					further off.
				</Typography>
			)}
			<CardFoot>
				<Box sx={{ display: 'flex', gap: 0.5 }}>
					<Button variant="contained" onClick={take}>
						Take it
					</Button>
					<Button onClick={leave}>Leave it</Button>
				</Box>
			</CardFoot>
		</Box>
	)
}

function Figures({ name, before, after }: { name: string; before: string; after: string }) {
	return (
		<>
			<Typography variant="body2" sx={{ whiteSpace: 'nowrap' }}>
				{name}
			</Typography>
			<Typography variant="body2" className="number" sx={{ textAlign: 'right' }}>
				{before}
			</Typography>
			<Typography variant="body2">→</Typography>
			<Typography variant="body2" className="number" sx={{ textAlign: 'right' }}>
				{after}
			</Typography>
		</>
	)
}

/** How far an edge may be, how far inside it the piece is to lie, and where a walk goes. */
function Wishes() {
	const { open, slices } = useWorkbench()
	const against = slices.of(againstSlice)
	const reach = useSlice(againstSlice, (state) => state.reach)
	const beyond = useSlice(againstSlice, (state) => state.walkBeyond)
	const unsure = useSlice(againstSlice, (state) => state.walkUnsure)
	const piece = useOpenSheet(({ selection, history }) =>
		history.present.pieces.find(({ id }) => id === selection.piece),
	)
	return (
		<Box>
			<LabelledSlider
				label="Reach"
				shown={`${reach} px`}
				value={reach}
				min={2}
				max={40}
				step={1}
				normal={FIRST_REACH_PX}
				onChange={(next) => against.setState({ reach: next })}
			/>
			{piece && (
				<LabelledSlider
					label="Allowance of the piece"
					shown={piece.allowance ? `${piece.allowance} px inside` : 'on the edge'}
					value={piece.allowance ?? 0}
					min={0}
					max={4}
					step={0.25}
					normal={0}
					onChange={(allowance) =>
						open.apply(
							'Set an allowance',
							(sheet) => changePiece(sheet, piece.id, { allowance }),
							`allowance:${piece.id}`,
						)
					}
					onRest={open.seal}
				/>
			)}
			<SwitchRow
				label="Walk only where it strays"
				checked={beyond !== null}
				onChange={(on) => against.setState({ walkBeyond: on ? FIRST_STRAY_PX : null })}
			/>
			{beyond !== null && (
				<LabelledSlider
					label="By more than"
					shown={`${beyond} px`}
					value={beyond}
					min={0.25}
					max={8}
					step={0.25}
					normal={FIRST_STRAY_PX}
					onChange={(walkBeyond) => against.setState({ walkBeyond })}
				/>
			)}
			<SwitchRow
				label="Walk only where the edge is unsure"
				checked={unsure}
				onChange={(on) => against.setState({ walkUnsure: on })}
			/>
		</Box>
	)
}
