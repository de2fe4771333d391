import { at, item } from '../../geometry/numbers'
import { distance, dot, type Point, subtract, unit } from '../../geometry/point'
import { cheapestWay } from './cheapestWay'
import { type EdgeField, logAt } from './edgeField'
import { edgesAlong, leastLog } from './edgesAlong'
import { type Like, MEETS_PX } from './prices'
import { sharpenCorners } from './sharpenCorners'
import { type EdgePlace, onEdge, onFrame, snapToEdge } from './snapToEdge'
import type { Tone } from './tones'

export interface FollowOptions {
	/** How far the edge may be from either end, px; 8 unless said otherwise. */
	readonly reach?: number
	/** Octaves by which the edge must stand out to be followed at all, beyond what counts as one; 0 unless said otherwise. */
	readonly clear?: number
	/** The stretch that was accepted before, x0, y0, x1, y1 …: what lies on either side is to stay as it was there. */
	readonly before?: Float64Array
	/** Whether the way is known to lie near the straight line from one place to the other. */
	readonly chord?: boolean
	/** Ways that are laid already, x0, y0, x1, y1 … each: they are not gone along again. */
	readonly laid?: readonly Float64Array[]
}

const REACH_PX = 8

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
	{ reach = REACH_PX, clear = 0, before, chord = false, laid = [] }: FollowOptions = {},
): Float64Array {
	const start = snapToEdge(field, from, { reach })
	const end = snapToEdge(field, to, { reach })
	const framed = (at: Point) => onFrame(field, at, Math.min(reach, FRAME_PX))?.at ?? at
	const [a, b] = [start?.at ?? framed(from), end?.at ?? framed(to)]
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
	const pixels = cheapestWay(field, a, b, {
		lighterRight,
		sides,
		clear,
		laid,
		framed: [a, b].some((end) => onFrame(field, end, ON_FRAME_PX) !== undefined),
		...(chord && { chord: [a, b] }),
	})
	return refinedPath(field, a, b, pixels, clear, besideLaid(laid, [a, b]))
}

/** The photo's frame is an edge for what ends so near to it, px. */
const FRAME_PX = 6

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

function learned(field: EdgeField, path: Float64Array): Pick<Like, 'lighterRight' | 'sides'> {
	const points = Array.from(
		{ length: path.length / 2 },
		(_, i): Point => [at(path, 2 * i), at(path, 2 * i + 1)],
	).slice(-LEARNED_FROM)
	let right = 0
	const sides: [Tone, Tone][] = []
	for (let i = 2; i + 2 < points.length; i += 4) {
		const [p, q] = [item(points, i - 2), item(points, i + 2)]
		const place = onEdge(field, item(points, i))
		if (!place) continue
		const along = (q[0] - p[0]) * place.tangent[0] + (q[1] - p[1]) * place.tangent[1]
		right += Math.sign(along)
		sides.push([...place.sides])
	}
	const median = (side: 0 | 1) =>
		sides.map((one) => one[side]).sort((one, other) => one[0] - other[0])[sides.length >> 1]
	const [dark, light] = [median(0), median(1)]
	return {
		lighterRight: Math.abs(right) > sides.length / 2 ? right > 0 : undefined,
		sides: dark === undefined || light === undefined ? [] : [[dark, light]],
	}
}

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
	isLaid: (p: Point) => boolean,
): Float64Array {
	const places = pixels.map((p, i): Point | null => {
		if (i === 0) return a
		if (i === pixels.length - 1) return b
		const framed = onFrame(field, p, ON_FRAME_PX)
		const log = logAt(field, Math.floor(p[0]), Math.floor(p[1]))
		if (log < leastLog(field, p[0], p[1]) + clear) return framed?.at ?? null
		const place = framed ?? onEdge(field, p) ?? besideWay(field, pixels, i)
		return place && distance(place.at, p) <= ASIDE_PX && !isLaid(place.at) ? place.at : null
	})
	// A few pixels that seem to lie on an edge, amid none, are grain.
	const kept = places.filter((place, i): place is Point => {
		if (!place) return false
		if (i === 0 || i === places.length - 1) return true
		const around = places.slice(Math.max(0, i - AROUND), i + AROUND + 1)
		return around.filter(Boolean).length >= MOSTLY * around.length
	})
	const forward = kept.filter((p, i) => i === 0 || isOn(kept[i - 1] as Point, p))
	const way = withoutSpurs(forward)
	return Float64Array.from(
		(way.length > 1 ? sharpenCorners(steadied(calmed(way, field))) : [a, b]).flat(),
	)
}

