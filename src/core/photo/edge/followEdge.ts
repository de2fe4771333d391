import { distance, type Point } from '../../geometry/point'
import { directionAt, type EdgeField, logAt } from './edgeField'
import { edgesAlong, leastLog } from './edgesAlong'
import { onEdge, snapToEdge } from './snapToEdge'

export interface FollowOptions {
	/** How far the edge may be from either end, px; 8 unless said otherwise. */
	readonly reach?: number
	/** Whether what is lighter lies to the right of the way; as it is at the start unless said otherwise. */
	readonly lighterRight?: boolean
}

const REACH_PX = 8
/** What a px along an edge that stands out costs, … */
const ON_EDGE = 6
/** … a px beside all edges, … */
const OFF_EDGE = 30
/** … and more for an edge of which the wrong side is light. */
const WRONG_SIDE = 24
/** Octaves above what counts at all at which an edge is as good as any. */
const PLAIN = 2.5
/** The window reaches so far beyond the ends, as a share of their distance, and at least so far, px. */
const MARGIN = 0.35
const LEAST_MARGIN_PX = 24
/** A whole photo is never searched, px of window at most. */
const MOST_WINDOW = 4_000_000
/** √2 in fifths: a step across is 7 where one along is 5. */
const STRAIGHT_STEP = 5
const DIAGONAL_STEP = 7

/**
 * The path along an edge from one place to another by live-wire search (Mortensen & Barrett, 1995):
 * shortest paths with a bucket queue over a window about both, towards the goal; then each pixel of it moved to the edge's own
 * place. Where no edge is, it goes straight.
 * @returns x0, y0, x1, y1 …, px, from the edge near `from` to the edge near `to`
 */
export function followEdge(
	field: EdgeField,
	from: Point,
	to: Point,
	{ reach = REACH_PX, lighterRight }: FollowOptions = {},
): Float64Array {
	const start = snapToEdge(field, from, { reach })
	const end = snapToEdge(field, to, { reach })
	const [a, b] = [start?.at ?? from, end?.at ?? to]
	const heads = start && (b[0] - a[0]) * start.tangent[0] + (b[1] - a[1]) * start.tangent[1]
	// An edge that is left squarely says nothing of the side.
	const plain = heads !== undefined && Math.abs(heads) > 0.3 * distance(a, b)
	const side = lighterRight ?? (plain ? heads > 0 : undefined)
	const pixels = search(field, a, b, side)
	return refinedPath(field, a, b, pixels)
}

/** The cheapest chain of pixels, from the one that holds `a` to the one that holds `b`. */
function search(field: EdgeField, a: Point, b: Point, side: boolean | undefined): Point[] {
	const inside = (v: number, most: number) => Math.min(most - 1, Math.max(0, Math.floor(v)))
	const [ai, aj] = [inside(a[0], field.width), inside(a[1], field.height)]
	const [bi, bj] = [inside(b[0], field.width), inside(b[1], field.height)]
	const margin = Math.ceil(Math.max(LEAST_MARGIN_PX, MARGIN * distance(a, b)))
	const left = Math.max(0, Math.min(ai, bi) - margin)
	const top = Math.max(0, Math.min(aj, bj) - margin)
	const width = Math.min(field.width, Math.max(ai, bi) + margin + 1) - left
	const height = Math.min(field.height, Math.max(aj, bj) + margin + 1) - top
	if (width * height > MOST_WINDOW) return [a, b]
	const least = leastLog(field)
	const price = new Uint8Array(width * height)
	const facing = new Uint8Array(width * height)
	const known = new Uint8Array(width * height)
	const cost = new Int32Array(width * height).fill(-1)
	const came = new Uint8Array(width * height)
	const done = new Uint8Array(width * height)
	const steps = STEPS.map(({ x, y, size }) => ({ by: y * width + x, x, y, size }))
	const begin = (aj - top) * width + ai - left
	const goal = (bj - top) * width + bi - left
	const first = ahead(ai - left, aj - top)
	const queue = new Buckets((OFF_EDGE + WRONG_SIDE + ON_EDGE) * DIAGONAL_STEP + 1, first)
	cost[begin] = 0
	queue.push(begin, first)
	for (let k = queue.pop(); k >= 0; k = queue.pop()) {
		if (done[k]) continue
		done[k] = 1
		if (k === goal) break
		const own = cost[k] ?? 0
		const x = k % width
		const y = (k - x) / width
		for (const [s, step] of steps.entries()) {
			const nx = x + step.x
			const ny = y + step.y
			if (nx < 0 || ny < 0 || nx >= width || ny >= height) continue
			const n = k + step.by
			if (done[n]) continue
			if (!known[n]) look(n, nx, ny)
			const wrong = side !== undefined && isWrong(s, facing[n] ?? 0)
			const next = own + ((price[n] ?? 0) + (wrong ? WRONG_SIDE * onIt(n) : 0)) * step.size
			const before = cost[n] ?? -1
			if (before >= 0 && before <= next) continue
			cost[n] = next
			came[n] = s
			queue.push(n, next + ahead(nx, ny))
		}
	}
	const path: Point[] = []
	for (let k = goal; ; ) {
		path.unshift([left + (k % width) + 0.5, top + Math.floor(k / width) + 0.5])
		if (k === begin) break
		k -= steps[came[k] ?? 0]?.by ?? 0
	}
	return path

	/** The least that the way on to the goal can cost: so the search goes towards it. */
	function ahead(x: number, y: number): number {
		const dx = Math.abs(left + x - bi)
		const dy = Math.abs(top + y - bj)
		const least =
			STRAIGHT_STEP * Math.max(dx, dy) + (DIAGONAL_STEP - STRAIGHT_STEP) * Math.min(dx, dy)
		return ON_EDGE * least
	}

	function look(n: number, x: number, y: number) {
		known[n] = 1
		const [i, j] = [left + x, top + y]
		const log = logAt(field, i, j)
		const eighths = directionAt(field, i, j) / (Math.PI / 4)
		facing[n] = Math.round(8 * eighths) & 63
		const strong = Math.max(0, Math.min(1, (log - least) / PLAIN))
		price[n] = Math.round(OFF_EDGE - (OFF_EDGE - ON_EDGE) * strong * topness(i, j, log, eighths))
	}

	/** How near a pixel is to the top of the edge that it is part of, 1 to 0: by its neighbours across it. */
	function topness(i: number, j: number, log: number, eighths: number): number {
		const { x, y } = STEPS[Math.round(eighths) & 7] ?? STEPS[0]
		const before = logAt(field, i - x, j - y)
		const after = logAt(field, i + x, j + y)
		const bend = before - 2 * log + after
		if (bend >= 0) return 0
		const off = Math.abs((0.5 * (before - after)) / bend)
		return Math.max(0, Math.min(1, 1.6 - off))
	}

	/** How much a pixel is part of an edge, 0 to 1. */
	function onIt(n: number): number {
		return Math.round((OFF_EDGE - (price[n] ?? 0)) / (OFF_EDGE - ON_EDGE))
	}

	/** Whether a step has what is lighter on the other side: the gradient should be a quarter turn on from it. */
	function isWrong(step: number, angle: number): boolean {
		const right = (step * 8 + 16) & 63
		const off = (angle - right + 96) % 64
		const facesRight = Math.abs(off - 32) < 16
		return facesRight !== side
	}
}

