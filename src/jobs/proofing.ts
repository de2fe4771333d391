import { proxy } from 'comlink'
import type { Piece, Sheet } from '@/core'
import type { Judgement } from '@/core/practice'
import type { Finding, Limits, OffPhoto } from '@/core/proofs'
import { endpoint } from './endpoint'
import { createSender } from './mirror'
import type { ProofWorker } from './proof.worker'

export type { Mended } from './proof.worker'

const worker = endpoint<ProofWorker>(
	'Proofing',
	() => new Worker(new URL('./proof.worker.ts', import.meta.url), { type: 'module' }),
)

const send = createSender()

let newest = 0

/**
 * What a proof notices; `null` for a request that a newer one overtook, which ends it.
 * @param o.only ids of the pieces to look at; all where absent
 * @param o.tell is told what was noticed so far, and how far the proof has come, 0 to 1
 */
export async function proofOf(
	sheet: Sheet,
	limits: Limits,
	o: {
		readonly only?: ReadonlySet<string> | undefined
		readonly tell?: (found: readonly Finding[], share: number) => void
	} = {},
): Promise<readonly Finding[] | null> {
	const mine = ++newest
	const found: Finding[] = []
	await worker.run(async (remote, alive) => {
		if (mine !== newest) return
		const goesOn = proxy((some: readonly Finding[], share: number) => {
			if (mine !== newest) return false
			found.push(...some)
			alive(share)
			o.tell?.([...found], share)
			return true
		})
		await remote.find(send(remote, sheet), limits, o.only, goesOn)
	})
	return mine === newest ? found : null
}

/** What comes of pieces when findings are mended. */
export function mendedBy(sheet: Sheet, all: readonly Finding[]) {
	return worker.run((remote) => remote.mend(send(remote, sheet), all))
}

/** What is to be said of pieces as a trace: by the photo's edge where it shows one, and by the craft. */
export const judgementOf = (
	pieces: readonly Piece[],
	samples: readonly OffPhoto[],
	allowed: number,
): Promise<Judgement> => worker.run((remote) => remote.judge(pieces, samples, allowed))
