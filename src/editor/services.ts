import { PASSES } from './passes/passes'
import type { Service } from './session/definitions'
import { pyramids } from './session/pyramids'
import { refusals } from './session/refusals'

/** All that goes on beside the work for as long as a sheet is open. */
export const SERVICES: readonly Service[] = [
	pyramids,
	refusals,
	...PASSES.flatMap(({ services = [] }) => services),
]
