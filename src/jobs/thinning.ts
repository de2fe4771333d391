import type { Contour, ThinSettings, ThinTarget } from '@/core'
import { endpoint } from './endpoint'
import { newestOnly } from './newestOnly'
import type { ThinWorker } from './thin.worker'

const spawn = () => new Worker(new URL('./thin.worker.ts', import.meta.url), { type: 'module' })

/** The preview must not wait for the trade-off; each has a worker of its own. */
const previews = endpoint<ThinWorker>('Thinning', spawn)
const tradeOffs = endpoint<ThinWorker>('Weighing nodes against deviation', spawn)

/** What thinning would make of outlines; `null` for a request that a newer one overtook. */
export const previewThin = newestOnly((targets: readonly ThinTarget[], settings: ThinSettings) =>
	previews.run((worker) => worker.thin(targets, settings)),
)

/** Nodes against deviation; `null` for a request that a newer one overtook. */
export const weighThin = newestOnly(
	(targets: readonly ThinTarget[], settings: Omit<ThinSettings, 'tolerance' | 'ease'>) =>
		tradeOffs.run((worker) => worker.tradeOff(targets, settings)),
)

/** What could be better about outlines; `null` for a request that a newer one overtook. */
export const suggestFor = newestOnly((contours: readonly Contour[]) =>
	tradeOffs.run((worker) => worker.suggest(contours)),
)
