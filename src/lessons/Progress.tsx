'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { SKILLS } from '@/core/practice'
import { counted } from '@/kit/counted'
import { PROGRESS } from '@/kit/fileKinds'
import { chooseFiles, saveFile } from '@/kit/files'
import { late } from '@/kit/late'
import { closeSnack, showProblem, showSnack } from '@/kit/snackbar'
import { browserLibrary } from '@/store/browserLibrary'
import type { StoredGrade } from '@/store/database'
import { gradesOf, type Scope } from './howItWent'
import { progressFile, readProgress } from './progressFile'
import { SKILL_NAMES } from './skillNames'

const ProgressChart = late(() => import('./ProgressChart').then((m) => m.ProgressChart), 'nowhere')

/** A curve wants so many points to be one. */
const LEAST_POINTS = 3

/** How drills went one after the other; it goes out as a file, and comes in again elsewhere. */
export function Progress({
	grades,
	onChange,
}: {
	grades: readonly StoredGrade[]
	onChange: () => void
}) {
	const [scope, setScope] = useState<Scope>('all')
	const shown = gradesOf(grades, scope)
	const act = (work: () => Promise<unknown>) => void work().catch((error) => showProblem(error))
	const bringIn = () =>
		act(async () => {
			const practice = await browserLibrary().practice()
			for (const file of await chooseFiles(PROGRESS)) {
				const read = readProgress(await file.text())
				if (!read) {
					showSnack(`“${file.name}” holds no progress. Nothing was changed.`, {
						variant: 'warning',
					})
					continue
				}
				const added = await practice.addAll(read)
				showSnack(
					added === 0
						? `All of “${file.name}” is here already.`
						: `${counted(added, 'result', 'results')} brought in.`,
				)
			}
			onChange()
		})
	const forget = () =>
		act(async () => {
			const practice = await browserLibrary().practice()
			await practice.forget()
			onChange()
			const key = showSnack('All results are forgotten. The drills’ sheets are as they were.', {
				action: (
					<Button
						color="inherit"
						onClick={() => {
							closeSnack(key)
							act(async () => {
								await practice.addAll(grades)
								onChange()
							})
						}}
					>
						Undo
					</Button>
				),
			})
		})
	return (
		<Box component="section" aria-label="Progress">
			<Box sx={{ display: 'flex', alignItems: 'center', gap: 1.5, flexWrap: 'wrap', mb: 1 }}>
				<Typography variant="h2" sx={{ flexGrow: 1 }}>
					How it goes
				</Typography>
				{grades.length >= LEAST_POINTS && (
					<TextField
						select
						size="small"
						label="Of"
						value={scope}
						onChange={({ target }) => setScope(target.value as Scope)}
						sx={{ minWidth: 190 }}
					>
						<MenuItem value="all">All drills</MenuItem>
						<MenuItem value="daily">The shapes of the days</MenuItem>
						{SKILLS.map((skill) => (
							<MenuItem key={skill} value={skill}>
								{SKILL_NAMES[skill]}
							</MenuItem>
						))}
					</TextField>
				)}
				<Button
					disabled={grades.length === 0}
					onClick={() =>
						act(() =>
							saveFile([progressFile(grades)], 'practice.progress.json', 'application/json'),
						)
					}
				>
					Save as a file
				</Button>
				<Button onClick={bringIn}>Bring in a file</Button>
				<Button color="inherit" disabled={grades.length === 0} onClick={forget}>
					Begin anew
				</Button>
			</Box>
			{shown.length >= LEAST_POINTS ? (
				<ProgressChart grades={shown} />
			) : (
				<Typography variant="body2" sx={{ color: 'text.secondary' }}>
					{shown.length === 0
						? 'Nothing is done yet: results stay in this browser.'
						: 'A few more, and there is a curve.'}
				</Typography>
			)}
		</Box>
	)
}
