import { followed } from '@/core/letter'
import type { Service } from './definitions'

/** Words are laid anew with every edit that changes what they go by, within its step. */
export const wordsFollow: Service = ({ open }) => {
	open.alsoSettle(followed)
	return () => open.alsoSettle((next) => next)
}
