import { at, floatAt, intAt } from '../../geometry/numbers'
import { cross, distance, type Point, subtract } from '../../geometry/point'
import { WAY_X, WAY_Y } from '../eightWays'
import { type EdgeField, logAt, toneAt, turnAt } from './edgeField'
import { leastLog, SIDE_PX } from './edgesAlong'
import { sidesApart, type Tone, toneApart } from './tones'

/** What is known of the edge that is followed. */
export interface Like {
	/** Whether what is lighter lies to the right of the way. */
	readonly lighterRight?: boolean | undefined
	/** The colours on its darker and its lighter side where it was sure. */
	readonly sides: readonly (readonly [dark: Tone, light: Tone])[]
	/** Octaves by which it must stand out beyond what counts as an edge. */
	readonly clear: number
	/** The straight line that it lies near. */
	readonly chord?: readonly [Point, Point]
	/** It begins or ends at the photo's frame, which is an edge then. */
	readonly framed?: boolean
	/** Ways that are not gone along again, x0, y0, x1, y1 … each. */
	readonly laid?: readonly Float64Array[]
}

/** What a px along an edge that stands out costs, … */
export const ON_EDGE = 5
/** … a px beside all edges, … */
const OFF_EDGE = 32
/** … and more for an edge of which the wrong side is light, or which other colours lie beside. */
const WRONG_SIDE = 12
const OTHER_SIDES = 44
/** What a px far from the straight line costs more; an edge bulges from it by this share of it, and px. */
const FAR_FROM_CHORD = 30
const BULGE = 0.3
const BULGE_PX = 5
/** A px along the photo's own frame, where nothing else is. */
const ON_FRAME = 12
/** Round its ends a way may meet what is laid already, px. */
export const MEETS_PX = 6
/** So far to either side of what is laid, px, it is as dear. */
const LAID_PX = 2
/** No price is more: the queue takes no greater steps. */
const MOST = 110
/** Octaves below what counts as an edge at which a change is still better than nothing, … */
const FAINT = 1
/** … and octaves above that at which an edge is as good as any. */
const PLAIN = 2.5
/** Differences in colour are seen in proportion to that across the edge, and to this at least, levels. */
const LEAST_CONTRAST = 24

/** From an edge to its light side, by directions in 256ths of a turn, px. */
const SIDE_X = Float32Array.from({ length: 256 }, (_, k) => SIDE_PX * Math.cos((k * Math.PI) / 128))
const SIDE_Y = Float32Array.from({ length: 256 }, (_, k) => SIDE_PX * Math.sin((k * Math.PI) / 128))

/**
 * Of a pixel are kept, in so many bits each: its price, which is never 0; what more it costs with the wrong
 * side light; and the direction to its light side, in 64ths of a turn.
 */
const PRICE_BITS = 8
const WRONG_BITS = 8
const BYTE = 0xff

/** What it costs to step onto the pixels of a window, looked up as they are wanted. */
export class Prices {
	private readonly known: Int32Array

	/**
	 * @param left, top where the window's first pixel lies in the photo, px
	 * @param stride pixels from one of its rows to the next
	 */
	constructor(
		private readonly field: EdgeField,
		private readonly left: number,
		private readonly top: number,
		private readonly stride: number,
		rows: number,
		private readonly like: Like,
	) {
		this.known = new Int32Array(stride * rows)
	}

	/** What is laid already is as dear as can be, but for the places where the way begins and ends. */
	shun(ends: readonly Point[]): void {
		const rows = this.known.length / this.stride
		for (const way of this.like.laid ?? [])
			for (let k = 0; k + 1 < way.length; k += 2) {
				const p: Point = [at(way, k), at(way, k + 1)]
				if (ends.some((end) => distance(end, p) <= MEETS_PX)) continue
				const [x, y] = [Math.floor(p[0]) - this.left, Math.floor(p[1]) - this.top]
				if (x < LAID_PX || y < LAID_PX || x >= this.stride - LAID_PX || y >= rows - LAID_PX)
					continue
				for (let row = y - LAID_PX; row <= y + LAID_PX; row++)
					this.known.fill(
						MOST,
						row * this.stride + x - LAID_PX,
						row * this.stride + x + LAID_PX + 1,
					)
			}
	}

