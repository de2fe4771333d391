'use client'

import Box from '@mui/material/Box'
import { lazy, Suspense, useEffect, useState } from 'react'
import { browserLibrary } from '@/store/browserLibrary'
import { claimSheet } from '@/store/editLock'
import { createOpenSheet } from '@/store/openSheet'
import { keepSaved } from '@/store/saving'
import { NOTHING } from '@/store/selection'
import { Canvas } from './canvas/Canvas'
import { Rulers } from './canvas/Rulers'
import { createDesk, leaveDesk, readLeftDesk } from './desk'
import { FilesTaken } from './FilesTaken'
import { HintLine } from './HintLine'
import { JobNotice } from './JobNotice'
import { PiecesPanel } from './panels/PiecesPanel'
import { PassCard } from './passes/PassCard'
import { worksOnPhoto } from './passes/passes'
import { TopBar } from './TopBar'
import {
	createWorkbench,
	useDesk,
	useOpenSheet,
	type Workbench,
	WorkbenchProvider,
} from './workbench'
import { ZoomBar } from './ZoomBar'

// What a sheet opened in peace does not need comes when it is needed.
const NotOpened = lazy(() => import('./NotOpened').then((m) => ({ default: m.NotOpened })))
const Notices = lazy(() => import('./Notices').then((m) => ({ default: m.Notices })))
const PieceCard = lazy(() => import('./panels/PieceCard').then((m) => ({ default: m.PieceCard })))
const ProfileStrip = lazy(() =>
	import('./panels/ProfileStrip').then((m) => ({ default: m.ProfileStrip })),
)
const NodeCard = lazy(() => import('./panels/NodeCard').then((m) => ({ default: m.NodeCard })))

type Loaded =
	| { readonly state: 'loading' }
	| { readonly state: 'failed'; readonly error: unknown }
	| {
			readonly state: 'open'
			readonly workbench: Workbench
			readonly left: unknown
			takeOver(): void
	  }

/** The editor of one stored sheet. */
export function Editor({ id }: { id: string }) {
	const loaded = useLoadedSheet(id)
	if (loaded.state === 'failed')
		return (
			<Suspense>
				<NotOpened error={loaded.error} />
			</Suspense>
		)
	if (loaded.state === 'loading')
		return <Box component="main" aria-busy="true" sx={{ height: '100dvh' }} />
	return (
		<WorkbenchProvider value={loaded.workbench}>
			<FilesTaken>
				<Box
					component="main"
					sx={{
						display: 'grid',
						height: '100dvh',
						minWidth: 960,
						gridTemplateColumns: '264px minmax(0, 1fr) 256px',
						gridTemplateRows: 'auto minmax(0, 1fr) auto auto',
						gridTemplateAreas:
							'"top top top" "pass canvas panels" "pass hint panels" "pass strip panels"',
					}}
				>
					<Box
						sx={{
							gridArea: 'top',
							borderBottom: 1,
							borderColor: 'divider',
							bgcolor: 'background.paper',
						}}
					>
						<TopBar />
					</Box>
					<Box sx={{ gridArea: 'pass', borderRight: 1, borderColor: 'divider', overflowY: 'auto' }}>
						<PassCard />
					</Box>
					<Box sx={{ gridArea: 'canvas', position: 'relative' }}>
						<Canvas left={loaded.left} />
						<Rulers />
						<ZoomBar />
						<JobNotice />
						<NoticesIfAny takeOver={loaded.takeOver} />
					</Box>
					<Box sx={{ gridArea: 'hint', borderTop: 1, borderColor: 'divider' }}>
						<HintLine />
					</Box>
					<Box sx={{ gridArea: 'strip' }}>
						<ProfileIfAny />
					</Box>
					<Box
						sx={{
							gridArea: 'panels',
							borderLeft: 1,
							borderColor: 'divider',
							display: 'grid',
							gridTemplateRows: 'minmax(0, 1fr) auto',
						}}
					>
						<PiecesPanel />
						<SelectionCard />
					</Box>
				</Box>
			</FilesTaken>
		</WorkbenchProvider>
	)
}

