'use client'

import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import Paper from '@mui/material/Paper'
import { type RefObject, useEffect, useRef, useState } from 'react'
import { findNode, NODE_KINDS, type NodeKind, type Point, setKind } from '@/core'
import { keyOf } from '@/editor/session/holds'
import { toScreen } from '@/editor/session/view'
import { useDesk, useOpenSheet, useSheet, useWorkbench } from '@/editor/workbench/workbench'
import { KindIcon } from '@/kit/KindIcon'
import { Tip } from '@/kit/Tip'
import { selectContour } from '@/store/selection'
import { awayFrom, besideNode } from './besideNode'
import { chosenNodes, isAble, NODE_ORDER, type NodeAction } from './nodeActions'
import { performAction } from './performAction'

/** So long a pointer rests on a node before what is likely comes up, ms … */
const RESTS_MS = 600
/** … and so long it may be away from both on the way there, ms. */
const LEAVES_MS = 500
/** Whoever goes so much further away from it than they came wants something else, px. */
const ASTRAY_PX = 4
/** How much room it takes at most, px. */
const SIZE = { width: 320, height: 44 }
/** So many actions beside the kinds. */
const LIKELY = 2

/** What is likely to be done next, at the node where the pointer rests: its kind, and a few actions. */
export function AtNode() {
	const [over, setOver] = useState(false)
	const bar = useRef<HTMLDivElement>(null)
	const id = useRested(over, bar)
	return id === null ? null : <Strip id={id} bar={bar} over={over} onOver={setOver} />
}

/** Only while it shows does it follow the sheet: a drag draws nothing of it. */
function Strip({
	id,
	bar,
	over,
	onOver,
}: {
	id: string
	bar: RefObject<HTMLDivElement | null>
	over: boolean
	onOver: (over: boolean) => void
}) {
	const place = findNode(useSheet(), id)
	const view = useDesk((state) => state.view)
	const size = useDesk((state) => state.size)
	// What goes away under the pointer is left by it without a word.
	useEffect(() => () => onOver(false), [onOver])
	const shown = (p: Point | undefined) => (p ? [toScreen(view, p)] : [])
	const around = ({ node, contour }: NonNullable<typeof place>) =>
		besideNode(
			toScreen(view, node.at),
			SIZE,
			{
				handles: [...shown(node.in), ...shown(node.out)],
				others: contour.nodes.flatMap((other) => (other === node ? [] : shown(other.at))),
			},
			size,
		)
	// Handles that come with what was pressed do not drive it away from under the pointer.
	const at = useStill(place ? around(place) : null, over)
	if (!place || !at) return null
	const [left, top] = at
	return (
		<Paper
			ref={bar}
			role="toolbar"
			aria-label="Likely next"
			variant="outlined"
			onPointerEnter={() => onOver(true)}
			onPointerLeave={() => onOver(false)}
			sx={{
				position: 'absolute',
				left,
				top,
				maxWidth: SIZE.width,
				display: 'flex',
				flexWrap: 'wrap',
				alignItems: 'center',
				gap: 0.25,
				p: 0.25,
				boxShadow: 3,
			}}
		>
			<Contents id={place.node.id} kind={place.node.kind} />
		</Paper>
	)
}

/** A place as it was before it was to be still. */
function useStill(now: Point | null, still: boolean): Point | null {
	const [kept, setKept] = useState(now)
	useEffect(() => {
		if (!still) setKept((was) => (was?.[0] === now?.[0] && was?.[1] === now?.[1] ? was : now))
	})
	return still ? kept : now
}

function Contents({ id, kind }: { id: string; kind: NodeKind }) {
	const { open, refresh } = useWorkbench()
	const sheet = useSheet()
	const selected = useOpenSheet((state) => state.selection.nodes)
	// A node among those chosen stands for all of them.
	const ids = selected.has(id) ? selected : new Set([id])
	const chosen = chosenNodes(sheet, ids)
	const able = NODE_ORDER.filter((action) => isAble(action, sheet, chosen)).slice(0, LIKELY)
	const choose = () => {
		const contour = findNode(open.sheet(), id)?.contour.id
		if (!selected.has(id) && contour) open.select(selectContour(open.sheet(), contour, [id]))
	}
	const perform = (action: NodeAction) => () => {
		choose()
		performAction(action, { open, refresh })
	}
	return (
		<>
			{NODE_KINDS.map((each) => (
				<Tip key={each} title={`Make ${each} (${keyOf(each)})`}>
					<IconButton
						aria-label={`Make ${each}`}
						aria-pressed={each === kind}
						color={each === kind ? 'primary' : 'default'}
						onClick={() => {
							choose()
							open.apply(`Make ${each}`, (now) => setKind(now, ids, each))
							refresh()
						}}
					>
						<KindIcon kind={each} />
					</IconButton>
				</Tip>
			))}
			{able.map((action) => (
				<Tip
					key={action.name}
					title={action.key ? `${action.says} (${action.key}).` : `${action.says}.`}
				>
					<span>
						<Button
							color="inherit"
							onClick={perform(action)}
							sx={{ px: 0.75, minWidth: 0, fontSize: '0.75rem', fontWeight: 500 }}
						>
							{action.name}
						</Button>
					</span>
				</Tip>
			))}
		</>
	)
}

/** The node that the pointer rests on, or has rested on and is still near. */
function useRested(over: boolean, bar: RefObject<HTMLElement | null>): string | null {
	const hovered = useDesk(({ overlay: { hover }, holds }) =>
		hover?.kind === 'node' && holds.size === 0 ? hover.id : null,
	)
	const [rested, setRested] = useState<string | null>(null)
	useEffect(() => {
		if (over || hovered === rested) return
		const wait = hovered === null ? LEAVES_MS : RESTS_MS
		const timer = setTimeout(() => setRested(hovered), wait)
		return () => clearTimeout(timer)
	}, [over, hovered, rested])
	// Whoever leaves the node for anything but the bar is in its way no longer.
	const leaving = rested !== null && hovered !== rested && !over
	useEffect(() => {
		if (!leaving) return
		let nearest = Number.POSITIVE_INFINITY
		const onMove = ({ clientX, clientY }: PointerEvent) => {
			const rect = bar.current?.getBoundingClientRect()
			const away = rect ? awayFrom(rect, [clientX, clientY]) : Number.POSITIVE_INFINITY
			if (away > nearest + ASTRAY_PX) setRested(null)
			nearest = Math.min(nearest, away)
		}
		window.addEventListener('pointermove', onMove)
		return () => window.removeEventListener('pointermove', onMove)
	}, [leaving, bar])
	// What begins anew on the canvas is in nobody's way.
	const { desk } = useWorkbench()
	useEffect(() => {
		const away = ({ target }: Event) => {
			if (!(target instanceof Element && target.closest('[role="toolbar"]'))) setRested(null)
		}
		window.addEventListener('pointerdown', away, { capture: true })
		const unsubscribe = desk.subscribe(({ view }, before) => {
			if (view !== before.view) setRested(null)
		})
		return () => {
			window.removeEventListener('pointerdown', away, { capture: true })
			unsubscribe()
		}
	}, [desk])
	return rested
}
