import { worstOf } from './chainError'
import { type Chain, polish } from './polish'
import type { Trail } from './trail'

/** Further off than this, in limits, least squares are not brought into it by leaning on the worst. */
const HOPELESS = 2

/** Polishes a chain whose ends stay; put back as it was if that leaves it beyond the limit. */
export function polishWithin(trail: Trail, chain: Chain, limit: number, round = true): boolean {
	const before = copyOf(chain)
	const held = (k: number) => round && (k === 0 || k === chain.joints.length - 1)
	polish(trail, chain, held, 3, 0, limit)
	const worst = worstOf(trail, chain)
	if (worst <= limit) return true
	if (worst > HOPELESS * limit) {
		restore(chain, before)
		return false
	}
	polish(trail, chain, held, 3, 1, limit)
	if (worstOf(trail, chain) <= limit) return true
	restore(chain, before)
	return false
}

export function copyOf({ joints, spans }: Chain): Chain {
	return { joints: joints.map((j) => ({ ...j })), spans: spans.map((s) => ({ ...s })) }
}

function restore(chain: Chain, { joints, spans }: Chain) {
	chain.joints.splice(0, chain.joints.length, ...joints)
	chain.spans.splice(0, chain.spans.length, ...spans)
}
