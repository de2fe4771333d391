import type { Service } from './bench/definitions'
import { pyramids } from './bench/pyramids'
import { refusals } from './bench/refusals'
import { PASSES } from './passes/passes'

/** All that goes on beside the work for as long as a sheet is open. */
export const SERVICES: readonly Service[] = [
	pyramids,
	refusals,
	...PASSES.flatMap(({ services = [] }) => services),
]
