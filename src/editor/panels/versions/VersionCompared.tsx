import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import FormControlLabel from '@mui/material/FormControlLabel'
import Typography from '@mui/material/Typography'
import { useEffect, useMemo, useState } from 'react'
import { bringBack, type Sheet } from '@/core'
import { useWorkbench } from '@/editor/workbench/workbench'
import { messageFor } from '@/kit/messages'
import { NameField } from '@/kit/NameField'
import type { StoredVersion } from '@/store/database'
import { withPieces } from '@/store/selection'
import { compareStates } from './compareStates'
import { StatesOverlay } from './StatesOverlay'

/** A version beside the sheet as it is now: as a picture and in figures; all of it, or pieces of it, come back. */
export function VersionCompared({
	version,
	now,
	readOnly,
	onRestore,
	onRename,
	onDrop,
}: {
	readonly version: StoredVersion
	readonly now: Sheet
	readonly readOnly: boolean
	readonly onRestore: (then: Sheet) => void
	readonly onRename: (name: string | undefined) => void
	readonly onDrop: () => void
}) {
	const { library } = useWorkbench()
	const [then, setThen] = useState<Sheet | null>(null)
	const [problem, setProblem] = useState<unknown>(null)
	useEffect(() => {
		let gone = false
		library
			.versions()
			.then((versions) => versions.read(version.id))
			.then(
				(sheet) => !gone && setThen(sheet),
				(error) => !gone && setProblem(error),
			)
		return () => {
			gone = true
		}
	}, [library, version.id])
	if (problem !== null) return <Typography color="error">{messageFor(problem)}</Typography>
	if (!then) return <Box aria-busy="true" />
	return (
		<Box sx={{ display: 'grid', gap: 1.5, alignContent: 'start' }}>
			<StatesOverlay then={then} now={now} />
			<Figures then={then} now={now} readOnly={readOnly} />
			<Box sx={{ display: 'flex', gap: 1, alignItems: 'center', flexWrap: 'wrap' }}>
				<Button variant="contained" disabled={readOnly} onClick={() => onRestore(then)}>
					Bring all of it back
				</Button>
				<Box sx={{ width: 170 }}>
					<NameField
						label="Version name"
						value={version.name ?? 'Name this version, to keep it'}
						onChange={onRename}
					/>
				</Box>
				{version.name !== undefined && (
					<Button onClick={() => onRename(undefined)}>Take the version’s name away</Button>
				)}
				<Button color="error" onClick={onDrop}>
					Delete this version
				</Button>
			</Box>
		</Box>
	)
}

function Figures({
	then,
	now,
	readOnly,
}: {
	readonly then: Sheet
	readonly now: Sheet
	readonly readOnly: boolean
}) {
	const { open, refresh } = useWorkbench()
	const { gone, come, changed, nodes, apart } = useMemo(() => compareStates(then, now), [then, now])
	const [ids, setIds] = useState<ReadonlySet<string>>(new Set())
	const offered = [...gone, ...changed]
	const chosen = offered.filter(({ id }) => ids.has(id))
	const toggle = (id: string) => {
		const next = new Set(ids)
		if (!next.delete(id)) next.add(id)
		setIds(next)
	}
	const back = () => {
		const all = new Set(chosen.map(({ id }) => id))
		const label =
			all.size === 1 ? `Bring “${chosen[0]?.name}” back` : `Bring ${all.size} pieces back`
		open.apply(label, (sheet) => bringBack(sheet, then, all))
		open.select(withPieces(all))
		setIds(new Set())
		refresh()
	}
	return (
		<Box sx={{ display: 'grid', gap: 0.75 }}>
			<Typography variant="body2" className="number">
				{[
					`${nodes.were} nodes then, ${nodes.are} now`,
					gone.length > 0 && `${piecesOf(gone)} only then`,
					come.length > 0 && `${piecesOf(come)} only now`,
					changed.length > 0 && `${piecesOf(changed)} changed`,
					apart && apart.max > 0 && `at most ${apart.max.toFixed(1)} px apart`,
				]
					.filter(Boolean)
					.join(' · ')}
			</Typography>
			{offered.length === 0 && (
				<Typography variant="body2" sx={{ color: 'text.secondary' }}>
					All pieces are now as they were.
				</Typography>
			)}
			{offered.length > 0 && (
				<Box sx={{ display: 'flex', alignItems: 'center', flexWrap: 'wrap', columnGap: 1 }}>
					{offered.slice(0, MOST).map(({ id, name }) => (
						<FormControlLabel
							key={id}
							control={<Checkbox size="small" checked={ids.has(id)} onChange={() => toggle(id)} />}
							label={name}
						/>
					))}
					<Button
						variant="outlined"
						size="small"
						disabled={readOnly || chosen.length === 0}
						onClick={back}
					>
						Bring chosen pieces back
					</Button>
				</Box>
			)}
		</Box>
	)
}

const piecesOf = ({ length }: readonly unknown[]): string =>
	length === 1 ? '1 piece' : `${length} pieces`

/** So many pieces can be chosen among. */
const MOST = 60
