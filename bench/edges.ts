import { readFileSync } from 'node:fs'
import sharp from 'sharp'
import { readSvg } from '../src/core/drawings'
import { type Contour, deviation, fitPolyline, type Point } from '../src/core/index'
import { edgeDeviation, edgeField, fitToEdges, followEdge, snapToEdge } from '../src/core/pictures'

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
/** Outlines are put so far off before they are fitted, and out or in before they are measured, px. */
const OFF_PX = 3

const percentile = (values: number[], share: number) =>
	values.sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(share * values.length))] ?? 0

async function photoOf(id: string) {
	const { data, info } = await sharp(`public/photos/${id}.jpg`)
		.ensureAlpha()
		.raw()
		.toBuffer({ resolveWithObject: true })
	return { width: info.width, height: info.height, data: new Uint8ClampedArray(data) }
}

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

function nearestTo(ring: readonly Point[]): (p: Point) => number {
	return (p) =>
		ring.reduce((least, a, i) => {
			const b = ring[(i + 1) % ring.length] ?? a
			const [dx, dy] = [b[0] - a[0], b[1] - a[1]]
			const d2 = dx * dx + dy * dy || 1
			const t = Math.max(0, Math.min(1, ((p[0] - a[0]) * dx + (p[1] - a[1]) * dy) / d2))
			return Math.min(least, Math.hypot(p[0] - a[0] - t * dx, p[1] - a[1] - t * dy))
		}, Number.POSITIVE_INFINITY)
}

const pairs = (flat: Float64Array): Point[] =>
	Array.from({ length: flat.length / 2 }, (_, i) => [flat[2 * i] ?? 0, flat[2 * i + 1] ?? 0])

function shifted(contour: Contour, [dx, dy]: Point): Contour {
	const go = (p: Point): Point => [p[0] + dx, p[1] + dy]
	return {
		...contour,
		nodes: contour.nodes.map((node) => ({
			...node,
			at: go(node.at),
			...(node.in && { in: go(node.in) }),
			...(node.out && { out: go(node.out) }),
		})),
	}
}

console.log(
	'| photo | ground | field, ms a MP | snapped, median px | followed, p95 px | ms a run, p95 | fitted from 3 px off, p95 px | measured, median off, px | nine of ten, px | covered |',
)
console.log('| - | - | -: | -: | -: | -: | -: | -: | -: | -: |')
for (const [id, ground] of SUBJECTS) {
	const photo = await photoOf(id)
	edgeField(photo)
	let began = performance.now()
	const field = edgeField(photo)
	const perMegapixel = (performance.now() - began) / ((photo.width * photo.height) / 1e6)
	const { ring, outline } = truthOf(id)
	const off = nearestTo(ring)
	const step = Math.max(1, Math.round(ring.length / 400))
	const snaps = ring
		.filter((_, i) => i % step === 0)
		.flatMap((p) => snapToEdge(field, [p[0] + 1.1, p[1] - 0.7], { reach: 4 }) ?? [])
		.map(({ at }) => off(at))
	const pins = pinsOn(ring)
	const runs: number[] = []
	const strays: number[] = []
	for (const [k, [p, q]] of pins.entries()) {
		const [a, b] = [beside(p, k), beside(q, k + 1)]
		began = performance.now()
		const path = followEdge(field, a, b)
		runs.push(performance.now() - began)
		for (const [i, point] of pairs(path).entries()) if (i % 3 === 0) strays.push(off(point))
	}
	const fits = (
		[
			[OFF_PX, 0],
			[0, -OFF_PX],
			[-2, 2.2],
		] as const
	).map((by) => {
		const { contours } = fitToEdges([shifted(outline, by)], field)
		return deviation([asContour(ring, true)], contours).p95
	})
	const { offset, covered } = edgeDeviation([outline], field)
	const known = [...offset].filter((v) => !Number.isNaN(v))
	console.log(
		`| ${id} | ${ground} | ${perMegapixel.toFixed(0)} | ${percentile(snaps, 0.5).toFixed(3)} | ` +
			`${percentile(strays, 0.95).toFixed(2)} | ${percentile(runs, 0.95).toFixed(1)} | ` +
			`${fits.map((v) => v.toFixed(2)).join(', ')} | ${Math.abs(percentile(known, 0.5)).toFixed(3)} | ` +
			`${percentile(known.map(Math.abs), 0.9).toFixed(2)} | ${(100 * covered).toFixed(0)} % |`,
	)
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