function NoticesIfAny({ takeOver }: { takeOver: () => void }) {
	const some = useOpenSheet((state) => state.readOnly || state.saving.state === 'failed')
	return some ? (
		<Suspense>
			<Notices takeOver={takeOver} />
		</Suspense>
	) : null
}

/** The profile of what thinning would do, while that is looked at. */
function ProfileIfAny() {
	const shown = useDesk(({ pass, ghost }) => pass === 'thin' && ghost !== null)
	return shown ? (
		<Suspense>
			<ProfileStrip />
		</Suspense>
	) : null
}

/** The selection's numbers: a node's, or whole pieces'. Each comes when it is first needed. */
function SelectionCard() {
	const nodes = useOpenSheet((state) => state.selection.nodes.size > 0)
	const piece = useOpenSheet((state) => state.selection.piece !== null)
	const onPhoto = useDesk(worksOnPhoto)
	const whole = useDesk((state) => state.tool === 'arrange')
	if (onPhoto || (!nodes && !piece)) return null
	return <Suspense>{nodes && !whole ? <NodeCard /> : <PieceCard />}</Suspense>
}

/** Loads the sheet, claims it for this tab, and keeps it saved until the page is left. */
function useLoadedSheet(id: string): Loaded {
	const [loaded, setLoaded] = useState<Loaded>({ state: 'loading' })
	useEffect(() => {
		const library = browserLibrary()
		let gone = false
		let leave = () => {}
		const begin = async () => {
			const { sheet, desk: left } = await library.load(id)
			if (gone) return
			const open = createOpenSheet(sheet)
			const kept = readLeftDesk(left)
			const desk = createDesk(
				// A bare sheet begins with its photo, one with outlines where they are refined.
				kept ??
					(sheet.pieces.length > 0
						? { pass: 'refine', tool: 'nodes' }
						: { pass: 'photo', tool: 'arrange' }),
			)
			const workbench = createWorkbench(open, desk, library)
			const saving = keepSaved(open, (current) => library.save(current, leaveDesk(desk.getState())))
			let release = () => {}
			const claim = async (takeOver: boolean) => {
				const claimed = await claimSheet(id, { takeOver, lost: () => open.setReadOnly(true) })
				release = claimed.release
				if (gone) release()
				return claimed.mine
			}
			if (!(await claim(false))) open.setReadOnly(true)
			const atOnce = () => void saving.flush()
			const unwatch = keepDeskSaved(workbench, id)
			document.addEventListener('visibilitychange', atOnce)
			window.addEventListener('pagehide', atOnce)
			leave = () => {
				document.removeEventListener('visibilitychange', atOnce)
				window.removeEventListener('pagehide', atOnce)
				unwatch()
				void saving.flush().finally(release)
				saving.stop()
			}
			if (gone) return leave()
			open.select({
				...NOTHING,
				piece: sheet.pieces.at(-1)?.id ?? null,
				photo: sheet.photos.at(-1)?.id,
			})
			workbench.refresh()
			// The other tab's last edits are in the store: the sheet is read again when it is taken over.
			const takeOver = () => void claim(true).then(() => window.location.reload())
			setLoaded({ state: 'open', workbench, left, takeOver })
		}
		begin().catch((error) => {
			if (!gone) setLoaded({ state: 'failed', error })
		})
		return () => {
			gone = true
			leave()
		}
	}, [id])
	return loaded
}

/** How long the view must rest before it is stored, ms. */
const DESK_REST_MS = 400

/** What of the desk is found again. */
const LEFT = ['view', 'pass', 'tool', 'rulers', 'snapping', 'straightOnly'] as const

/** Stores pass, tool and view a moment after they last changed. */
function keepDeskSaved({ desk, library, open }: Workbench, id: string): () => void {
	let timer: ReturnType<typeof setTimeout> | undefined
	const unsubscribe = desk.subscribe((state, before) => {
		const same = LEFT.every((key) => state[key] === before[key])
		if (same) return
		clearTimeout(timer)
		timer = setTimeout(() => {
			// A desk that cannot be stored costs nothing that matters; the sheet's own saving says so.
			if (!open.getState().readOnly)
				library.saveDesk(id, leaveDesk(desk.getState())).catch(() => {})
		}, DESK_REST_MS)
	})
	return () => {
		clearTimeout(timer)
		unsubscribe()
	}
}
