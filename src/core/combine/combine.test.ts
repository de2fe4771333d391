import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { parsePathData } from '../formats/pathData'
import { type Cubic, flattenCubic, pointAt, refineNearest } from '../geometry/cubic'
import { distance, type Point } from '../geometry/point'
import { segmentsMeet } from '../geometry/polygon'
import { flattenContour, segmentCubic, segments } from '../path/contour'
import { type Contour, type FillRule, newId } from '../path/model'
import { controlArea } from './area'
import type { Operation } from './clip'
import { combine } from './combine'
import { wrongSamples } from './judge'
import { randomFrom, randomPair } from './randomOutlines'
import { sourcesOf } from './sources'
import { contains } from './winding'

const OPERATIONS: readonly Operation[] = ['cut-out', 'merge', 'overlap', 'exclude']
const anySeed = fc.integer({ min: 0, max: 2 ** 31 })
const anyPair = anySeed.map((seed) => randomPair(randomFrom(seed)))
const anyOutlines = anyPair.map(([subject]) => subject)
const anyContour = anyOutlines.map(([first]) => first!)
const anyOperation = fc.constantFrom(...OPERATIONS)
const RULES: readonly FillRule[] = ['nonzero', 'evenodd']

const circle = (x: number, y: number, r: number) => {
	const k = (4 / 3) * Math.tan(Math.PI / 8) * r
	return parsePathData(
		`M${x - r} ${y}C${x - r} ${y - k} ${x - k} ${y - r} ${x} ${y - r}` +
			`C${x + k} ${y - r} ${x + r} ${y - k} ${x + r} ${y}` +
			`C${x + r} ${y + k} ${x + k} ${y + r} ${x} ${y + r}` +
			`C${x - k} ${y + r} ${x - r} ${y + k} ${x - r} ${y}Z`,
	)
}
const rect = (x: number, y: number, w: number, h: number) =>
	parsePathData(`M${x} ${y}h${w}v${h}h${-w}Z`)

/** px² that outlines enclose, openings taken off. */
function area(contours: readonly Contour[]): number {
	return controlArea(sourcesOf(contours).map(({ cubic }) => cubic))
}

function moved(contours: readonly Contour[], map: (p: Point) => Point): Contour[] {
	return contours.map((contour) => ({
		...contour,
		nodes: contour.nodes.map((node) => ({
			...node,
			at: map(node.at),
			...(node.in && { in: map(node.in) }),
			...(node.out && { out: map(node.out) }),
		})),
	}))
}

describe('two rectangles', () => {
	const a = rect(0, 0, 10, 10)
	const b = rect(5, 5, 10, 10)

	it.each([
		['cut-out', 'M0 0L10 0L10 5L5 5L5 10L0 10Z', 75],
		['merge', 'M0 0L10 0L10 5L15 5L15 15L5 15L5 10L0 10Z', 175],
		['overlap', 'M5 5L10 5L10 10L5 10Z', 25],
	] as const)('%s', (op, path, size) => {
		const result = combine(op, a, b)
		expect(area(result)).toBeCloseTo(size, 9)
		const places = (contours: readonly Contour[]) =>
			contours.flatMap((c) => c.nodes.map(({ at }) => at.map((v) => v.toFixed(6)).join())).sort()
		expect(places(result)).toEqual(places(parsePathData(path)))
	})

	it('excluded, what they share is left out and two outlines are left', () => {
		const result = combine('exclude', a, b)
		expect(result).toHaveLength(2)
		expect(area(result)).toBeCloseTo(150, 9)
	})
})

