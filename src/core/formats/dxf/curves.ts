import type { Affine } from '../../geometry/affine'
import { arcCubics } from '../../geometry/arc'
import { type Cubic, lineCubic } from '../../geometry/cubic'
import { item as valueAt } from '../../geometry/numbers'
import { mix, type Point } from '../../geometry/point'
import { type Item, numberIn, numbersIn } from './groups'

/** A run of curves that follow each other, in the drawing's units, y up. */
export interface Run {
	readonly cubics: readonly Cubic[]
	readonly closed: boolean
}

/** What an entity draws; `null` for what is no line. */
export function runOf(item: Item): Run | null {
	switch (item.type) {
		case 'LINE':
			return { cubics: [lineCubic(at(item, 10), at(item, 11))], closed: false }
		case 'CIRCLE':
			return { cubics: arcCubics(round(item), 0, 2 * Math.PI), closed: true }
		case 'ARC': {
			const [from, to] = [numberIn(item, 50), numberIn(item, 51)].map(
				(v) => (v * Math.PI) / 180,
			) as [number, number]
			return { cubics: arcCubics(round(item), from % TURN, turnBetween(from, to)), closed: false }
		}
		case 'ELLIPSE':
			return ellipse(item)
		case 'LWPOLYLINE':
			return polyline(verticesOf(item), (numberIn(item, 70) & 1) === 1)
		case 'SPLINE':
			return spline(item)
		default:
			return null
	}
}

const at = (item: Item, code: number): Point => [numberIn(item, code), numberIn(item, code + 10)]

function round(item: Item): Affine {
	const [x, y] = at(item, 10)
	const r = numberIn(item, 40)
	return [r, 0, 0, r, x, y]
}

const TURN = 2 * Math.PI

/** How far an arc turns from one angle to another, anticlockwise: a turn at most, and one where they are the same. */
function turnBetween(from: number, to: number): number {
	const turn = (to - from) % TURN
	return turn > 1e-12 ? turn : turn + TURN
}

function ellipse(item: Item): Run {
	const [x, y] = at(item, 10)
	const [ax, ay] = at(item, 11)
	const ratio = numberIn(item, 40, 1)
	const from = numberIn(item, 41)
	const turn = turnBetween(from, numberIn(item, 42, TURN))
	return {
		cubics: arcCubics([ax, ay, -ay * ratio, ax * ratio, x, y], from % TURN, turn),
		closed: turn > TURN - 1e-6,
	}
}

export interface Vertex {
	readonly at: Point
	/** Of the way to the next: the tangent of a quarter of its turn, left turns positive. */
	readonly bulge: number
}

function verticesOf({ groups }: Item): Vertex[] {
	const all: { x: number; y: number; bulge: number }[] = []
	for (const { code, value } of groups) {
		const number = Number(value)
		const last = all.at(-1)
		if (code === 10) all.push({ x: number, y: 0, bulge: 0 })
		else if (code === 20 && last) last.y = number
		else if (code === 42 && last) last.bulge = number
	}
	return all.map(({ x, y, bulge }) => ({ at: [x, y], bulge }))
}

export function polyline(vertices: readonly Vertex[], closed: boolean): Run {
	const count = closed ? vertices.length : vertices.length - 1
	const cubics = vertices.slice(0, Math.max(0, count)).flatMap((vertex, n) => {
		const to = vertices[(n + 1) % vertices.length]
		return to ? bulged(vertex, to.at) : []
	})
	return { cubics, closed }
}

function bulged({ at: from, bulge }: Vertex, to: Point): Cubic[] {
	if (Math.abs(bulge) < 1e-9) return [lineCubic(from, to)]
	const angle = 4 * Math.atan(bulge)
	const [dx, dy] = [to[0] - from[0], to[1] - from[1]]
	const away = 1 / (2 * Math.tan(angle / 2))
	const centre: Point = [from[0] + dx / 2 - dy * away, from[1] + dy / 2 + dx * away]
	const [ux, uy] = [from[0] - centre[0], from[1] - centre[1]]
	// The unit circle's east is where the arc begins; it is mirrored where the arc turns right.
	const side = Math.sign(angle)
	return arcCubics([ux, uy, -uy * side, ux * side, ...centre], 0, Math.abs(angle))
}

/**
 * A B-spline of degree 1 to 3 as cubics, by its polar form (Ramshaw, 1989); a weighted one as if it had
 * none where they are alike. @returns `null` where it cannot be kept
 */
function spline(item: Item): Run | null {
	const degree = numberIn(item, 71, 3)
	const xs = numbersIn(item, 10)
	const ys = numbersIn(item, 20)
	if (ys.length < xs.length) return null
	const points = xs.map((x, n): Point => [x, valueAt(ys, n)])
	const knots = numbersIn(item, 40)
	const weights = numbersIn(item, 41)
	const weighted = weights.some((w) => Math.abs(w - (weights[0] ?? 1)) > 1e-9)
	if (degree < 1 || degree > 3 || weighted || knots.length !== points.length + degree + 1)
		return null
	const polar = (k: number, args: readonly number[]): Point => {
		let d = points.slice(k - degree, k + 1)
		for (const [r, u] of args.entries())
			d = d.slice(1).map((p, j) => {
				const low = valueAt(knots, k - degree + 1 + j + r)
				const high = valueAt(knots, k + 1 + j)
				return mix(d[j] ?? p, p, high > low ? (u - low) / (high - low) : 0)
			})
		return d[0] ?? [0, 0]
	}
	const cubics: Cubic[] = []
	for (let k = degree; k < points.length; k++) {
		const [a, b] = [valueAt(knots, k), valueAt(knots, k + 1)]
		if (!(b > a)) continue
		const own = Array.from({ length: degree + 1 }, (_, n) =>
			polar(k, [...Array(degree - n).fill(a), ...Array(n).fill(b)]),
		)
		cubics.push(raised(own))
	}
	return { cubics, closed: (numberIn(item, 70) & 1) === 1 }
}

/** A Bézier curve of degree 1 to 3 as one of degree 3. */
function raised(points: readonly Point[]): Cubic {
	const [a = [0, 0], b = a, c = b, d = c] = points
	if (points.length === 2) return lineCubic(a, b)
	if (points.length === 3) return [a, mix(a, b, 2 / 3), mix(c, b, 2 / 3), c]
	return [a, b, c, d]
}