/** Tells whether a place lies on a way that is laid already, but for the places where it is met. */
function besideLaid(laid: readonly Float64Array[], ends: readonly Point[]): (p: Point) => boolean {
	if (laid.length === 0) return () => false
	const cells = new Set<string>()
	for (const way of laid)
		for (let k = 0; k + 1 < way.length; k += 2) {
			const p: Point = [at(way, k), at(way, k + 1)]
			if (ends.every((end) => distance(end, p) > MEETS_PX))
				for (const dy of [-1, 0, 1])
					for (const dx of [-1, 0, 1])
						cells.add(`${Math.floor(p[0]) + dx},${Math.floor(p[1]) + dy}`)
		}
	return ([x, y]) => cells.has(`${Math.floor(x)},${Math.floor(y)}`)
}

/** Pixels whose centres lie so near to the photo's frame are its own. */
const ON_FRAME_PX = 0.5

/** Where a way comes back so near to itself, px, … */
const BACK_PX = 1.4
/** … after so many px of it, at least and at most, … */
const LEAST_SPUR_PX = 5
const MOST_SPUR_PX = 160
/** … with no more between than this for each of them, px², it ran out and back. */
const THIN_PX = 0.9

/** The way without what runs out from it and back again. */
function withoutSpurs(way: readonly Point[]): Point[] {
	const made: Point[] = []
	/** How far along what is made each of its points is, px, and its area so far, seen from the first, px². */
	const gone: number[] = []
	const swept: number[] = []
	const cells = new Map<string, number[]>()
	const cell = ([x, y]: Point, dx = 0, dy = 0) => `${Math.floor(x) + dx},${Math.floor(y) + dy}`
	for (const p of way) {
		const back = comesBack(p)
		if (back !== undefined)
			while (made.length > back + 1) {
				const last = made.pop() as Point
				cells.get(cell(last))?.pop()
				gone.pop()
				swept.pop()
			}
		const before = made.at(-1)
		gone.push(before ? item(gone, gone.length - 1) + distance(before, p) : 0)
		swept.push(
			before ? item(swept, swept.length - 1) + (before[0] * p[1] - p[0] * before[1]) / 2 : 0,
		)
		const own = cells.get(cell(p)) ?? []
		own.push(made.length)
		cells.set(cell(p), own)
		made.push(p)
	}
	return made

	function comesBack(p: Point): number | undefined {
		for (let dy = -2; dy <= 2; dy++)
			for (let dx = -2; dx <= 2; dx++)
				for (const i of cells.get(cell(p, dx, dy)) ?? []) {
					const q = item(made, i)
					if (distance(p, q) > BACK_PX) continue
					const last = item(made, made.length - 1)
					const size = item(gone, gone.length - 1) - item(gone, i) + distance(last, p)
					if (size < LEAST_SPUR_PX || size > MOST_SPUR_PX) continue
					const area =
						item(swept, swept.length - 1) -
						item(swept, i) +
						(last[0] * p[1] - p[0] * last[1] + p[0] * q[1] - q[0] * p[1]) / 2
					if (Math.abs(area) <= THIN_PX * (size / 2)) return i
				}
		return undefined
	}
}

/** An edge that stands out by so many octaves is followed as it is; a fainter one in the middle of what it wavers. */
const FAINT = 1
/** So many places on either side of a faint one are its company. */
const COMPANY = 9

/** The way with its faint stretches in the middle of what they waver, not from one speck of grain to the next. */
function calmed(way: readonly Point[], field: EdgeField): Point[] {
	const doubts = way.map(([x, y]) => {
		const clear = logAt(field, Math.floor(x), Math.floor(y)) - leastLog(field, x, y)
		return Math.max(0, Math.min(1, 1 - clear / FAINT))
	})
	const last = way.length - 1
	return way.map((p, i): Point => {
		const reach = Math.min(COMPANY, i, last - i)
		let doubt = 0
		for (let k = -reach; k <= reach; k++) doubt += item(doubts, i + k) / (2 * reach + 1)
		if (reach === 0 || doubt < 0.2) return p
		let [x, y, all] = [0, 0, 0]
		for (let k = -reach; k <= reach; k++) {
			const weight = (reach + 1 - Math.abs(k)) * (k === 0 ? 1 : doubt)
			const q = item(way, i + k)
			x += weight * q[0]
			y += weight * q[1]
			all += weight
		}
		return [x / all, y / all]
	})
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
			const weight = item(STEADY, Math.abs(k))
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
