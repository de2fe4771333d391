import { at, byteAt, item } from '../../geometry/numbers'
import { distance, dot, type Point, subtract, unit } from '../../geometry/point'
import { Buckets } from './buckets'
import { directionAt, type EdgeField, levelAt, logAt } from './edgeField'
import { edgesAlong, leastLog } from './edgesAlong'
import { sharpenCorners } from './sharpenCorners'
import { type EdgePlace, onEdge, snapToEdge } from './snapToEdge'

export interface FollowOptions {
	/** How far the edge may be from either end, px; 8 unless said otherwise. */
	readonly reach?: number
	/** Octaves by which the edge must stand out to be followed at all, beyond what counts as one; 0 unless said otherwise. */
	readonly clear?: number
	/** The stretch that was accepted before, x0, y0, x1, y1 …: what lies on either side is to stay as it was there. */
	readonly before?: Float64Array
}

const REACH_PX = 8
/** What a px along an edge that stands out costs, … */
const ON_EDGE = 5
/** … a px beside all edges, … */
const OFF_EDGE = 32
/** … and more for an edge of which the wrong side is light, or which other brightness lies beside. */
const WRONG_SIDE = 12
const OTHER_SIDES = 14
/** Octaves below what counts as an edge at which a change is still better than nothing, … */
const FAINT = 1
/** … and octaves above that at which an edge is as good as any. */
const PLAIN = 2.5
/** A way that is dearer than the best by this share is good enough: it is found much sooner. */
const HASTE = 1.25
/** The window reaches so far beyond the ends, as a share of their distance, and at least so far, px. */
const MARGIN = 0.35
const LEAST_MARGIN_PX = 24
/** It is made larger where the way runs along its rim, up to so many times. */
const MOST_GROWTH = 4
/** A whole photo is never searched, px of window at most. */
const MOST_WINDOW = 4_000_000
/** √2 in fifths: a step across is 7 where one along is 5. */
const STRAIGHT_STEP = 5
const DIAGONAL_STEP = 7

/** What is known of the edge that is followed. */
interface Like {
	/** Whether what is lighter lies to the right of the way. */
	readonly lighterRight?: boolean | undefined
	/** Brightness on its darker and its lighter side where it was sure, levels. */
	readonly sides: readonly (readonly [dark: number, light: number])[]
}

/**
 * The path along an edge from one place to another by live-wire search (Mortensen & Barrett, 1995):
 * shortest paths with a bucket queue over a window about both, towards the goal; then each pixel of it
 * moved to the edge's own place. Where no edge is, it goes straight.
 * @returns x0, y0, x1, y1 …, px, from the edge near `from` to the edge near `to`
 */
export function followEdge(
	field: EdgeField,
	from: Point,
	to: Point,
	{ reach = REACH_PX, clear = 0, before }: FollowOptions = {},
): Float64Array {
	const start = snapToEdge(field, from, { reach })
	const end = snapToEdge(field, to, { reach })
	const [a, b] = [start?.at ?? from, end?.at ?? to]
	const known = before && learned(field, before)
	const sides = [
		...(known?.sides ?? []),
		...(start ? [start.sides] : []),
		...(end ? [end.sides] : []),
	]
	const [one, other] = [faces(start, a, b), faces(end, a, b)]
	// What the pins themselves say goes before what the stretch before says.
	const silent = one === undefined && other === undefined
	const lighterRight = silent ? known?.lighterRight : agreed(one, other)
	const pixels = search(field, a, b, { lighterRight, sides }, clear)
	return refinedPath(field, a, b, pixels, clear)
}

function agreed(one: boolean | undefined, other: boolean | undefined): boolean | undefined {
	return one === undefined || other === undefined || one === other ? (one ?? other) : undefined
}

/** Whether what is lighter lies to the right of the way; an edge that is crossed squarely says nothing. */
function faces(place: EdgePlace | undefined, a: Point, b: Point): boolean | undefined {
	if (!place) return undefined
	const along = (b[0] - a[0]) * place.tangent[0] + (b[1] - a[1]) * place.tangent[1]
	return Math.abs(along) > 0.5 * distance(a, b) ? along > 0 : undefined
}

