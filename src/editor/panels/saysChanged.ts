import type { Sheet } from '@/core'

/** So many names are said. */
const NAMED = 2

/** Which pieces differ between two states of a sheet, by their names; nothing where none or all of many do. */
export function saysChanged(before: Sheet, after: Sheet): string {
	if (before.pieces === after.pieces) return ''
	const [old, now] = differingRuns(before.pieces, after.pieces)
	const was = new Map(old.map((piece) => [piece.id, piece]))
	const is = new Set(now.map(({ id }) => id))
	const names = [
		...now.filter((piece) => was.get(piece.id) !== piece),
		...old.filter(({ id }) => !is.has(id)),
	].map(({ name }) => name)
	const own = [...new Set(names)]
	const more = own.length - NAMED
	return own.slice(0, NAMED).join(', ') + (more > 0 ? ` and ${more} more` : '')
}

/** Two lists from where they begin to differ to where they end to: of thousands of pieces a step mostly changes one. */
function differingRuns<T>(a: readonly T[], b: readonly T[]): [readonly T[], readonly T[]] {
	const least = Math.min(a.length, b.length)
	let start = 0
	while (start < least && a[start] === b[start]) start++
	let end = 0
	while (end < least - start && a[a.length - 1 - end] === b[b.length - 1 - end]) end++
	return [a.slice(start, a.length - end), b.slice(start, b.length - end)]
}
