'use client'

import Box from '@mui/material/Box'
import { useEffect, useState } from 'react'
import { Canvas } from '@/editor/panels/Canvas'
import { HintLine } from '@/editor/panels/HintLine'
import { JobNotice } from '@/editor/panels/JobNotice'
import { PassCard } from '@/editor/panels/PassCard'
import { Rulers } from '@/editor/panels/Rulers'
import { type Drawer, TopBar } from '@/editor/panels/TopBar'
import { ZoomBar } from '@/editor/panels/ZoomBar'
import { FilesTaken } from '@/editor/workbench/FilesTaken'
import { useDesk, useOpenSheet, useSlice, WorkbenchProvider } from '@/editor/workbench/workbench'
import { fetchAhead } from '@/kit/ahead'
import { late } from '@/kit/late'
import { NARROW } from '@/theme/widths'
import { PiecesPanel } from './panels/tree/PiecesPanel'
import { darkroomSlice } from './session/darkroomState'
import { isTracing } from './session/desk'
import { useLoadedSheet } from './useLoadedSheet'

// What a sheet opened in peace does not need comes when it is needed.
const NotOpened = late(() => import('./NotOpened').then((m) => m.NotOpened))
const Notices = late(() => import('@/editor/panels/Notices').then((m) => m.Notices), 'over')
const EdgesNotice = late(
	() => import('@/editor/panels/EdgesNotice').then((m) => m.EdgesNotice),
	'nowhere',
)
const PieceCard = late(() => import('./panels/PieceCard').then((m) => m.PieceCard))
const NodeCard = late(() => import('./panels/NodeCard').then((m) => m.NodeCard))

/** The editor of one stored sheet. */
export function Editor({ id }: { id: string }) {
	const loaded = useLoadedSheet(id)
	const [drawer, setDrawer] = useState<Drawer | null>(null)
	const stands = loaded.state === 'open'
	useEffect(() => {
		if (stands) fetchAhead()
	}, [stands])
	if (loaded.state === 'failed') return <NotOpened error={loaded.error} />
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
						minWidth: 360,
						gridTemplateColumns: '264px minmax(0, 1fr) 256px',
						gridTemplateRows: 'auto minmax(0, 1fr) auto auto',
						gridTemplateAreas:
							'"top top top" "pass canvas panels" "pass hint panels" "pass strip panels"',
						[NARROW]: {
							gridTemplateColumns: 'minmax(0, 1fr)',
							gridTemplateAreas: '"top" "canvas" "hint" "strip"',
						},
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
						<TopBar drawer={drawer} onDrawer={setDrawer} />
					</Box>
					<Box
						sx={{
							gridArea: 'pass',
							borderRight: 1,
							borderColor: 'divider',
							overflowY: 'auto',
							[NARROW]: asDrawer(drawer === 'pass', 'left'),
						}}
					>
						<PassCard />
					</Box>
					<Box sx={{ gridArea: 'canvas', position: 'relative' }}>
						<Canvas left={loaded.left} />
						<Rulers />
						<ZoomBar />
						<OnCanvasIfAny />
						<JobNotice />
						<EdgesIfShown />
						<NoticesIfAny takeOver={loaded.takeOver} />
					</Box>
					<Box sx={{ gridArea: 'hint', borderTop: 1, borderColor: 'divider' }}>
						<HintLine />
					</Box>
					<Box sx={{ gridArea: 'strip' }}>
						<StripIfAny />
					</Box>
					<Box
						sx={{
							gridArea: 'panels',
							borderLeft: 1,
							borderColor: 'divider',
							display: 'grid',
							gridTemplateRows: 'minmax(0, 1fr) auto',
							[NARROW]: asDrawer(drawer === 'pieces', 'right'),
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

function NoticesIfAny({ takeOver }: { takeOver: () => Promise<void> }) {
	const some = useOpenSheet((state) => state.readOnly || state.saving.state === 'failed')
	return some ? <Notices takeOver={takeOver} /> : null
}

function EdgesIfShown() {
	const edges = useSlice(darkroomSlice, (state) => state.edges)
	return edges ? <EdgesNotice /> : null
}

/** What the pass lays on the canvas. */
function OnCanvasIfAny() {
	const OnCanvas = useDesk(({ pass }) => pass.OnCanvas)
	return OnCanvas ? <OnCanvas /> : null
}

/** What the pass shows under the canvas. */
function StripIfAny() {
	const Strip = useDesk(({ pass }) => pass.Strip)
	return Strip ? <Strip /> : null
}

/** A panel over the canvas: it stays mounted while it is folded, since what it shows goes on. */
function asDrawer(open: boolean, side: 'left' | 'right') {
	return {
		gridArea: 'canvas',
		justifySelf: side === 'left' ? 'start' : 'end',
		zIndex: 'drawer',
		width: 'min(264px, 85vw)',
		height: '100%',
		bgcolor: 'background.default',
		boxShadow: 6,
		...(!open && { display: 'none' }),
	}
}

/** The selection's numbers: a node's, or whole pieces'. Each comes when it is first needed. */
function SelectionCard() {
	const nodes = useOpenSheet((state) => state.selection.nodes.size > 0)
	const piece = useOpenSheet((state) => state.selection.piece !== null)
	const about = useDesk((state) => state.tool.about)
	const tracing = useDesk(isTracing)
	if (!tracing || about === 'photos' || (!nodes && !piece)) return null
	return nodes && about === 'outlines' ? <NodeCard /> : <PieceCard />
}
