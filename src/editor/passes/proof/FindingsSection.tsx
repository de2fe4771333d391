'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import LinearProgress from '@mui/material/LinearProgress'
import Typography from '@mui/material/Typography'
import { Fragment, useEffect, useMemo, useRef, useState } from 'react'
import { setLeft } from '@/core'
import { FINDING_KINDS, type Finding, type ProofFor } from '@/core/proofs'
import { lookAt } from '@/editor/session/lookAt'
import { told } from '@/editor/workbench/useAnswer'
import { useOpenSheet, useSheetAtRest, useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { counted } from '@/kit/counted'
import { Notice } from '@/kit/Notice'
import { ProgressBar } from '@/kit/ProgressBar'
import { SwitchRow } from '@/kit/SwitchRow'
import { showSnack } from '@/kit/snackbar'
import { WordChoice } from '@/kit/WordChoice'
import { chosenPieces, selectContour, withPieces } from '@/store/selection'
import { LimitFields } from './LimitFields'
import { type ListedKind, listed, mendable, withMended } from './listed'
import { mendingOf } from './mending'
import { idsOf } from './proofing'
import { proofSlice } from './proofSlice'

const PURPOSES = [
	['cutting', 'For cutting'],
	['stencil', 'For a stencil'],
	['print', 'For print'],
	['screen', 'For screen'],
] as const satisfies readonly (readonly [ProofFor, string])[]

/** What could spoil the artwork: each kind with its places, why it matters, and what mends it. */
export function FindingsSection() {
	const { open, slices, edges } = useWorkbench()
	const sheet = useSheetAtRest()
	const locked = useOpenSheet((state) => state.readOnly)
	const chosen = useOpenSheet((state) => idsOf(chosenPieces(state.selection)))
	const stale = useSlice(proofSlice, ({ of, by, purpose: now, own, chosenOnly }) => {
		const only = chosenOnly ? chosen : ''
		return of !== sheet.pieces || by?.purpose !== now || by.own !== own || by.only !== only
	})
	// What was found of pieces as they were, or by other limits, is not mended in them as they are.
	const readOnly = locked || stale
	const findings = useSlice(proofSlice, (state) => state.findings)
	const share = useSlice(proofSlice, (state) => state.share)
	const chosenOnly = useSlice(proofSlice, (state) => state.chosenOnly)
	const some = chosen !== ''
	const purpose = useSlice(proofSlice, (state) => state.purpose)
	const proof = useMemo(() => slices.of(proofSlice), [slices])
	const { left = NONE } = sheet
	const kinds = useMemo(() => listed(findings ?? [], purpose, left), [findings, purpose, left])
	const all = mendable(kinds, sheet.pieces)
	const leaving = useMemo(() => new Set(left), [left])
	const leftHere = (findings ?? []).filter(({ key }) => leaving.has(key)).length
	// What is proposed belongs to this list alone.
	useEffect(() => () => proof.setState({ ghost: null, at: null }), [proof])
	const mend = async (some: readonly Finding[], label: string) => {
		proof.setState({ ghost: null })
		const before = open.sheet()
		const result = await told(mendingOf(before, some, edges))
		if (!result) return
		if (open.sheet().pieces !== before.pieces) {
			showSnack('The sheet was changed meanwhile; nothing was mended. Try again.')
			return
		}
		if (result.changed.length + result.gone.length === 0) {
			showSnack('Nothing could be mended there without changing more: look at it yourself.')
			return
		}
		open.apply(label, (s) => withMended(s, result))
		open.seal()
	}
	const openOnes = kinds.some(({ kind }) => kind === 'open' || kind === 'ends-near')
	return (
		<>
			<WordChoice
				label="What the artwork is for"
				value={purpose}
				words={PURPOSES}
				onChange={(next) => proof.setState({ purpose: next, own: {} })}
			/>
			<LimitFields />
			{((some && sheet.pieces.length > 1) || chosenOnly) && (
				<SwitchRow
					label="Only the pieces chosen"
					checked={chosenOnly}
					onChange={(on) => proof.setState({ chosenOnly: on, share: 0, findings: null })}
				/>
			)}
			{!findings ? (
				<LinearProgress aria-label="Proofing" />
			) : (
				<>
					<Box sx={{ height: 4 }}>
						{stale ? (
							<LinearProgress aria-label="Proofing anew" />
						) : (
							share < 1 && <ProgressBar label="Proofing" share={share} />
						)}
					</Box>
					{share < 1 && (
						<Typography variant="caption" role="status" sx={{ color: 'text.secondary' }}>
							Still looking, {Math.round(100 * share)} %: more may come.
						</Typography>
					)}
					{share === 1 && some && chosenOnly && (
						<Typography variant="caption" sx={{ color: 'text.secondary' }}>
							These are the findings of the chosen pieces alone.
						</Typography>
					)}
					{share === 1 && !openOnes && (
						<Notice severity="success">Every outline that is to be filled is closed.</Notice>
					)}
					{all.length > 0 && (
						<Button
							variant="contained"
							disabled={readOnly}
							onClick={() => void mend(all, `Mend ${counted(all.length, 'finding', 'findings')}`)}
						>
							Mend {counted(all.length, 'finding', 'findings')}
						</Button>
					)}
					{kinds.map((one) => (
						<KindRow key={one.kind} {...one} readOnly={readOnly} onMend={mend} />
					))}
					{leftHere > 0 && (
						<Button size="small" onClick={() => open.apply('Look again', (s) => setLeft(s, []))}>
							{counted(leftHere, 'finding is', 'findings are')} left as{' '}
							{leftHere === 1 ? 'it is' : 'they are'}: look again
						</Button>
					)}
				</>
			)}
		</>
	)
}

const NONE: readonly string[] = []

/** Findings of one kind, gone through one by one. */
function KindRow({
	kind,
	all,
	readOnly,
	onMend,
}: ListedKind & {
	readonly readOnly: boolean
	readonly onMend: (some: readonly Finding[], label: string) => Promise<void>
}) {
	const { open, desk, slices, edges } = useWorkbench()
	const proof = slices.of(proofSlice)
	const sheet = useSheetAtRest()
	const at = useSlice(proofSlice, (state) => state.at)
	const [next, setNext] = useState(0)
	/** How often something was to be looked at, or no longer: only the last counts. */
	const previews = useRef(0)
	const { name, why, grade, mend, or } = FINDING_KINDS[kind]
	const ways = [
		...(mend ? [{ name: mend, as: (finding: Finding) => finding }] : []),
		...(or ? [{ name: or, as: (finding: Finding): Finding => ({ ...finding, other: true }) }] : []),
	]
	const shown = all.findIndex(({ key }) => key === at)
	const now = all[Math.max(0, shown)]
	if (!now) return null
	const piece = sheet.pieces.find(({ id }) => id === now.piece)
	const show = () => {
		const one = all[(shown >= 0 ? shown + 1 : next) % all.length] ?? now
		setNext(all.indexOf(one) + 1)
		proof.setState({ at: one.key })
		if (one.contour) open.select(selectContour(open.sheet(), one.contour, one.nodes))
		else if (one.piece) open.select(withPieces([one.piece]))
		lookAt(one.at, desk)
	}
	const preview = async (one: Finding | null) => {
		const asked = ++previews.current
		proof.setState({ ghost: null })
		if (!one) return
		const ghost = await mendingOf(open.sheet(), [one], edges).catch(() => null)
		// By now the pointer may be elsewhere, or what was looked at mended.
		if (asked === previews.current) proof.setState({ ghost })
	}
	const leave = (some: readonly Finding[]) =>
		open.apply(some.length > 1 ? 'Leave findings' : 'Leave a finding', (s) =>
			setLeft(s, [...new Set([...(s.left ?? []), ...some.map(({ key }) => key)])]),
		)
	return (
		<Box
			component="section"
			aria-label={name}
			sx={{
				borderLeft: 3,
				borderColor:
					grade === 'wrong' ? 'error.main' : grade === 'risk' ? 'warning.main' : 'divider',
				pl: 1,
			}}
		>
			<Typography variant="body2" sx={{ fontWeight: 650 }}>
				{name}
				{all.length > 1 && ` · ${all.length}`}
				{shown >= 0 && all.length > 1 && (
					<Box component="span" sx={{ fontWeight: 400, color: 'text.secondary' }}>
						{' '}
						({shown + 1} of {all.length})
					</Box>
				)}
			</Typography>
			<Typography variant="caption" component="p" sx={{ color: 'text.secondary', m: 0 }}>
				{piece && `“${piece.name}”. `}
				{why}
			</Typography>
			<Box sx={{ display: 'flex', flexWrap: 'wrap', ml: -0.75, '& button': { minWidth: 0 } }}>
				<Button size="small" onClick={show}>
					{shown >= 0 && all.length > 1 ? 'Show next' : 'Show'}
				</Button>
				{ways.map(({ name: way, as }) => (
					<Fragment key={way}>
						<Button
							size="small"
							disabled={readOnly}
							onPointerEnter={() => void preview(as(now))}
							onPointerLeave={() => void preview(null)}
							onFocus={() => void preview(as(now))}
							onBlur={() => void preview(null)}
							onClick={() => {
								void preview(null)
								void onMend([as(now)], way)
							}}
						>
							{way}
						</Button>
						{all.length > 1 && (
							<Button
								size="small"
								disabled={readOnly}
								onClick={() => void onMend(all.map(as), `${way}: ${all.length} times`)}
							>
								All {all.length}
							</Button>
						)}
					</Fragment>
				))}
				<Button
					size="small"
					color="inherit"
					onClick={() => leave(shown >= 0 || all.length === 1 ? [now] : all)}
				>
					Leave {shown >= 0 || all.length === 1 ? 'it' : 'them'}
				</Button>
			</Box>
		</Box>
	)
}
