import 'fake-indexeddb/auto'
import { expect, test } from 'vitest'
import { SkiagramDatabase } from './database'
import { practiceIn } from './practice'

const grade = (drill: string, at: number) => ({
	drill,
	at,
	done: true,
	share: 1,
	nodes: 4,
	best: 4,
	deviation: 1,
})

test('results are added once, whichever browser they come from, and forgotten together', async () => {
	const practice = practiceIn(new SkiagramDatabase('practice'))
	await practice.add(grade('egg', 2))
	const others = [grade('egg', 2), grade('egg', 3), grade('bell', 2), grade('bell', 2)]
	expect(await practice.addAll(others)).toBe(2)
	expect(await practice.addAll(others)).toBe(0)
	const all = await practice.all()
	expect(all.map(({ drill, at }) => `${at} ${drill}`).sort()).toEqual(['2 bell', '2 egg', '3 egg'])
	// What they were known by in one browser is nothing to another.
	expect(await practice.addAll(all.map((one) => ({ ...one, at: one.at + 10, key: 1 })))).toBe(3)
	await practice.forget()
	expect(await practice.all()).toEqual([])
})
