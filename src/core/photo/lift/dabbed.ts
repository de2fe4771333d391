import { byteAt, floatAt, intAt, item } from '../../geometry/numbers'
import type { Grid } from '../inside'
import { withoutCutOff } from './cutOff'
import { brushed, type Dab, IN, OPEN, OUT } from './hint'
import { logDensity, type Mixture, mixtureOf, someOf } from './mixture'
import { refinedInBand } from './narrowBand'
import { boundariesOf, clamped, parted, SURE } from './parting'
import { gridAt, likelyAt, type Place } from './place'
import { partOf } from './pyramid'
import { reached } from './reached'
import { partsOf } from './rings'

/** What a colour says counts so much beside how near the dab is, … */
const COLOUR = 0.6
/** … and what the model says so much. */
const MODEL = 0.25
/** What was there stays unless more than this speaks against it, as a log likelihood. */
const STAYS = 1.5
/** What is further off than this says nothing more, as a log likelihood. */
const LEAST_SAID = 0.15
/** A px of boundary where nothing changes, as a log likelihood. */
const SMOOTH = 3
/** Round what changed so many px are looked at, at full size. */
const ROUND_PX = 28
/** The model's word counts for less where it was just contradicted. */
const DOUBTED = 0.25

/**
 * What is inside once a dab has said that what it lies on belongs to the object, or does not: what hangs
 * together with it, is like it and lies before an edge goes with it. Nothing changes that the dab does not touch,
 * and what earlier dabs lie on stays as they said.
 * @param inside at full size, after all dabs but the last
 * @param dabs in order, that one last
 */
export function dabbed(place: Place, inside: Uint8Array, dabs: readonly Dab[]): Uint8Array {
	const dab = item(dabs, dabs.length - 1)
	const { levels, seeds } = place
	const last = place.well().level
	const to = dab.side === 'inside' ? 1 : 0
	const grid = gridAt(place, last)
	const before = shrunk(inside, item(levels, 0).width, grid.width, grid.height, last)
	const sure = within(brushed(dab, grid), item(seeds, last), to)
	const turned = turnedBy(place, before, sure, marked(dabs, grid, item(seeds, last)), to)
	const full = item(levels, 0)
	const fine = within(brushed(dab, gridAt(place, 0)), item(seeds, 0), to)
	const marks = marked(dabs, gridAt(place, 0), item(seeds, 0))
	const next = inside.slice()
	for (const k of fine) next[k] = to
	let [minX, minY, maxX, maxY] = [full.width, full.height, 0, 0]
	const reachOut = (x: number, y: number) => {
		minX = Math.min(minX, x)
		minY = Math.min(minY, y)
		maxX = Math.max(maxX, x + 1)
		maxY = Math.max(maxY, y + 1)
	}
	for (const k of fine) reachOut(k % full.width, Math.floor(k / full.width))
	for (const k of turned) {
		const [x, y] = [(k % grid.width) << last, Math.floor(k / grid.width) << last]
		for (let j = y; j < Math.min(full.height, y + 2 ** last); j++)
			for (let i = x; i < Math.min(full.width, x + 2 ** last); i++) {
				const m = j * full.width + i
				if (byteAt(marks, m) !== (to === 1 ? OUT : IN)) next[m] = to
			}
		reachOut(x, y)
		reachOut(Math.min(full.width, x + 2 ** last) - 1, Math.min(full.height, y + 2 ** last) - 1)
	}
	if (maxX <= minX) return inside
	const about = grown({ minX, minY, maxX, maxY }, ROUND_PX + 2 ** last + 2, full)
	const refined = refinedNear(place, inside, next, marks, about)
	return to === 1 ? refined : withoutCutOff(inside, refined, full.width, marks, about)
}

/** Those of a dab's pixels that may become the object's, or cease to be. */
const within = (own: Set<number>, seeds: Uint8Array, to: number): Set<number> =>
	to === 0 ? own : new Set([...own].filter((k) => byteAt(seeds, k) !== OUT))

/** What the box and all dabs say of each pixel; of two dabs the later one. */
function marked(dabs: readonly Dab[], grid: Grid, seeds: Uint8Array): Uint8Array {
	const marks = seeds.slice()
	for (const dab of dabs) {
		const to = dab.side === 'inside' ? 1 : 0
		for (const k of within(brushed(dab, grid), seeds, to)) marks[k] = to === 1 ? IN : OUT
	}
	return marks
}

/** The pixels that earlier dabs said the other thing of. */
function dabbedOtherwise(marks: Uint8Array, own: Uint8Array, to: number): Set<number> {
	const found = new Set<number>()
	for (let k = 0; k < marks.length; k++)
		if (byteAt(marks, k) === (to === 1 ? OUT : IN) && byteAt(own, k) === OPEN) found.add(k)
	return found
}

