'use client'

import FileDownloadOutlined from '@mui/icons-material/FileDownloadOutlined'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import FormGroup from '@mui/material/FormGroup'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useMemo, useState } from 'react'
import { nodeCount, sheetFormat, startingSettings } from '@/core'
import { CRITERIA, type Criterion, lessonSheet } from '@/core/practice'
import { useSheetAtRest, useWorkbench } from '@/editor/workbench/workbench'
import { fileWriter } from '@/jobs/exporting'
import { CRITERION_WORDS } from '@/kit/criterionWords'
import { saveMade } from '@/kit/files'
import { NumberField } from '@/kit/NumberField'
import { sheetFile } from '@/kit/outFiles'
import { frameOf } from '@/kit/ShapePicture'
import { showProblem, showSnack } from '@/kit/snackbar'

const FIRST_TASK = 'Trace it as true as you can, with as few nodes as it needs.'
const FIRST_GRADED: readonly Criterion[] = ['edge', 'whole', 'nodes']
/** At first a trace may lie off by this share of the answer's diagonal, and have so many nodes for each of the answer's. */
const FIRST_WITHIN = 0.006
const FIRST_NODES = 1.25
/** Longer tasks are no task. */
const MOST_WORDS = 300

/** What is traced here becomes the answer of a drill, which goes out as a sheet file. */
export function DrillSection() {
	const { library } = useWorkbench()
	const sheet = useSheetAtRest()
	const shown = useMemo(() => sheet.pieces.filter(({ hidden }) => !hidden), [sheet])
	const contours = useMemo(() => shown.flatMap((piece) => piece.contours), [shown])
	const { size, count } = useMemo(() => {
		const { minX, minY, maxX, maxY } = frameOf(contours)
		return { size: Math.hypot(maxX - minX, maxY - minY), count: nodeCount(contours) }
	}, [contours])
	const [task, setTask] = useState(FIRST_TASK)
	const [px, setPx] = useState<number | null>(null)
	const [most, setMost] = useState<number | null>(null)
	const [graded, setGraded] = useState<ReadonlySet<Criterion>>(new Set(FIRST_GRADED))
	if (shown.length === 0)
		return (
			<Typography variant="body2" sx={{ color: 'text.secondary' }}>
				Nothing is traced yet that could be the answer.
			</Typography>
		)
	const off = px ?? Number((FIRST_WITHIN * size).toPrecision(2))
	const nodes = most ?? Math.ceil(FIRST_NODES * count)
	const save = async () => {
		try {
			const made = lessonSheet(sheet, {
				task: task.trim(),
				within: (1000 * off) / size,
				nodes,
				graded: CRITERIA.filter((one) => graded.has(one)),
			})
			const { name, type, make } = sheetFile(made, startingSettings(sheetFormat), {
				whole: fileWriter.whole,
				photoOf: async (blob) => (await library.photo(blob))?.blob,
			})
			if (await saveMade(make, name.replace('.sheet.', '.drill.'), type))
				showSnack('Saved as a drill: whoever opens it traces it, and is graded by your trace.')
		} catch (error) {
			showProblem(error)
		}
	}
	return (
		<Box sx={{ display: 'grid', gap: 1.25 }}>
			<Typography variant="body2" sx={{ color: 'text.secondary' }}>
				This trace is the answer: {count} nodes in{' '}
				{shown.length === 1 ? 'a piece' : `${shown.length} pieces`}. In the drill it is not seen
				until a trace is judged.
			</Typography>
			<TextField
				label="Task"
				size="small"
				multiline
				minRows={2}
				value={task}
				error={task.trim() === ''}
				helperText={task.trim() === '' ? 'Say what is to be done.' : undefined}
				onChange={({ target }) => setTask(target.value.slice(0, MOST_WORDS))}
			/>
			<Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
				<NumberField
					label="Off by at most"
					unit="px"
					value={off}
					onChange={(next) => setPx(Math.min(size, Math.max(0.1, next(off))))}
				/>
				<NumberField
					label="Nodes at most"
					unit=""
					digits={0}
					value={nodes}
					onChange={(next) => setMost(Math.max(1, Math.round(next(nodes))))}
				/>
			</Box>
			<FormGroup aria-label="What counts">
				{CRITERIA.map((one) => (
					<FormControlLabel
						key={one}
						label={<Typography variant="body2">{CRITERION_WORDS[one]}</Typography>}
						control={
							<Checkbox
								size="small"
								sx={{ py: 0.25 }}
								checked={graded.has(one)}
								onChange={(_, on) => {
									const next = new Set(graded)
									if (on) next.add(one)
									else next.delete(one)
									setGraded(next)
								}}
							/>
						}
					/>
				))}
			</FormGroup>
			<Button
				variant="contained"
				startIcon={<FileDownloadOutlined />}
				disabled={task.trim() === '' || graded.size === 0}
				onClick={() => void save()}
			>
				Save as a drill
			</Button>
		</Box>
	)
}
