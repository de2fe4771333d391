import {
	type Affine,
	changePhoto,
	composeAffine,
	distance,
	type Guide,
	moveGuide,
	type PlacedPhoto,
	type Point,
	photoAt,
	photoCorners,
	photoHolds,
	placementOf,
	removeGuides,
	subtract,
	transformPhoto,
	turnAbout,
} from '@/core'
import { type Corner, cornerScaling, gripOf, knobAngle, moveBy } from './frame'
import { ARROWS, nudgeStep } from './nudge'
import {
	type Bench,
	DRAG_PX,
	type Frame,
	type KeyInput,
	NO_OVERLAY,
	type PointerInput,
	type Tool,
} from './tool'

/** What of the bench the pointer is over. */
type Grip =
	| { readonly what: 'corner'; readonly corner: Corner }
	| { readonly what: 'knob' }
	| { readonly what: 'guide'; readonly guide: Guide }
	| { readonly what: 'photo'; readonly photo: string }

/** What the button holds, and how things lay when it took hold. */
type Held =
	| { readonly what: 'corner'; readonly corner: Corner; readonly photo: PlacedPhoto }
	| { readonly what: 'knob'; readonly photo: PlacedPhoto }
	| { readonly what: 'photo'; readonly photo: PlacedPhoto }
	| { readonly what: 'guide'; readonly guide: Guide }

/** Arrange in the Photo pass: moves, scales and turns photos, and moves guides. */
export function createArrangePhotos(bench: Bench): Tool {
	let held: Held | null = null
	let start: Point = [0, 0]
	let dragging = false
	let over: Grip | null = null
	let run = 0

	const chosen = (): PlacedPhoto | null => {
		const { photos } = bench.sheet()
		const { photo } = bench.selection()
		return photos.find((p) => p.id === photo && !p.hidden) ?? null
	}
	const key = () => `arrange:${run}`

	const look = (input: PointerInput): Grip | null => {
		const photo = chosen()
		if (photo && !photo.locked) {
			const grip = gripOf(frameOf(photo), input)
			if (grip === 'knob') return { what: 'knob' }
			if (grip !== null) return { what: 'corner', corner: grip }
		}
		const guide = guideUnder(bench, input)
		if (guide) return { what: 'guide', guide }
		// The photo at work before those that lie over it.
		if (photo && !photo.locked && photoHolds(photo, input.at))
			return { what: 'photo', photo: photo.id }
		const under = photoAt(bench.sheet(), input.at)
		return under ? { what: 'photo', photo: under.id } : null
	}

	const take = (grip: Grip): Held | null => {
		if (grip.what === 'guide') return grip
		if (grip.what === 'photo') bench.select({ ...bench.selection(), photo: grip.photo })
		const photo = chosen()
		return photo && { ...grip, photo }
	}

	/** Lays a photo by a map from how it lay when it was taken hold of, so that no error adds up. */
	const lay = (label: string, { id, place }: PlacedPhoto, map: Affine) =>
		bench.apply(
			label,
			(sheet) => changePhoto(sheet, id, { place: composeAffine(map, place) }),
			key(),
		)

	const drag = (input: PointerInput, grip: Held) => {
		switch (grip.what) {
			case 'photo': {
				const [dx, dy] = moveBy(subtract(input.at, start), input)
				return lay('Move a photo', grip.photo, [1, 0, 0, 1, dx, dy])
			}
			case 'corner': {
				const map = cornerScaling(frameOf(grip.photo), grip.corner, input)
				return lay('Scale a photo', grip.photo, map)
			}
			case 'knob': {
				const { centre, turn } = placementOf(grip.photo)
				const angle = knobAngle(centre, start, input, turn)
				return lay('Turn a photo', grip.photo, turnAbout(centre, angle))
			}
			case 'guide': {
				const { id, axis } = grip.guide
				const at = wholeAt(input.at[axis === 'x' ? 0 : 1], input.pixel)
				return bench.apply('Move a guide', (sheet) => moveGuide(sheet, id, at), key())
			}
		}
	}

	return {
		down: (input) => {
			run++
			dragging = false
			start = input.at
			over = look(input)
			held = over && take(over)
		},

		move: (input) => {
			if (!held) {
				over = look(input)
				return
			}
			if (!dragging && distance(input.at, start) < DRAG_PX * input.pixel) return
			dragging = true
			drag(input, held)
		},

		up: (input) => {
			held = null
			dragging = false
			bench.seal()
			over = look(input)
		},

		doubleClick: () => {},

		key: ({ key: name, shift, alt, mod }: KeyInput) => {
			if (mod) return false
			if (over?.what === 'guide' && (name === 'delete' || name === 'backspace')) {
				const { id } = over.guide
				over = null
				bench.apply('Remove a guide', (sheet) => removeGuides(sheet, new Set([id])))
				return true
			}
			const way = ARROWS[name]
			const photo = chosen()
			if (!way || !photo || photo.locked) return false
			const step = nudgeStep({ shift, alt })
			bench.apply(
				'Nudge a photo',
				(sheet) => transformPhoto(sheet, photo.id, [1, 0, 0, 1, way[0] * step, way[1] * step]),
				`nudge-photo:${photo.id}`,
			)
			return true
		},

		rest: () => {
			held = null
			over = null
			dragging = false
		},

		hint: () => hintFor(dragging ? held : null, over, chosen()),

		overlay: () => {
			const photo = chosen()
			const { guides } = bench.sheet()
			const id = over?.what === 'guide' ? over.guide.id : null
			return {
				...NO_OVERLAY,
				frame: photo && frameOf(photo),
				guide: guides.find((guide) => guide.id === id) ?? null,
			}
		},

		cursor: () => CURSORS[held?.what ?? over?.what ?? 'none'],
	}
}

