import { type Remote, wrap } from 'comlink'
import type { Contour, ThinSettings, ThinTarget } from '@/core'
import type { ThinWorker } from '@/workers/thin.worker'
import { newestOnly } from './newestOnly'

/** The preview must not wait for the trade-off: each has a worker of its own. */
function started(): () => Remote<ThinWorker> {
	let worker: Remote<ThinWorker> | null = null
	return () => {
		worker ??= wrap<ThinWorker>(
			new Worker(new URL('../workers/thin.worker.ts', import.meta.url), { type: 'module' }),
		)
		return worker
	}
}

const previewWorker = started()
const tradeOffWorker = started()

/** What thinning would make of outlines; `null` for a request that a newer one overtook. */
export const previewThin = newestOnly((targets: readonly ThinTarget[], settings: ThinSettings) =>
	previewWorker().thin(targets, settings),
)

/** Nodes against deviation; `null` for a request that a newer one overtook. */
export const weighThin = newestOnly(
	(targets: readonly ThinTarget[], settings: Omit<ThinSettings, 'tolerance' | 'ease'>) =>
		tradeOffWorker().tradeOff(targets, settings),
)

/** What could be better about outlines; `null` for a request that a newer one overtook. */
export const suggestFor = newestOnly((contours: readonly Contour[]) =>
	tradeOffWorker().suggest(contours),
)
