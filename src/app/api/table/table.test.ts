import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import { POST as TELL } from './[job]/route'
import { POST } from './route'
import { progressOf, takeOn, tell } from './workshopTable'

const SQUARE = 'G21\nG90\nG0 X10 Y10\nM3\nG1 X60 Y10 F600\nG1 X60 Y60\nM5\nM2'

let today = 0

beforeEach(() => {
	vi.useFakeTimers({ toFake: ['performance'] })
	// Whatever the test before left at work has ended by then.
	today += 86_400_000
	vi.advanceTimersByTime(today)
})
afterEach(() => void vi.useRealTimers())

const begin = async (program = SQUARE) => {
	const taken = await takeOn({ program, pace: 1 })
	if ('problem' in taken) throw new Error(taken.problem)
	return taken
}

const post = (body: string) =>
	new Request('http://localhost/api/table', {
		method: 'POST',
		headers: { host: 'localhost', 'content-type': 'application/json' },
		body,
	})

describe('the table', () => {
	test('works on one program at a time: another is refused, and the first goes on', async () => {
		const { id } = await begin()
		const other = await POST(post(JSON.stringify({ program: SQUARE, pace: 1 })))
		expect(other.status).toBe(409)
		expect(await other.json()).toMatchObject({
			problem: expect.stringContaining('another program'),
			job: id,
		})
		expect(progressOf(id)?.state).toBe('working')
		tell(id, 'stop')
		expect(await takeOn({ program: SQUARE, pace: 1 })).toHaveProperty('id')
	})

	test('two that come at once are one job and a refusal', async () => {
		const both = await Promise.all([1, 2].map(() => takeOn({ program: SQUARE, pace: 1 })))
		expect(both.filter((one) => 'problem' in one)).toHaveLength(1)
	})

	test('says how an ended job ended, and keeps nothing else of it', async () => {
		const { id, seconds } = await begin()
		vi.advanceTimersByTime(1000 * seconds + 1000)
		expect(progressOf(id)).toMatchObject({ state: 'done', gone: seconds })
		expect(progressOf(id)).toMatchObject({ state: 'done' })
		const { workshopTable } = globalThis as unknown as { workshopTable: { job: unknown } }
		expect(workshopTable.job).toBeNull()
		expect(tell(id, 'pause')).toBe(true)
		expect(progressOf(id)?.state).toBe('done')
	})

	test('a job that is left paused is given up once somebody else comes', async () => {
		const { id } = await begin()
		tell(id, 'pause')
		expect(await takeOn({ program: SQUARE, pace: 1 })).toMatchObject({ busy: true })
		vi.advanceTimersByTime(11 * 60_000)
		expect(await takeOn({ program: SQUARE, pace: 1 })).toHaveProperty('id')
	})

	test.each(['null', '[]', '{"action":"dance"}', '"stop"'])(
		'is told nothing by %s',
		async (body) => {
			const answer = await TELL(post(body), { params: Promise.resolve({ job: 'x' }) })
			expect(answer.status).toBe(400)
		},
	)

	test('a long program is read beside other work', async () => {
		const program = `G21\nG90\nG0 X1 Y1\n${'G0 X2 Y2\nG0 X1 Y1\n'.repeat(50_000)}M2`
		let turns = 0
		const count = setInterval(() => turns++, 1)
		const taken = await takeOn({ program, pace: 200 })
		clearInterval(count)
		expect(taken).toHaveProperty('id')
		expect(turns).toBeGreaterThan(3)
		if ('id' in taken) tell(taken.id, 'stop')
	})
})
