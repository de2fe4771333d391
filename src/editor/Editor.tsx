'use client'

import Box from '@mui/material/Box'
import type { SxProps } from '@mui/material/styles'
import { Fragment, type ReactNode, useEffect, useRef, useState } from 'react'
import { Canvas } from '@/editor/panels/Canvas'
import { CanvasTools } from '@/editor/panels/CanvasTools'
import { HintLine } from '@/editor/panels/HintLine'
import { JobNotice } from '@/editor/panels/JobNotice'
import { PassCard } from '@/editor/panels/PassCard'
import { Rulers } from '@/editor/panels/Rulers'
import { type Drawer, TopBar } from '@/editor/panels/TopBar'
import { FilesTaken } from '@/editor/workbench/FilesTaken'
import {
	useDesk,
	useOpenSheet,
	useSlice,
	useWorkbench,
	WorkbenchProvider,
} from '@/editor/workbench/workbench'
import { fetchAhead } from '@/kit/ahead'
import { late } from '@/kit/late'
import { isTourOn } from '@/kit/tour'
import { LOW, NARROW } from '@/theme/widths'
import { drillSlice } from './panels/drill/drillSlice'
import { PiecesPanel } from './panels/tree/PiecesPanel'
import type { LeftDesk } from './passes/leftDesk'
import { darkroomSlice } from './session/darkroomState'
import { isTracing } from './session/desk'
import { RAIL_PX, STRIP_PX } from './session/view'
import { useLoadedSheet } from './useLoadedSheet'

// What a sheet opened in peace does not need comes when it is needed.
const NotOpened = late(() => import('./NotOpened').then((m) => m.NotOpened))
const Notices = late(() => import('@/editor/panels/Notices').then((m) => m.Notices), 'over')
const EdgesNotice = late(
	() => import('@/editor/panels/EdgesNotice').then((m) => m.EdgesNotice),
	'nowhere',
)
const PieceCard = late(() => import('./panels/PieceCard').then((m) => m.PieceCard))
const FoldedTools = late(
	() => import('@/editor/panels/FoldedTools').then((m) => m.FoldedTools),
	'nowhere',
)
const Spoken = late(() => import('./panels/spoken/Spoken').then((m) => m.Spoken), 'nowhere')
// Drills are sheets of their own.
const DrillCard = late(() => import('./panels/drill/DrillCard').then((m) => m.DrillCard))
const AnswerOverlay = late(
	() => import('./panels/drill/AnswerOverlay').then((m) => m.AnswerOverlay),
	'nowhere',
)
const Shown = late(() => import('./Shown').then((m) => m.Shown), 'over')
const TourCard = late(() => import('./panels/tour/TourCard').then((m) => m.TourCard), 'nowhere')
const TourFrame = late(() => import('./panels/tour/TourFrame').then((m) => m.TourFrame), 'nowhere')
const NodeCard = late(() => import('./panels/NodeCard').then((m) => m.NodeCard))

/** The editor of one stored sheet. */
export function Editor({ id }: { id: string }) {
	const loaded = useLoadedSheet(id)
	const [drawer, setDrawer] = useState<Drawer | null>(null)
	const closeDrawer = () => setDrawer(null)
	const stands = loaded.state === 'open'
	useEffect(() => {
		if (stands) fetchAhead()
	}, [stands])
	if (loaded.state === 'failed') return <NotOpened error={loaded.error} />
	if (loaded.state === 'loading')
		return <Box component="main" aria-busy="true" sx={{ height: '100dvh' }} />
	return (
		<WorkbenchProvider value={loaded.workbench}>
			<OwnOrShown>
				<PageTitle />
				<FilesTaken>
					<Bench>
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
						<SideCard
							which="pass"
							drawer={drawer}
							onClose={closeDrawer}
							sx={{
								gridArea: 'pass',
								borderRight: 1,
								borderColor: 'divider',
								overflowY: 'auto',
								overflowX: 'hidden',
								// What stands in the card stays where it is when the card grows longer than its place.
								scrollbarGutter: 'stable',
								scrollbarWidth: 'thin',
								[NARROW]: asDrawer(drawer === 'pass', 'left'),
							}}
						>
							<FoldedOr tools={<FoldedTools />}>
								<TourIfOn part={<TourCard />} />
								<IfDrill>
									<DrillCard />
								</IfDrill>
								<PassCard />
							</FoldedOr>
						</SideCard>
						<Box
							sx={{
								gridArea: 'canvas',
								position: 'relative',
								'&:has([data-rail="left"])': { ml: `${RAIL_PX}px` },
								'&:has([data-rail="right"])': { mr: `${RAIL_PX}px` },
							}}
						>
							<OwnCanvas left={loaded.left} />
							<Rulers />
							<IfDrill>
								<AnswerOverlay />
							</IfDrill>
							<OnCanvasIfAny />
							<TourIfOn part={<TourFrame />} />
							<SpokenOnceAtWork />
							<JobNotice />
							<EdgesIfShown />
							<NoticesIfAny takeOver={loaded.takeOver} />
						</Box>
						<Box
							sx={{
								gridArea: 'hint',
								borderTop: 1,
								borderColor: 'divider',
								display: 'flex',
								alignItems: 'center',
								flexWrap: 'wrap-reverse',
							}}
						>
							<HintLine />
							<CanvasTools />
						</Box>
						<Box sx={{ gridArea: 'strip' }}>
							<StripIfAny />
						</Box>
						<SideCard
							which="pieces"
							drawer={drawer}
							onClose={closeDrawer}
							sx={{
								gridArea: 'panels',
								borderLeft: 1,
								borderColor: 'divider',
								display: 'grid',
								gridTemplateRows: 'minmax(0, 1fr) auto',
								overflow: 'hidden',
								[NARROW]: asDrawer(drawer === 'pieces', 'right'),
							}}
						>
							<PiecesPanel />
							<SelectionCard />
						</SideCard>
					</Bench>
				</FilesTaken>
			</OwnOrShown>
		</WorkbenchProvider>
	)
}