/** The pixels of the copy that a dab turns. */
function turnedBy(
	place: Place,
	before: Uint8Array,
	sure: ReadonlySet<number>,
	marks: Uint8Array,
	to: number,
): Set<number> {
	const { ground, boundaries, likely, level } = place.well()
	const { width, height, colours } = ground
	const own = item(place.seeds, level)
	const near = reached(boundaries, sure)
	const against = reached(boundaries, dabbedOtherwise(marks, own, to))
	const asked: number[] = []
	for (let k = 0; k < near.length; k++) {
		if (floatAt(near, k) < LEAST_SAID && !sure.has(k)) continue
		asked.push(k)
	}
	const places = Int32Array.from(asked)
	const ours = colourModel(colours, [...sure])
	const theirs = colourModel(
		colours,
		Array.from(before.keys()).filter((k) => byteAt(before, k) !== to && !sure.has(k)),
	)
	const chosen = new Float32Array(3 * places.length)
	for (let n = 0; n < places.length; n++)
		chosen.set(colours.subarray(3 * intAt(places, n), 3 * intAt(places, n) + 3), 3 * n)
	const said = Float64Array.from(places, (k) => {
		const sign = to === 1 ? 1 : -1
		if (sure.has(k)) return sign * SURE
		if (byteAt(marks, k) === OUT) return -SURE
		if (byteAt(marks, k) === IN) return SURE
		if (byteAt(before, k) === to) return sign * SURE
		const colour =
			ours && theirs
				? clamped(logDensity(ours, colours, 3 * k) - logDensity(theirs, colours, 3 * k))
				: 0
		return (
			sign * (floatAt(near, k) - floatAt(against, k) + COLOUR * colour - STAYS) +
			MODEL * clamped(floatAt(likely, k))
		)
	})
	const after = parted(boundariesOf({ width, height, colours: chosen }, places, SMOOTH), said)
	const changed = new Uint8Array(width * height)
	for (let n = 0; n < places.length; n++) {
		const k = intAt(places, n)
		if (byteAt(after, n) === to && byteAt(before, k) !== to) changed[k] = 1
	}
	for (const k of sure) changed[k] = 1
	const turned = new Set<number>()
	for (const part of partsOf(changed, width, 1))
		if (part.some((k) => sure.has(k)))
			for (const k of part) if (byteAt(before, k) !== to) turned.add(k)
	return turned
}

function colourModel(colours: Float32Array, places: readonly number[]): Mixture | null {
	if (places.length === 0) return null
	const own = new Float32Array(3 * places.length)
	for (const [n, k] of places.entries()) own.set(colours.subarray(3 * k, 3 * k + 3), 3 * n)
	return mixtureOf(someOf(own), places.length < 60 ? 2 : 6)
}

interface Window {
	readonly minX: number
	readonly minY: number
	readonly maxX: number
	readonly maxY: number
}

/** The boundary of what was turned sought anew at full size; further off nothing moves. */
function refinedNear(
	place: Place,
	before: Uint8Array,
	turned: Uint8Array,
	marks: Uint8Array,
	about: Window,
): Uint8Array {
	const picture = item(place.levels, 0)
	const steps = 2 ** place.well().level + 2
	const { minX: left, minY: top } = about
	const [width, height] = [about.maxX - left, about.maxY - top]
	const whole = (k: number) => (top + Math.floor(k / width)) * picture.width + left + (k % width)
	const cut = (from: Uint8Array) => {
		const made = new Uint8Array(width * height)
		for (let y = 0; y < height; y++) {
			const start = (top + y) * picture.width + left
			made.set(from.subarray(start, start + width), y * width)
		}
		return made
	}
	const [was, is, said] = [cut(before), cut(turned), cut(marks)]
	const free = nearTo(was, is, width, steps)
	const held = said.map((mark, k) => {
		if (mark !== OPEN || byteAt(free, k)) return mark
		return byteAt(is, k) === 1 ? IN : OUT
	})
	const refined = refinedInBand(
		partOf(picture, left, top, width, height),
		{ seeds: held },
		is,
		steps,
		(places) => likelyAt(place, 0, places.map(whole)).map((z) => DOUBTED * z),
	)
	const made = turned.slice()
	for (let y = 0; y < height; y++)
		made.set(refined.subarray(y * width, (y + 1) * width), whole(y * width))
	return made
}

/** The pixels within so many steps, along rows and columns, of those that changed. */
function nearTo(was: Uint8Array, is: Uint8Array, width: number, steps: number): Uint8Array {
	const away = new Uint8Array(was.length)
	const queue: number[] = []
	for (let k = 0; k < was.length; k++)
		if (byteAt(was, k) !== byteAt(is, k)) {
			away[k] = 1
			queue.push(k)
		}
	for (let n = 0; n < queue.length; n++) {
		const k = queue[n] as number
		const far = byteAt(away, k) + 1
		if (far > steps + 1) break
		const x = k % width
		for (const m of [x > 0 ? k - 1 : -1, x < width - 1 ? k + 1 : -1, k - width, k + width]) {
			if (m < 0 || m >= away.length || byteAt(away, m)) continue
			away[m] = far
			queue.push(m)
		}
	}
	return away
}

/** What most of the pixels are that one of a copy stands for. */
function shrunk(inside: Uint8Array, from: number, width: number, height: number, n: number) {
	const rows = inside.length / from
	const made = new Uint8Array(width * height)
	for (let j = 0; j < height; j++)
		for (let i = 0; i < width; i++) {
			const [right, bottom] = [Math.min(from, (i + 1) << n), Math.min(rows, (j + 1) << n)]
			let count = 0
			for (let y = j << n; y < bottom; y++)
				for (let x = i << n; x < right; x++) count += byteAt(inside, y * from + x)
			if (2 * count > (right - (i << n)) * (bottom - (j << n))) made[j * width + i] = 1
		}
	return made
}

/** A window wider by so many px, as far as the picture goes. */
const grown = (
	{ minX, minY, maxX, maxY }: Window,
	by: number,
	{ width, height }: { readonly width: number; readonly height: number },
): Window => ({
	minX: Math.max(0, minX - by),
	minY: Math.max(0, minY - by),
	maxX: Math.min(width, maxX + by),
	maxY: Math.min(height, maxY + by),
})
