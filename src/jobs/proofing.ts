import type { Sheet } from '@/core'
import type { Finding, Limits } from '@/core/proofs'
import { endpoint } from './endpoint'
import { createSender } from './mirror'
import { newestOnly } from './newestOnly'
import type { ProofWorker } from './proof.worker'

export type { Mended } from './proof.worker'

const worker = endpoint<ProofWorker>(
	'Proofing',
	() => new Worker(new URL('./proof.worker.ts', import.meta.url), { type: 'module' }),
)

const send = createSender()

/** What a proof notices; `null` for a request that a newer one overtook. */
export const proofOf = newestOnly((sheet: Sheet, limits: Limits) =>
	worker.run((remote) => remote.find(send(remote, sheet), limits)),
)

/** What comes of pieces when findings are mended. */
export function mendedBy(sheet: Sheet, all: readonly Finding[]) {
	return worker.run((remote) => remote.mend(send(remote, sheet), all))
}
