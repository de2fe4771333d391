import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import fitCurve from 'fit-curve'
import { readSvg } from '../src/core/drawings'
import {
	type Contour,
	deviation,
	fitPolyline,
	inferKinds,
	type Point,
	polar,
} from '../src/core/index'
import { FONT_NAMES, glyphOutlines } from './glyphs'
import { placement } from './placement'
import { randomFrom, sampled } from './samples'

/**
 * Fitting outlines to points: nodes, deviation and µs a point, side by side with two general-purpose
 * fitters on the same points in one run; then how the cost grows with the number of points.
 */

const TOLERANCE_PX = 1
const JITTER_PX = 0.25

type Fitter = (points: Float64Array, tolerance: number) => Contour

const FITTERS: Readonly<Record<string, Fitter>> = {
	skiagram: (points, tolerance) => fitPolyline(points, { closed: true, tolerance }),
	'fit-curve': greedy(),
	paper: simplified(),
}

function greedy(): Fitter {
	return (points, tolerance) => {
		const pairs = pairsOf(points)
		const first = pairs[0]
		// It measures by the square of a distance.
		const curves = fitCurve(first ? [...pairs, first] : pairs, tolerance ** 2)
		const nodes = curves.map(([at, out]: number[][], k: number) => ({
			id: String(k),
			at: at as unknown as Point,
			in: curves.at(k - 1)?.[2] as unknown as Point,
			out: out as unknown as Point,
			kind: 'cusp' as const,
		}))
		return inferKinds({ id: 'fitted', nodes, closed: true })
	}
}

function simplified(): Fitter {
	const paper = createRequire(import.meta.url)('paper/dist/paper-core')
	paper.setup(new paper.Size(10, 10))
	return (points, tolerance) => {
		const path = new paper.Path({ segments: pairsOf(points), closed: true, insert: false })
		path.simplify(tolerance ** 2)
		interface Vector {
			x: number
			y: number
		}
		const place = ({ x, y }: Vector): Point => [x, y]
		const nodes = path.segments.map(
			(s: { point: Vector; handleIn: Vector; handleOut: Vector }, k: number) => ({
				id: String(k),
				at: place(s.point),
				in: [s.point.x + s.handleIn.x, s.point.y + s.handleIn.y],
				out: [s.point.x + s.handleOut.x, s.point.y + s.handleOut.y],
				kind: 'cusp',
			}),
		)
		return inferKinds({ id: 'fitted', nodes, closed: true })
	}
}

function pairsOf(points: Float64Array): [number, number][] {
	return Array.from({ length: points.length / 2 }, (_, i) => [
		points[2 * i] ?? 0,
		points[2 * i + 1] ?? 0,
	])
}

const SETS: readonly (readonly [name: string, outlines: readonly Contour[]])[] = [
	...FONT_NAMES.map((font) => [`glyphs, ${font}`, glyphOutlines(font)] as const),
	['studio outlines', studioOutlines()],
	['smooth curves', smoothCurves(40)],
]

/** The true outlines of the sample photographs, thinned of nothing: thousands of short edges. */
function studioOutlines(): Contour[] {
	return ['lantern', 'heron', 'key', 'teapot'].flatMap((id) => {
		const { pieces } = readSvg(readFileSync(`public/photos/truth/${id}.svg`, 'utf8'))
		return pieces.flatMap((piece) => piece.contours)
	})
}

function smoothCurves(count: number): Contour[] {
	const random = randomFrom(3)
	return Array.from({ length: count }, (_, k) => {
		const waves = Array.from({ length: 4 }, () => ({ by: (random() - 0.5) * 60, at: random() * 6 }))
		const nodes = Array.from({ length: 720 }, (_, i) => {
			const angle = (i / 720) * 2 * Math.PI
			const r = waves.reduce((sum, { by, at }, w) => sum + by * Math.cos((w + 2) * angle + at), 300)
			return { id: `${k}-${i}`, at: polar(angle, r), kind: 'corner' as const }
		})
		return { id: `curve-${k}`, nodes, closed: true }
	})
}

interface Row {
	nodes: number
	worst: number
	/** Share of outlines within tolerance and jitter. */
	within: number
	/** µs a point */
	cost: number
}

