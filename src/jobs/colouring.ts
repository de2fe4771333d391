import type { Contour } from '@/core'
import type { ColourWorker, ShadesOptions, Under } from './colour.worker'
import { endpoint, type Watch } from './endpoint'
import { handOver, type PictureFrom } from './handOver'
import { newestOnly } from './newestOnly'

export type { Under } from './colour.worker'

const worker = endpoint<ColourWorker>(
	'Taking colours',
	() => new Worker(new URL('./colour.worker.ts', import.meta.url), { type: 'module' }),
)

/**
 * The photo's colour under each piece, px of the photo; `null` where it does not reach.
 * @param gradients where one is clearly nearer to the photo
 */
export const paintsUnder = (photo: PictureFrom, all: readonly Under[], gradients: boolean) =>
	worker.run(async (remote) => {
		await handOver(remote, photo)
		return remote.paintsUnder(photo.key, all, gradients)
	})

/** The colours that a photo consists of. */
export const paletteOf = (photo: PictureFrom, count: number) =>
	worker.run(async (remote) => {
		await handOver(remote, photo)
		return remote.palette(photo.key, count)
	})

/** What is under a piece in a few flat areas; `null` for a request that a newer one overtook. */
export const previewShades = newestOnly(
	(
		photo: PictureFrom,
		contours: readonly Contour[],
		count: number,
		o: ShadesOptions,
		watch: Watch = {},
	) =>
		worker.run(async (remote) => {
			await handOver(remote, photo)
			return remote.shades(photo.key, contours, count, o)
		}, watch),
)
