import type { Bed } from '@/core/cutting'

/** The workshop's cutting table, as the page talks with it. */

/** How a job on the table stands. */
export interface TableProgress {
	readonly state: 'working' | 'paused' | 'stopped' | 'done'
	/** mm on the bed, y up */
	readonly head: readonly [number, number]
	/** The line of the program that it is at. */
	readonly line: number
	readonly burning: boolean
	/** Machine time gone, and in all, s. */
	readonly gone: number
	readonly seconds: number
}

/** The table does not answer, or does not take a program on. */
export class TableRefused extends Error {
	/** @param other the job that it is at work on instead */
	constructor(
		readonly problem: string | null,
		readonly other: string | null = null,
	) {
		super(problem ?? 'The table does not answer.')
		this.name = 'TableRefused'
	}
}

/**
 * Sends a program to the table.
 * @param pace how many times as fast as life the stand-in runs
 * @returns the job's id
 * @throws {TableRefused}
 */
export async function sendToTable(program: string, pace: number, bed: Bed): Promise<string> {
	const answer = await asked('/api/table', { program, pace, bed })
	const body = (await answer.json().catch(() => ({}))) as {
		id?: string
		problem?: string
		job?: string
	}
	if (!body.id) throw new TableRefused(body.problem ?? null, body.job ?? null)
	return body.id
}

/** @throws {TableRefused} */
export async function tellTable(job: string, action: 'pause' | 'go-on' | 'stop'): Promise<void> {
	const answer = await asked(`/api/table/${job}`, { action })
	if (!answer.ok) throw new TableRefused(null)
}

/**
 * Follows a job until it has ended.
 * @throws {TableRefused} where the table falls silent
 */
export async function followTable(
	job: string,
	tell: (progress: TableProgress) => void,
	signal: AbortSignal,
): Promise<void> {
	const answer = await fetch(`/api/table/${job}`, { signal }).catch(() => null)
	if (signal.aborted) return
	if (!answer?.ok || !answer.body) throw new TableRefused(null)
	const reader = answer.body.pipeThrough(new TextDecoderStream()).getReader()
	let text = ''
	let last: TableProgress | null = null
	for (;;) {
		const { value, done } = await reader.read().catch(() => ({ value: undefined, done: true }))
		if (signal.aborted) return
		text += value ?? ''
		const lines = text.split('\n')
		text = lines.pop() ?? ''
		for (const line of lines) {
			last = JSON.parse(line) as TableProgress
			tell(last)
		}
		if (done) break
	}
	if (last?.state !== 'done' && last?.state !== 'stopped') throw new TableRefused(null)
}

async function asked(url: string, body: unknown): Promise<Response> {
	try {
		return await fetch(url, {
			method: 'POST',
			headers: { 'content-type': 'application/json' },
			body: JSON.stringify(body),
		})
	} catch {
		throw new TableRefused(null)
	}
}
