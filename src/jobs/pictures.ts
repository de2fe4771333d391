import { proxy, type Remote, transfer } from 'comlink'
import type { Point, Tone } from '@/core'
import type { RectifyOptions } from '@/core/square'
import type { DarkroomWorker, Development, Studied } from './darkroom.worker'
import { endpoint, endpointEach, type Watch } from './endpoint'
import type { Looked, Opened, PhotoWorker, Pyramid, Refused, Squared } from './photo.worker'

export type { Development, Studied } from './darkroom.worker'
export type { Pyramid } from './photo.worker'

/** A file that could not be taken in as a photo. */
export class PictureRefused extends Error {
	constructor(readonly why: Refused) {
		super(`The picture was refused: ${why.problem}.`)
		this.name = 'PictureRefused'
	}
}

const photos = endpointEach<PhotoWorker>(
	'Opening the picture',
	() => new Worker(new URL('./photo.worker.ts', import.meta.url), { type: 'module' }),
)
const darkroom = endpoint<DarkroomWorker>(
	'Developing the photo',
	() => new Worker(new URL('./darkroom.worker.ts', import.meta.url), { type: 'module' }),
)

/**
 * Decodes a picture.
 * @throws {PictureRefused} {Cancelled}
 */
export async function openPicture(file: Blob, watch: Watch = {}): Promise<Pyramid> {
	const opened = await photos.run<Opened>(
		(worker, tell) => worker.open(file, proxy(tell)) as Promise<Opened>,
		watch,
	)
	if (!opened.ok) throw new PictureRefused(opened)
	return opened.pyramid
}

/**
 * Checks a picture file.
 * @returns its size upright, and a small copy for cards
 * @throws {PictureRefused} {Cancelled} {JobFailed}
 */
export async function lookAtPicture(
	file: Blob,
	watch: Watch = {},
): Promise<{ width: number; height: number; thumbnail: Blob }> {
	const looked = await photos.run<Looked>(
		(worker, tell) => worker.look(file, proxy(tell)) as Promise<Looked>,
		watch,
	)
	if (!looked.ok) throw new PictureRefused(looked)
	return looked
}

/**
 * A picture file with `factor` times as many pixels each way.
 * @throws {PictureRefused} {Cancelled}
 */
export async function enlargePicture(file: Blob, factor: number, watch: Watch = {}): Promise<Blob> {
	const large = await photos.run((worker, tell) => worker.enlarge(file, factor, proxy(tell)), watch)
	if (!large) throw new PictureRefused({ ok: false, problem: 'damaged' })
	return large
}

/** Four corners on a picture that stand round nothing flat, in words. */
export class CornersRefused extends Error {
	constructor(why: string) {
		super(why)
		this.name = 'CornersRefused'
	}
}

/**
 * A picture of something flat as if it had been taken square on.
 * @param wish its corners, px of the picture, clockwise from the upper left one
 * @throws {PictureRefused} {CornersRefused} {Cancelled}
 */
export async function rectifyPicture(
	file: Blob,
	wish: RectifyOptions & { readonly quad: readonly Point[] },
	watch: Watch = {},
): Promise<Squared> {
	const made = await photos.run<Squared | string | null>(
		(worker, tell) => worker.rectify(file, wish, proxy(tell)) as Promise<Squared | string | null>,
		watch,
	)
	if (made === null) throw new PictureRefused({ ok: false, problem: 'damaged' })
	if (typeof made === 'string') throw new CornersRefused(made)
	return made
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

/** Gives a bitmap to the darkroom, which uses it up. */
function inDarkroom<R>(
	bitmap: ImageBitmap,
	work: (worker: Remote<DarkroomWorker>, bitmap: ImageBitmap) => Promise<R>,
): Promise<R> {
	return darkroom.run((worker) => work(worker, transfer(bitmap, [bitmap])))
}

/** What is known of a photo from a small copy of it: its histogram, its local contrast. */
export async function studyPhoto(pyramid: Pyramid): Promise<Studied> {
	return inDarkroom(await cropped(whole(studyLevel(pyramid))), (worker, bitmap) =>
		worker.study(bitmap),
	)
}

/** A part of a photo under a tone, or its edges. */
export async function developPart(part: Part, how: Development): Promise<ImageBitmap> {
	return inDarkroom(await cropped(part), (worker, bitmap) => worker.develop(bitmap, how))
}

/** A tone for a part of a photo that is hard to see. */
export async function toneFor(part: Part): Promise<Tone> {
	return inDarkroom(await cropped(part), (worker, bitmap) => worker.chooseTone(bitmap))
}

/** A colour for lines over the photo. `places` are shares of its width and height. */
export async function lineColourFor(
	pyramid: Pyramid,
	tone: Tone,
	places: readonly Point[],
): Promise<string> {
	const level = studyLevel(pyramid)
	const there = places.map(([u, v]): Point => [u * level.width, v * level.height])
	return inDarkroom(await cropped(whole(level)), (worker, bitmap) =>
		worker.lineColour(bitmap, tone, there),
	)
}

/** Long side of the copy from which a photo is studied: enough for its histogram, px. */
const STUDY_PX = 800

function studyLevel({ levels }: Pyramid): ImageBitmap {
	const level = levels.find(({ width, height }) => Math.max(width, height) <= STUDY_PX)
	const found = level ?? levels.at(-1)
	if (!found) throw new Error('The picture has no pixels.')
	return found
}