/** The last so many points of a stretch tell what the edge is like. */
const LEARNED_FROM = 60

function learned(field: EdgeField, path: Float64Array): Like {
	const points = Array.from(
		{ length: path.length / 2 },
		(_, i): Point => [at(path, 2 * i), at(path, 2 * i + 1)],
	).slice(-LEARNED_FROM)
	let right = 0
	const sides: [number, number][] = []
	for (let i = 2; i + 2 < points.length; i += 4) {
		const [p, q] = [item(points, i - 2), item(points, i + 2)]
		const place = onEdge(field, item(points, i))
		if (!place) continue
		const along = (q[0] - p[0]) * place.tangent[0] + (q[1] - p[1]) * place.tangent[1]
		right += Math.sign(along)
		sides.push([...place.sides])
	}
	const median = (side: 0 | 1) =>
		sides.map((one) => one[side]).sort((x, y) => x - y)[sides.length >> 1]
	const [dark, light] = [median(0), median(1)]
	return {
		lighterRight: Math.abs(right) > sides.length / 2 ? right > 0 : undefined,
		sides: dark === undefined || light === undefined ? [] : [[dark, light]],
	}
}

/** The cheapest chain of pixels, from the one that holds `a` to the one that holds `b`. */
function search(
	field: EdgeField,
	a: Point,
	b: Point,
	like: Like,
	clear: number,
	growth = 1,
): Point[] {
	const inside = (v: number, most: number) => Math.min(most - 1, Math.max(0, Math.floor(v)))
	const [ai, aj] = [inside(a[0], field.width), inside(a[1], field.height)]
	const [bi, bj] = [inside(b[0], field.width), inside(b[1], field.height)]
	const margin = Math.ceil(growth * Math.max(LEAST_MARGIN_PX, MARGIN * distance(a, b)))
	const left = Math.max(0, Math.min(ai, bi) - margin)
	const top = Math.max(0, Math.min(aj, bj) - margin)
	const width = Math.min(field.width, Math.max(ai, bi) + margin + 1) - left
	const height = Math.min(field.height, Math.max(aj, bj) + margin + 1) - top
	if (width * height > MOST_WINDOW) return [a, b]
	const prices = new Prices(field, left, top, width, height, like, clear)
	const cost = new Int32Array(width * height).fill(UNSEEN)
	const came = new Uint8Array(width * height)
	const done = new Uint8Array(width * height)
	const by = Int32Array.from(STEPS, ({ x, y }) => y * width + x)
	const begin = (aj - top) * width + ai - left
	const goal = (bj - top) * width + bi - left
	const [goalX, goalY] = [bi - left, bj - top]
	const first = ahead(ai - left - goalX, aj - top - goalY)
	const queue = new Buckets(first)
	cost[begin] = 0
	queue.push(begin, first)
	for (let k = queue.pop(); k >= 0; k = queue.pop()) {
		if (byteAt(done, k)) continue
		done[k] = 1
		if (k === goal) break
		const own = at(cost, k)
		const y = Math.floor(k / width)
		const x = k - y * width
		for (let s = 0; s < 8; s++) {
			const nx = x + at(STEP_X, s)
			const ny = y + at(STEP_Y, s)
			if (nx < 0 || ny < 0 || nx >= width || ny >= height) continue
			const n = k + at(by, s)
			if (byteAt(done, n)) continue
			const next = own + prices.of(n, nx, ny, s) * at(STEP_SIZE, s)
			if (at(cost, n) <= next) continue
			cost[n] = next
			came[n] = s
			queue.push(n, next + ahead(nx - goalX, ny - goalY))
		}
	}
	const path: Point[] = []
	let atRim = false
	for (let k = goal; ; ) {
		atRim ||= onRim(k % width, Math.floor(k / width))
		path.push([left + (k % width) + 0.5, top + Math.floor(k / width) + 0.5])
		if (k === begin) break
		k -= at(by, byteAt(came, k))
	}
	// A way along the window's rim wants to go beyond it.
	if (atRim && growth < MOST_GROWTH) return search(field, a, b, like, clear, 2 * growth)
	return path.reverse()

	function onRim(x: number, y: number): boolean {
		const rim = (v: number, from: number, size: number, all: number) =>
			(v === 0 && from > 0) || (v === size - 1 && from + size < all)
		return rim(x, left, width, field.width) || rim(y, top, height, field.height)
	}
}

