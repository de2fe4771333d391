import type { Piece } from './model'

/** What became of a list of pieces. */
export interface PiecesChange {
	/** Those that are no longer in it, … */
	readonly gone: readonly Piece[]
	/** … and the places of those that were not in it before, rising. */
	readonly come: readonly number[]
}

/**
 * What of a list of pieces is not what it was, by the objects that they are: of those that only moved nothing is
 * said. Costs a look at each, and more for those alone that are not where they were.
 */
export function changeOf(since: readonly Piece[], now: readonly Piece[]): PiecesChange {
	if (since === now) return NO_CHANGE
	let from = 0
	while (from < since.length && from < now.length && since[from] === now[from]) from++
	let [a, b] = [since.length, now.length]
	while (a > from && b > from && since[a - 1] === now[b - 1]) {
		a--
		b--
	}
	const inPlace = a === b
	const were = new Set<Piece>()
	for (let k = from; k < a; k++) if (!inPlace || since[k] !== now[k]) were.add(since[k] as Piece)
	const come: number[] = []
	for (let k = from; k < b; k++) {
		if (inPlace && since[k] === now[k]) continue
		// What was there before, elsewhere, has neither gone nor come.
		if (!were.delete(now[k] as Piece)) come.push(k)
	}
	return { gone: [...were], come }
}

const NO_CHANGE: PiecesChange = { gone: [], come: [] }
