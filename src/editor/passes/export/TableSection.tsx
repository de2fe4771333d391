'use client'

import FileDownloadOutlined from '@mui/icons-material/FileDownloadOutlined'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useCallback, useMemo, useState } from 'react'
import { fileStem, type Group, type Piece } from '@/core'
import { BED_BOUNDS, type Bed, type CutPlan, saysRefusal, WORKSHOP_BED } from '@/core/cutting'
import { told, useAnswer } from '@/editor/workbench/useAnswer'
import { useOpenSheet, useSheetAtRest, useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { cutPlanOf } from '@/jobs/cutting'
import { CardFoot } from '@/kit/CardFoot'
import { counted } from '@/kit/counted'
import { Facts } from '@/kit/Facts'
import { saveFile } from '@/kit/files'
import { late } from '@/kit/late'
import { Notice } from '@/kit/Notice'
import { NumberField } from '@/kit/NumberField'
import { ProgressBar } from '@/kit/ProgressBar'
import { SwitchRow } from '@/kit/SwitchRow'
import { showSnack } from '@/kit/snackbar'
import { WordChoice } from '@/kit/WordChoice'
import { chosenPieces } from '@/store/selection'
import { asTime } from './asTime'
import { exportSlice } from './exportSlice'
import { OperationChoice } from './OperationChoice'
import { keepTable, type TableState, tableSlice } from './tableSlice'

const TableDialog = late(() => import('./TableDialog').then((m) => m.TableDialog), 'over')

/** What is set must stand for so long before the job is planned anew, ms. */
const PAUSE_MS = 300

/** The job for the workshop's cutting table: what it takes, what cannot be cut, and the way there. */
export function TableSection() {
	const { slices } = useWorkbench()
	const sheet = useSheetAtRest()
	const selection = useOpenSheet((state) => state.selection)
	const what = useSlice(exportSlice, (state) => state.what)
	const table = useSlice(tableSlice, (state) => state)
	const [sent, setSent] = useState<CutPlan | null>(null)
	const [share, setShare] = useState(0)
	const set = (change: Partial<TableState>) => {
		const slice = slices.of(tableSlice)
		slice.setState(change)
		keepTable(slice.getState())
	}
	const mm = sheet.mmPerPx ?? table.width / sheet.width
	const pieces = useMemo(() => {
		const chosen = chosenPieces(selection)
		const some = what === 'chosen' && chosen.size > 0
		return sheet.pieces.filter(({ hidden, id }) => (some ? chosen.has(id) : !hidden))
	}, [sheet, selection, what])
	const { settings, nesting, bed, seen } = table
	const { name, groups = NO_GROUPS } = sheet
	const ask = useCallback(() => {
		setShare(0)
		return cutPlanOf({ name, pieces, groups, mmPerPx: mm, seen, bed, settings, nesting }, setShare)
	}, [name, pieces, groups, mm, seen, bed, settings, nesting])
	const plan = useAnswer(ask, PAUSE_MS)
	const ready = plan !== null && plan.program !== '' && plan.left === 0
	const save = async () => {
		if (!plan) return
		const file = `${fileStem(name)}.nc`
		if (await told(saveFile([plan.program], file, 'text/plain'))) showSnack(`Exported as ${file}.`)
	}
	return (
		<>
			<SeenFields pieces={pieces} table={table} set={set} />
			<OperationChoice pieces={pieces} />
			<Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.25 }}>
				{sheet.mmPerPx === undefined && (
					<NumberField
						label="Sheet’s width"
						unit="mm"
						value={table.width}
						digits={1}
						onChange={(next) => set({ width: Math.max(1, next(table.width)) })}
					/>
				)}
				{FIELDS.map(({ label, unit, digits, least, most, get, put }) => (
					<NumberField
						key={label}
						label={label}
						unit={unit}
						value={get(table)}
						digits={digits}
						bounds={{ least, most }}
						onChange={(next) => {
							const said = Math.min(most, Math.max(least, next(get(table))))
							set(put(table, digits === 0 ? Math.round(said) : said))
						}}
					/>
				))}
			</Box>
			<SwitchRow
				label="Pieces may be turned"
				checked={nesting.turns}
				onChange={(turns) => set({ nesting: { ...nesting, turns } })}
			/>
			<BedFields bed={bed} onChange={(change) => set({ bed: { ...bed, ...change } })} />
			{!plan ? (
				<ProgressBar label="Planning the cut" share={share} />
			) : (
				<>
					{plan.left > 0 && (
						<Notice severity="warning">
							{counted(plan.left, 'part finds', 'parts find')} no room on the bed. Cut fewer, or
							smaller.
						</Notice>
					)}
					{plan.refusals.map((refusal) => (
						<Notice key={`${refusal.why} ${refusal.piece}`} severity="error">
							{saysRefusal(refusal)}
						</Notice>
					))}
					{plan.program !== '' && <JobFacts plan={plan} />}
				</>
			)}
			<CardFoot>
				<Button variant="contained" disabled={!ready} onClick={() => setSent(plan)}>
					To the table
				</Button>
			</CardFoot>
			<Button
				variant="outlined"
				disabled={!ready}
				startIcon={<FileDownloadOutlined />}
				onClick={() => void save()}
			>
				Save the G-code
			</Button>
			{sent && <TableDialog plan={sent} bed={bed} name={name} onClose={() => setSent(null)} />}
		</>
	)
}

const NO_GROUPS: readonly Group[] = []

const OVERLAP_WORDS = [
	['one', 'One silhouette'],
	['upper', 'The upper cuts the lower'],
	['whole', 'Each whole'],
] as const
const STROKE_WORDS = [
	['pieces', 'Cut out as wide as they are'],
	['lines', 'Scored along their middle'],
	['nothing', 'Left out'],
] as const

