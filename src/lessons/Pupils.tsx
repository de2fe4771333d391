'use client'

import CheckCircleRounded from '@mui/icons-material/CheckCircleRounded'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import Link from '@mui/material/Link'
import Table from '@mui/material/Table'
import TableBody from '@mui/material/TableBody'
import TableCell from '@mui/material/TableCell'
import TableContainer from '@mui/material/TableContainer'
import TableHead from '@mui/material/TableHead'
import TableRow from '@mui/material/TableRow'
import TableSortLabel from '@mui/material/TableSortLabel'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { SHEET_FILES } from '@/kit/fileKinds'
import { chooseFiles, saveFile } from '@/kit/files'
import { ProgressBar } from '@/kit/ProgressBar'
import { remarkWords } from '@/kit/remarkWords'
import { showProblem } from '@/kit/snackbar'
import { LaidOver } from './LaidOver'
import { asCsv, gradedFiles, type NotGraded, type PupilsWork } from './pupils'

/** The columns of the table by which it can be sorted. */
const COLUMNS = {
	name: { words: 'File', of: ({ name }: PupilsWork) => name },
	drill: { words: 'Drill', of: ({ drill }: PupilsWork) => drill.name },
	share: { words: 'Grade', of: ({ grade }: PupilsWork) => -grade.share },
	nodes: { words: 'Nodes', of: ({ grade }: PupilsWork) => grade.figures.nodes },
	off: { words: 'Off', of: ({ grade }: PupilsWork) => grade.figures.deviation },
} as const
type Column = keyof typeof COLUMNS
const ALL_COLUMNS = Object.keys(COLUMNS) as Column[]

/** For who teaches: files of many, each graded beside the answer that it carries, in a table. */
export function Pupils() {
	const [works, setWorks] = useState<readonly PupilsWork[]>([])
	const [refused, setRefused] = useState<readonly NotGraded[]>([])
	const [busy, setBusy] = useState(false)
	const [by, setBy] = useState<Column>('share')
	const [looked, setLooked] = useState<PupilsWork | null>(null)
	const open = async () => {
		try {
			const files = await chooseFiles(SHEET_FILES)
			if (files.length === 0) return
			setBusy(true)
			const { readSheetFile } = await import('@/core/drawings')
			const graded = await gradedFiles(files, readSheetFile)
			setWorks(graded.works)
			setRefused(graded.refused)
		} catch (error) {
			showProblem(error)
		} finally {
			setBusy(false)
		}
	}
	const sorted = [...works].sort((a, b) => compare(COLUMNS[by].of(a), COLUMNS[by].of(b)))
	return (
		<Box component="section" aria-label="For who teaches" sx={{ display: 'grid', gap: 1 }}>
			<Typography variant="h2">For who teaches</Typography>
			<Typography variant="body2" sx={{ color: 'text.secondary', maxWidth: 720 }}>
				Any sheet becomes a drill: Export, Drill. Pupils open the file, trace, and save their sheet;
				their files are graded here, beside each other. Nothing of them is kept.
			</Typography>
			<Box sx={{ display: 'flex', gap: 1 }}>
				<Button variant="outlined" disabled={busy} onClick={() => void open()}>
					Open pupils’ files
				</Button>
				{works.length > 0 && (
					<Button
						onClick={() =>
							void saveFile([asCsv(works)], 'grades.csv', 'text/csv').catch((error) =>
								showProblem(error),
							)
						}
					>
						Save the table (CSV)
					</Button>
				)}
			</Box>
			{busy && <ProgressBar label="Grading" share={null} />}
			{refused.map(({ name, why }) => (
				<Typography key={name} variant="body2" sx={{ color: 'error.main' }}>
					“{name}” was not graded. {why}
				</Typography>
			))}
			{works.length > 0 && (
				<TableContainer sx={{ border: 1, borderColor: 'divider', borderRadius: 1 }}>
					<Table size="small" aria-label="Pupils’ grades">
						<TableHead>
							<TableRow>
								<TableCell>Trace</TableCell>
								{ALL_COLUMNS.map((column) => (
									<TableCell key={column} sortDirection={by === column ? 'asc' : false}>
										<TableSortLabel active={by === column} onClick={() => setBy(column)}>
											{COLUMNS[column].words}
										</TableSortLabel>
									</TableCell>
								))}
								<TableCell>What costs most</TableCell>
							</TableRow>
						</TableHead>
						<TableBody>
							{sorted.map((work) => (
								<Row key={work.name} work={work} onLook={() => setLooked(work)} />
							))}
						</TableBody>
					</Table>
				</TableContainer>
			)}
			<Dialog open={looked !== null} onClose={() => setLooked(null)} maxWidth="md">
				{looked && <Looked work={looked} onClose={() => setLooked(null)} />}
			</Dialog>
		</Box>
	)
}

function compare(a: string | number, b: string | number): number {
	return typeof a === 'number' && typeof b === 'number'
		? a - b
		: String(a).localeCompare(String(b), undefined, { numeric: true })
}

function Row({ work, onLook }: { work: PupilsWork; onLook: () => void }) {
	const { name, drill, grade } = work
	const { figures, done, share, remarks } = grade
	const [first] = remarks
	return (
		<TableRow>
			<TableCell sx={{ p: 0.5 }}>
				<LaidOver work={work} size={56} />
			</TableCell>
			<TableCell>
				<Link component="button" onClick={onLook} sx={{ textAlign: 'left' }}>
					{name}
				</Link>
			</TableCell>
			<TableCell>{drill.name}</TableCell>
			<TableCell className="number" sx={{ whiteSpace: 'nowrap' }}>
				{Math.round(100 * share)} %{' '}
				{done && (
					<CheckCircleRounded
						color="primary"
						titleAccess="Done"
						sx={{ fontSize: 16, verticalAlign: 'text-bottom' }}
					/>
				)}
			</TableCell>
			<TableCell className="number" sx={{ whiteSpace: 'nowrap' }}>
				{figures.nodes} of {drill.nodes}
			</TableCell>
			<TableCell className="number" sx={{ whiteSpace: 'nowrap' }}>
				{figures.nodes === 0 ? '–' : `${figures.deviation.toFixed(1)} px`}
			</TableCell>
			<TableCell sx={{ minWidth: 220 }}>{first ? remarkWords(first) : ''}</TableCell>
		</TableRow>
	)
}

/** A trace over its answer, with all that is to be said of it. */
function Looked({ work, onClose }: { work: PupilsWork; onClose: () => void }) {
	const { name, drill, grade } = work
	return (
		<>
			<DialogTitle>
				{name}: {drill.name}
			</DialogTitle>
			<DialogContent sx={{ display: 'grid', gap: 1.5 }}>
				<LaidOver work={work} size={520} numbered />
				<Typography variant="body2">Dark: the trace. Dashed: the answer. {drill.task}</Typography>
				<Box component="ol" sx={{ m: 0, pl: 2.5 }}>
					{grade.remarks.map((remark) => (
						<Typography component="li" variant="body2" key={`${remark.mistake} ${remark.at}`}>
							{remarkWords(remark)}
						</Typography>
					))}
				</Box>
				<Button variant="outlined" onClick={onClose} sx={{ justifySelf: 'start' }}>
					Close
				</Button>
			</DialogContent>
		</>
	)
}
