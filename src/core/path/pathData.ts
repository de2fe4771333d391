import {
	type Arc,
	type ArcParameters,
	arcBetween,
	cubicsOf,
	goneOn,
	isWhole,
	wholeEllipse,
} from '../geometry/arc'
import { at } from '../geometry/numbers'
import { add, mix, type Point, samePoint, scale, subtract } from '../geometry/point'
import { contourHull, isStraight, segmentCubic, segments, withHandles } from './contour'
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

/**
 * Writes outlines as SVG path data in absolute commands, numbers rounded to `digits` decimals.
 * Reading it back gives the same outlines, to that rounding.
 * @throws {RangeError} where an outline holds NaN or an infinity
 */
export function formatPathData(contours: readonly Contour[], digits = 3): string {
	const number = (v: number) => {
		if (!Number.isFinite(v)) throw new RangeError('An outline holds a number that is none.')
		const text = v.toFixed(digits)
		const short = text.includes('.') ? text.replace(/\.?0+$/, '') : text
		return short === '-0' ? '0' : short
	}
	const point = ([x, y]: Point) => `${number(x)} ${number(y)}`
	return contours
		.map((contour) => {
			const first = contour.nodes[0]
			if (!first) return ''
			const drawn = segments(contour).map((s) => {
				if (!isStraight(s.from, s.to)) {
					const [, b, c, d] = segmentCubic(s)
					return `C${point(b)} ${point(c)} ${point(d)}`
				}
				const closes = contour.closed && s.index === contour.nodes.length - 1
				return closes ? '' : `L${point(s.to.at)}`
			})
			return `M${point(first.at)}${drawn.join('')}${contour.closed ? 'Z' : ''}`
		})
		.join('')
}

/** Outlines with more nodes than this are sketched by as many of them as fit it. */
const SKETCH_NODES = 240

/** Path data for pictures the size of a card or a thumbnail: coarse, short, and quickly made. */
export function sketchPathData(contours: readonly Contour[]): string {
	let whole = wholes.get(contours)
	if (whole === undefined) {
		whole = largest(contours).map(sketchOf).join('')
		wholes.set(contours, whole)
	}
	return whole
}

const wholes = new WeakMap<readonly Contour[], string>()

/** Of more outlines than this only the largest are sketched. */
const SKETCH_OUTLINES = 1500

function largest(contours: readonly Contour[]): readonly Contour[] {
	if (contours.length <= SKETCH_OUTLINES) return contours
	const sizes = Float64Array.from(contours, (contour) => {
		const { minX, minY, maxX, maxY } = contourHull(contour)
		return Math.max(maxX - minX, maxY - minY)
	})
	const least = at(sizes.toSorted(), sizes.length - SKETCH_OUTLINES)
	const found = contours.filter((_, i) => at(sizes, i) >= least)
	// Of very many of one size some from everywhere.
	const every = found.length / SKETCH_OUTLINES
	return found.filter((_, i) => Math.floor(i / every) > Math.floor((i - 1) / every))
}

const sketches = new WeakMap<Contour, string>()

function sketchOf(contour: Contour): string {
	let sketch = sketches.get(contour)
	if (sketch === undefined) {
		const every = Math.ceil(contour.nodes.length / SKETCH_NODES)
		const nodes = contour.nodes.filter((_, i) => i % every === 0)
		const coarse = nodes.map(({ id, at }): PathNode => ({ id, at, kind: 'corner' }))
		sketch = formatPathData([every < 2 ? contour : { ...contour, nodes: coarse }], 1)
		sketches.set(contour, sketch)
	}
	return sketch
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
