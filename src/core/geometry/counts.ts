/** Counts one more of a thing, or several. */
export function countOne<K>(counts: Map<K, number>, key: K, by = 1): void {
	counts.set(key, countOf(counts, key) + by)
}

/** How many of a thing there are: none of what was never counted. */
export const countOf = <K>(counts: ReadonlyMap<K, number>, key: K): number => counts.get(key) ?? 0
