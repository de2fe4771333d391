import {
	applyAffine,
	type Box,
	changeTone,
	flattenContour,
	invertAffine,
	type PlacedPhoto,
	type Point,
	photoHolds,
	type Sheet,
} from '@/core'
import { lineColourFor, toneFor } from '@/jobs/pictures'
import type { OpenSheet } from '@/store/openSheet'
import { darkroomSlice } from './darkroomState'
import { boxOnPhoto, partIn } from './seen'
import type { Slices } from './slices'

/** What is chosen by looking at the photo: a tone to see by, a colour for lines over it. */

/** The photo that the pass works on: the one chosen, or the topmost that shows. */
export function photoAtWork(sheet: Sheet, chosen: string | undefined): PlacedPhoto | undefined {
	return (
		sheet.photos.find((photo) => photo.id === chosen) ??
		sheet.photos.findLast((photo) => !photo.hidden) ??
		sheet.photos.at(-1)
	)
}

/** A region of about this many pixels tells what a tone needs to know. */
const REGION_PX = 5e5

/** Chooses a tone for what a box of the sheet shows of the photo, and applies it as one step. */
export async function chooseToneFor(open: OpenSheet, slices: Slices, box: Box): Promise<void> {
	const middle: Point = [(box.minX + box.maxX) / 2, (box.minY + box.maxY) / 2]
	const sheet = open.sheet()
	const chosen = photoAtWork(sheet, open.getState().selection.photo)
	const photo =
		chosen && photoHolds(chosen, middle)
			? chosen
			: sheet.photos.findLast((p) => !p.hidden && photoHolds(p, middle))
	const pyramid = photo && slices.of(darkroomSlice).getState().pyramids.get(photo.blob)
	const on = photo && boxOnPhoto(photo, box)
	if (!photo || !pyramid || !on) return
	const area = (on.maxX - on.minX) * (on.maxY - on.minY)
	const region = partIn(pyramid, on, Math.log2(area / REGION_PX) / 2)
	if (!region) return
	const tone = await toneFor(region)
	open.apply('Choose a tone to see by', (now) => changeTone(now, photo.id, tone))
}

/** Places along outlines at which the photo beneath is looked at. */
const MOST_PLACES = 1500

/** Chooses the trace line's colour against the photo as it is shown beneath the outlines. */
export async function chooseLineColour(open: OpenSheet, slices: Slices): Promise<void> {
	const sheet = open.sheet()
	const photo = photoAtWork(sheet, open.getState().selection.photo)
	const pyramid = photo && slices.of(darkroomSlice).getState().pyramids.get(photo.blob)
	const back = photo && invertAffine(photo.place)
	if (!photo || !pyramid || !back) return
	const all = sheet.pieces.flatMap((piece) => piece.contours.flatMap((c) => flattenContour(c, 2)))
	const step = Math.max(1, Math.ceil(all.length / MOST_PLACES))
	const places = all
		.filter((_, i) => i % step === 0)
		.map((p) => applyAffine(back, p))
		.map(([x, y]): Point => [x / photo.width, y / photo.height])
	const chosenLine = await lineColourFor(pyramid, photo.tone, places)
	slices.of(darkroomSlice).setState({ chosenLine, lineStands: true })
}
