import type { Service } from './definitions'
import { wordsFollow } from './wordsFollow'

/** Words and bridges go along with every edit that changes what they go by, or cross, within its step. */
export const following: Service = (context) => {
	const leave = wordsFollow(context)
	let over = false
	let end = () => {}
	// Fetched from here: what a proof knows is much, and nothing of opening a sheet.
	void import('@/core/proofs').then(({ bridgesFollow }) => {
		if (!over) end = context.open.alsoSettle(bridgesFollow)
	})
	return () => {
		over = true
		end()
		leave()
	}
}
