'use client'

import Box from '@mui/material/Box'
import { useColorScheme } from '@mui/material/styles'
import { useEffect, useRef, useState } from 'react'
import { bindKeys } from '@/editor/input/bindKeys'
import { bindGestures } from '@/editor/input/gestures'
import { createHeldKeys, type HeldKeys } from '@/editor/input/heldKeys'
import type { LeftDesk } from '@/editor/passes/leftDesk'
import { darkroomSlice } from '@/editor/session/darkroomState'
import { centredOn, fitBox } from '@/editor/session/view'
import { useDesk, useSheetAtRest, useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { late, Missing } from '@/kit/late'

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
	const touched = useDesk((state) => state.touched)
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
		return () => {
			gone = true
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
			const first = desk.getState().size.width === 0
			desk.setState({ size: { width, height } })
			if (!first) return
			const { width: maxX, height: maxY } = open.sheet()
			const size = { width, height }
			desk.setState({
				view: left
					? centredOn([left.centre[0], left.centre[1]], left.scale, size)
					: fitBox({ minX: 0, minY: 0, maxX, maxY }, size),
			})
		})
		observer.observe(element)
		return () => observer.disconnect()
	}, [desk, open, left])

	const { mode } = useColorScheme()
	useEffect(() => desk.setState({ scheme: mode === 'dark' ? 'dark' : 'light' }), [desk, mode])

	return (
		<>
			<Box
				ref={container}
				role="application"
				aria-label={`Canvas: ${name}, ${pieces.length} pieces`}
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
					'&:focus-visible': {
						outline: '2px solid',
						outlineColor: 'primary.main',
						outlineOffset: '-2px',
					},
					userSelect: 'none',
				}}
			/>
			{missing && <Missing over again={missing} />}
			{touched && held && <HoldButtons held={held} />}
		</>
	)
}
