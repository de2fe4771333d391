import { setImmediate } from 'node:timers/promises'
import * as z from 'zod/mini'
import {
	type Bed,
	bedSchema,
	GcodeError,
	type Machine,
	type MachineMoment,
	machineSteps,
	OffBed,
	WORKSHOP_BED,
} from '@/core/cutting'

/** The workshop's table: it takes one program at a time, and is told to pause, to go on and to stop. */

/** A program is no longer than this, characters. */
export const LONGEST_PROGRAM = 4_000_000
/** What takes longer is a mistake, s. */
const LONGEST_JOB = 2 * 24 * 3600
/** A job that rests so long is given up when somebody else comes, ms. */
const GIVEN_UP_MS = 10 * 60_000
/** How so many jobs ended is remembered, not what they were. */
const MOST_ENDED = 20

/** So fast that whatever it is it is done. */
const AT_ONCE = 1e9

const asked = z.object({
	program: z.string().check(z.minLength(1), z.maxLength(LONGEST_PROGRAM)),
	/** How many times as fast as life it runs. */
	pace: z.number().check(z.gte(1), z.lte(AT_ONCE)),
	/** The bed and its speeds; the workshop's where absent. */
	bed: z.optional(bedSchema),
})

type State = 'working' | 'paused' | 'stopped' | 'done'

interface Running {
	readonly id: string
	readonly machine: Machine
	readonly pace: number
	/** Machine time that had gone when it was last set going, s. */
	gone: number
	/** When it was set going, ms; `null` while it rests. */
	since: number | null
	/** When it was last told something, ms. */
	told: number
	stopped: boolean
}

interface Table {
	job: Running | null
	/** A program is being read. */
	reading: boolean
	/** How the last jobs ended. */
	readonly ended: Map<string, Progress>
}

// Kept over reloads of this module while the server runs.
const holder = globalThis as { workshopTable?: Table }
holder.workshopTable ??= { job: null, reading: false, ended: new Map() }
const table = holder.workshopTable

const BUSY = {
	busy: true,
	problem: 'The table is at work on another program.',
} as const

/** Takes a program on, or says why not. */
export async function takeOn(body: unknown): Promise<
	| { readonly id: string; readonly seconds: number }
	| {
			readonly problem: string
			readonly busy?: boolean
			/** What it is at work on: whoever closed the page of it may stop it from another. */
			readonly job?: string
	  }
> {
	const read = asked.safeParse(body)
	if (!read.success) return { problem: 'The table was sent no program that it could read.' }
	if (table.reading || isAtWork()) return { ...BUSY, ...(table.job && { job: table.job.id }) }
	table.reading = true
	try {
		const machine = await readBesideOthers(read.data.program, read.data.bed ?? WORKSHOP_BED)
		const { seconds } = machine
		if (!(seconds <= LONGEST_JOB))
			return { problem: 'It would be at work for more than two days. Nothing was begun.' }
		const id = crypto.randomUUID()
		const now = performance.now()
		table.job = {
			id,
			machine,
			pace: read.data.pace,
			gone: 0,
			since: now,
			told: now,
			stopped: false,
		}
		return { id, seconds }
	} catch (error) {
		if (error instanceof GcodeError || error instanceof OffBed) return { problem: error.message }
		throw error
	} finally {
		table.reading = false
	}
}

/** Whoever asks for something meanwhile does not wait for a long program. */
async function readBesideOthers(program: string, bed: Bed): Promise<Machine> {
	const steps = machineSteps(program, bed)
	for (let step = steps.next(); ; step = steps.next()) {
		if (step.done) return step.value
		await setImmediate()
	}
}

function isAtWork(): boolean {
	const { job } = table
	if (!job) return false
	const state = progressOf(job.id)?.state
	return state === 'working' || (state === 'paused' && performance.now() - job.told < GIVEN_UP_MS)
}

/** Pauses a job, lets it go on, or stops it for good. @returns whether there is such a job */
export function tell(id: string, action: 'pause' | 'go-on' | 'stop'): boolean {
	if (!progressOf(id)) return false
	const { job } = table
	if (job?.id !== id) return true
	job.gone = goneOf(job)
	job.told = performance.now()
	job.since = action === 'go-on' ? job.told : null
	if (action === 'stop') job.stopped = true
	return true
}

export interface Progress extends MachineMoment {
	readonly state: State
	/** Machine time that has gone, s. */
	readonly gone: number
	readonly seconds: number
}

/** How a job stands; `null` where there is none. What has ended is let go of. */
export function progressOf(id: string): Progress | null {
	const { job, ended } = table
	if (job?.id !== id) return ended.get(id) ?? null
	const gone = Math.min(goneOf(job), job.machine.seconds)
	const moment = job.machine.at(gone)
	const progress: Progress = {
		...moment,
		state: stateOf(job, moment.done),
		gone,
		seconds: job.machine.seconds,
	}
	if (progress.state === 'stopped' || progress.state === 'done') {
		table.job = null
		ended.set(id, progress)
		const [first] = ended.keys()
		if (ended.size > MOST_ENDED && first !== undefined) ended.delete(first)
	}
	return progress
}

function stateOf({ stopped, since }: Running, done: boolean): State {
	if (stopped) return 'stopped'
	if (done) return 'done'
	return since === null ? 'paused' : 'working'
}

function goneOf({ gone, since, pace }: Running): number {
	return since === null ? gone : gone + ((performance.now() - since) / 1000) * pace
}
