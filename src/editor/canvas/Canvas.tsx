'use client'

import Box from '@mui/material/Box'
import { useColorScheme } from '@mui/material/styles'
import { useEffect, useRef } from 'react'
import { openPicture, type Pyramid } from '@/store/photoPixels'
import { bindKeys } from '../bindKeys'
import { readLeftDesk } from '../desk'
import { useDesk, useOpenSheet, useSheetAtRest, useWorkbench } from '../workbench'
import { runDarkroom } from './darkroom'
import { bindGestures, type HeldKeys } from './gestures'
import { fitBox } from './view'

/** The stage with its pointers and keys, and the photos' pixels behind it. */
export function Canvas({ left }: { left: unknown }) {
	const workbench = useWorkbench()
	const { open, desk } = workbench
	const container = useRef<HTMLDivElement>(null)
	const { name, pieces } = useSheetAtRest()
	const hint = useDesk((state) => state.hint)

	useEffect(() => {
		const element = container.current
		if (!element) return
		const keys: HeldKeys = { pan: false, zoomBox: false }
		const gestures = bindGestures(element, workbench, keys)
		const unbindKeys = bindKeys(workbench, keys, gestures.pointer)
		let unmountScene = () => {}
		let gone = false
		// Konva draws on a window: it is loaded with the canvas, not with the page.
		import('./scene').then(({ mountScene }) => {
			if (!gone) unmountScene = mountScene(element, open, desk)
		})
		return () => {
			gone = true
			unmountScene()
			unbindKeys()
			gestures.unbind()
		}
	}, [workbench, open, desk])

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
			const kept = readLeftDesk(left)
			desk.setState({
				view: kept
					? {
							scale: kept.scale,
							x: width / 2 - kept.centre[0] * kept.scale,
							y: height / 2 - kept.centre[1] * kept.scale,
						}
					: fitBox({ minX: 0, minY: 0, maxX, maxY }, size),
			})
		})
		observer.observe(element)
		return () => observer.disconnect()
	}, [desk, open, left])

	const { mode } = useColorScheme()
	useEffect(() => desk.setState({ scheme: mode === 'dark' ? 'dark' : 'light' }), [desk, mode])

	usePyramids()

	return (
		<Box
			ref={container}
			role="application"
			aria-label={`Canvas: ${name}, ${pieces.length} pieces`}
			aria-description={hint}
			tabIndex={0}
			data-testid="canvas"
			sx={{
				position: 'absolute',
				inset: 0,
				overflow: 'hidden',
				touchAction: 'none',
				outline: 'none',
				userSelect: 'none',
			}}
		/>
	)
}

/** Decodes the sheet's photos as they come, each once, and keeps them developed. */
function usePyramids(): void {
	const { desk, library, open } = useWorkbench()
	const photos = useOpenSheet(({ history }) => history.present.photos)
	useEffect(() => {
		const tell = (blob: string, share: number | null) =>
			desk.setState(({ opening }) => {
				const all = new Map(opening)
				if (share === null) all.delete(blob)
				else all.set(blob, share)
				return { opening: all }
			})
		const put = (blob: string, pyramid: Pyramid | null) =>
			desk.setState(({ pyramids }) => ({ pyramids: new Map(pyramids).set(blob, pyramid) }))
		const decode = async (blob: string) => {
			put(blob, null)
			tell(blob, 0)
			try {
				const stored = await library.photo(blob)
				if (stored) {
					put(blob, await openPicture(stored.blob, { tell: (share) => tell(blob, share) }))
				}
			} catch {
				// The photo's row says that it cannot be shown; the pieces are as they were.
			} finally {
				tell(blob, null)
			}
		}
		for (const { blob } of photos) if (!desk.getState().pyramids.has(blob)) void decode(blob)
	}, [photos, desk, library])

	useEffect(() => runDarkroom(open, desk), [open, desk])
}