describe('cases that people meet', () => {
	it('a cutter inside makes an opening that runs against its surroundings', () => {
		const result = combine('cut-out', circle(50, 50, 40), circle(50, 50, 20))
		expect(result.map(({ nodes }) => nodes.length)).toEqual([4, 4])
		expect(Math.sign(area(result.slice(0, 1)))).toBe(-Math.sign(area(result.slice(1))))
	})

	it('a cutter outside changes nothing, not even ids', () => {
		const a = circle(50, 50, 40)
		expect(combine('cut-out', a, rect(200, 0, 10, 10))).toEqual(a)
	})

	it('a subject drawn the other way keeps its direction', () => {
		const a = rect(0, 0, 10, 10)
		const reversed = parsePathData('M0 0V10H10V0Z')
		expect(area(combine('cut-out', a, rect(5, 5, 10, 10)))).toBeGreaterThan(0)
		expect(area(combine('cut-out', reversed, rect(5, 5, 10, 10)))).toBeLessThan(0)
	})

	it('an outline that crosses itself is filled as its rule says', () => {
		const twice = parsePathData('M0 0H20V20H0ZM5 5H15V15H5Z')
		const far = rect(100, 100, 1, 1)
		expect(area(combine('cut-out', twice, far))).toBeCloseTo(400)
		expect(area(combine('cut-out', twice, far, { subjectRule: 'evenodd' }))).toBeCloseTo(300)
		expect(
			area(combine('overlap', rect(0, 0, 20, 20), twice, { clipRule: 'evenodd' })),
		).toBeCloseTo(300)
	})

	it('an open outline is closed by a straight segment', () => {
		const open = parsePathData('M0 0H10V10')
		expect(area(combine('merge', open, []))).toBeCloseTo(50)
	})

	it('pieces that share an edge merge without a seam', () => {
		const result = combine('merge', rect(0, 0, 10, 10), rect(10, 0, 10, 10))
		expect(result).toHaveLength(1)
		expect(area(result)).toBeCloseTo(200)
	})

	it('pieces that share part of a slanted edge merge without a seam', () => {
		const a = parsePathData('M0 0L30 10L0 40Z')
		const b = parsePathData('M6 2L24 8L40 -10Z')
		const result = combine('merge', a, b)
		expect(result).toHaveLength(1)
		expect(area(result)).toBeCloseTo(area(a) - area(b) * Math.sign(area(a) * area(b)) * -1)
	})

	it('what touches from inside is cut open there; nothing thin is left', () => {
		const result = combine('cut-out', rect(0, 0, 20, 20), rect(0, 5, 10, 10))
		expect(result).toHaveLength(1)
		expect(result[0]?.nodes).toHaveLength(8)
	})

	it('a loop of one curve is told from its tail', () => {
		const loop = parsePathData('M0 0C100 100 -90 100 10 0Z')
		const nonzero = combine('merge', loop, [])
		expect(nonzero).toHaveLength(2)
		expect(wrongSamples('merge', loop, [], nonzero)).toBe(0)
	})

	it('coordinates that are no numbers are refused, not worked on for ever', () => {
		const broken = moved(circle(0, 0, 10), ([x]) => [x, Number.NaN])
		expect(() => combine('merge', circle(0, 0, 10), broken)).toThrow(RangeError)
		const endless = moved(circle(0, 0, 10), ([x, y]) => [x / 0, y])
		expect(() => combine('merge', endless, [])).toThrow(RangeError)
	})

	it('nothing combined with nothing is nothing', () => {
		for (const op of OPERATIONS) expect(combine(op, [], [])).toEqual([])
		expect(combine('cut-out', [], circle(0, 0, 10))).toEqual([])
		expect(combine('merge', [{ id: 'a', nodes: [], closed: true }], [])).toEqual([])
	})
})

describe('flat crossings', () => {
	it('circles a hair apart cross where they cross, not where they part', () => {
		for (const hair of [0.01, 0.1, 1]) {
			const a = circle(50, 50, 30)
			const b = circle(50 + hair, 50, 30)
			for (const op of OPERATIONS) expect(wrongSamples(op, a, b, combine(op, a, b))).toBe(0)
			const merged = combine('merge', a, b)
			const crossings = merged.flatMap(({ nodes }) =>
				nodes.filter(({ at }) => Math.abs(at[0] - 50 - hair / 2) < hair / 2 - 1e-9),
			)
			expect(crossings).toHaveLength(2)
			for (const { at } of crossings) expect(at[0]).toBeCloseTo(50 + hair / 2, 3)
		}
	})
})

