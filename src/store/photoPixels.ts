import { proxy, type Remote, wrap } from 'comlink'
import type { Point, Tone } from '@/core'
import type { DarkroomWorker, Development, Studied } from '@/workers/darkroom.worker'
import type {
	Looked,
	Opened,
	PhotoWorker,
	Progress,
	Pyramid,
	Refused,
} from '@/workers/photo.worker'
import type { Library } from './library'

export type { Development, Studied } from '@/workers/darkroom.worker'
export type { Progress, Pyramid } from '@/workers/photo.worker'

/** A file that could not be taken in as a photo. */
export class PictureRefused extends Error {
	constructor(readonly why: Refused) {
		super(`The picture was refused: ${why.problem}.`)
		this.name = 'PictureRefused'
	}
}

/** Someone thought better of it while a picture was being opened. */
export class Cancelled extends Error {
	constructor() {
		super('It was cancelled.')
		this.name = 'Cancelled'
	}
}

/** How a job in a worker is watched and called off. */
export interface Watch {
	readonly tell?: Progress
	readonly signal?: AbortSignal
}

/**
 * Decodes a picture.
 * @throws {PictureRefused} {Cancelled}
 */
export async function openPicture(file: Blob, watch: Watch = {}): Promise<Pyramid> {
	const opened = await inPhotoWorker<Opened>(watch, async (worker, tell) => worker.open(file, tell))
	if (!opened.ok) throw new PictureRefused(opened)
	return opened.pyramid
}

/**
 * Checks a picture file and stores it.
 * @returns the key of the stored blob, and the picture's size upright
 * @throws {PictureRefused} {Cancelled} before anything is stored
 */
export async function takeInPicture(
	library: Library,
	file: Blob,
	watch: Watch = {},
): Promise<{ blob: string; width: number; height: number }> {
	const looked = await inPhotoWorker<Looked>(watch, async (worker, tell) => worker.look(file, tell))
	if (!looked.ok) throw new PictureRefused(looked)
	const { width, height, thumbnail } = looked
	return { blob: await library.addPhoto(file, thumbnail), width, height }
}

/**
 * A picture file with `factor` times as many pixels each way.
 * @throws {PictureRefused} {Cancelled}
 */
export async function enlargePicture(file: Blob, factor: number, watch: Watch = {}): Promise<Blob> {
	const large = await inPhotoWorker(watch, (worker, tell) => worker.enlarge(file, factor, tell))
	if (!large) throw new PictureRefused({ ok: false, problem: 'damaged' })
	return large
}

/** One worker a job: a decoder cannot be told to stop, but its worker can be ended. */
async function inPhotoWorker<T>(
	{ tell = () => {}, signal }: Watch,
	work: (worker: Remote<PhotoWorker>, tell: Progress) => Promise<T>,
): Promise<T> {
	if (signal?.aborted) throw new Cancelled()
	let done = false
	/** What the worker told on its last breath may come after its result. */
	const tellInTime: Progress = (share) => {
		if (!done) tell(share)
	}
	const worker = new Worker(new URL('../workers/photo.worker.ts', import.meta.url), {
		type: 'module',
	})
	try {
		return await Promise.race([
			work(wrap<PhotoWorker>(worker), proxy(tellInTime)),
			new Promise<never>((_, reject) => {
				signal?.addEventListener('abort', () => reject(new Cancelled()), { once: true })
				worker.addEventListener('error', () => reject(new Error('The decoder stopped.')))
			}),
		])
	} finally {
		done = true
		worker.terminate()
	}
}

let darkroom: Remote<DarkroomWorker> | null = null

function darkroomWorker(): Remote<DarkroomWorker> {
	darkroom ??= wrap<DarkroomWorker>(
		new Worker(new URL('../workers/darkroom.worker.ts', import.meta.url), { type: 'module' }),
	)
	return darkroom
}

/** A part of a pyramid level, in px of that level. */
export interface Part {
	readonly level: ImageBitmap
	readonly x: number
	readonly y: number
	readonly width: number
	readonly height: number
}

const cropped = ({ level, x, y, width, height }: Part) =>
	createImageBitmap(level, x, y, width, height)

const whole = (level: ImageBitmap): Part => ({
	level,
	x: 0,
	y: 0,
	width: level.width,
	height: level.height,
})

/** What is known of a photo from a small copy of it: its histogram, its local contrast. */
export async function studyPhoto(pyramid: Pyramid): Promise<Studied> {
	return darkroomWorker().study(await cropped(whole(studyLevel(pyramid))))
}

/** A part of a photo under a tone, or its edges. */
export async function developPart(part: Part, how: Development): Promise<ImageBitmap> {
	return darkroomWorker().develop(await cropped(part), how)
}

/** A tone for a part of a photo that is hard to see. */
export async function toneFor(part: Part): Promise<Tone> {
	return darkroomWorker().chooseTone(await cropped(part))
}

/** A colour for lines over the photo. `places` are shares of its width and height. */
export async function lineColourFor(
	pyramid: Pyramid,
	tone: Tone,
	places: readonly Point[],
): Promise<string> {
	const level = studyLevel(pyramid)
	const there = places.map(([u, v]): Point => [u * level.width, v * level.height])
	return darkroomWorker().lineColour(await cropped(whole(level)), tone, there)
}

/** Long side of the copy from which a photo is studied: enough for its histogram, px. */
const STUDY_PX = 800

function studyLevel({ levels }: Pyramid): ImageBitmap {
	const level = levels.find(({ width, height }) => Math.max(width, height) <= STUDY_PX)
	const found = level ?? levels.at(-1)
	if (!found) throw new Error('The picture has no pixels.')
	return found
}
