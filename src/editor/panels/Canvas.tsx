'use client'

import Box from '@mui/material/Box'
import { useEffect, useRef, useState } from 'react'
import { bindKeys } from '@/editor/input/bindKeys'
import { bindGestures } from '@/editor/input/gestures'
import { createHeldKeys, type HeldKeys } from '@/editor/input/heldKeys'
import type { LeftDesk } from '@/editor/passes/leftDesk'
import { darkroomSlice } from '@/editor/session/darkroomState'
import { centredOn, fitBox, resized } from '@/editor/session/view'
import { useDesk, useSheetAtRest, useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { mayBeNeeded } from '@/kit/ahead'
import { counted } from '@/kit/counted'
import { late, Missing } from '@/kit/late'
import { useScheme } from '@/kit/useScheme'

const fetchKeepFocus = mayBeNeeded(() => import('@/editor/input/keepFocus'))
const HoldButtons = late(() => import('./HoldButtons').then((m) => m.HoldButtons), 'nowhere')

/** The stage with its pointers and keys, and the photos' pixels behind it. */
export function Canvas({ left }: { left: LeftDesk | null }) {
	const workbench = useWorkbench()
	const { open, desk, slices } = workbench
	const container = useRef<HTMLDivElement>(null)
	const { name, pieces, photos } = useSheetAtRest()
	const [mounted, setMounted] = useState(false)
	const [held, setHeld] = useState<HeldKeys | null>(null)
	/** Asks again for what paints, where it did not arrive. */
	const [missing, setMissing] = useState<(() => void) | null>(null)
	const rail = useRail()
	const opening = useSlice(darkroomSlice, ({ pyramids, opening }) =>
		photos.some(({ blob }) => opening.has(blob) || !pyramids.has(blob)),
	)
	const hint = useDesk((state) => state.hint)

	useEffect(() => {
		const element = container.current
		if (!element) return
		const gestures = bindGestures(element, workbench)
		const heldKeys = createHeldKeys(workbench, gestures)
		const unbindKeys = bindKeys(workbench, heldKeys, gestures)
		setHeld(heldKeys)
		let unmountScene = () => {}
		let gone = false
		// What paints comes with the canvas, not with the page.
		const mount = () =>
			import('@/editor/stage/scene').then(
				({ mountScene }) => {
					if (gone) return
					unmountScene = mountScene(element, open, desk, slices)
					setMounted(true)
					setMissing(null)
				},
				() => setMissing(() => () => void mount()),
			)
		void mount()
		// Whoever comes to a sheet is at its canvas.
		if (document.activeElement === document.body) element.focus({ preventScroll: true })
		let loseFocus = () => {}
		const keep = () =>
			fetchKeepFocus().then(
				({ keepFocus }) => {
					if (!gone) loseFocus = keepFocus(element)
				},
				// One can do without.
				() => {},
			)
		// With the first press or key: what is left by it is known then.
		const first = new AbortController()
		const asked = () => {
			first.abort()
			void keep()
		}
		for (const event of ['pointerdown', 'keydown'])
			document.addEventListener(event, asked, { signal: first.signal })
		return () => {
			gone = true
			first.abort()
			loseFocus()
			unmountScene()
			unbindKeys()
			gestures.unbind()
		}
	}, [workbench, open, desk, slices])

	useEffect(() => {
		const element = container.current
		if (!element) return
		const observer = new ResizeObserver(([entry]) => {
			if (!entry) return
			const { width, height } = entry.contentRect
			const size = { width, height }
			const { size: before, view } = desk.getState()
			const { width: maxX, height: maxY } = open.sheet()
			const whole = { minX: 0, minY: 0, maxX, maxY }
			const first = left
				? centredOn([left.centre[0], left.centre[1]], left.scale, size)
				: fitBox(whole, size)
			desk.setState({ size, view: before.width === 0 ? first : resized(view, before, size, whole) })
		})
		observer.observe(element)
		return () => observer.disconnect()
	}, [desk, open, left])

	const { scheme } = useScheme()
	useEffect(() => desk.setState({ scheme }), [desk, scheme])

	return (
		<>
			<Box
				ref={container}
				role="application"
				aria-label={`Canvas: ${name}, ${counted(pieces.length, 'piece', 'pieces')}`}
				aria-description={hint}
				aria-busy={!mounted || opening}
				tabIndex={0}
				data-testid="canvas"
				sx={{
					position: 'absolute',
					inset: 0,
					overflow: 'hidden',
					touchAction: 'none',
					outline: 'none',
					// Over the canvas's own layers, which would cover an outline.
					'&:focus-visible::after': {
						content: '""',
						position: 'absolute',
						inset: 0,
						zIndex: 1,
						border: '2px solid',
						borderColor: 'primary.main',
						boxShadow: 'inset 0 0 0 1px #fff',
						pointerEvents: 'none',
					},
					userSelect: 'none',
				}}
			/>
			{missing && <Missing over again={missing} />}
			{rail && held && <HoldButtons held={held} />}
		</>
	)
}

/**
 * Whether held keys have their buttons: from the start where there is but a finger, else once one was used. It comes
 * between two gestures and stays, since the sheet makes room for it.
 */
function useRail(): boolean {
	const { desk } = useWorkbench()
	const touched = useDesk((state) => state.touched)
	const [rail, setRail] = useState(() => matchMedia('(pointer: coarse)').matches)
	useEffect(() => {
		if (rail) desk.setState({ touched: true })
	}, [rail, desk])
	useEffect(() => {
		if (!touched || rail) return
		const show = () => setRail(true)
		window.addEventListener('pointerup', show, { once: true })
		return () => window.removeEventListener('pointerup', show)
	}, [touched, rail])
	return rail
}