describe('laws', () => {
	it('10,000 pairs fill what they should, under either rule', { timeout: 240_000 }, () => {
		const random = randomFrom(20261125)
		const any = <T>(of: readonly T[]): T => of[Math.floor(random() * of.length)]!
		for (let k = 0; k < 10_000; k++) {
			const [a, b] = randomPair(random)
			const op = any(OPERATIONS)
			const rules = { subject: any(RULES), clip: any(RULES) }
			const result = combine(op, a, b, { subjectRule: rules.subject, clipRule: rules.clip })
			const wrong = wrongSamples(op, a, b, result, rules, 40)
			if (wrong > 0)
				expect.fail(`pair ${k}, ${op}, ${JSON.stringify(rules)}: ${wrong} places are wrong`)
		}
	})

	it('segments that nothing crosses come back to the last bit, their nodes’ kinds with them', () => {
		let seen = 0
		fc.assert(
			fc.property(anyBlob, anyBlob, anyOperation, (a, b, op) => {
				const found = new Map(
					combine(op, [a], [b]).flatMap((contour) =>
						segments(contour).flatMap(({ from, to }) => [
							[key(from.at, from.out, to.in, to.at), [from.kind, to.kind]] as const,
							[key(to.at, to.in, from.out, from.at), [to.kind, from.kind]] as const,
						]),
					),
				)
				for (const [own, other] of [[a, b] as const, [b, a] as const]) {
					const edge = flattenContour(other, 0.05)
					for (const segment of segments(own)) {
						const line = [segment.from.at, ...flattenCubic(segmentCubic(segment), 0.05)]
						if (edge.some((p, i) => linesMeet(p, edge[i + 1], line))) continue
						if (line.some((p) => edge.some((q) => distance(p, q) < 1))) continue
						const inside = contains([other], segment.from.at)
						if (!KEPT[op](own === a, inside)) continue
						const { from, to } = segment
						const kinds = found.get(key(from.at, from.out, to.in, to.at))
						expect(kinds).toBeDefined()
						seen++
					}
				}
			}),
			{ numRuns: 100 },
		)
		expect(seen).toBeGreaterThan(100)
	})

	it('there are never more nodes than the sources have, and two for every crossing', () => {
		fc.assert(
			fc.property(anyBlob, anyBlob, anyOperation, (a, b, op) => {
				const lines = [a, b].map((contour) => flattenContour(contour, 0.02))
				const [first = [], second = []] = lines
				const crossings = first.reduce(
					(sum, p, i) =>
						sum +
						second.filter((q, j) => linesMeet(p, first[i + 1], [q, second[j + 1] ?? q])).length,
					0,
				)
				const places = new Set(
					combine(op, [a], [b]).flatMap(({ nodes }) => nodes.map(({ at }) => at.join())),
				)
				expect(places.size).toBeLessThanOrEqual(a.nodes.length + b.nodes.length + crossings)
			}),
			{ numRuns: 100 },
		)
	})

	it('new nodes stand on two stretches of outline, to a millionth of a px', () => {
		fc.assert(
			fc.property(anyContour, anyContour, anyOperation, (a, b, op) => {
				const sources = sourcesOf([a, b])
				const old = new Set([...a.nodes, ...b.nodes].map(({ at }) => at.join()))
				for (const { at } of combine(op, [a], [b]).flatMap(({ nodes }) => nodes)) {
					if (old.has(at.join())) continue
					const on = sources.filter(({ cubic }) => awayFrom(cubic, at) < 1e-6)
					// A curve may cross itself.
					expect(on.length).toBeGreaterThanOrEqual(1)
				}
			}),
			{ numRuns: 100 },
		)
	})

	it('what is cut out and what overlaps make the whole', () => {
		fc.assert(
			fc.property(anyPair, ([a, b]) => {
				const parts = [combine('cut-out', a, b), combine('overlap', a, b)] as const
				return wrongSamples('merge', a, [], combine('merge', ...parts), undefined, 48) === 0
			}),
			{ numRuns: 200 },
		)
	})

	it('a thing less itself is nothing; with itself, it is itself', () => {
		fc.assert(
			fc.property(anyOutlines, (a) => {
				expect(combine('cut-out', a, a)).toEqual([])
				expect(combine('exclude', a, a)).toEqual([])
				const alone = combine('merge', a, [])
				for (const op of ['merge', 'overlap'] as const) {
					const both = combine(op, a, a)
					expect(wrongSamples('merge', alone, [], both, undefined, 48)).toBe(0)
					// What is thinner than the weld distance may be counted either way.
					expect(Math.abs(Math.abs(area(both)) - Math.abs(area(alone)))).toBeLessThan(0.5)
				}
			}),
			{ numRuns: 200 },
		)
	})

	it('done again, it changes nothing', () => {
		fc.assert(
			fc.property(anyPair, anyOperation, ([a, b], op) => {
				const once = combine(op, a, b)
				const twice = combine('merge', once, [])
				return wrongSamples('merge', once, [], twice, undefined, 48) === 0
			}),
			{ numRuns: 200 },
		)
	})

	it('a copy moved by nothing, by a hair, by a step of the lattice makes no slivers', () => {
		fc.assert(
			fc.property(
				anyContour,
				fc.constantFrom(0, 1e-12, 1e-9, 1e-7, 3e-5, 1e-3),
				anyOperation,
				(a, by, op) => {
					const b = moved([a], ([x, y]) => [x + by, y - by])
					const result = combine(op, [a], b)
					expect(wrongSamples(op, [a], b, result, undefined, 48)).toBe(0)
					const alone = combine('merge', [a], []).flatMap(({ nodes }) => nodes).length
					const nodes = result.flatMap((c) => c.nodes).length
					expect(nodes).toBeLessThanOrEqual(
						op === 'merge' || op === 'overlap' ? 2 * alone + 4 : 4 * alone,
					)
					if (by < 1e-6 && (op === 'cut-out' || op === 'exclude')) expect(result).toEqual([])
				},
			),
			{ numRuns: 200 },
		)
	})

	it('scale does not matter, from a thousandth to a million', () => {
		fc.assert(
			fc.property(
				anyContour,
				anyContour,
				anyOperation,
				fc.constantFrom(1e-3, 1e-2, 1e3, 1e6),
				(a, b, op, by) => {
					const scaled = (contours: readonly Contour[]) =>
						moved(contours, ([x, y]) => [x * by, y * by])
					const result = combine(op, scaled([a]), scaled([b]))
					return wrongSamples(op, scaled([a]), scaled([b]), result, undefined, 48) === 0
				},
			),
			{ numRuns: 200 },
		)
	})
})

