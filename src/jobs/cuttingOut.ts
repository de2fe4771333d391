import type { CutOutWish, CutOutWorker } from './cutOut.worker'
import { endpoint } from './endpoint'
import { handOver, type PictureFrom } from './handOver'
import { newestOnly } from './newestOnly'
import { ofKind } from './rasterise'

export type { CutOutWish, PictureBackdrop } from './cutOut.worker'

const worker = endpoint<CutOutWorker>(
	'Cutting the photo out',
	() => new Worker(new URL('./cutOut.worker.ts', import.meta.url), { type: 'module' }),
)

/** A photo cut out by outlines, as a picture file. @throws {KindNotWritten} */
export function cutOutOf(photo: PictureFrom, wish: CutOutWish): Promise<Blob> {
	return worker.run(async (remote) => {
		await handOver(remote, photo)
		return ofKind(await remote.cut(photo.key, wish), wish.type)
	})
}

/** The same for a preview; `null` for a request that a newer one overtook. */
export const previewCutOut = newestOnly(cutOutOf)

/** The same for a look at it on the canvas. */
export const lookOfCutOut = newestOnly(cutOutOf)
