import { type Remote, transfer } from 'comlink'

/** A picture for a worker: what tells it from others, and its pixels where they are needed. */
export interface PictureFrom {
	readonly key: string
	pixels(): Promise<ImageBitmap>
}

/** A worker that keeps the picture it was given last. */
interface Keeper {
	holds(key: string): boolean
	take(key: string, picture: ImageBitmap): void
}

/** Sees to it that a worker has a picture. */
export async function handOver(worker: Remote<Keeper>, picture: PictureFrom): Promise<void> {
	if (await worker.holds(picture.key)) return
	const pixels = await picture.pixels()
	await worker.take(picture.key, transfer(pixels, [pixels]))
}
