import { PASSES } from './passes/passes'
import type { Service } from './session/definitions'
import { pyramids } from './session/pyramids'
import { refusals } from './session/refusals'
import { fetched } from './session/services'

/** All that goes on beside the work for as long as a sheet is open. */
export const SERVICES: readonly Service[] = [
	pyramids,
	refusals,
	// Words go along with what they go by from when there are any.
	fetched(
		({ open }) => open.sheet().pieces.some(({ lettering }) => lettering !== undefined),
		({ open }, look) => open.subscribe(look),
		() => import('./session/wordsFollow').then((m) => m.wordsFollow),
	),
	// So do bridges, after the words that they may cross.
	fetched(
		({ open }) => open.sheet().pieces.some(({ bridged }) => bridged !== undefined),
		({ open }, look) => open.subscribe(look),
		() => import('./session/bridgesFollow').then((m) => m.bridgesFollow),
	),
	...PASSES.flatMap(({ services = [] }) => services),
]
