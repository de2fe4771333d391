import { DRILLS, type Drill, type Skill, seedOf } from '@/core/practice'
import type { StoredGrade } from '@/store/database'

/** How a drill went at its best: done before not done, then the larger share, the fewer nodes, the nearer. */
export function bestOf(all: readonly StoredGrade[], drill: string): StoredGrade | null {
	const own = all.filter((one) => one.drill === drill)
	return own.sort(better)[0] ?? null
}

function better(a: StoredGrade, b: StoredGrade): number {
	if (a.done !== b.done) return a.done ? -1 : 1
	return b.share - a.share || a.nodes - b.nodes || a.deviation - b.deviation
}

/** A drill that was done well comes again after so many days, each time after twice as many; one that went wrong at once. */
const FIRST_DAYS = 2
const DAY_MS = 24 * 3600 * 1000

/**
 * What is to be done once more: of the drills whose time has come the one that went worst when it was last done.
 * @param now ms since 1970
 */
export function leastSure(all: readonly StoredGrade[], now = Date.now()): Drill | null {
	const due = DRILLS.flatMap((drill) => {
		const own = all.filter((one) => one.drill === drill.id).sort((a, b) => a.at - b.at)
		const last = own.at(-1)
		if (!last) return []
		const lastWrong = own.findLastIndex(({ done }) => !done)
		const inRow = own.length - 1 - lastWrong
		const days = inRow === 0 ? 0 : FIRST_DAYS * 2 ** (inRow - 1)
		return now - last.at >= days * DAY_MS ? [{ drill, share: last.share, at: last.at }] : []
	})
	return due.sort((a, b) => a.share - b.share || a.at - b.at)[0]?.drill ?? null
}

/** Of which drills. */
export type Scope = 'all' | 'daily' | Skill

/** What was done of some drills, in order. */
export function gradesOf(all: readonly StoredGrade[], scope: Scope): readonly StoredGrade[] {
	if (scope === 'all') return all
	if (scope === 'daily') return all.filter(({ drill }) => seedOf(drill) !== null)
	const own = new Set(DRILLS.filter(({ skill }) => skill === scope).map(({ id }) => id))
	return all.filter(({ drill }) => own.has(drill))
}
