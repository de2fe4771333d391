'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import Typography from '@mui/material/Typography'
import { type PointerEvent, useEffect, useState } from 'react'
import type { Box as PhotoBox, Point } from '@/core'
import { showProblem } from '@/kit/snackbar'
import { browserLibrary } from '@/store/browserLibrary'
import type { SheetBox, SheetSummary } from '@/store/database'

/** A drag of less than this on screen is none, px. */
const LEAST_PX = 8
/** Where no box is drawn the rim of a photo shows what is round the object: this share of its sides. */
const RIM = 0.01

/** The photos of a collection one after the other, each for a box round the one thing in it. */
export function BoxEach({
	sheets,
	onBox,
	onClose,
}: {
	readonly sheets: readonly SheetSummary[]
	readonly onBox: (asked: SheetBox) => void
	readonly onClose: () => void
}) {
	const [at, setAt] = useState(0)
	const [drawn, setDrawn] = useState<ReadonlyMap<string, PhotoBox>>(new Map())
	const sheet = sheets[at]
	const go = (to: number) => (to >= sheets.length ? onClose() : setAt(Math.max(0, to)))
	if (!sheet) return null
	const take = (box: PhotoBox) => {
		setDrawn(new Map(drawn).set(sheet.id, box))
		onBox({ sheet: sheet.id, box })
		go(at + 1)
	}
	const { width, height } = sheet.lies ?? sheet
	const rim = RIM * Math.max(width, height)
	return (
		<Dialog open onClose={onClose} maxWidth="lg" aria-labelledby="box-each-title">
			<DialogTitle id="box-each-title" variant="h1">
				{sheet.name}
				<Typography component="span" className="number" sx={{ color: 'text.secondary', ml: 1.5 }}>
					{at + 1} of {sheets.length}
				</Typography>
			</DialogTitle>
			<DialogContent sx={{ display: 'grid', gap: 1 }}>
				<PhotoForBox key={sheet.id} sheet={sheet} box={drawn.get(sheet.id) ?? null} onBox={take} />
				<Typography variant="body2" sx={{ color: 'text.secondary' }}>
					Drag a box round the thing. Its outline is found while you draw the next; look at each
					afterwards.
				</Typography>
			</DialogContent>
			<DialogActions>
				<Button disabled={at === 0} onClick={() => go(at - 1)}>
					Back
				</Button>
				<Button
					onClick={() => take({ minX: rim, minY: rim, maxX: width - rim, maxY: height - rim })}
				>
					Nearly all of it
				</Button>
				<Button onClick={() => go(at + 1)}>Leave this one out</Button>
				<Button variant="contained" onClick={onClose}>
					Done
				</Button>
			</DialogActions>
		</Dialog>
	)
}

/** A sheet's photo, on which a box is dragged. */
function PhotoForBox({
	sheet,
	box,
	onBox,
}: {
	readonly sheet: SheetSummary
	/** The one that was drawn before, photo px. */
	readonly box: PhotoBox | null
	readonly onBox: (box: PhotoBox) => void
}) {
	const url = useStoredPhoto(sheet.photo)
	const [drag, setDrag] = useState<readonly [Point, Point] | null>(null)
	const { width, height } = sheet.lies ?? sheet
	/** Where the pointer is on the photo, shares of its sides. */
	const place = (event: PointerEvent<HTMLElement>): Point => {
		const bounds = event.currentTarget.getBoundingClientRect()
		const within = (share: number) => Math.min(1, Math.max(0, share))
		return [
			within((event.clientX - bounds.left) / bounds.width),
			within((event.clientY - bounds.top) / bounds.height),
		]
	}
	const shown = drag ? boxBetween(...drag) : box && scaled(box, 1 / width, 1 / height)
	return (
		<Box
			sx={{
				position: 'relative',
				width: `min(80vw, 1040px, calc(58vh * ${width / height}))`,
				aspectRatio: `${width} / ${height}`,
				bgcolor: 'action.hover',
				cursor: 'crosshair',
				touchAction: 'none',
				userSelect: 'none',
			}}
			data-testid="photo-for-box"
			onPointerDown={(event) => {
				if (event.button !== 0) return
				event.currentTarget.setPointerCapture(event.pointerId)
				const at = place(event)
				setDrag([at, at])
			}}
			onPointerMove={(event) => {
				if (drag) setDrag([drag[0], place(event)])
			}}
			onPointerCancel={() => setDrag(null)}
			onPointerUp={(event) => {
				if (!drag) return
				setDrag(null)
				const bounds = event.currentTarget.getBoundingClientRect()
				const share = boxBetween(drag[0], place(event))
				const seen = scaled(share, bounds.width, bounds.height)
				const large = seen.maxX - seen.minX >= LEAST_PX && seen.maxY - seen.minY >= LEAST_PX
				if (large) onBox(scaled(share, width, height))
			}}
		>
			{url && (
				<Box
					component="img"
					src={url}
					alt={`The photo of ${sheet.name}`}
					draggable={false}
					sx={{ width: '100%', height: '100%', display: 'block' }}
				/>
			)}
			{shown && (
				<Box
					sx={{
						position: 'absolute',
						left: `${100 * shown.minX}%`,
						top: `${100 * shown.minY}%`,
						width: `${100 * (shown.maxX - shown.minX)}%`,
						height: `${100 * (shown.maxY - shown.minY)}%`,
						border: '2px solid',
						borderColor: 'primary.main',
						outline: '1px solid rgba(255,255,255,0.8)',
						pointerEvents: 'none',
					}}
				/>
			)}
		</Box>
	)
}

/** The address of a stored photo for as long as it is shown. */
function useStoredPhoto(id: string | null): string | null {
	const [url, setUrl] = useState<string | null>(null)
	useEffect(() => {
		let made: string | null = null
		let gone = false
		if (id !== null)
			browserLibrary()
				.photo(id)
				.then((photo) => {
					if (!photo || gone) return
					made = URL.createObjectURL(photo.blob)
					setUrl(made)
				}, showProblem)
		return () => {
			gone = true
			if (made !== null) URL.revokeObjectURL(made)
		}
	}, [id])
	return url
}

const boxBetween = (a: Point, b: Point): PhotoBox => ({
	minX: Math.min(a[0], b[0]),
	minY: Math.min(a[1], b[1]),
	maxX: Math.max(a[0], b[0]),
	maxY: Math.max(a[1], b[1]),
})

const scaled = ({ minX, minY, maxX, maxY }: PhotoBox, x: number, y: number): PhotoBox => ({
	minX: minX * x,
	minY: minY * y,
	maxX: maxX * x,
	maxY: maxY * y,
})