/** What the way on to a goal so far away is thought to cost: so the search goes towards it. */
function ahead(x: number, y: number): number {
	const dx = x < 0 ? -x : x
	const dy = y < 0 ? -y : y
	const steps = dx > dy ? STRAIGHT_STEP * dx + ACROSS * dy : STRAIGHT_STEP * dy + ACROSS * dx
	return HASTE * ON_EDGE * steps
}

const ACROSS = DIAGONAL_STEP - STRAIGHT_STEP

const UNSEEN = 2 ** 31 - 1

/** What it costs to step onto the pixels of a window, looked up as they are wanted. */
class Prices {
	private readonly price: Uint8Array
	/** What more it costs to go along the edge with the wrong side light. */
	private readonly onIt: Uint8Array
	/** The direction from dark to light, in 64ths of a turn, and one; 0: not looked at yet. */
	private readonly facing: Uint8Array

	constructor(
		private readonly field: EdgeField,
		private readonly left: number,
		private readonly top: number,
		width: number,
		height: number,
		private readonly like: Like,
		private readonly clear: number,
	) {
		this.price = new Uint8Array(width * height)
		this.onIt = new Uint8Array(width * height)
		this.facing = new Uint8Array(width * height)
	}

	of(n: number, x: number, y: number, step: number): number {
		if (byteAt(this.facing, n) === 0) this.look(n, x, y)
		const price = byteAt(this.price, n)
		const { lighterRight } = this.like
		if (lighterRight === undefined) return price
		// The gradient should be a quarter turn on from the step.
		const off = (byteAt(this.facing, n) - 1 - ((step * 8 + 16) & 63) + 96) % 64
		return Math.abs(off - 32) < 16 === lighterRight ? price : price + byteAt(this.onIt, n)
	}

	private look(n: number, x: number, y: number): void {
		const [i, j] = [this.left + x, this.top + y]
		const log = logAt(this.field, i, j)
		const turn = directionAt(this.field, i, j)
		const eighths = turn / (Math.PI / 4)
		this.facing[n] = 1 + (Math.round(8 * eighths) & 63)
		const above = (log - leastLog(this.field, i, j) - this.clear + FAINT) / PLAIN
		if (above <= 0) {
			this.price[n] = OFF_EDGE
			return
		}
		const share = Math.min(1, above) * this.topness(i, j, log, eighths)
		const other = share > 0 ? OTHER_SIDES * share * this.otherness(i + 0.5, j + 0.5, turn) : 0
		this.price[n] = Math.round(OFF_EDGE - (OFF_EDGE - ON_EDGE) * share + other)
		this.onIt[n] = Math.round(WRONG_SIDE * share)
	}

	/** How near a pixel is to the top of the edge that it is part of, 1 to 0: by its neighbours across it. */
	private topness(i: number, j: number, log: number, eighths: number): number {
		const { x, y } = item(STEPS, Math.round(eighths) & 7)
		const before = logAt(this.field, i - x, j - y)
		const after = logAt(this.field, i + x, j + y)
		const bend = before - 2 * log + after
		if (bend >= 0) return 0
		const off = Math.abs((0.5 * (before - after)) / bend)
		return Math.max(0, Math.min(1, 1.6 - off))
	}

