import { bridgesFollow as followed } from '@/core/proofs'
import type { Service } from './definitions'

/** Bridges are made anew with every edit that changes what they cross, within its step. */
export const bridgesFollow: Service = ({ open }) => open.alsoSettle(followed)
