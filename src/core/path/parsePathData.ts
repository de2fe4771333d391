import {
	type Arc,
	type ArcParameters,
	arcBetween,
	cubicsOf,
	goneOn,
	isWhole,
	wholeEllipse,
} from '../geometry/arc'
import { add, mix, type Point, samePoint, scale, subtract } from '../geometry/point'
import { withHandles } from './contour'
import { inferKinds } from './kinds'
import { type Contour, newId, type PathNode } from './model'

/** Path data that cannot be read; `position` counts characters from 0. */
export class PathSyntaxError extends Error {
	constructor(
		readonly position: number,
		problem: string,
	) {
		super(`Path data, character ${position}: ${problem}`)
		this.name = 'PathSyntaxError'
	}
}

/**
 * Reads SVG path data: every command of SVG 1.1, section 8.3. Arcs and quadratic curves become
 * cubics (arcs within 0.06 px, those that go on as one ellipse as one), subpaths ended by `Z` are closed, a closing point that repeats
 * the first one is merged with it, and kinds are those that the handles show. A subpath in which
 * nothing is drawn is left out.
 * @throws {PathSyntaxError} with the position of the first character that does not fit
 */
export function parsePathData(d: string): Contour[] {
	const { contours, error } = readPathData(d)
	if (error) throw error
	return contours.map(inferKinds)
}

/** Like {@link parsePathData}, but reads up to an error, as SVG draws it, and leaves kinds untold. */
export function readPathData(d: string): { contours: Contour[]; error?: PathSyntaxError } {
	const scan = scanner(d)
	const trace = tracer()
	try {
		drive(scan, trace)
	} catch (error) {
		if (!(error instanceof PathSyntaxError)) throw error
		return { contours: trace.finished(), error }
	}
	return { contours: trace.finished() }
}

function drive(scan: Scanner, trace: Tracer): void {
	const read = argumentsFrom(scan)
	let command = ''
	while (!scan.atEnd()) {
		const position = scan.position()
		const letter = scan.command()
		if (letter) command = letter
		else if (command === '') scan.fail('a path begins with M or m')
		else if (command === 'Z' || command === 'z') scan.fail('numbers cannot follow Z')
		if (!trace.begun() && command !== 'M' && command !== 'm') {
			throw new PathSyntaxError(position, 'a path begins with M or m')
		}
		// The letter's case says absolute or relative.
		read.from = command === command.toLowerCase() ? trace.at() : ORIGIN
		COMMANDS[command.toUpperCase()]?.(trace, read)
		if (command === 'M') command = 'L'
		if (command === 'm') command = 'l'
	}
}

type Scanner = ReturnType<typeof scanner>
type Tracer = ReturnType<typeof tracer>

/** What commands read their arguments with; coordinates count from a point that is set before each. */
function argumentsFrom(scan: Scanner): Arguments & { from: Point } {
	const read = {
		from: [0, 0] as Point,
		x: () => scan.number() + read.from[0],
		y: () => scan.number() + read.from[1],
		point: (): Point => [scan.number() + read.from[0], scan.number() + read.from[1]],
		number: scan.number,
		flag: scan.flag,
	}
	return read
}

const ORIGIN: Point = [0, 0]

interface Arguments {
	/** A coordinate, made absolute. */
	x(): number
	y(): number
	point(): Point
	number(): number
	flag(): boolean
}

const COMMANDS: Readonly<Record<string, (trace: Tracer, read: Arguments) => void>> = {
	M: (trace, read) => trace.move(read.point()),
	L: (trace, read) => trace.line(read.point()),
	H: (trace, read) => trace.line([read.x(), trace.at()[1]]),
	V: (trace, read) => trace.line([trace.at()[0], read.y()]),
	C: (trace, read) => trace.cubic(read.point(), read.point(), read.point()),
	S: (trace, read) => trace.cubic(trace.mirrored('cubic'), read.point(), read.point()),
	Q: (trace, read) => trace.quadratic(read.point(), read.point()),
	T: (trace, read) => trace.quadratic(trace.mirrored('quadratic'), read.point()),
	A: (trace, read) => {
		const radii = { rx: read.number(), ry: read.number(), rotation: read.number() }
		trace.arc({ ...radii, large: read.flag(), sweep: read.flag() }, read.point())
	},
	Z: (trace) => trace.close(),
}

const SPACE = /[\t\n\f\r ]*/y
const SEPARATOR = /[\t\n\f\r ]*(?:,[\t\n\f\r ]*)?/y
const NUMBER = /[+-]?(?:\d+\.?\d*|\.\d+)(?:[eE][+-]?\d+)?/y
const COMMAND = /[MmLlHhVvCcSsQqTtAaZz]/y
const FLAG = /[01]/y

