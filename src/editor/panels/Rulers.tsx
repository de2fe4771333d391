'use client'

import Box from '@mui/material/Box'
import { type PointerEvent, useEffect, useRef } from 'react'
import { addGuides, type Guide, newGuide, pxPer, type Scale, setUnit, unitInForce } from '@/core'
import { type DeskState, isTracing } from '@/editor/bench/desk'
import { NO_OVERLAY } from '@/editor/bench/tool'
import { RULER_PX, toSheet } from '@/editor/bench/view'
import { wholeAt } from '@/editor/tools/arrangePhotos'
import { useDesk, useOpenSheet, useWorkbench } from '@/editor/workbench/workbench'
import { Tip } from '@/kit/Tip'
import { DARK, LIGHT } from '@/theme/tokens'
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

/** A ruler along one axis. What is dragged from it is a guide across it. */
function Ruler({ along }: { along: Guide['axis'] }) {
	const canvas = useRef<HTMLCanvasElement>(null)
	const { open, desk } = useWorkbench()
	const drag = useGuideDrag(along === 'x' ? 'y' : 'x')

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
				if (present.unit !== before.unit || present.mmPerPx !== before.mmPerPx) draw()
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

/** Pressing a ruler begins a guide, which lies where it is let go; over the ruler it is dropped. */
function useGuideDrag(axis: Guide['axis']) {
	const { open, desk } = useWorkbench()
	const guideAt = (event: PointerEvent<HTMLElement>): number | null => {
		const stage = event.currentTarget.parentElement?.getBoundingClientRect()
		if (!stage || open.getState().readOnly) return null
		const on = [event.clientX - stage.left, event.clientY - stage.top] as const
		const k = axis === 'x' ? 0 : 1
		const { view } = desk.getState()
		return on[k] > RULER_PX ? wholeAt(toSheet(view, on)[k], 1 / view.scale) : null
	}
	const show = (at: number | null) =>
		desk.setState({ overlay: { ...NO_OVERLAY, guide: at === null ? null : { axis, at } } })
	return {
		onPointerDown: (event: PointerEvent<HTMLElement>) =>
			event.currentTarget.setPointerCapture(event.pointerId),
		onPointerMove: (event: PointerEvent<HTMLElement>) => {
			if (event.currentTarget.hasPointerCapture(event.pointerId)) show(guideAt(event))
		},
		onPointerUp: (event: PointerEvent<HTMLElement>) => {
			const at = guideAt(event)
			show(null)
			if (at === null) return
			open.apply('Lay a guide', (sheet) => ({
				...addGuides(sheet, [newGuide(axis, at)]),
				// Nobody lays a guide in order not to see it.
				guidesHidden: false,
			}))
		},
		onPointerCancel: () => show(null),
	}
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
	sheet: Scale,
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
