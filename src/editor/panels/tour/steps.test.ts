import { expect, test } from 'vitest'
import { nextStep, TOUR, type TourView } from './steps'

const START: TourView = {
	pass: 'photo',
	tool: 'arrange-photos',
	asked: false,
	pieces: 0,
	silhouette: false,
	thin: false,
	sent: 0,
}

test('each step waits for what it is about, and no step is left by what comes later', () => {
	const done: Partial<TourView>[] = [
		{ pass: 'rough' },
		{ tool: 'lift' },
		{ asked: true },
		{ pieces: 1 },
		{ silhouette: true },
		{ pass: 'thin' },
		{ thin: true },
		{ pass: 'export', sent: 1 },
	]
	expect(done).toHaveLength(TOUR.length)
	let [view, step] = [START, 0]
	for (const [k, change] of done.entries()) {
		expect(nextStep(step, view)).toBe(k)
		view = { ...view, ...change }
		step = nextStep(step, view)
		expect(step).toBe(k + 1)
	}
})

test('who lifts before being told is not sent back', () => {
	expect(nextStep(0, { ...START, pass: 'cut', pieces: 1 })).toBe(4)
})