function measured(fitter: Fitter, outlines: readonly Contour[]): Row {
	const random = randomFrom(11)
	const inputs = outlines.map((outline) => sampled(outline, 1, JITTER_PX, random))
	for (const points of inputs.slice(0, 20)) fitter(points, TOLERANCE_PX)
	let ms = 0
	let points = 0
	const row: Row = { nodes: 0, worst: 0, within: 0, cost: 0 }
	for (const [k, input] of inputs.entries()) {
		const before = performance.now()
		const fitted = fitter(input, TOLERANCE_PX)
		ms += performance.now() - before
		points += input.length / 2
		row.nodes += fitted.nodes.length
		const { max } = deviation([outlines[k] as Contour], [fitted])
		row.worst = Math.max(row.worst, max)
		if (max <= TOLERANCE_PX + JITTER_PX) row.within += 1 / inputs.length
	}
	row.cost = (ms * 1000) / points
	return row
}

console.log(`Fitting, ${TOLERANCE_PX} px of tolerance, a point every px, ${JITTER_PX} px of jitter`)
console.log(
	'| points from | fitter | nodes | to drawn | worst, px | within | µs a point | to ours |',
)
console.log('| - | - | -: | -: | -: | -: | -: | -: |')
for (const [name, outlines] of SETS) {
	const drawn = outlines.reduce((sum, outline) => sum + outline.nodes.length, 0)
	let ours = 0
	for (const [by, fitter] of Object.entries(FITTERS)) {
		const { nodes, worst, within, cost } = measured(fitter, outlines)
		ours ||= cost
		console.log(
			`| ${name} | ${by} | ${nodes} | ${(nodes / drawn).toFixed(2)} | ${worst.toFixed(2)} | ` +
				`${(within * 100).toFixed(0)} % | ${cost.toFixed(2)} | ${(cost / ours).toFixed(1)} |`,
		)
	}
}

console.log('\nWhere nodes go: what a fit keeps of the places that type designers chose')
console.log('| glyphs | jitter, px | nodes | outermost points carried | corners found |')
console.log('| - | -: | -: | -: | -: |')
for (const jitter of [JITTER_PX, 0])
	for (const font of FONT_NAMES) {
		const random = randomFrom(11)
		const drawn = glyphOutlines(font)
		const pairs = drawn.map((outline) => {
			const points = sampled(outline, 1, jitter, random)
			return [outline, fitPolyline(points, { closed: true, tolerance: TOLERANCE_PX })] as const
		})
		const { outermost, carried, corners, found } = placement(pairs)
		const count = (k: 0 | 1) => pairs.reduce((sum, pair) => sum + pair[k].nodes.length, 0)
		const share = (part: number, of: number) => `${((100 * part) / of).toFixed(1)} % of ${of}`
		console.log(
			`| ${font} | ${jitter} | ${(count(1) / count(0)).toFixed(3)} | ` +
				`${share(carried, outermost)} | ${share(found, corners)} |`,
		)
	}

console.log('\nHow the cost grows: a wavy ring, a point every px')
console.log('| points | nodes | ms | µs a point |')
console.log('| -: | -: | -: | -: |')
for (const count of [1e2, 1e3, 1e4, 1e5, 1e6]) {
	const points = wavyRing(count)
	fitPolyline(wavyRing(Math.min(count, 1e4)), { closed: true, tolerance: TOLERANCE_PX })
	const before = performance.now()
	const { nodes } = fitPolyline(points, { closed: true, tolerance: TOLERANCE_PX })
	const ms = performance.now() - before
	console.log(
		`| ${count} | ${nodes.length} | ${ms.toFixed(1)} | ${((ms * 1000) / count).toFixed(2)} |`,
	)
}

/** A ring with a wave for every hundred px, so that its nodes grow with its points. */
function wavyRing(count: number): Float64Array {
	const random = randomFrom(count)
	const radius = count / (2 * Math.PI)
	const waves = Math.max(3, Math.round(count / 100))
	const points = new Float64Array(2 * count)
	for (let i = 0; i < count; i++) {
		const angle = (i / count) * 2 * Math.PI
		const r = radius + 8 * Math.sin(waves * angle)
		points[2 * i] = r * Math.cos(angle) + (random() - 0.5) * 2 * JITTER_PX
		points[2 * i + 1] = r * Math.sin(angle) + (random() - 0.5) * 2 * JITTER_PX
	}
	return points
}
