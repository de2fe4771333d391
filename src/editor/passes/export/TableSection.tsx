'use client'

import FileDownloadOutlined from '@mui/icons-material/FileDownloadOutlined'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import LinearProgress from '@mui/material/LinearProgress'
import Typography from '@mui/material/Typography'
import { useCallback, useMemo, useState } from 'react'
import { fileStem } from '@/core'
import { saysRefusal, WORKSHOP_BED } from '@/core/cutting'
import { told, useAnswer } from '@/editor/workbench/useAnswer'
import { useOpenSheet, useSheetAtRest, useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { type CutPlan, cutPlanOf } from '@/jobs/cutting'
import { CardFoot } from '@/kit/CardFoot'
import { counted } from '@/kit/counted'
import { Facts } from '@/kit/Facts'
import { saveFile } from '@/kit/files'
import { late } from '@/kit/late'
import { Notice } from '@/kit/Notice'
import { NumberField } from '@/kit/NumberField'
import { SwitchRow } from '@/kit/SwitchRow'
import { showSnack } from '@/kit/snackbar'
import { chosenPieces } from '@/store/selection'
import { asTime } from './asTime'
import { exportSlice } from './exportSlice'
import { type TableState, tableSlice } from './tableSlice'

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
	const set = (change: Partial<TableState>) => slices.of(tableSlice).setState(change)
	const mm = sheet.mmPerPx ?? table.width / sheet.width
	const pieces = useMemo(() => {
		const chosen = chosenPieces(selection)
		const some = what === 'chosen' && chosen.size > 0
		return sheet.pieces.filter(({ hidden, id }) => (some ? chosen.has(id) : !hidden))
	}, [sheet, selection, what])
	const { settings, nesting } = table
	const { name } = sheet
	const ask = useCallback(
		() => cutPlanOf({ name, pieces, mmPerPx: mm, bed: WORKSHOP_BED, settings, nesting }),
		[name, pieces, mm, settings, nesting],
	)
	const plan = useAnswer(ask, PAUSE_MS)
	const ready = plan !== null && plan.program !== '' && plan.left === 0
	const save = async () => {
		if (!plan) return
		const file = `${fileStem(name)}.nc`
		if (await told(saveFile([plan.program], file, 'text/plain'))) showSnack(`Exported as ${file}.`)
	}
	return (
		<>
			<Typography variant="body2" sx={{ color: 'text.secondary' }}>
				A bed of {WORKSHOP_BED.width} × {WORKSHOP_BED.height} mm, a beam of {WORKSHOP_BED.kerf} mm.
			</Typography>
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
			{!plan ? (
				<LinearProgress aria-label="Planning the cut" />
			) : (
				<>
					{plan.left > 0 && (
						<Notice severity="warning">
							{counted(plan.left, 'piece finds', 'pieces find')} no room on the bed. Cut fewer, or
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
			{sent && <TableDialog plan={sent} name={name} onClose={() => setSent(null)} />}
		</>
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

function JobFacts({ plan: { figures, cover, program, thinned } }: { plan: CutPlan }) {
	const fewer = thinned.figures.moves < figures.moves
	return (
		<>
			<Facts
				facts={[
					['Takes about', asTime(figures.seconds)],
					['Cut, travel', `${metres(figures.cut)}, ${metres(figures.travel)}`],
					['Burns in', `${figures.pierces} ×`],
					['Lines and arcs', String(figures.moves)],
					['Program', `${(program.length / 1000).toFixed(1)} kB`],
					['Strip used by pieces', `${Math.round(100 * cover)} %`],
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
