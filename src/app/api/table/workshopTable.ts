import * as z from 'zod/mini'
import {
	createMachine,
	GcodeError,
	type Machine,
	type MachineMoment,
	OffBed,
	WORKSHOP_BED,
} from '@/core/cutting'

/** The workshop's table: it takes programs, and is told to pause, to go on and to stop. */

/** A program is no longer than this, characters. */
const LONGEST_PROGRAM = 4_000_000
/** So many programs are remembered. */
const MOST_JOBS = 20

const asked = z.object({
	program: z.string().check(z.minLength(1), z.maxLength(LONGEST_PROGRAM)),
	/** How many times as fast as life it runs. */
	pace: z.number().check(z.gte(1), z.lte(200)),
})

type State = 'working' | 'paused' | 'stopped' | 'done'

interface Running {
	readonly machine: Machine
	readonly pace: number
	/** Machine time that had gone when it was last set going, s. */
	gone: number
	/** When it was set going, ms; `null` while it rests. */
	since: number | null
	stopped: boolean
}

// Kept over reloads of this module while the server runs.
const holder = globalThis as { tableJobs?: Map<string, Running> }
holder.tableJobs ??= new Map()
const jobs = holder.tableJobs

/** Takes a program on, or says why not. */
export function takeOn(
	body: unknown,
): { readonly id: string; readonly seconds: number } | { readonly problem: string } {
	const read = asked.safeParse(body)
	if (!read.success) return { problem: 'The table was sent no program that it could read.' }
	try {
		const machine = createMachine(read.data.program, WORKSHOP_BED)
		const id = crypto.randomUUID()
		const [first] = jobs.keys()
		if (jobs.size >= MOST_JOBS && first !== undefined) jobs.delete(first)
		jobs.set(id, { machine, pace: read.data.pace, gone: 0, since: Date.now(), stopped: false })
		return { id, seconds: machine.seconds }
	} catch (error) {
		if (error instanceof GcodeError || error instanceof OffBed) return { problem: error.message }
		throw error
	}
}

/** Pauses a job, lets it go on, or stops it for good. @returns whether there is such a job */
export function tell(id: string, action: 'pause' | 'go-on' | 'stop'): boolean {
	const job = jobs.get(id)
	if (!job) return false
	job.gone = goneOf(job)
	job.since = action === 'go-on' && !job.stopped ? Date.now() : null
	if (action === 'stop') job.stopped = true
	return true
}

export interface Progress extends MachineMoment {
	readonly state: State
	/** Machine time that has gone, s. */
	readonly gone: number
	readonly seconds: number
}

/** How a job stands; `null` where there is none. */
export function progressOf(id: string): Progress | null {
	const job = jobs.get(id)
	if (!job) return null
	const gone = Math.min(goneOf(job), job.machine.seconds)
	const moment = job.machine.at(gone)
	const state: State = job.stopped
		? 'stopped'
		: moment.done
			? 'done'
			: job.since === null
				? 'paused'
				: 'working'
	return { ...moment, state, gone, seconds: job.machine.seconds }
}

function goneOf({ gone, since, pace }: Running): number {
	return since === null ? gone : gone + ((Date.now() - since) / 1000) * pace
}
