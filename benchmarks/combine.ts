import { createRequire } from 'node:module'
import * as pathBool from 'path-bool'
import {
	type Contour,
	combine,
	formatPathData,
	newId,
	type Point,
	parsePathData,
} from '../src/core'
import { wrongSamples } from '../src/core/combine/testing/judge'
import { iconPaths } from './icons'
import { randomFrom } from './samples'

/**
 * Combining outlines: wrong results, ms and nodes, side by side with two general-purpose libraries
 * on the same pairs of icons in one run; then pairs of outlines of 500 segments each.
 *
 *   tsx benchmarks/combine.ts [pairs] [seed]
 */

const PAIRS = Number(process.argv[2] ?? 300)
const SEED = Number(process.argv[3] ?? 20261125)
/**
 * A result is wrong where it fills this many of 192 × 192 places as it should not (a speck), and
 * plainly wrong where it does so in a thousandth of them.
 */
const WRONG_PLACES = 4
const PLAINLY_WRONG_PLACES = 37

const OPERATIONS = ['cut-out', 'merge', 'overlap', 'exclude'] as const
const NONZERO = { subject: 'nonzero', clip: 'nonzero' } as const
const RULES = ['nonzero', 'evenodd'] as const
type Operation = (typeof OPERATIONS)[number]

interface Tally {
	wrong: number
	plainly: number
	failed: number
	milliseconds: number
	nodes: number
}

type Combiner = (op: Operation, subject: string, clip: string) => () => readonly Contour[]

const COMBINERS: Readonly<Record<string, Combiner>> = {
	skiagram: (op, subject, clip) => {
		const [a, b] = [parsePathData(subject), parsePathData(clip)]
		const found = combine(op, a, b)
		return () => found
	},
	paper: paperCombiner(),
	'path-bool': (op, subject, clip) => {
		const operation = pathBool.PathBooleanOperation
		const found = new pathBool.PathBoolean([
			{ path: pathBool.pathFromPathData(subject), fillRule: pathBool.FillRule.NonZero },
			{ path: pathBool.pathFromPathData(clip), fillRule: pathBool.FillRule.NonZero },
		]).get(
			{
				'cut-out': operation.Difference,
				merge: operation.Union,
				overlap: operation.Intersection,
				exclude: operation.Exclusion,
			}[op],
		)
		return () => found.flatMap((path) => parsePathData(pathBool.pathToPathData(path)))
	},
}

function paperCombiner(): Combiner {
	const paper = createRequire(import.meta.url)('paper/dist/paper-core')
	paper.setup(new paper.Size(10, 10))
	return (op, subject, clip) => {
		const path = (pathData: string) =>
			new paper.CompoundPath({ pathData, fillRule: 'nonzero', insert: false })
		const [a, b] = [path(subject), path(clip)]
		const method = {
			'cut-out': 'subtract',
			merge: 'unite',
			overlap: 'intersect',
			exclude: 'exclude',
		}
		const found = a[method[op]](b, { insert: false })
		return () => parsePathData(found.pathData)
	}
}

function onIcons(): void {
	// Written anew without arcs, which not all of them read in their short form.
	const icons = [...iconPaths().values()].map((d) => formatPathData(parsePathData(d), 6))
	const random = randomFrom(SEED)
	const any = () => icons[Math.floor(random() * icons.length)] ?? ''
	const pairs = Array.from({ length: PAIRS }, () => [any(), any()] as const)
	const tallies = Object.entries(COMBINERS).map(([name, combiner]) => {
		const tally: Tally = { wrong: 0, plainly: 0, failed: 0, milliseconds: 0, nodes: 0 }
		for (const [subject, clip] of pairs.slice(0, 20)) attempt(combiner, 'merge', subject, clip)
		for (const [subject, clip] of pairs) {
			const [a, b] = [parsePathData(subject), parsePathData(clip)]
			for (const op of OPERATIONS) {
				const began = performance.now()
				const result = attempt(combiner, op, subject, clip)
				tally.milliseconds += performance.now() - began
				const contours = result?.()
				if (!contours) tally.failed++
				else tally.nodes += contours.reduce((sum, { nodes }) => sum + nodes.length, 0)
				// Ours is judged by the worse of both rules, theirs by the better.
				const counts = contours
					? RULES.map((rule) => wrongSamples(op, a, b, contours, NONZERO, undefined, [rule]))
					: []
				const wrong = name === 'skiagram' ? Math.max(...counts) : Math.min(...counts)
				if (!contours || wrong >= WRONG_PLACES) tally.wrong++
				if (!contours || wrong >= PLAINLY_WRONG_PLACES) tally.plainly++
			}
		}
		return { name, tally }
	})
	const ours = tallies[0]?.tally
	const count = PAIRS * OPERATIONS.length
	console.log(`\n${PAIRS} pairs of icons, ${count} results (seed ${SEED})`)
	console.log('                 wrong  plainly wrong   failed   ms a result   × ours      nodes')
	for (const { name, tally } of tallies)
		console.log(
			[
				name.padEnd(12),
				`${((100 * tally.wrong) / count).toFixed(1)} %`.padStart(9),
				`${((100 * tally.plainly) / count).toFixed(1)} %`.padStart(14),
				String(tally.failed).padStart(8),
				(tally.milliseconds / count).toFixed(2).padStart(13),
				(tally.milliseconds / (ours?.milliseconds ?? 1)).toFixed(1).padStart(8),
				String(tally.nodes).padStart(10),
			].join(' '),
		)
}

function attempt(
	combiner: Combiner,
	op: Operation,
	subject: string,
	clip: string,
): (() => readonly Contour[]) | null {
	try {
		return combiner(op, subject, clip)
	} catch {
		return null
	}
}

/** Two wavy outlines of many segments that cross each other often. */
function onLargeOutlines(segments: number): void {
	const subject = formatPathData([wavy(2000, 2000, segments, 0)])
	const clip = formatPathData([wavy(2100, 2050, segments, 1)])
	console.log(`\nOutlines of ${segments} × ${segments} segments, median of 9, ms`)
	for (const [name, combiner] of Object.entries(COMBINERS)) {
		const row = OPERATIONS.map((op) => {
			const times = Array.from({ length: 9 }, () => {
				const began = performance.now()
				attempt(combiner, op, subject, clip)
				return performance.now() - began
			}).sort((a, b) => a - b)
			return `${op} ${(times[4] ?? 0).toFixed(1)}`
		})
		console.log(name.padEnd(12), row.join('   '))
	}
}

function wavy(cx: number, cy: number, count: number, phase: number): Contour {
	const radius = 1200
	const place = (k: number): { at: Point; along: Point } => {
		const angle = (2 * Math.PI * k) / count
		const r = radius + (k % 2 ? 6 : -6) + 200 * Math.sin(5 * angle + phase)
		return {
			at: [cx + r * Math.cos(angle), cy + r * Math.sin(angle)],
			along: [-Math.sin(angle), Math.cos(angle)],
		}
	}
	const reach = (0.35 * 2 * Math.PI * radius) / count
	const nodes = Array.from({ length: count }, (_, k) => {
		const { at, along } = place(k)
		const beside = (by: number): Point => [at[0] + along[0] * by, at[1] + along[1] * by]
		return { id: newId(), at, in: beside(-reach), out: beside(reach), kind: 'symmetric' as const }
	})
	return { id: newId(), nodes, closed: true }
}

onIcons()
for (const segments of [100, 500]) onLargeOutlines(segments)