	/** How unlike what is known the brightness on either side is, 0 to 1. */
	private otherness(x: number, y: number, turn: number): number {
		const { sides } = this.like
		if (sides.length === 0) return 0
		const [dx, dy] = [SIDE_PX * Math.cos(turn), SIDE_PX * Math.sin(turn)]
		const dark = levelAt(this.field, x - dx, y - dy)
		const light = levelAt(this.field, x + dx, y + dy)
		let least = 1
		for (const [d, l] of sides) {
			const much = Math.max(LEAST_CONTRAST, Math.abs(l - d))
			const [one, other] = [Math.abs(dark - d) / much, Math.abs(light - l) / much]
			// What is beside an object changes; the object itself changes less.
			least = Math.min(least, 0.75 * Math.min(one, other) + 0.25 * Math.max(one, other))
		}
		return least
	}
}

/** Sides are looked at so far from the edge, px. */
const SIDE_PX = 2.5
/** Differences in brightness are seen in proportion to that across the edge, and to this at least, levels. */
const LEAST_CONTRAST = 24

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

const STEP_X = Int32Array.from(STEPS, ({ x }) => x)
const STEP_Y = Int32Array.from(STEPS, ({ y }) => y)
const STEP_SIZE = Int32Array.from(STEPS, ({ size }) => size)

/** A pixel of the path is further than this from no edge that is its, px. */
const ASIDE_PX = 1.6
/** A pixel is part of an edge if so many round it along the way are, … */
const AROUND = 8
/** … of those there are this share: in grain some always seem to be. */
const MOSTLY = 0.65

/** Pixels moved to the edge's own places; stretches without one are straight. */
function refinedPath(
	field: EdgeField,
	a: Point,
	b: Point,
	pixels: readonly Point[],
	clear: number,
): Float64Array {
	const places = pixels.map((p, i): Point | null => {
		if (i === 0) return a
		if (i === pixels.length - 1) return b
		const log = logAt(field, Math.floor(p[0]), Math.floor(p[1]))
		if (log < leastLog(field, p[0], p[1]) + clear) return null
		const place = onEdge(field, p) ?? besideWay(field, pixels, i)
		return place && distance(place.at, p) <= ASIDE_PX ? place.at : null
	})
	// A few pixels that seem to lie on an edge, amid none, are grain.
	const kept = places.filter((place, i): place is Point => {
		if (!place) return false
		if (i === 0 || i === places.length - 1) return true
		const around = places.slice(Math.max(0, i - AROUND), i + AROUND + 1)
		return around.filter(Boolean).length >= MOSTLY * around.length
	})
	const forward = kept.filter((p, i) => i === 0 || isOn(kept[i - 1] as Point, p))
	return Float64Array.from((forward.length > 1 ? sharpenCorners(steadied(forward)) : [a, b]).flat())
}

/** Weights of a place and its neighbours on either side. */
const STEADY = [3, 2, 2, 1] as const
/** Where a way turns by more than this over as many places on either side, it is left as it is: a cosine. */
const STEADY_TURN = 0.85
/** Steps that are longer are gaps, px. */
const STEP_PX = 2.5

/** The way without the wavering from pixel to pixel; its corners, ends and gaps as they are. */
function steadied(way: readonly Point[]): Point[] {
	const reach = STEADY.length - 1
	const close = (i: number) => distance(item(way, i), item(way, i + 1)) <= STEP_PX
	return way.map((p, i) => {
		if (i < reach || i + reach >= way.length) return p
		for (let k = i - reach; k < i + reach; k++) if (!close(k)) return p
		const into = unit(subtract(p, item(way, i - reach)))
		const out = unit(subtract(item(way, i + reach), p))
		if (dot(into, out) < STEADY_TURN) return p
		let [x, y, whole] = [0, 0, 0]
		for (let k = -reach; k <= reach; k++) {
			const weight = STEADY[Math.abs(k)] ?? 0
			const [qx, qy] = item(way, i + k)
			x += weight * qx
			y += weight * qy
			whole += weight
		}
		return [x / whole, y / whole]
	})
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
