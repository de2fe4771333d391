import type { CuttingWorker, CutWish } from './cutting.worker'
import { endpoint } from './endpoint'
import { newestOnly } from './newestOnly'

export type { CutPlan, CutWish, ShownCut } from './cutting.worker'

const worker = endpoint<CuttingWorker>(
	'Planning the cut',
	() => new Worker(new URL('./cutting.worker.ts', import.meta.url), { type: 'module' }),
)

/** The job that comes of a wish; `null` for a request that a newer one overtook. */
export const cutPlanOf = newestOnly((wish: CutWish) => worker.run((remote) => remote.plan(wish)))
