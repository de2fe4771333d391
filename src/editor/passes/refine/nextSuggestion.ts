import type { PassContext } from '@/editor/session/definitions'
import { refineSlice } from './refineSlice'

/** On to the next suggestion, round and round. */
export function nextSuggestion({ slices }: Pick<PassContext, 'slices'>): void {
	slices
		.of(refineSlice)
		.setState(({ suggested }) =>
			suggested && suggested.all.length > 0
				? { suggested: { ...suggested, at: (suggested.at + 1) % suggested.all.length } }
				: {},
		)
}
