'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import Typography from '@mui/material/Typography'
import { formatLength, type Sheet, type ThinPreview, type ThinTarget } from '@/core'
import { lookAt } from '@/editor/session/lookAt'
import { useOpenSheet, useSheetAtRest, useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { CardFoot } from '@/kit/CardFoot'
import { LabelledSlider } from '@/kit/LabelledSlider'
import { late } from '@/kit/late'
import { Notice } from '@/kit/Notice'
import { NumberField } from '@/kit/NumberField'
import { SwitchRow } from '@/kit/SwitchRow'
import { acceptThin } from './acceptThin'
import { FIRST_THIN, type ThinWish, thinSlice } from './thinSlice'
import { useThinPreview, useThinTargets, useTradeOff } from './useThinPreview'

const TradeOffChart = late(() => import('./TradeOffChart').then((m) => m.TradeOffChart), 'nowhere')

/** The slider's ends, px; between them it runs by equal factors. */
const LEAST_PX = 0.1
const MOST_PX = 20
const SLIDER_STEPS = 120
const toSlider = (px: number) =>
	(SLIDER_STEPS * Math.log(px / LEAST_PX)) / Math.log(MOST_PX / LEAST_PX)
const fromSlider = (at: number) => rounded(LEAST_PX * (MOST_PX / LEAST_PX) ** (at / SLIDER_STEPS))
/** Two figures are as fine as one can judge. */
const rounded = (px: number) => Number(px.toPrecision(2))

export function ThinCard() {
	const thin = useWorkbench().slices.of(thinSlice)
	const sheet = useSheetAtRest()
	const wish = useSlice(thinSlice, (state) => state.wish)
	const ghost = useSlice(thinSlice, (state) => state.ghost)
	const targets = useThinTargets(wish.scope)
	useThinPreview(targets)
	const set = (change: Partial<ThinWish>) =>
		thin.setState(({ wish }) => ({ wish: { ...wish, ...change } }))
	return (
		<>
			<Scope />
			{targets.length === 0 ? (
				<Notice severity="info">
					{wish.scope === 'nodes'
						? 'Choose three nodes or more, next to each other, to thin just them.'
						: 'There is no outline to thin yet.'}
				</Notice>
			) : (
				<Result ghost={ghost} />
			)}
			<Box sx={{ display: 'grid', gap: 0.75 }}>
				<LabelledSlider
					label="Allowed deviation"
					shown={formatDeviation(wish.tolerance, sheet)}
					value={Math.round(toSlider(wish.tolerance))}
					min={0}
					max={SLIDER_STEPS}
					step={1}
					normal={Math.round(toSlider(FIRST_THIN.tolerance))}
					onChange={(at) => set({ tolerance: fromSlider(at) })}
				/>
				<NumberField
					label="Deviation"
					unit="px"
					value={wish.tolerance}
					onChange={(next) =>
						set({ tolerance: Math.min(99, Math.max(0.01, next(thin.getState().wish.tolerance))) })
					}
				/>
			</Box>
			<Weighed targets={targets} onChoose={(tolerance) => set({ tolerance })} />
			<LabelledSlider
				label="Ease the curves"
				shown={`${Math.round(wish.ease * 100)} %`}
				value={Math.round(wish.ease * 100)}
				min={0}
				max={100}
				step={5}
				normal={0}
				onChange={(percent) => set({ ease: percent / 100 })}
			/>
			<Box>
				<SwitchRow
					label="Keep corners"
					checked={wish.keepCorners}
					onChange={(keepCorners) => set({ keepCorners })}
				/>
				<SwitchRow
					label="Nodes at outermost points"
					checked={wish.preferExtrema}
					onChange={(preferExtrema) => set({ preferExtrema })}
				/>
				<SwitchRow
					label="Level handles"
					checked={wish.levelled}
					onChange={(levelled) => set({ levelled })}
				/>
				<SwitchRow
					label="Symmetric, where it nearly is"
					checked={wish.symmetric ?? false}
					onChange={(symmetric) => set({ symmetric })}
				/>
				{ghost?.lopsided && (
					<Typography variant="caption" sx={{ color: 'text.secondary' }} role="status">
						{lopsidedWords(ghost.lopsided, targets.length, sheet)}
					</Typography>
				)}
			</Box>
		</>
	)
}

function Scope() {
	const thin = useWorkbench().slices.of(thinSlice)
	const scope = useSlice(thinSlice, (state) => state.wish.scope)
	const choose = (next: ThinWish['scope'] | null) =>
		next && thin.setState(({ wish }) => ({ wish: { ...wish, scope: next } }))
	return (
		<ToggleButtonGroup
			exclusive
			fullWidth
			size="small"
			aria-label="What is thinned"
			value={scope}
			onChange={(_, next) => choose(next)}
		>
			<ToggleButton value="nodes" sx={{ py: 0.5, lineHeight: 1.2 }}>
				Chosen nodes
			</ToggleButton>
			<ToggleButton value="piece" sx={{ py: 0.5 }}>
				Piece
			</ToggleButton>
			<ToggleButton value="all" sx={{ py: 0.5 }}>
				Everything
			</ToggleButton>
		</ToggleButtonGroup>
	)
}

/** What would come of it, and the button that makes it so. */
function Result({ ghost }: { ghost: ThinPreview | null }) {
	const workbench = useWorkbench()
	const sheet = useSheetAtRest()
	const readOnly = useOpenSheet((state) => state.readOnly)
	const { before, after, deviation, worst, contours } = ghost ?? NO_GHOST
	return (
		<Box sx={{ display: 'grid', gap: 0.75 }}>
			<Box sx={{ display: 'flex', alignItems: 'baseline', gap: 0.75 }} aria-live="polite">
				<Typography
					component="span"
					className="number"
					sx={{ fontSize: '1.4rem', fontWeight: 500 }}
				>
					{ghost ? `${before} nodes → ${after}` : '…'}
				</Typography>
			</Box>
			<Box sx={{ display: 'flex', alignItems: 'center', minHeight: 30 }}>
				<Typography variant="body2" sx={{ flexGrow: 1, color: 'text.secondary' }}>
					{contours.length > 0
						? `At worst ${formatDeviation(deviation, sheet)} off`
						: ghost && 'No node can go at this deviation.'}
				</Typography>
				{worst && (
					<Button onClick={() => lookAt(worst, workbench.desk)} sx={{ minWidth: 0 }}>
						Show
					</Button>
				)}
			</Box>
			<CardFoot>
				<Button
					variant="contained"
					disabled={contours.length === 0 || readOnly}
					onClick={() => acceptThin(workbench)}
					sx={{ minHeight: 36 }}
				>
					{contours.length > 0 ? `Thin to ${after} nodes (Enter)` : 'Thin'}
				</Button>
			</CardFoot>
		</Box>
	)
}

const NO_GHOST: ThinPreview = {
	contours: [],
	before: 0,
	after: 0,
	deviation: 0,
	going: [],
	staying: [],
	moving: [],
	profile: [],
}

/** The trade-off and its knee; nothing while it is being weighed. */
function Weighed({
	targets,
	onChoose,
}: {
	targets: readonly ThinTarget[]
	onChoose: (tolerance: number) => void
}) {
	const tradeOff = useTradeOff(targets)
	const tolerance = useSlice(thinSlice, (state) => state.wish.tolerance)
	if (targets.length === 0) return null
	const knee = tradeOff?.knee == null ? undefined : tradeOff.points[tradeOff.knee]
	return (
		<Box sx={{ minHeight: 156 }}>
			{tradeOff ? (
				<>
					<TradeOffChart
						tradeOff={tradeOff}
						tolerance={tolerance}
						onChoose={(px) => onChoose(rounded(px))}
					/>
					<Button
						fullWidth
						variant="outlined"
						color="inherit"
						disabled={!knee}
						onClick={() => knee && onChoose(knee.tolerance)}
						sx={{ mt: 0.5, borderColor: 'divider' }}
					>
						{knee
							? `Take the knee: ${knee.nodes} nodes at ${rounded(knee.tolerance)} px`
							: 'No knee stands out'}
					</Button>
				</>
			) : (
				<Typography variant="body2" sx={{ color: 'text.secondary' }}>
					Weighing nodes against deviation…
				</Typography>
			)}
		</Box>
	)
}

/** Of what is not made symmetric, and what it would take. */
function lopsidedWords(
	{ count, needs }: NonNullable<ThinPreview['lopsided']>,
	of: number,
	sheet: Sheet,
): string {
	const which = of === 1 ? 'The outline is not' : `${count} of ${of} outlines are not`
	return Number.isFinite(needs)
		? `${which} symmetric within this: it would take ${formatDeviation(needs, sheet)}.`
		: `${which} symmetric about any line.`
}

/** A deviation in px, and in the sheet's own unit where it has a real size. */
function formatDeviation(px: number, sheet: Sheet): string {
	const inPx = `${rounded(px)} px`
	return sheet.mmPerPx === undefined
		? inPx
		: `${inPx} · ${formatLength(px, { ...sheet, unit: 'mm' })}`
}
