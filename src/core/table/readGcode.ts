import type { Point } from '../geometry/point'

/** What a program does, one motion after the other, mm on the bed, y up. */
export interface Motion {
	/** The line of the program, from 1. */
	readonly line: number
	readonly what: 'travel' | 'cut' | 'wait'
	readonly from: Point
	readonly to: Point
	/** Of an arc: its middle, and whether it runs clockwise seen from above. */
	readonly centre?: Point
	readonly clockwise?: boolean
	/** Of what is burnt, per cent of all the beam can. */
	readonly power?: number
	/** mm a minute; of travel the machine's own. */
	readonly feed?: number
	/** s, of waiting */
	readonly seconds?: number
}

/** Something in a program that a machine could not do. */
export class GcodeError extends Error {
	constructor(
		readonly line: number,
		problem: string,
	) {
		super(`Line ${line}: ${problem}`)
		this.name = 'GcodeError'
	}
}

/** A machine reads no longer lines than this, characters, … */
const LONGEST_LINE = 256
/** … no more of them, and no more motions: its memory ends somewhere. */
const MOST_LINES = 1_000_000
const MOST_MOTIONS = 400_000
/** So many lines are read between two rests. */
const STEP_LINES = 2000

/** An arc's beginning and end may lie so much nearer to its middle than each other, mm. */
const ROUND_MM = 0.01

/**
 * Reads a program as a machine would: the modal G-code of RS-274 that the table knows (`G0` to `G4`,
 * `G17`, `G20`, `G21`, `G90`, `M2` to `M5`), one block a line. Independent of what writes it.
 * @throws {GcodeError} naming the line that says what the table cannot do, or that it is too much for it
 */
export function readGcode(text: string): Motion[] {
	const steps = readGcodeSteps(text)
	for (let step = steps.next(); ; step = steps.next()) if (step.done) return step.value
}

/** Like {@link readGcode}, resting now and then: for long programs beside other work. */
export function* readGcodeSteps(text: string): Generator<void, Motion[]> {
	const motions: Motion[] = []
	let at: Point = [0, 0]
	let mode = -1
	let feed = 0
	let on = false
	let power = 100
	let unit = 1
	let ended = false
	let line = 0
	for (const raw of linesOf(text)) {
		line++
		if (line % STEP_LINES === 0) yield
		const words = wordsOf(raw, line)
		if (words.length === 0) continue
		if (ended) throw new GcodeError(line, 'the program has ended before.')
		const value = (letter: string) => words.find(([one]) => one === letter)?.[1]
		for (const [letter, number] of words) {
			if (letter === 'G' && [0, 1, 2, 3].includes(number)) mode = number
			else if (letter === 'G' && number === 20) unit = 25.4
			else if (letter === 'G' && number === 21) unit = 1
			else if (letter === 'M' && (number === 3 || number === 4)) on = true
			else if (letter === 'M' && number === 5) on = false
			else if (letter === 'M' && number === 2) ended = true
			else if (letter === 'F') feed = number * unit
			else if (letter === 'S') power = number
			else if (letter === 'G' ? ![4, 17, 90].includes(number) : !'XYIJP'.includes(letter))
				throw new GcodeError(line, `the table does not know ${letter}${number}.`)
		}
		if (words.some(([letter, number]) => letter === 'G' && number === 4)) {
			const seconds = value('P') ?? 0
			if (seconds < 0) throw new GcodeError(line, 'it waits for less than no time.')
			motions.push({ line, what: 'wait', from: at, to: at, seconds })
			continue
		}
		const [x, y] = [value('X'), value('Y')]
		if (x === undefined && y === undefined) continue
		if (mode < 0) throw new GcodeError(line, 'it says where to go, and not how.')
		const to: Point = [x === undefined ? at[0] : x * unit, y === undefined ? at[1] : y * unit]
		if (mode === 0) {
			if (on) throw new GcodeError(line, 'it travels with the beam on.')
			motions.push({ line, what: 'travel', from: at, to })
		} else {
			if (feed <= 0) throw new GcodeError(line, 'it cuts at no speed.')
			const arc = mode === 1 ? {} : arcOf(at, to, value('I'), value('J'), mode === 2, unit, line)
			const burns = on ? ({ what: 'cut', power } as const) : ({ what: 'travel' } as const)
			motions.push({ line, ...burns, from: at, to, feed, ...arc })
		}
		at = to
		if (motions.length > MOST_MOTIONS)
			throw new GcodeError(line, 'the program holds too many motions.')
	}
	if (on) throw new GcodeError(line, 'it ends with the beam on.')
	return motions
}