const CURSORS = {
	corner: 'nwse-resize',
	knob: 'grab',
	photo: 'move',
	guide: 'move',
	none: 'default',
} as const

const frames = new WeakMap<PlacedPhoto, Frame>()

/** The frame round a photo: the same object for the same photo, so that nothing is drawn anew for it. */
function frameOf(photo: PlacedPhoto): Frame {
	const kept = frames.get(photo)
	if (kept) return kept
	const frame = { corners: photoCorners(photo), locked: photo.locked }
	frames.set(photo, frame)
	return frame
}

/** A place as fine as the zoom lets one set it: whole px unless one looks closely. */
export function wholeAt(at: number, pixel: number): number {
	const step = pixel > 0.25 ? 1 : 0.1
	return Number((Math.round(at / step) * step).toFixed(1))
}

/** The guide within reach, where guides show and are not locked. */
function guideUnder(bench: Bench, { at, reach }: PointerInput): Guide | null {
	const { guides, guidesHidden, guidesLocked } = bench.sheet()
	if (guidesHidden || guidesLocked) return null
	const away = (guide: Guide) => Math.abs(guide.at - at[guide.axis === 'x' ? 0 : 1])
	const near = guides.filter((guide) => away(guide) <= reach / 2)
	return near.sort((a, b) => away(a) - away(b))[0] ?? null
}

function hintFor(held: Held | null, over: Grip | null, photo: PlacedPhoto | null): string {
	switch (held?.what) {
		case 'corner':
			return 'Scaling in proportion. Alt: each side by itself.'
		case 'knob':
			return 'Turning about the middle. Shift: 15° steps.'
		case 'photo':
			return 'Moving. Shift: only across or only down.'
		case 'guide':
			return 'Moving the guide. Its place can be typed on the pass card.'
	}
	switch (over?.what) {
		case 'corner':
			return 'Drag: scale the photo in proportion. Alt: each side by itself.'
		case 'knob':
			return 'Drag: turn the photo about its middle. Shift: 15° steps.'
		case 'guide':
			return 'Drag: move the guide. Delete: remove it.'
		case 'photo':
			return over.photo === photo?.id
				? 'Drag: move the photo. Arrows nudge it 1 px, Shift 10, Alt 0.1.'
				: 'Click: choose this photo. Drag: move it.'
	}
	return photo?.locked
		? 'The chosen photo is locked. Unlock it on the pass card to move it.'
		: 'Click a photo to choose it. Drag from a ruler to lay a guide.'
}
