import { readFileSync } from 'node:fs'
import { readSvg } from '../src/core/drawings'
import {
	type Contour,
	fitPolyline,
	flattenContour,
	offset,
	type Pixels,
	type Point,
} from '../src/core/index'
import { edgeDeviation, edgeField, fitToEdges, followEdge, snapToEdge } from '../src/core/pictures'
import { type FontName, glyphOutlines } from './glyphs'
import { GROUNDS, photograph, placed, samplePhoto } from './shapePhotos'

/**
 * What the core reads from photos, against the studio's truth: how true edges lie, are followed, are
 * fitted to and are measured; and what that costs.
 */

const SUBJECTS = [
	['lantern', 'plain'],
	['key', 'plain'],
	['teapot', 'plain'],
	['heron', 'weak'],
	['wateringCan', 'weak'],
	['shears', 'busy'],
] as const
/** Pins are so far apart along the outline, and beside it, px. */
const PINS_PX = 300
const BESIDE_PX = 2
/** A run is fitted so loosely, px. */
const RUN_PX = 1.5
/** Outlines are put so far off before they are fitted, and out or in before they are measured, px. */
const OFF_PX = 3

const percentile = (values: number[], share: number) =>
	values.sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(share * values.length))] ?? 0

/** The subject's outer outline: its true ring, and a fit of it with few nodes. */
function truthOf(id: string): { ring: Point[]; outline: Contour } {
	const { pieces } = readSvg(readFileSync(`public/photos/truth/${id}.svg`, 'utf8'))
	const ring = pieces[0]?.contours[0]?.nodes.map(({ at }) => at) ?? []
	return {
		ring,
		outline: fitPolyline(Float64Array.from(ring.flat()), { closed: true, tolerance: 0.4 }),
	}
}

const asContour = (points: readonly Point[], closed: boolean): Contour => ({
	id: 'points',
	closed,
	nodes: points.map((at, k) => ({ id: String(k), at, kind: 'corner' })),
})

/** Segments are kept by the squares of so many px that they touch. */
const CELL_PX = 24

/** The distance of a place from the nearest of closed rings, px. */
function nearestTo(rings: readonly (readonly Point[])[]): (p: Point) => number {
	const cells = new Map<string, [Point, Point][]>()
	const cell = (v: number) => Math.floor(v / CELL_PX)
	const all = rings.flatMap((ring) =>
		ring.map((a, i): [Point, Point] => [a, ring[(i + 1) % ring.length] ?? a]),
	)
	for (const one of all) {
		const [[ax, ay], [bx, by]] = one
		for (let i = cell(Math.min(ax, bx)) - 1; i <= cell(Math.max(ax, bx)) + 1; i++)
			for (let j = cell(Math.min(ay, by)) - 1; j <= cell(Math.max(ay, by)) + 1; j++) {
				const key = `${i},${j}`
				const kept = cells.get(key)
				if (kept) kept.push(one)
				else cells.set(key, [one])
			}
	}
	return (p) => {
		let least = Number.POSITIVE_INFINITY
		for (const [a, b] of cells.get(`${cell(p[0])},${cell(p[1])}`) ?? all) {
			const [dx, dy] = [b[0] - a[0], b[1] - a[1]]
			const d2 = dx * dx + dy * dy || 1
			const t = Math.max(0, Math.min(1, ((p[0] - a[0]) * dx + (p[1] - a[1]) * dy) / d2))
			least = Math.min(least, Math.hypot(p[0] - a[0] - t * dx, p[1] - a[1] - t * dy))
		}
		return least
	}
}

const pairs = (flat: Float64Array): Point[] =>
	Array.from({ length: flat.length / 2 }, (_, i) => [flat[2 * i] ?? 0, flat[2 * i + 1] ?? 0])

function shifted(contour: Contour, by: (k: number) => Point): Contour {
	return {
		...contour,
		nodes: contour.nodes.map((node, k) => {
			const [dx, dy] = by(k)
			const go = (p: Point): Point => [p[0] + dx, p[1] + dy]
			return {
				...node,
				at: go(node.at),
				...(node.in && { in: go(node.in) }),
				...(node.out && { out: go(node.out) }),
			}
		}),
	}
}

