import { at } from '../geometry/numbers'
import type { Point } from '../geometry/point'
import type { Bed } from './bed'
import { lengthOf, type Motion, placeIn, readGcodeSteps, secondsOf, turnOf } from './readGcode'

/** A stand-in for the table's own controller: what it is doing at any time of a program. */
export interface Machine {
	/** How long the program takes it, s. */
	readonly seconds: number
	/** @param seconds since it began, pauses not counted */
	at(seconds: number): MachineMoment
}

export interface MachineMoment {
	/** Where the head is, mm on the bed, y up. */
	readonly head: Point
	/** The line of the program that it is at, from 1. */
	readonly line: number
	readonly burning: boolean
	readonly done: boolean
}

/** Motions of a program leave the bed. */
export class OffBed extends Error {
	constructor(readonly line: number) {
		super(`Line ${line} leads off the bed.`)
		this.name = 'OffBed'
	}
}

/** How fast the head gains speed, mm/s². */
const ACCELERATION = 1500
/** The head stops where it turns by more, radians. */
const STOPS = 0.35
/** Rounding may lead so far over the edge, mm. */
const EDGE_MM = 0.01

/**
 * Takes a program on: every motion is read and must lie on the bed.
 * @throws {GcodeError} {OffBed}
 */
export function createMachine(program: string, bed: Bed): Machine {
	const steps = machineSteps(program, bed)
	for (let step = steps.next(); ; step = steps.next()) if (step.done) return step.value
}

/** So many motions are looked at between two rests. */
const STEP_MOTIONS = 2000

/** Like {@link createMachine}, resting now and then: for long programs beside other work. */
export function* machineSteps(program: string, bed: Bed): Generator<void, Machine> {
	const motions = yield* readGcodeSteps(program)
	const ends = new Float64Array(motions.length)
	let now = 0
	for (const [n, motion] of motions.entries()) {
		if (n % STEP_MOTIONS === STEP_MOTIONS - 1) yield
		if (!isOnBed(motion, bed)) throw new OffBed(motion.line)
		now += secondsOf(motion, bed.travelFeed)
		if (stopsAfter(motion, motions[n + 1])) now += lossOf(motion, bed)
		ends[n] = now
	}
	return {
		seconds: now,
		at: (seconds) => {
			const n = firstAfter(ends, seconds)
			const motion = motions[n]
			const last = motions.at(-1)
			if (!motion)
				return {
					head: last?.to ?? [0, 0],
					line: (last?.line ?? 0) + 1,
					burning: false,
					done: true,
				}
			const begun = ends[n - 1] ?? 0
			const end = ends[n] ?? begun
			const share = end > begun ? Math.max(0, (seconds - begun) / (end - begun)) : 1
			return {
				head: placeIn(motion, share),
				line: motion.line,
				burning: motion.what === 'cut',
				done: false,
			}
		},
	}
}

/** The first of rising times that lies after one; their count where none does. */
function firstAfter(times: Float64Array, time: number): number {
	let [low, high] = [0, times.length]
	while (low < high) {
		const middle = (low + high) >> 1
		if (at(times, middle) > time) high = middle
		else low = middle + 1
	}
	return low
}

/** Speeding up and slowing down cost as long as half the top speed would take to reach, twice. */
function lossOf(motion: Motion, bed: Bed): number {
	if (motion.what === 'wait') return 0
	const speed = (motion.feed ?? bed.travelFeed) / 60
	return Math.min(speed / ACCELERATION, Math.sqrt(lengthOf(motion) / ACCELERATION))
}

function stopsAfter(motion: Motion, next: Motion | undefined): boolean {
	if (!next || next.what !== motion.what) return true
	const [a, b] = [placeIn(motion, 0.98), placeIn(next, 0.02)]
	const into = [motion.to[0] - a[0], motion.to[1] - a[1]] as const
	const out = [b[0] - next.from[0], b[1] - next.from[1]] as const
	const turn = Math.atan2(into[0] * out[1] - into[1] * out[0], into[0] * out[0] + into[1] * out[1])
	return Math.abs(turn) > STOPS
}

function isOnBed(motion: Motion, { width, height }: Bed): boolean {
	return outermost(motion).every(
		([x, y]) => x >= -EDGE_MM && y >= -EDGE_MM && x <= width + EDGE_MM && y <= height + EDGE_MM,
	)
}

/** The places of a motion that lie outermost: its ends, and of an arc where it turns level or upright. */
function outermost(motion: Motion): Point[] {
	const { from, to, centre } = motion
	if (!centre) return [from, to]
	const turn = turnOf(motion)
	const begins = Math.atan2(from[1] - centre[1], from[0] - centre[0])
	const quarters = [0, 1, 2, 3].flatMap((quarter) => {
		const whole = 2 * Math.PI
		const ahead = Math.sign(turn) * ((quarter * Math.PI) / 2 - begins)
		const way = ((ahead % whole) + whole) % whole
		return way < Math.abs(turn) ? [placeIn(motion, way / Math.abs(turn))] : []
	})
	return [from, to, ...quarters]
}