/** One's own bench, or another on which it is shown how a drill is done. */
function OwnOrShown({ children }: { children: ReactNode }) {
	const shows = useSlice(drillSlice, ({ showing }) => showing)
	// What is on the page belongs to the bench that it was made for.
	return shows ? <Shown key="shown">{children}</Shown> : <Fragment key="own">{children}</Fragment>
}

/** The rooms of the editor; with the canvas full the cards beside it are folded away. */
function Bench({ children }: { children: ReactNode }) {
	const full = useDesk((state) => state.full)
	return (
		<Box
			component="main"
			sx={{
				display: 'grid',
				height: '100dvh',
				minWidth: 360,
				gridTemplateColumns: full ? '48px minmax(0, 1fr) 0' : '264px minmax(0, 1fr) 256px',
				gridTemplateRows: 'auto minmax(0, 1fr) auto auto',
				gridTemplateAreas:
					'"top top top" "pass canvas panels" "pass hint panels" "pass strip panels"',
				[NARROW]: {
					gridTemplateColumns: 'minmax(0, 1fr)',
					gridTemplateAreas: '"top" "canvas" "hint" "strip"',
				},
			}}
		>
			{children}
		</Box>
	)
}

/** A card, or what stands for it while it is folded; it stays mounted, since what it shows goes on. */
function FoldedOr({ tools, children }: { tools: ReactNode; children: ReactNode }) {
	const full = useDesk((state) => state.full)
	return (
		<>
			{full && <Box sx={{ [NARROW]: { display: 'none' } }}>{tools}</Box>}
			<Box
				sx={{
					minHeight: '100%',
					display: full ? 'none' : 'flex',
					flexDirection: 'column',
					'& > :last-child': { flexGrow: 1 },
					[NARROW]: { display: 'flex' },
				}}
			>
				{children}
			</Box>
		</>
	)
}

/** The canvas, as it was left; what is shown is seen whole. */
function OwnCanvas({ left }: { left: LeftDesk | null }) {
	const shown = useDesk((state) => state.shown)
	return <Canvas left={shown ? null : left} />
}

/** The page is called after its sheet, among others in a row of tabs. */
function PageTitle() {
	const name = useOpenSheet(({ history }) => history.present.name)
	useEffect(() => {
		const before = document.title
		document.title = `${name} · Skiagram`
		return () => {
			document.title = before
		}
	}, [name])
	return null
}

function NoticesIfAny({ takeOver }: { takeOver: () => Promise<void> }) {
	const some = useOpenSheet((state) => state.readOnly || state.saving.state === 'failed')
	return some ? <Notices takeOver={takeOver} /> : null
}

/** What is done is said once something is. */
function SpokenOnceAtWork() {
	const { open } = useWorkbench()
	const [first] = useState(() => open.getState())
	const begun = useOpenSheet(({ history }) => history.present !== first.history.present)
	const [says, setSays] = useState(false)
	if (begun && !says) setSays(true)
	return says ? <Spoken since={first} /> : null
}

function EdgesIfShown() {
	const edges = useSlice(darkroomSlice, (state) => state.edges)
	return edges ? <EdgesNotice /> : null
}

/** The first visit's tour, on the sheet that it was begun on. */
function TourIfOn({ part }: { part: ReactNode }) {
	const { open } = useWorkbench()
	const [on] = useState(() => isTourOn(open.sheet().id))
	return on && part
}

/** What there is on a sheet that is practised on alone. */
function IfDrill({ children }: { children: ReactNode }) {
	const drill = useOpenSheet(({ history: { present } }) => present.practice ?? present.lesson?.id)
	return drill !== undefined && children
}

/** What the pass, and the tool at hand, lay on the canvas. */
function OnCanvasIfAny() {
	const OfPass = useDesk(({ pass }) => pass.OnCanvas)
	const OfTool = useDesk(({ tool }) => tool.OnCanvas)
	return (
		<>
			{OfPass && <OfPass />}
			{OfTool && <OfTool />}
		</>
	)
}

/** What the pass shows under the canvas. */
function StripIfAny() {
	const { Strip, keepsStrip } = useDesk(({ pass }) => pass)
	const kept = useOpenSheet(({ history }) => keepsStrip?.(history.present) ?? true)
	if (!Strip) return null
	return (
		<Box
			sx={{
				bgcolor: 'background.paper',
				...(kept && { minHeight: STRIP_PX }),
				[LOW]: { display: 'none' },
			}}
		>
			<Strip />
		</Box>
	)
}

/** A card beside the canvas; where there is no room for it, a drawer over it, which goes once a tool is chosen. */
function SideCard({
	which,
	drawer,
	onClose,
	sx,
	children,
}: {
	which: Drawer
	drawer: Drawer | null
	onClose: () => void
	sx: SxProps
	children: ReactNode
}) {
	const open = drawer === which
	const card = useRef<HTMLElement>(null)
	useEffect(() => {
		if (open) card.current?.querySelector<HTMLElement>('button, input')?.focus()
	}, [open])
	return (
		<Box
			ref={card}
			onClick={({ target }) => {
				if (target instanceof Element && target.closest('[role="radio"]')) onClose()
			}}
			onKeyDown={(event) => {
				if (event.key !== 'Escape' || !open) return
				event.stopPropagation()
				onClose()
			}}
			sx={sx}
		>
			{children}
		</Box>
	)
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