interface Figures {
	readonly field: number
	readonly snaps: number[]
	readonly strays: number[]
	readonly runs: number[]
	readonly fits: number[][]
	readonly unsure: number
	/** Of the whole run as one outline, and of as loose a fit of the truth. */
	readonly nodes: readonly [run: number, truth: number]
	readonly measured: number[]
	readonly covered: number
}

/** Ways in which outlines are put off: all the same way, or every node its own. */
const WAYS: readonly ((contour: Contour) => Contour)[] = [
	(contour) => shifted(contour, () => [OFF_PX, 0]),
	(contour) => shifted(contour, () => [-0.7 * OFF_PX, 0.7 * OFF_PX]),
	(contour) => shifted(contour, (k) => [OFF_PX * Math.cos(k * 2.4), OFF_PX * Math.sin(k * 2.4)]),
]
/** And before they are measured: out by this, and in by this, px. */
const MEASURED_PX = [2, -2]

function figuresOf(
	photo: Pixels,
	rings: readonly Point[][],
	outlines: readonly Contour[],
): Figures {
	let began = performance.now()
	const field = edgeField(photo)
	const spent = performance.now() - began
	const off = nearestTo(rings)
	const points = rings.flat()
	const step = Math.max(1, Math.round(points.length / 400))
	const snaps = points
		.filter((_, i) => i % step === 0)
		.flatMap((p) => snapToEdge(field, [p[0] + 1.1, p[1] - 0.7], { reach: 4 }) ?? [])
		.map(({ at }) => off(at))
	const runs: number[] = []
	const strays: number[] = []
	const nodes: [number, number] = [0, 0]
	for (const ring of rings) {
		const way: number[] = []
		for (const [k, [p, q]] of pinsOn(ring).entries()) {
			const [a, b] = [beside(p, k), beside(q, k + 1)]
			began = performance.now()
			const path = followEdge(field, a, b)
			runs.push(performance.now() - began)
			for (const [i, point] of pairs(path).entries()) if (i % 3 === 0) strays.push(off(point))
			way.push(...(k === 0 ? path : path.slice(2)))
		}
		if (way.length < 6) continue
		const fit = { closed: false, tolerance: RUN_PX }
		nodes[0] += fitPolyline(Float64Array.from(way), fit).nodes.length
		const whole = ring.flat().slice(0, 2 * lastPin(ring) + 2)
		nodes[1] += fitPolyline(Float64Array.from(whole), fit).nodes.length
	}
	const truth = rings.map((ring) => asContour(ring, true))
	let unsure = 0
	const fits = WAYS.map((way) => {
		const fitted = fitToEdges(outlines.map(way), field)
		unsure += fitted.unsure
		return [...distancesTo(truth, fitted.contours)]
	})
	const measured: number[] = []
	let covered = 0
	for (const by of MEASURED_PX) {
		const profile = edgeDeviation(outsets(rings, by), field)
		covered += profile.covered / MEASURED_PX.length
		for (const v of profile.offset) if (!Number.isNaN(v)) measured.push(v - by)
	}
	const field1 = spent / ((photo.width * photo.height) / 1e6)
	return { field: field1, snaps, strays, runs, nodes, fits, unsure, measured, covered }
}

function distancesTo(truth: readonly Contour[], fitted: readonly Contour[]): number[] {
	return fitted.flatMap((contour, k) => {
		const off = nearestTo([flattenContour(truth[k] as Contour, 0.05)])
		return flattenContour(contour, 0.05).flatMap((p, i, all) => {
			const q = all[(i + 1) % all.length] ?? p
			const n = Math.max(1, Math.round(Math.hypot(q[0] - p[0], q[1] - p[1]) / 2))
			return Array.from({ length: n }, (_, m) =>
				off([p[0] + (m / n) * (q[0] - p[0]), p[1] + (m / n) * (q[1] - p[1])]),
			)
		})
	})
}

/** Rings so far further out of what they enclose together, px. */
function outsets(rings: readonly Point[][], by: number): Contour[] {
	return offset(
		rings.map((ring) => asContour(ring, true)),
		by,
	)
}