/** The lines of a program one after the other. @throws {GcodeError} where one is, or all are, too long */
function* linesOf(text: string): Generator<string> {
	let from = 0
	for (let line = 1; ; line++) {
		if (line > MOST_LINES) throw new GcodeError(line, 'the program is too long.')
		const end = text.indexOf('\n', from)
		const to = end < 0 ? text.length : end
		if (to - from > LONGEST_LINE) throw new GcodeError(line, 'it is longer than a line may be.')
		yield text.slice(from, to)
		if (end < 0) return
		from = end + 1
	}
}

function arcOf(
	from: Point,
	to: Point,
	i: number | undefined,
	j: number | undefined,
	clockwise: boolean,
	unit: number,
	line: number,
) {
	if (i === undefined && j === undefined) throw new GcodeError(line, 'an arc has no middle.')
	const centre: Point = [from[0] + (i ?? 0) * unit, from[1] + (j ?? 0) * unit]
	const [a, b] = [from, to].map(([x, y]) => Math.hypot(x - centre[0], y - centre[1])) as [
		number,
		number,
	]
	if (Math.abs(a - b) > ROUND_MM) throw new GcodeError(line, 'an arc does not end on its circle.')
	return { centre, clockwise }
}

/** A letter and its number, with the spaces round them. */
const WORD = /\s*([A-Z])\s*([-+]?\d*\.?\d+)\s*/iy

function wordsOf(raw: string, line: number): [string, number][] {
	const text = /[(;]/.test(raw) ? raw.replace(/\([^)]*\)/g, '').replace(/;.*$/, '') : raw
	const end = text.trimEnd().length
	const words: [string, number][] = []
	for (let at = 0; at < end; at = WORD.lastIndex) {
		WORD.lastIndex = at
		const [, letter = '', number = ''] = WORD.exec(text) ?? []
		if (letter === '') throw new GcodeError(line, `“${raw.trim()}” cannot be read.`)
		words.push([letter.toUpperCase(), Number(number)])
	}
	return words
}

/** How long a motion takes, s. @param travelFeed mm a minute */
export function secondsOf(motion: Motion, travelFeed: number): number {
	if (motion.what === 'wait') return motion.seconds ?? 0
	return (60 * lengthOf(motion)) / (motion.feed ?? travelFeed)
}

/** mm */
export function lengthOf(motion: Motion): number {
	const turn = turnOf(motion)
	const { from, to, centre } = motion
	return centre
		? Math.abs(turn) * Math.hypot(from[0] - centre[0], from[1] - centre[1])
		: Math.hypot(to[0] - from[0], to[1] - from[1])
}

/** Where the head is at a share of a motion's length. */
export function placeIn(motion: Motion, share: number): Point {
	const { from, to, centre } = motion
	if (!centre) return [from[0] + (to[0] - from[0]) * share, from[1] + (to[1] - from[1]) * share]
	const turn = turnOf(motion) * share
	const [x, y] = [from[0] - centre[0], from[1] - centre[1]]
	const [c, s] = [Math.cos(turn), Math.sin(turn)]
	return [centre[0] + x * c - y * s, centre[1] + x * s + y * c]
}

/** How far an arc turns, radians, counter-clockwise with y up positive; a whole turn where it ends where it began. */
export function turnOf({ from, to, centre, clockwise }: Motion): number {
	if (!centre) return 0
	const angle = (p: Point) => Math.atan2(p[1] - centre[1], p[0] - centre[0])
	const turn = angle(to) - angle(from)
	const whole = 2 * Math.PI
	const left = ((turn % whole) + whole) % whole
	if (clockwise) return left === 0 ? -whole : left - whole
	return left === 0 ? whole : left
}