/** How what is seen becomes what is cut; asked where there is a choice. */
function SeenFields({
	pieces,
	table: { seen },
	set,
}: {
	pieces: readonly Piece[]
	table: TableState
	set: (change: Partial<TableState>) => void
}) {
	const stroked = pieces.some(({ stroke }) => stroke.paint.kind !== 'none' && stroke.width > 0)
	return (
		<>
			{pieces.length > 1 && (
				<WordChoice
					label="Pieces that overlap"
					value={seen.overlaps}
					words={OVERLAP_WORDS}
					onChange={(overlaps) => set({ seen: { ...seen, overlaps } })}
				/>
			)}
			{stroked && (
				<WordChoice
					label="Lines with a width"
					value={seen.strokes}
					words={STROKE_WORDS}
					onChange={(strokes) => set({ seen: { ...seen, strokes } })}
				/>
			)}
		</>
	)
}

/** The table's own numbers, as its maker says them. */
const BED_FIELDS: readonly (readonly [keyof Bed, label: string, unit: string, digits: number])[] = [
	['width', 'Bed’s width', 'mm', 1],
	['height', 'Bed’s depth', 'mm', 1],
	['kerf', 'Beam', 'mm', 2],
	['pierce', 'Burn-in', 's', 2],
	['cutFeed', 'Cuts at', 'mm/min', 0],
	['cornerFeed', 'Corners at', 'mm/min', 0],
	['scoreFeed', 'Scores at', 'mm/min', 0],
	['travelFeed', 'Travels at', 'mm/min', 0],
	['cutPower', 'Cut power', '%', 0],
	['scorePower', 'Score power', '%', 0],
]

function BedFields({ bed, onChange }: { bed: Bed; onChange: (change: Partial<Bed>) => void }) {
	const [open, setOpen] = useState(false)
	const isOwn = BED_FIELDS.some(([name]) => bed[name] !== WORKSHOP_BED[name])
	return (
		<Box>
			<Button size="small" aria-expanded={open} onClick={() => setOpen(!open)} sx={{ ml: -0.75 }}>
				Bed {bed.width} × {bed.height} mm, beam {bed.kerf} mm
			</Button>
			{open && (
				<Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1.25, mt: 1 }}>
					{BED_FIELDS.map(([name, label, unit, digits]) => {
						const [least, most] = BED_BOUNDS[name]
						return (
							<NumberField
								key={name}
								label={label}
								unit={unit}
								value={bed[name]}
								digits={digits}
								bounds={{ least, most }}
								onChange={(next) =>
									onChange({ [name]: Math.min(most, Math.max(least, next(bed[name]))) })
								}
							/>
						)
					})}
					{isOwn && (
						<Button
							size="small"
							onClick={() => onChange(WORKSHOP_BED)}
							sx={{ gridColumn: 'span 2' }}
						>
							As the workshop’s table is
						</Button>
					)}
				</Box>
			)}
		</Box>
	)
}

/** What is set of a job by numbers. */
const FIELDS: readonly {
	readonly label: string
	readonly unit: string
	readonly digits: number
	readonly least: number
	readonly most: number
	readonly get: (table: TableState) => number
	readonly put: (table: TableState, value: number) => Partial<TableState>
}[] = [
	{
		label: 'Copies',
		unit: '',
		digits: 0,
		least: 1,
		most: 200,
		get: ({ nesting }) => nesting.copies,
		put: ({ nesting }, copies) => ({ nesting: { ...nesting, copies } }),
	},
	{
		label: 'Gap',
		unit: 'mm',
		digits: 1,
		least: 0,
		most: 50,
		get: ({ nesting }) => nesting.gap,
		put: ({ nesting }, gap) => ({ nesting: { ...nesting, gap } }),
	},
	{
		label: 'Way in',
		unit: 'mm',
		digits: 1,
		least: 0,
		most: 20,
		get: ({ settings }) => settings.lead,
		put: ({ settings }, lead) => ({ settings: { ...settings, lead } }),
	},
	{
		label: 'Tabs each',
		unit: '',
		digits: 0,
		least: 0,
		most: 20,
		get: ({ settings }) => settings.tabs,
		put: ({ settings }, tabs) => ({ settings: { ...settings, tabs } }),
	},
]

function JobFacts({ plan: { figures, parts, left, cover, program, thinned } }: { plan: CutPlan }) {
	const fewer = thinned.figures.moves < figures.moves
	return (
		<>
			<Facts
				facts={[
					['Takes about', asTime(figures.seconds)],
					['Parts', String(parts - left)],
					['Cut', metres(figures.cut)],
					...(figures.score > 0 ? [['Scored', metres(figures.score)] as const] : []),
					['Travel', metres(figures.travel)],
					['Burns in', `${figures.pierces} ×`],
					['Lines and arcs', String(figures.moves)],
					['Program', `${(program.length / 1000).toFixed(1)} kB`],
					['Strip used by parts', `${Math.round(100 * cover)} %`],
				]}
			/>
			{fewer && (
				<Typography variant="caption" sx={{ color: 'text.secondary' }}>
					Thinned by 0.1 mm it would be {thinned.figures.moves} lines and arcs,{' '}
					{asTime(thinned.figures.seconds)} and {(thinned.bytes / 1000).toFixed(1)} kB.
				</Typography>
			)}
		</>
	)
}

const metres = (mm: number) => (mm < 1000 ? `${Math.round(mm)} mm` : `${(mm / 1000).toFixed(2)} m`)
