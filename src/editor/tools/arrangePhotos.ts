import OpenWithRounded from '@mui/icons-material/OpenWithRounded'
import {
	type Affine,
	addGuides,
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
	type Sheet,
	subtract,
	transformPhoto,
	turnAbout,
} from '@/core'
import type { ToolDef } from '@/editor/session/definitions'
import {
	type Corner,
	cornerScaling,
	FRAME_HINTS,
	FRAME_SHORTCUTS,
	gripOf,
	knobAngle,
	moveBy,
} from '@/editor/session/frame'
import {
	apply,
	type Effect,
	type Machine,
	runMachine,
	SEAL,
	type Sight,
	select,
	stepBy,
	type Turn,
} from '@/editor/session/machine'
import {
	type Bench,
	DRAG_PX,
	type Frame,
	type KeyInput,
	NO_OVERLAY,
	type PointerInput,
	type Tool,
} from '@/editor/session/tool'
import { ARROWS, NUDGES, nudgeStep } from './nudge'

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

interface ArrangeState {
	readonly held: Held | null
	readonly start: Point
	readonly dragging: boolean
	readonly over: Grip | null
	/** Counts presses: all that one press does is one step of undo. */
	readonly run: number
}

/** Arrange in the Photo pass: moves, scales and turns photos, and moves guides. */
export const arrangePhotosMachine: Machine<ArrangeState> = {
	start: { held: null, start: [0, 0], dragging: false, over: null, run: 0 },
	step: stepBy({
		down: press,
		move,
		up: (state, input, sight) => ({
			state: { ...state, held: null, dragging: false, over: look(input, sight) },
			effects: [SEAL],
		}),
		leave: (state) => ({ state: { ...state, over: null } }),
		key: pressKey,
		rest: (state) => ({ state: { ...state, held: null, dragging: false, over: null } }),
	}),
	hint: ({ dragging, held, over }, sight) => hintFor(dragging ? held : null, over, chosenIn(sight)),
	overlay: ({ over }, sight) => {
		const photo = chosenIn(sight)
		const id = over?.what === 'guide' ? over.guide.id : null
		return {
			...NO_OVERLAY,
			frame: photo && frameOf(photo),
			guide: sight.sheet().guides.find((guide) => guide.id === id) ?? null,
		}
	},
	cursor: ({ held, over }) => CURSORS[held?.what ?? over?.what ?? 'none'],
}

export function createArrangePhotos(bench: Bench): Tool {
	return runMachine(arrangePhotosMachine, bench)
}

function chosenIn(sight: Sight, id = sight.selection().photo): PlacedPhoto | null {
	return sight.sheet().photos.find((photo) => photo.id === id && !photo.hidden) ?? null
}

function look(input: PointerInput, sight: Sight): Grip | null {
	const photo = chosenIn(sight)
	const grip = photo && !photo.locked ? gripOf(frameOf(photo), input) : null
	if (grip === 'knob') return { what: 'knob' }
	if (grip !== null) return { what: 'corner', corner: grip }
	const guide = guideUnder(sight, input)
	if (guide) return { what: 'guide', guide }
	// The photo at work before those that lie over it.
	if (photo && !photo.locked && photoHolds(photo, input.at))
		return { what: 'photo', photo: photo.id }
	const under = photoAt(sight.sheet(), input.at)
	return under ? { what: 'photo', photo: under.id } : null
}

function press(before: ArrangeState, input: PointerInput, sight: Sight): Turn<ArrangeState> {
	const over = look(input, sight)
	const chosen = over?.what === 'photo' ? over.photo : undefined
	const state = { ...before, run: before.run + 1, dragging: false, start: input.at, over }
	return {
		state: {
			...state,
			held: over && take(over, chosenIn(sight, chosen ?? sight.selection().photo)),
		},
		effects: chosen === undefined ? [] : [select({ ...sight.selection(), photo: chosen })],
	}
}

function take(grip: Grip, photo: PlacedPhoto | null): Held | null {
	if (grip.what === 'guide') return grip
	return photo && { ...grip, photo }
}

function move(state: ArrangeState, input: PointerInput, sight: Sight): Turn<ArrangeState> {
	const { held, dragging, start } = state
	if (!held) return { state: { ...state, over: look(input, sight) } }
	if (!dragging && distance(input.at, start) < DRAG_PX * input.pixel) return { state }
	return { state: { ...state, dragging: true }, effects: [drag(held, state, input)] }
}

