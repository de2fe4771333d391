import { PASSES } from './passes/passes'
import type { Service } from './session/definitions'
import { pyramids } from './session/pyramids'
import { refusals } from './session/refusals'
import { fetched } from './session/services'

/** All that goes on beside the work for as long as a sheet is open. */
export const SERVICES: readonly Service[] = [
	pyramids,
	refusals,
	// Words and bridges go along with what they go by from when there are any.
	fetched(
		({ open }) => open.sheet().pieces.some(({ lettering, bridged }) => lettering ?? bridged),
		({ open }, look) => open.subscribe(look),
		() => import('./session/following').then((m) => m.following),
	),
	...PASSES.flatMap(({ services = [] }) => services),
]