	/** @param step the way one comes, of the eight */
	of(n: number, step: number): number {
		const known = intAt(this.known, n) || this.look(n)
		const price = known & BYTE
		const { lighterRight } = this.like
		if (lighterRight === undefined) return price
		// What is lighter lies a quarter turn on from the step, or back from it.
		const on = ((known >> (PRICE_BITS + WRONG_BITS)) - 8 * step) & 63
		return (on > 0 && on < 32) === lighterRight ? price : price + ((known >> PRICE_BITS) & BYTE)
	}

	private look(n: number): number {
		const row = Math.floor(n / this.stride)
		const i = this.left + n - row * this.stride
		const j = this.top + row
		const turn = turnAt(this.field, i, j)
		const log = logAt(this.field, i, j)
		const above = (log - leastLog(this.field, i, j) - this.like.clear + FAINT) / PLAIN
		const share = above > 0 ? Math.min(1, above) * this.topness(i, j, log, turn) : 0
		const other = share > 0 ? OTHER_SIDES * share * this.otherness(i, j, turn) : 0
		const edge = OFF_EDGE - (OFF_EDGE - ON_EDGE) * share + other + this.farness(i, j)
		const { width, height } = this.field
		const rim = i === 0 || j === 0 || i === width - 1 || j === height - 1
		const price = rim && this.like.framed ? Math.min(edge, ON_FRAME) : edge
		const wrong = (WRONG_SIDE * share + 0.5) | 0
		const known =
			Math.min(MOST, Math.round(price)) |
			(wrong << PRICE_BITS) |
			(((turn + 2) >> 2) << (PRICE_BITS + WRONG_BITS))
		this.known[n] = known
		return known
	}

	/** What it costs to be far from the straight line that the edge lies near. */
	private farness(i: number, j: number): number {
		if (!this.like.chord) return 0
		const [a, b] = this.like.chord
		const chord = Math.max(1, distance(a, b))
		const off = Math.abs(cross(subtract(b, a), subtract([i + 0.5, j + 0.5], a))) / chord
		return (FAR_FROM_CHORD * off) / (BULGE * chord + BULGE_PX)
	}

	/** How near a pixel is to the top of the edge that it is part of, 1 to 0: by its neighbours across it. */
	private topness(i: number, j: number, log: number, turn: number): number {
		const step = ((turn + 16) >> 5) & 7
		const x = intAt(WAY_X, step)
		const y = intAt(WAY_Y, step)
		const before = logAt(this.field, i - x, j - y)
		const after = logAt(this.field, i + x, j + y)
		const bend = before - 2 * log + after
		if (bend >= 0) return 0
		const off = Math.abs((0.5 * (before - after)) / bend)
		return Math.max(0, Math.min(1, 1.6 - off))
	}

	/** How unlike what is known the colours on either side are, 0 to 1. */
	private otherness(i: number, j: number, turn: number): number {
		const { sides } = this.like
		if (sides.length === 0) return 0
		const dx = floatAt(SIDE_X, turn)
		const dy = floatAt(SIDE_Y, turn)
		const dark = toneAt(this.field, i + 0.5 - dx, j + 0.5 - dy)
		const light = toneAt(this.field, i + 0.5 + dx, j + 0.5 + dy)
		let least = 1
		for (const [d, l] of sides) {
			const much = Math.max(LEAST_CONTRAST, toneApart(l, d))
			// What a colour is lighter in than another depends on the two: sides may be the other way round.
			least = Math.min(
				least,
				sidesApart(toneApart(dark, d) / much, toneApart(light, l) / much),
				sidesApart(toneApart(dark, l) / much, toneApart(light, d) / much),
			)
		}
		return least
	}
}
