import { describe, expect, test } from 'vitest'
import type { StoredGrade } from '@/store/database'
import { bestOf, leastSure } from './howItWent'

const DAY = 24 * 3600 * 1000
const grade = (drill: string, at: number, share: number, nodes = 4): StoredGrade => ({
	drill,
	at,
	share,
	done: share === 1,
	nodes,
	best: 4,
	deviation: 2,
})

describe('progress', () => {
	test('the best is what was done, then what had fewer nodes', () => {
		const all = [
			grade('egg', 1, 0.9),
			grade('egg', 2, 1, 6),
			grade('egg', 3, 1, 4),
			grade('bell', 4, 1),
		]
		expect(bestOf(all, 'egg')?.at).toBe(3)
		expect(bestOf(all, 'leaf')).toBeNull()
	})

	test('what went wrong comes again at once, the worst first; what went well after ever more days', () => {
		expect(leastSure([])).toBeNull()
		const wrong = [grade('egg', 0, 0.5), grade('bell', 0, 0.3), grade('leaf', 0, 1)]
		expect(leastSure(wrong, DAY)?.id).toBe('bell')
		const well = [grade('leaf', 0, 1)]
		expect(leastSure(well, DAY)).toBeNull()
		expect(leastSure(well, 2 * DAY)?.id).toBe('leaf')
		const twice = [...well, grade('leaf', 2 * DAY, 1)]
		expect(leastSure(twice, 5 * DAY)).toBeNull()
		expect(leastSure(twice, 6 * DAY)?.id).toBe('leaf')
		// Once wrong, it begins anew.
		const slipped = [...twice, grade('leaf', 6 * DAY, 0.4)]
		expect(leastSure(slipped, 6 * DAY)?.id).toBe('leaf')
	})
})
