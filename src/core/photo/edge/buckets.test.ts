import fc from 'fast-check'
import { expect, test } from 'vitest'
import { cases } from '../../testing/cases'
import { Buckets } from './buckets'

test('gives back what was put in, the cheapest first, also amid pushes and beyond its first room', () => {
	fc.assert(
		fc.property(
			fc.array(fc.integer({ min: 0, max: 900 }), { minLength: 1, maxLength: 60 }),
			(steps) => {
				const queue = new Buckets(0)
				const cost = new Map<number, number>([[0, 0]])
				queue.push(0, 0)
				let last = 0
				let seen = 0
				for (let k = queue.pop(); k >= 0; k = queue.pop()) {
					const own = cost.get(k) ?? Number.NaN
					expect(own).toBeGreaterThanOrEqual(last)
					last = own
					seen++
					const step = steps[k]
					if (step === undefined) continue
					cost.set(k + 1, own + step)
					queue.push(k + 1, own + step)
				}
				expect(seen).toBe(steps.length + 1)
				expect(queue.pop()).toBe(-1)
			},
		),
		{ numRuns: cases(30) },
	)
	const many = new Buckets(5)
	for (let k = 0; k < 20_000; k++) many.push(k, 5 + (k % 700))
	const costs = Array.from({ length: 20_000 }, () => 5 + (many.pop() % 700))
	expect(costs.every((value, i) => i === 0 || value >= (costs[i - 1] ?? 0))).toBe(true)
	expect(many.pop()).toBe(-1)
})

test('what is cheaper than what was taken last comes next, and is not lost', () => {
	const queue = new Buckets(10)
	queue.push(1, 10)
	queue.push(2, 40)
	expect(queue.pop()).toBe(1)
	expect(queue.pop()).toBe(2)
	queue.push(3, 20)
	queue.push(4, 41)
	expect([queue.pop(), queue.pop(), queue.pop()]).toEqual([3, 4, -1])
})