function scanner(d: string) {
	let position = 0
	let fresh = true
	const match = (pattern: RegExp): string | null => {
		pattern.lastIndex = position
		const found = pattern.exec(d)
		if (!found) return null
		position = pattern.lastIndex
		return found[0]
	}
	const fail = (problem: string): never => {
		throw new PathSyntaxError(position, problem)
	}
	/** Skips white space, and one comma where an argument has gone before. */
	const separate = () => {
		match(fresh ? SPACE : SEPARATOR)
		fresh = false
	}
	const found = () =>
		position < d.length
			? `found “${String.fromCodePoint(Number(d.codePointAt(position)))}”`
			: 'the path ends'
	return {
		position: () => position,
		fail,
		atEnd: () => {
			match(SPACE)
			return position >= d.length
		},
		command: () => {
			const letter = match(COMMAND)
			if (letter) fresh = true
			return letter
		},
		number: (): number => {
			separate()
			const text = match(NUMBER)
			if (text === null) return fail(`a number is wanted, but ${found()}`)
			const value = Number(text)
			return Number.isFinite(value) ? value : fail('the number is too large')
		},
		flag: (): boolean => {
			separate()
			const text = match(FLAG)
			return text === null ? fail(`an arc flag, 0 or 1, is wanted, but ${found()}`) : text === '1'
		},
	}
}

/** The pen that path data drives: gathers nodes into contours. */
function tracer() {
	const done: Contour[] = []
	/** The nodes of the subpath; empty until something is drawn in it. */
	let nodes: PathNode[] = []
	let start: Point = [0, 0]
	let at: Point = [0, 0]
	let begun = false
	/** The last control point, for S and T, and which kind of curve left it. */
	let control: { kind: 'cubic' | 'quadratic'; at: Point } | null = null

	/** An arc that may go on with the next command. */
	let pending: { readonly arc: Arc; readonly from: Point } | null = null

	const node = (p: Point): PathNode => ({ id: newId(), at: p, kind: 'corner' })
	/** Lays the arc that was pending, now that it is known where it ends. @param last nothing comes after it in its subpath */
	const layArc = (last = false) => {
		if (!pending) return
		const { arc, from } = pending
		pending = null
		// Where a whole ellipse begins is nobody's wish: its nodes are its outermost points.
		const whole = last && nodes.length === 0 && isWhole(arc)
		const cubics = whole ? wholeEllipse(arc) : cubicsOf(arc, from, at)
		const [first] = cubics
		if (whole && first) nodes = [node(first[0])]
		for (const [, out, into, end] of cubics) curve(out, into, end)
	}
	const endSubpath = (closed: boolean) => {
		layArc(true)
		if (nodes.length > 0) done.push(contourFrom(nodes, closed))
		nodes = []
	}
	const to = (out: Point | undefined, into: Point | undefined, p: Point) => {
		layArc()
		curve(out, into, p)
		at = p
	}
	const curve = (out: Point | undefined, into: Point | undefined, p: Point) => {
		const last = nodes.at(-1) ?? node(start)
		const leaves = out && !samePoint(out, last.at)
		if (leaves || nodes.length === 0)
			nodes[Math.max(0, nodes.length - 1)] = leaves ? { ...last, out } : last
		nodes.push(into && !samePoint(into, p) ? { ...node(p), in: into } : node(p))
	}
	return {
		begun: () => begun,
		at: () => at,
		mirrored: (kind: 'cubic' | 'quadratic'): Point =>
			control?.kind === kind ? add(at, subtract(at, control.at)) : at,
		move: (p: Point) => {
			endSubpath(false)
			start = at = p
			begun = true
			control = null
		},
		line: (p: Point) => {
			to(undefined, undefined, p)
			control = null
		},
		cubic: (out: Point, into: Point, p: Point) => {
			to(out, into, p)
			control = { kind: 'cubic', at: into }
		},
		quadratic: (c: Point, p: Point) => {
			to(mix(at, c, 2 / 3), mix(p, c, 2 / 3), p)
			control = { kind: 'quadratic', at: c }
		},
		arc: (told: ArcParameters, p: Point) => {
			control = null
			if (samePoint(at, p)) return
			const arc = arcBetween(at, p, told)
			if (!arc) return to(undefined, undefined, p)
			const on = pending && goneOn(pending.arc, arc)
			if (pending && on) pending = { ...pending, arc: on }
			else {
				layArc()
				pending = { arc, from: at }
			}
			at = p
		},
		close: () => {
			endSubpath(true)
			at = start
			control = null
		},
		finished: () => {
			endSubpath(false)
			return done
		},
	}
}

function contourFrom(nodes: readonly PathNode[], closed: boolean): Contour {
	const first = nodes[0]
	const last = nodes.at(-1)
	const repeats = closed && nodes.length > 2 && first && last && coincide(first.at, last.at)
	const merged = repeats
		? [withHandles(first, { in: last.in, out: first.out }), ...nodes.slice(1, -1)]
		: nodes
	return { id: newId(), nodes: merged, closed }
}

/** The same point but for the rounding of relative commands. */
function coincide(a: Point, b: Point): boolean {
	const size = Math.max(1, Math.abs(a[0]), Math.abs(a[1]))
	const [dx, dy] = scale(subtract(a, b), 1 / size)
	return Math.abs(dx) < 1e-9 && Math.abs(dy) < 1e-9
}
