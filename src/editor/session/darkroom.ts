import { type Box, boxOf, growBox, isNeutral, type PlacedPhoto, type WindowInPhoto } from '@/core'
import { developPart, type Pyramid, studyPhoto } from '@/jobs/pictures'
import type { OpenSheet } from '@/store/openSheet'
import { chooseLineColour } from './chooseByPhoto'
import { type Developed, type DevelopedPart, darkroomSlice } from './darkroomState'
import type { Desk, DeskState } from './desk'
import { boxOnPhoto, holds, partIn, type Seen, seenPart, widened } from './seen'
import type { Slices } from './slices'
import { toSheet, visibleBox } from './view'

/** How much is developed beyond the window once the tone rests, so that panning finds it ready. */
const MARGIN = 0.3
/** How far round the pointer the loupe shows, and how far is developed for it, sheet px. */
const LOUPE_REACH_PX = 14
const LOUPE_DEVELOPED_PX = 110

/**
 * Keeps photos developed as the window shows them: one job at a time a photo, the newest wish next.
 * @returns what stops it
 */
export function runDarkroom(open: OpenSheet, desk: Desk, slices: Slices): () => void {
	const room = slices.of(darkroomSlice)
	const busy = new Set<string>()
	let gone = false

	const tend = () => {
		const { photos } = open.sheet()
		for (const photo of photos) {
			if (!busy.has(photo.id)) void develop(photo.id)
		}
		const { developed } = room.getState()
		const left = [...developed.keys()].filter((id) => !photos.some((photo) => photo.id === id))
		for (const id of left) put(id, null)
	}

	const develop = async (id: string) => {
		busy.add(id)
		try {
			for (let step = nextStep(id); step && !gone; step = nextStep(id)) await step()
		} finally {
			busy.delete(id)
		}
	}

	/** What is still to be done for a photo, or `null` where it is shown as it should be. */
	const nextStep = (id: string): (() => Promise<void>) | null => {
		const { view, size } = desk.getState()
		const { pyramids, studied, developed, edges } = room.getState()
		const photo = open.sheet().photos.find((p) => p.id === id)
		const pyramid = photo && pyramids.get(photo.blob)
		if (!photo || !pyramid) return null
		const known = studied.get(photo.blob)
		if (!known) return () => study(photo, pyramid)
		const now = developed.get(id) ?? null
		const key = keyOf(photo, edges)
		if (key === null) return now && (async () => put(id, null))
		const last = pyramid.levels.length - 1
		const window = visibleBox(view, size)
		const make = async (part: Seen | null): Promise<DevelopedPart | null> =>
			part && {
				...part,
				bitmap: await developPart(
					part,
					edges
						? { show: 'edges' }
						: { show: 'tone', tone: photo.tone, local: known.local, window: windowOf(part) },
				),
			}
		// The smallest level is developed whole in any case.
		const finer = (part: Seen | null) => (part && part.number < last ? part : null)
		const seen = finer(seenPart(photo, pyramid, view, window))
		/** Puts what was made in the place of `now`, unless something else came there meanwhile. */
		const replace = (next: Developed) => {
			const still = room.getState().developed.get(id) ?? null
			const wanted = !gone && open.sheet().photos.some((p) => p.id === id)
			if (wanted && still === now) put(id, next)
			else closeAllBut(next, still)
		}
		if (now?.key !== key) {
			const all = partIn(pyramid, WHOLE, last)
			return async () => {
				const [whole, part] = await Promise.all([make(all), make(seen)])
				if (whole) replace({ key, whole: whole.bitmap, part, near: null })
				else part?.bitmap.close()
			}
		}
		if (seen && !(now.part && holds(now.part, seen)))
			return async () => {
				const wider = seenPart(photo, pyramid, view, widened(window, MARGIN))
				replace({ ...now, part: await make(finer(wider)) })
			}
		const near = (reach: number) => nearPointer(photo, pyramid, desk.getState(), reach)
		const looked = near(LOUPE_REACH_PX)
		if (looked && !(now.near && holds(now.near, looked)))
			return async () => replace({ ...now, near: await make(near(LOUPE_DEVELOPED_PX)) })
		return null
	}

	const study = async (photo: PlacedPhoto, pyramid: Pyramid) => {
		const known = await studyPhoto(pyramid)
		room.setState(({ studied }) => ({ studied: new Map(studied).set(photo.blob, known) }))
		if (!room.getState().lineStands) await chooseLineColour(open, slices)
	}

	const put = (id: string, next: Developed | null) => {
		const before = room.getState().developed.get(id)
		room.setState(({ developed }) => {
			const all = new Map(developed)
			if (next) all.set(id, next)
			else all.delete(id)
			return { developed: all }
		})
		if (before) closeAllBut(before, next)
	}

	const unsubscribe = [
		open.subscribe((state, before) => {
			if (state.history.present.photos !== before.history.present.photos) tend()
		}),
		desk.subscribe((state, before) => {
			const moved = state.view !== before.view || state.size !== before.size
			if (moved || state.pointer !== before.pointer) tend()
		}),
		room.subscribe((state, before) => {
			if (state.pyramids !== before.pyramids || state.edges !== before.edges) tend()
		}),
	]
	tend()
	return () => {
		gone = true
		for (const stop of unsubscribe) stop()
	}
}

/** Gives the memory of bitmaps back that are not in `kept` too. */
function closeAllBut(gone: Developed, kept: Developed | null): void {
	const stay = new Set(kept ? [kept.whole, kept.part?.bitmap, kept.near?.bitmap] : [])
	for (const bitmap of [gone.whole, gone.part?.bitmap, gone.near?.bitmap])
		if (bitmap && !stay.has(bitmap)) bitmap.close()
}

/** What a photo must be developed for, or `null` where it is shown just as it is. */
function keyOf({ tone }: PlacedPhoto, edges: boolean): string | null {
	if (edges) return 'edges'
	return isNeutral(tone) ? null : JSON.stringify(tone)
}

/** All of a photo, however large. */
const WHOLE: Box = { minX: 0, minY: 0, maxX: Number.MAX_VALUE, maxY: Number.MAX_VALUE }

/** What lies round the loupe's pointer, of the photo itself; `null` while there is no loupe. */
function nearPointer(
	photo: PlacedPhoto,
	pyramid: Pyramid,
	{ pointer, view }: DeskState,
	reach: number,
): Seen | null {
	const on = pointer && boxOnPhoto(photo, growBox(boxOf([toSheet(view, pointer)]), reach))
	return on && partIn(pyramid, on, 0)
}

function windowOf({ level, x, y, width, height }: Seen): WindowInPhoto {
	return {
		x: x / level.width,
		y: y / level.height,
		width: width / level.width,
		height: height / level.height,
	}
}