/** The eight ways on, clockwise on screen from +x. */
const STEPS = [
	{ x: 1, y: 0, size: STRAIGHT_STEP },
	{ x: 1, y: 1, size: DIAGONAL_STEP },
	{ x: 0, y: 1, size: STRAIGHT_STEP },
	{ x: -1, y: 1, size: DIAGONAL_STEP },
	{ x: -1, y: 0, size: STRAIGHT_STEP },
	{ x: -1, y: -1, size: DIAGONAL_STEP },
	{ x: 0, y: -1, size: STRAIGHT_STEP },
	{ x: 1, y: -1, size: DIAGONAL_STEP },
] as const

/** A queue for costs that differ by less than so much at any time: a ring of stacks (Dial, 1969). */
class Buckets {
	private readonly stacks: number[][]
	private now: number
	private count = 0

	/** @param first the least cost there will be */
	constructor(span: number, first: number) {
		this.stacks = Array.from({ length: span }, () => [])
		this.now = first % span
	}

	push(k: number, cost: number): void {
		this.stacks[cost % this.stacks.length]?.push(k)
		this.count++
	}

	pop(): number {
		if (this.count === 0) return -1
		for (;;) {
			const k = this.stacks[this.now]?.pop()
			if (k !== undefined) {
				this.count--
				return k
			}
			this.now = (this.now + 1) % this.stacks.length
		}
	}
}

/** A pixel of the path is further than this from no edge that is its, px. */
const ASIDE_PX = 1.6
/** Pixels in a row without an edge are but a gap in it if they are fewer. */
const GAP = 3

/** Pixels moved to the edge's own places; stretches without one are straight. */
function refinedPath(field: EdgeField, a: Point, b: Point, pixels: readonly Point[]): Float64Array {
	const least = leastLog(field)
	const places = pixels.map((p, i): Point | null => {
		if (i === 0) return a
		if (i === pixels.length - 1) return b
		if (logAt(field, Math.floor(p[0]), Math.floor(p[1])) < least) return null
		const place = onEdge(field, p) ?? besideWay(field, pixels, i)
		return place && distance(place.at, p) <= ASIDE_PX ? place.at : null
	})
	// A single pixel that seems to lie on an edge, amid none, is grain.
	const kept = places.filter((place, i): place is Point => {
		if (!place) return false
		if (i === 0 || i === places.length - 1) return true
		const around = places.slice(Math.max(0, i - GAP), i + GAP + 1).filter(Boolean).length
		return around > GAP
	})
	const forward = kept.filter((p, i) => i === 0 || isOn(kept[i - 1] as Point, p))
	return Float64Array.from((forward.length > 1 ? forward : [a, b]).flat())
}

/** Two places nearer to each other than this are one, px. */
const SAME_PX = 0.05

function isOn(before: Point, p: Point): boolean {
	return distance(before, p) > SAME_PX
}

/** The edge across the way where the gradient's own direction finds none: at a corner. */
function besideWay(field: EdgeField, pixels: readonly Point[], i: number) {
	const [p, q, r] = [pixels[i - 1], pixels[i], pixels[i + 1]]
	if (!p || !q || !r) return undefined
	const reach = distance(p, r) || 1
	const [nx, ny] = [-(r[1] - p[1]) / reach, (r[0] - p[0]) / reach]
	const [edge] = edgesAlong(field, q[0], q[1], nx, ny, -ASIDE_PX, ASIDE_PX).sort(
		(one, other) => Math.abs(one.t) - Math.abs(other.t),
	)
	return edge && { at: [q[0] + edge.t * nx, q[1] + edge.t * ny] as Point }
}