console.log(
	'| photo | ground | field, ms a MP | snapped, median px | followed, p95 px | ms a run, p95 | nodes of the run, of the truth | fitted from 3 px off, p95 px | unsure | measured, median off, px | nine of ten, px | covered |',
)
console.log('| - | - | -: | -: | -: | -: | -: | -: | -: | -: | -: | -: |')
function print(name: string, ground: string, all: readonly Figures[]) {
	const joined = (of: (one: Figures) => number[]) => all.flatMap(of)
	const mean = (of: (one: Figures) => number) =>
		all.reduce((sum, one) => sum + of(one), 0) / all.length
	const measured = joined((one) => one.measured)
	console.log(
		`| ${name} | ${ground} | ${mean((one) => one.field).toFixed(0)} | ${percentile(
			joined((one) => one.snaps),
			0.5,
		).toFixed(3)} | ` +
			`${percentile(
				joined((one) => one.strays),
				0.95,
			).toFixed(2)} | ${percentile(
				joined((one) => one.runs),
				0.95,
			).toFixed(1)} | ` +
			`${all.reduce((s, one) => s + one.nodes[0], 0)}, ${all.reduce((s, one) => s + one.nodes[1], 0)} | ` +
			`${WAYS.map((_, k) =>
				percentile(
					joined((one) => one.fits[k] ?? []),
					0.95,
				).toFixed(2),
			).join(', ')} | ${all.reduce((s, one) => s + one.unsure, 0)} | ` +
			`${percentile([...measured], 0.5).toFixed(3)} | ` +
			`${percentile(measured.map(Math.abs), 0.9).toFixed(2)} | ${(100 * mean((one) => one.covered)).toFixed(0)} % |`,
	)
}

/** Only these photos and grounds, if any are named. */
const ONLY = process.argv.slice(2)
const wanted = (name: string) => ONLY.length === 0 || ONLY.includes(name)

for (const [id, ground] of SUBJECTS.filter(([name]) => wanted(name))) {
	const { ring, outline } = truthOf(id)
	print(id, ground, [figuresOf(await samplePhoto(id), [ring], [outline])])
}
const SHAPES: readonly (readonly [FontName, string])[] = [
	['serif', 'g'],
	['italic', 'k'],
	['black', 'B'],
	['sans', 'S'],
]
for (const [name, grounds] of Object.entries(GROUNDS).filter(([name]) => wanted(name))) {
	const all: Figures[] = []
	let seed = 3
	for (const [font, character] of SHAPES)
		for (const ground of grounds) {
			seed++
			const shape = placed(glyphOutlines(font, character), 0.62, [150.3, 452.7])
			const photo = await photograph(shape, ground, {
				width: 620,
				height: 640,
				blur: [0.7, 1, 1.5][seed % 3] ?? 1,
				grain: 3,
				quality: [92, 80][seed % 2] ?? 85,
				inLight: false,
				seed,
			})
			all.push(
				figuresOf(
					photo,
					shape.map((one) => flattenContour(one, 0.02)),
					shape,
				),
			)
		}
	print('letters', name, all)
}

/** The place on a ring of the last of its pins. */
function lastPin(ring: readonly Point[]): number {
	const last = pinsOn(ring).at(-1)?.[1]
	return Math.max(1, ring.indexOf(last ?? [0, 0]))
}

/** Pairs of places along a ring, about so far apart. */
function pinsOn(ring: readonly Point[]): [Point, Point][] {
	const found: Point[] = []
	let gone = PINS_PX
	for (const [i, p] of ring.entries()) {
		const before = ring[i - 1] ?? p
		gone += Math.hypot(p[0] - before[0], p[1] - before[1])
		if (gone < PINS_PX) continue
		found.push(p)
		gone = 0
	}
	return found.slice(1).map((p, i) => [found[i] as Point, p])
}

function beside([x, y]: Point, k: number): Point {
	return [x + BESIDE_PX * Math.cos(k * 2.4), y + BESIDE_PX * Math.sin(k * 2.4)]
}