/** Distance of a point from a curve, px, hooks and loops included. */
function awayFrom(cubic: Cubic, p: Point): number {
	const steps = 500
	const away = (t: number) => distance(pointAt(cubic, t), p)
	const near = Array.from({ length: steps + 1 }, (_, i) => i / steps)
		.sort((s, t) => away(s) - away(t))
		.slice(0, 4)
	const refined = near.map((t) =>
		refineNearest(cubic, p, t, Math.max(0, t - 1 / steps), Math.min(1, t + 1 / steps)),
	)
	return Math.min(...[...near, ...refined].map(away))
}

/** Smooth closed outlines round places not far from each other, that do not cross themselves. */
const anyBlob: fc.Arbitrary<Contour> = fc
	.record({
		x: fc.double({ min: -60, max: 60, noNaN: true }),
		y: fc.double({ min: -60, max: 60, noNaN: true }),
		radii: fc.array(fc.double({ min: 40, max: 100, noNaN: true }), { minLength: 5, maxLength: 12 }),
	})
	.map(({ x, y, radii }) => {
		const n = radii.length
		const nodes = radii.map((radius, k) => {
			const angle = (2 * Math.PI * k) / n
			const at: Point = [x + radius * Math.cos(angle), y + radius * Math.sin(angle)]
			const reach = (radius * 1.2) / n
			const along: Point = [-Math.sin(angle) * reach, Math.cos(angle) * reach]
			const into: Point = [at[0] - along[0], at[1] - along[1]]
			const out: Point = [at[0] + along[0], at[1] + along[1]]
			return { id: newId(), at, in: into, out, kind: 'symmetric' as const }
		})
		return { id: newId(), nodes, closed: true }
	})

/** Whether a stretch of outline that crosses nothing is in the result. */
const KEPT: Record<Operation, (ofSubject: boolean, insideOther: boolean) => boolean> = {
	'cut-out': (ofSubject, inside) => ofSubject !== inside,
	merge: (_, inside) => !inside,
	overlap: (_, inside) => inside,
	exclude: () => true,
}

function key(...points: (Point | undefined)[]): string {
	return JSON.stringify(points.map((p) => p ?? null))
}

function linesMeet(p: Point, q: Point | undefined, line: readonly Point[]): boolean {
	return q !== undefined && line.some((r, i) => line[i + 1] && segmentsMeet(p, q, r, line[i + 1]!))
}