function drag(grip: Held, { start, run }: ArrangeState, input: PointerInput): Effect {
	const key = `arrange:${run}`
	/** Lays a photo by a map from how it lay when it was taken hold of, so that no error adds up. */
	const lay = (label: string, { id, place }: PlacedPhoto, map: Affine) =>
		apply(label, (sheet) => changePhoto(sheet, id, { place: composeAffine(map, place) }), key)
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
			if (input.overRuler === axis)
				return apply('Remove a guide', (s) => removeGuides(s, new Set([id])), key)
			const at = wholeAt(input.at[axis === 'x' ? 0 : 1], input.pixel)
			return apply('Move a guide', (s) => movedGuide(s, grip.guide, at), key)
		}
	}
}

function pressKey(
	state: ArrangeState,
	{ key, shift, finely, mod }: KeyInput,
	sight: Sight,
): Turn<ArrangeState> {
	const { over } = state
	if (mod) return { state, unused: true }
	if (over?.what === 'guide' && (key === 'delete' || key === 'backspace')) {
		const { id } = over.guide
		const remove = apply('Remove a guide', (sheet) => removeGuides(sheet, new Set([id])))
		return { state: { ...state, over: null }, effects: [remove] }
	}
	const way = ARROWS[key]
	const photo = chosenIn(sight)
	if (!way || !photo || photo.locked) return { state, unused: true }
	const step = nudgeStep({ shift, finely })
	const map: Affine = [1, 0, 0, 1, way[0] * step, way[1] * step]
	const nudge = apply(
		'Nudge a photo',
		(sheet) => transformPhoto(sheet, photo.id, map),
		`nudge-photo:${photo.id}`,
	)
	return { state, effects: [nudge] }
}

/** The guide at another place; one that was drawn over its ruler and back again is there again. */
function movedGuide(sheet: Sheet, guide: Guide, at: number): Sheet {
	const stands = sheet.guides.some(({ id }) => id === guide.id)
	return moveGuide(stands ? sheet : addGuides(sheet, [guide]), guide.id, at)
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
function guideUnder(sight: Sight, { at, reach }: PointerInput): Guide | null {
	const { guides, guidesHidden, guidesLocked } = sight.sheet()
	if (guidesHidden || guidesLocked) return null
	const away = (guide: Guide) => Math.abs(guide.at - at[guide.axis === 'x' ? 0 : 1])
	const near = guides.filter((guide) => away(guide) <= reach / 2)
	return near.sort((a, b) => away(a) - away(b))[0] ?? null
}

function hintFor(held: Held | null, over: Grip | null, photo: PlacedPhoto | null): string {
	switch (held?.what) {
		case 'corner':
		case 'knob':
			return FRAME_HINTS[held.what].held
		case 'photo':
			return 'Moving. Shift: only across or only down.'
		case 'guide':
			return 'Moving the guide. Drop it on its ruler to remove it. Its place can be typed on the pass card.'
	}
	switch (over?.what) {
		case 'corner':
		case 'knob':
			return FRAME_HINTS[over.what].over
		case 'guide':
			return 'Drag: move the guide. Delete: remove it.'
		case 'photo':
			return over.photo === photo?.id
				? 'Drag: move the photo. Arrows nudge it 1 px, Shift 10.'
				: 'Click: choose this photo. Drag: move it.'
	}
	return photo?.locked
		? 'The chosen photo is locked. Unlock it on the pass card to move it.'
		: 'Click a photo to choose it. Drag from a ruler to lay a guide.'
}

export const arrangePhotosTool: ToolDef = {
	id: 'arrange-photos',
	name: 'Arrange',
	says: 'Move, scale and turn the photo by its frame',
	key: 'm',
	icon: OpenWithRounded,
	about: 'photos',
	holds: ['apart'],
	shortcuts: [
		...FRAME_SHORTCUTS,
		{ keys: 'Arrows', does: NUDGES },
		{ keys: 'Drag from a ruler', does: 'Lay a guide; back onto it: remove it' },
		{ keys: 'Delete over a guide', does: 'Remove it' },
	],
	create: ({ bench }) => createArrangePhotos(bench),
}
