import { wrap } from 'comlink'
import type { PhotoWorker, Pyramid, Refused } from '@/workers/photo.worker'
import type { Library } from './library'

export type { Pyramid } from '@/workers/photo.worker'

/** A file that could not be taken in as a photo. */
export class PictureRefused extends Error {
	constructor(readonly why: Refused) {
		super(`The picture was refused: ${why.problem}.`)
		this.name = 'PictureRefused'
	}
}

let worker: ReturnType<typeof wrap<PhotoWorker>> | null = null

function photoWorker() {
	worker ??= wrap<PhotoWorker>(
		new Worker(new URL('../workers/photo.worker.ts', import.meta.url), { type: 'module' }),
	)
	return worker
}

/**
 * Decodes a picture in the worker.
 * @throws {PictureRefused}
 */
export async function openPicture(file: Blob): Promise<Pyramid> {
	const opened = await photoWorker().open(file)
	if (!opened.ok) throw new PictureRefused(opened)
	return opened.pyramid
}

/**
 * Checks a picture file and stores it.
 * @returns the key of the stored blob, and the picture's size upright
 * @throws {PictureRefused} before anything is stored
 */
export async function takeInPicture(
	library: Library,
	file: Blob,
): Promise<{ blob: string; width: number; height: number }> {
	const looked = await photoWorker().look(file)
	if (!looked.ok) throw new PictureRefused(looked)
	const { width, height, thumbnail } = looked
	return { blob: await library.addPhoto(file, thumbnail), width, height }
}
