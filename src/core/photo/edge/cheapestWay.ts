import { byteAt, intAt } from '../../geometry/numbers'
import { distance, type Point } from '../../geometry/point'
import { WAY_X, WAY_Y } from '../eightWays'
import { Buckets } from './buckets'
import type { EdgeField } from './edgeField'
import { type Like, ON_EDGE, Prices } from './prices'

/** A way that is dearer than the best by this share is good enough: it is found much sooner. */
const HASTE = 2.2
/** The window reaches so far beyond the ends, as a share of their distance, and at least so far, px. */
const MARGIN = 0.35
const LEAST_MARGIN_PX = 24
/** It is made larger where the way runs along its rim, up to so many times. */
const MOST_GROWTH = 4
/** A whole photo is never searched, px of window at most. */
const MOST_WINDOW = 4_000_000
/** √2 in fifths: a step across is 7 where one along is 5. */
const ALONG = 5
const ACROSS = 7
const STEP_SIZE = Int32Array.of(ALONG, ACROSS, ALONG, ACROSS, ALONG, ACROSS, ALONG, ACROSS)

/** In the place of a cost: what a window is full of without having been written to. */
const UNSEEN = 0
/** In the place of a cost: nothing makes it less. */
const DONE = -1

/**
 * The cheapest chain of pixels along edges, by their centres, from the one that holds `a` to the one that
 * holds `b`: shortest paths towards the goal (Hart, Nilsson & Raphael, 1968) with a queue of buckets, over
 * a window about both that grows where the way runs along its rim.
 */
export function cheapestWay(field: EdgeField, a: Point, b: Point, like: Like, growth = 1): Point[] {
	const inside = (v: number, most: number) => Math.min(most - 1, Math.max(0, Math.floor(v)))
	const [ai, aj] = [inside(a[0], field.width), inside(a[1], field.height)]
	const [bi, bj] = [inside(b[0], field.width), inside(b[1], field.height)]
	const margin = Math.ceil(growth * Math.max(LEAST_MARGIN_PX, MARGIN * distance(a, b)))
	const left = Math.max(0, Math.min(ai, bi) - margin)
	const top = Math.max(0, Math.min(aj, bj) - margin)
	const width = Math.min(field.width, Math.max(ai, bi) + margin + 1) - left
	const height = Math.min(field.height, Math.max(aj, bj) + margin + 1) - top
	if (width * height > MOST_WINDOW) return [a, b]
	// A rim of one px all round that is done with spares the question whether a step leads out.
	const stride = width + 2
	const rows = height + 2
	const prices = new Prices(field, left - 1, top - 1, stride, rows, like)
	prices.shun([a, b])
	const cost = walled(stride, rows)
	const came = new Uint8Array(stride * rows)
	const by = WAY_X.map((x, s) => intAt(WAY_Y, s) * stride + x)
	const begin = (aj - top + 1) * stride + ai - left + 1
	const goal = (bj - top + 1) * stride + bi - left + 1
	const [goalX, goalY] = [bi - left + 1, bj - top + 1]
	const first = ahead(ai - bi, aj - bj)
	const queue = new Buckets(first)
	cost[begin] = 1
	queue.push(begin, first)
	for (let k = queue.pop(); k >= 0; k = queue.pop()) {
		const own = intAt(cost, k)
		if (own === DONE) continue
		cost[k] = DONE
		if (k === goal) break
		const y = Math.floor(k / stride) - goalY
		const x = (k % stride) - goalX
		// Nobody turns back sharply: the pixel before has steps of its own to where that leads.
		const [from, to] = k === begin ? [0, 7] : [byteAt(came, k) - 2, byteAt(came, k) + 2]
		for (let turn = from; turn <= to; turn++) {
			const s = turn & 7
			const n = k + intAt(by, s)
			const before = intAt(cost, n)
			const size = intAt(STEP_SIZE, s)
			if (before !== UNSEEN && before <= own + ON_EDGE * size) continue
			const next = own + prices.of(n, s) * size
			if (before !== UNSEEN && before <= next) continue
			cost[n] = next
			came[n] = s
			queue.push(n, next + ahead(x + intAt(WAY_X, s), y + intAt(WAY_Y, s)))
		}
	}
	const path: Point[] = []
	let atRim = false
	for (let k = goal; ; k -= intAt(by, byteAt(came, k))) {
		const [x, y] = [k % stride, Math.floor(k / stride)]
		atRim ||= onRim(x, left, width, field.width) || onRim(y, top, height, field.height)
		path.push([left + x - 0.5, top + y - 0.5])
		if (k === begin) break
	}
	if (atRim && growth < MOST_GROWTH) return cheapestWay(field, a, b, like, 2 * growth)
	return path.reverse()
}

/** Costs that nobody knows yet, and a rim all round of such as are done with. */
function walled(stride: number, rows: number): Int32Array {
	const cost = new Int32Array(stride * rows)
	cost.fill(DONE, 0, stride)
	cost.fill(DONE, stride * (rows - 1))
	for (let y = 1; y < rows - 1; y++) {
		cost[y * stride] = DONE
		cost[(y + 1) * stride - 1] = DONE
	}
	return cost
}

/** Whether a place of a window, counted from 1, lies at an end of it that is not the photo's own. */
function onRim(v: number, from: number, size: number, all: number): boolean {
	return (v === 1 && from > 0) || (v === size && from + size < all)
}

/** What the way on to a goal so far away is thought to cost: so the search goes towards it. */
function ahead(x: number, y: number): number {
	const dx = x < 0 ? -x : x
	const dy = y < 0 ? -y : y
	const steps = dx > dy ? ALONG * dx + (ACROSS - ALONG) * dy : ALONG * dy + (ACROSS - ALONG) * dx
	return HASTE * ON_EDGE * steps
}
