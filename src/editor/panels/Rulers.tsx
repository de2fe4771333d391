'use client'

import Box from '@mui/material/Box'
import { type PointerEvent, useEffect, useRef } from 'react'
import {
	addGuides,
	type Guide,
	newGuide,
	type Point,
	pxPer,
	removeGuides,
	type Scale,
	type Sheet,
	setUnit,
	unitInForce,
} from '@/core'
import { type DeskState, isTracing } from '@/editor/session/desk'
import { NO_OVERLAY } from '@/editor/session/tool'
import { RULER_PX, toSheet } from '@/editor/session/view'
import { wholeAt } from '@/editor/tools/arrangePhotos'
import { useDesk, useOpenSheet, useWorkbench } from '@/editor/workbench/workbench'
import { Tip } from '@/kit/Tip'
import { DARK, LIGHT } from '@/theme/tokens'
import { TOUCH, TOUCH_TARGET_PX } from '@/theme/widths'
import { rulerTicks } from './rulerTicks'

const SHORT_PX = 4

/** Rulers along the canvas's upper and left edges, in the sheet's unit; guides are dragged from them. */
export function Rulers() {
	const shown = useDesk((state) => state.rulers && isTracing(state))
	if (!shown) return null
	return (
		<>
			<Ruler along="x" />
			<Ruler along="y" />
			<UnitCorner />
		</>
	)
}

/** A ruler along one axis. What is dragged from it is a guide across it; guides along it are taken by their marks. */
function Ruler({ along }: { along: Guide['axis'] }) {
	const canvas = useRef<HTMLCanvasElement>(null)
	const { open, desk } = useWorkbench()
	const drag = useGuideDrag(along)

	useEffect(() => {
		const element = canvas.current
		if (!element) return
		const draw = () => drawRuler(element, along, open.sheet(), desk.getState())
		draw()
		const unsubscribe = [
			desk.subscribe((state, before) => {
				const moved = state.view !== before.view || state.size !== before.size
				if (moved || state.scheme !== before.scheme) draw()
			}),
			open.subscribe(({ history: { present } }, { history: { present: before } }) => {
				const scale = present.unit !== before.unit || present.mmPerPx !== before.mmPerPx
				const guides = present.guides !== before.guides
				if (scale || guides || present.guidesHidden !== before.guidesHidden) draw()
			}),
		]
		return () => {
			for (const stop of unsubscribe) stop()
		}
	}, [along, open, desk])

	return (
		<Box
			component="canvas"
			ref={canvas}
			aria-hidden="true"
			data-testid={`ruler-${along}`}
			{...drag}
			sx={{
				position: 'absolute',
				top: 0,
				left: 0,
				width: along === 'x' ? '100%' : RULER_PX,
				height: along === 'x' ? RULER_PX : '100%',
				borderBottom: along === 'x' ? 1 : 0,
				borderRight: along === 'y' ? 1 : 0,
				borderColor: 'divider',
				bgcolor: 'background.paper',
				color: 'text.secondary',
				cursor: along === 'x' ? 'row-resize' : 'col-resize',
				touchAction: 'none',
			}}
		/>
	)
}

/** How near to its mark on the ruler a guide is taken hold of, px. */
const MARK_REACH_PX = 5

/**
 * Pressing a ruler begins a guide across it, which lies where it is let go; pressing a guide's mark on it
 * takes hold of that guide. Over the ruler that a guide comes from it is dropped.
 * @param along the axis that the ruler lies along; guides' marks are at their places on it
 */
function useGuideDrag(along: Guide['axis']) {
	const { open, desk } = useWorkbench()
	const held = useRef<Guide | null>(null)
	const placeOf = (event: PointerEvent<HTMLElement>): Point | null => {
		const stage = event.currentTarget.parentElement?.getBoundingClientRect()
		return stage ? [event.clientX - stage.left, event.clientY - stage.top] : null
	}
	/** Where a guide across an axis lies under the pointer; `null` over its own ruler. */
	const placeOn = (event: PointerEvent<HTMLElement>, axis: Guide['axis']): number | null => {
		const on = placeOf(event)
		if (!on || open.getState().readOnly) return null
		const k = axis === 'x' ? 0 : 1
		const { view } = desk.getState()
		return on[k] > RULER_PX ? wholeAt(toSheet(view, on)[k], 1 / view.scale) : null
	}
	const across = along === 'x' ? 'y' : 'x'
	const show = (at: number | null) =>
		desk.setState({ overlay: { ...NO_OVERLAY, guide: at === null ? null : { axis: across, at } } })
	const carry = (event: PointerEvent<HTMLElement>, guide: Guide) => {
		const at = placeOn(event, guide.axis)
		open.apply(
			at === null ? 'Remove a guide' : 'Move a guide',
			(sheet) => {
				const others = removeGuides(sheet, new Set([guide.id]))
				return at === null ? others : addGuides(others, [{ ...guide, at }])
			},
			`ruler-guide:${guide.id}`,
		)
	}
	return {
		onPointerDown: (event: PointerEvent<HTMLElement>) => {
			event.currentTarget.setPointerCapture(event.pointerId)
			const on = placeOf(event)
			held.current =
				on && guideMarkedAt(open.sheet(), along, on[along === 'x' ? 0 : 1], desk.getState())
		},
		onPointerMove: (event: PointerEvent<HTMLElement>) => {
			if (!event.currentTarget.hasPointerCapture(event.pointerId)) return
			if (held.current) carry(event, held.current)
			else show(placeOn(event, across))
		},
		onPointerUp: (event: PointerEvent<HTMLElement>) => {
			const guide = held.current
			held.current = null
			if (guide) return open.seal()
			const at = placeOn(event, across)
			show(null)
			if (at === null) return
			open.apply('Lay a guide', (sheet) => ({
				...addGuides(sheet, [newGuide(across, at)]),
				// Nobody lays a guide in order not to see it.
				guidesHidden: false,
			}))
		},
		onPointerCancel: () => {
			if (held.current) open.undo()
			held.current = null
			show(null)
		},
	}
}

