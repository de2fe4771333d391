import { proxy } from 'comlink'
import type { CutWish } from '@/core/cutting'
import type { CuttingWorker } from './cutting.worker'
import { endpoint } from './endpoint'
import { newestOnly } from './newestOnly'

const worker = endpoint<CuttingWorker>(
	'Planning the cut',
	() => new Worker(new URL('./cutting.worker.ts', import.meta.url), { type: 'module' }),
)

/**
 * The job that comes of a wish; `null` for a request that a newer one overtook.
 * @param tell how far it is, 0 to 1
 */
export const cutPlanOf = newestOnly((wish: CutWish, tell: (share: number) => void) =>
	worker.run((remote, alive) => {
		const told = (share: number) => {
			alive(share)
			tell(share)
		}
		return remote.plan(wish, proxy(told))
	}),
)
