'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import List from '@mui/material/List'
import ListItemButton from '@mui/material/ListItemButton'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useCallback, useEffect, useState } from 'react'
import type { Sheet } from '@/core'
import { useOpenSheet, useWorkbench } from '@/editor/workbench/workbench'
import { SketchedArtwork } from '@/kit/SketchedArtwork'
import { showProblem } from '@/kit/snackbar'
import type { StoredVersion } from '@/store/database'
import { NOTHING } from '@/store/selection'
import type { Versions } from '@/store/versions'
import { VersionCompared } from './VersionCompared'

/** The kept states of the sheet: looked at, compared with now, brought back. */
export function VersionsDialog({ onClose }: { readonly onClose: () => void }) {
	const { open, library, refresh } = useWorkbench()
	const now = useOpenSheet(({ history }) => history.present)
	const readOnly = useOpenSheet((state) => state.readOnly)
	const { versions, reload } = useVersions(now.id)
	const [chosen, setChosen] = useState<string | null>(null)
	const version = versions?.find(({ id }) => id === chosen) ?? versions?.[0]
	const act = (work: (kept: Versions) => Promise<unknown>) =>
		void library
			.versions()
			.then(work)
			.then(reload, (error) => void showProblem(error))
	const restore = (then: Sheet) => {
		open.takeState(version ? `Back to ${nameOf(version)}` : 'Back to a version', then)
		open.select({ ...NOTHING, piece: then.pieces.at(-1)?.id ?? null })
		refresh()
		onClose()
	}
	return (
		<Dialog open onClose={onClose} maxWidth="md" fullWidth aria-labelledby="versions-title">
			<DialogTitle id="versions-title" variant="h1">
				Versions of “{now.name}”
			</DialogTitle>
			<DialogContent
				sx={{
					display: 'grid',
					gridTemplateColumns: '268px minmax(0, 1fr)',
					gap: 2,
					minHeight: 420,
				}}
			>
				<Box sx={{ display: 'flex', flexDirection: 'column', gap: 1, minHeight: 0 }}>
					{!readOnly && <KeepNow onKeep={(name) => act((kept) => kept.keep(open.sheet(), name))} />}
					<List
						aria-label="Versions"
						dense
						disablePadding
						sx={{
							overflowY: 'auto',
							maxHeight: 440,
							border: 1,
							borderColor: 'divider',
							borderRadius: 1,
						}}
					>
						{versions?.map((each) => (
							<ListItemButton
								key={each.id}
								selected={each === version}
								onClick={() => setChosen(each.id)}
								sx={{ gap: 1, px: 1, alignItems: 'center' }}
							>
								<VersionPicture version={each} />
								<Box sx={{ minWidth: 0 }}>
									<Typography variant="body2" noWrap sx={{ fontWeight: 600 }}>
										{each.name ?? whenOf(each)}
									</Typography>
									{each.name === undefined && each.before !== undefined && (
										<Typography variant="caption" noWrap sx={{ display: 'block' }}>
											before “{each.before}”
										</Typography>
									)}
									<Typography
										variant="caption"
										noWrap
										sx={{ color: 'text.secondary', display: 'block' }}
									>
										{each.name !== undefined && `${whenOf(each)} · `}
										{each.summary.pieces} {each.summary.pieces === 1 ? 'piece' : 'pieces'},{' '}
										{each.summary.nodes} nodes
									</Typography>
								</Box>
							</ListItemButton>
						))}
					</List>
				</Box>
				{version ? (
					<VersionCompared
						key={version.id}
						version={version}
						now={now}
						readOnly={readOnly}
						onRestore={restore}
						onRename={(name) => act((kept) => kept.rename(version.id, name))}
						onDrop={() => act((kept) => kept.drop(version.id))}
					/>
				) : (
					<Typography sx={{ color: 'text.secondary', alignSelf: 'center', maxWidth: '46ch' }}>
						{versions &&
							'None yet. The sheet is kept by itself every five minutes of work and before each large step, and whenever you keep it under a name.'}
					</Typography>
				)}
			</DialogContent>
			<DialogActions>
				<Button onClick={onClose}>Close</Button>
			</DialogActions>
		</Dialog>
	)
}

function useVersions(sheet: string) {
	const { library } = useWorkbench()
	const [versions, setVersions] = useState<readonly StoredVersion[] | null>(null)
	const reload = useCallback(
		() =>
			library
				.versions()
				.then((kept) => kept.list(sheet))
				.then(setVersions, (error) => {
					showProblem(error)
				}),
		[library, sheet],
	)
	useEffect(() => void reload(), [reload])
	return { versions, reload }
}

/** Keeps the sheet as it is under a name. */
function KeepNow({ onKeep }: { readonly onKeep: (name: string) => void }) {
	const [name, setName] = useState('')
	const keep = () => {
		if (!name.trim()) return
		onKeep(name.trim())
		setName('')
	}
	return (
		<Box
			component="form"
			sx={{ display: 'flex', gap: 1, pt: 0.75 }}
			onSubmit={(event) => {
				event.preventDefault()
				keep()
			}}
		>
			<TextField
				size="small"
				label="Keep it now as"
				value={name}
				onChange={({ target }) => setName(target.value)}
				slotProps={{ htmlInput: { maxLength: 80 } }}
				sx={{ flexGrow: 1 }}
			/>
			<Button type="submit" variant="outlined" disabled={!name.trim()}>
				Keep
			</Button>
		</Box>
	)
}

function VersionPicture({ version: { summary } }: { readonly version: StoredVersion }) {
	return (
		<svg
			viewBox={`0 0 ${summary.width} ${summary.height}`}
			width={48}
			height={40}
			aria-hidden="true"
			style={{ flexShrink: 0, background: '#FBF9F4', borderRadius: 2 }}
		>
			<SketchedArtwork artwork={summary.artwork} />
		</svg>
	)
}

const date = new Intl.DateTimeFormat('en', { dateStyle: 'medium', timeStyle: 'short' })
const time = new Intl.DateTimeFormat('en', { timeStyle: 'short' })

const whenOf = ({ at }: StoredVersion): string =>
	new Date(at).toDateString() === new Date().toDateString() ? time.format(at) : date.format(at)

/** What a version is called: its name, what it was kept before, or when it was so. */
export function nameOf(version: StoredVersion): string {
	if (version.name !== undefined) return version.name
	const when = whenOf(version)
	return version.before === undefined ? when : `${when}, before “${version.before}”`
}
