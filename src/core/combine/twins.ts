import { distance } from '../geometry/point'
import type { Source } from './sources'

/** A segment that runs where another does, the same way or against it. */
export interface Twin {
	readonly of: number
	readonly reversed: boolean
}

/**
 * Finds segments that run where an earlier one does: what two outlines share whole is then worked
 * out once.
 * @param starts for each segment, what identifies the place it starts from
 * @param near control points that lie nearer than this, px, are the same
 * @returns for each segment its earlier twin, or nothing
 */
export function twinsOf(
	sources: readonly Source[],
	starts: readonly number[],
	near: number,
): (Twin | undefined)[] {
	const byEnds = new Map<number, number[]>()
	return sources.map(({ cubic, after }, number): Twin | undefined => {
		const from = starts[number] ?? -1
		const to = starts[after] ?? -1
		const key = Math.min(from, to) * sources.length + Math.max(from, to)
		const alike = byEnds.get(key) ?? []
		for (const of of alike) {
			const other = sources[of]?.cubic
			if (!other) continue
			const same = (reversed: boolean) =>
				cubic.every((p, i) => distance(p, other[reversed ? 3 - i : i] ?? p) < near)
			if (same(false)) return { of, reversed: false }
			if (same(true)) return { of, reversed: true }
		}
		alike.push(number)
		byEnds.set(key, alike)
		return undefined
	})
}