/** The guide whose mark lies at a place along a ruler (px on screen), where guides show and are not locked. */
function guideMarkedAt(
	{ guides, guidesHidden, guidesLocked }: Sheet,
	along: Guide['axis'],
	on: number,
	{ view }: DeskState,
): Guide | null {
	if (guidesHidden || guidesLocked) return null
	const away = ({ at }: Guide) => Math.abs(at * view.scale + view[along] - on)
	const near = guides.filter((guide) => guide.axis === along && away(guide) <= MARK_REACH_PX)
	return near.sort((a, b) => away(a) - away(b))[0] ?? null
}

/** Where the rulers meet: the unit, and a way to the other one once the real size is known. */
function UnitCorner() {
	const { open } = useWorkbench()
	const unit = useOpenSheet(({ history }) => unitInForce(history.present))
	const known = useOpenSheet(({ history }) => history.present.mmPerPx !== undefined)
	return (
		<Tip title={known ? 'Read lengths in px or mm' : 'px; mm once the real size is measured'}>
			<Box
				component="button"
				type="button"
				aria-label={`Rulers in ${unit}${known ? ', change' : ''}`}
				onClick={() =>
					known &&
					open.apply('Change the unit', (sheet) => setUnit(sheet, unit === 'px' ? 'mm' : 'px'))
				}
				className="number"
				sx={{
					position: 'absolute',
					top: 0,
					left: 0,
					width: RULER_PX,
					height: RULER_PX,
					[TOUCH]: { width: TOUCH_TARGET_PX, height: TOUCH_TARGET_PX },
					p: 0,
					border: 0,
					borderRight: 1,
					borderBottom: 1,
					borderColor: 'divider',
					bgcolor: 'background.paper',
					color: 'text.secondary',
					fontSize: '0.625rem',
					cursor: known ? 'pointer' : 'default',
				}}
			>
				{unit}
			</Box>
		</Tip>
	)
}

function drawRuler(
	element: HTMLCanvasElement,
	along: Guide['axis'],
	sheet: Scale & Pick<Sheet, 'guides' | 'guidesHidden'>,
	{ view, size, scheme }: DeskState,
): void {
	const colours = scheme === 'dark' ? DARK : LIGHT
	const ratio = window.devicePixelRatio
	const [width, height] = along === 'x' ? [size.width, RULER_PX] : [RULER_PX, size.height]
	element.width = Math.round(width * ratio)
	element.height = Math.round(height * ratio)
	const ctx = element.getContext('2d')
	if (!ctx) return
	ctx.scale(ratio, ratio)
	ctx.fillStyle = colours.card
	ctx.fillRect(0, 0, width, height)
	ctx.fillStyle = colours.inkSoft
	ctx.font = "10px 'Spline Sans Mono Variable', ui-monospace, monospace"
	ctx.textBaseline = 'top'
	ctx.fillStyle = colours.verdigris
	for (const guide of sheet.guidesHidden ? [] : sheet.guides) {
		if (guide.axis !== along) continue
		const at = Math.round(guide.at * view.scale + view[along])
		const mark = new Path2D()
		const corner = (x: number, y: number) => (along === 'x' ? mark.lineTo(x, y) : mark.lineTo(y, x))
		corner(at - 4, RULER_PX - 7)
		corner(at + 4, RULER_PX - 7)
		corner(at, RULER_PX)
		ctx.fill(mark)
	}
	ctx.fillStyle = colours.inkSoft
	const perUnit = pxPer(unitInForce(sheet), sheet.mmPerPx) ?? 1
	const length = along === 'x' ? width : height
	const ticks = rulerTicks({ origin: view[along], pxPerUnit: view.scale * perUnit, length })
	for (const { on, label } of ticks) {
		const at = Math.round(on)
		const long = label !== null ? RULER_PX : SHORT_PX
		if (along === 'x') ctx.fillRect(at, RULER_PX - long, 1, long)
		else ctx.fillRect(RULER_PX - long, at, long, 1)
		if (label === null) continue
		if (along === 'x') ctx.fillText(label, at + 3, 2)
		else {
			ctx.save()
			ctx.translate(2, at - 3)
			ctx.rotate(-Math.PI / 2)
			ctx.fillText(label, 0, 0)
			ctx.restore()
		}
	}
}
