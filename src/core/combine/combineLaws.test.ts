import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type Cubic, flattenCubic, pointAt } from '../geometry/cubic'
import { refineNearest } from '../geometry/nearest'
import { distance, type Point } from '../geometry/point'
import { segmentsMeet } from '../geometry/polygon'
import { flattenContour, segmentCubic, segments } from '../path/contour'
import { type Contour, newId } from '../path/model'
import { cases } from '../testing/cases'
import type { Operation } from './clip'
import { combine } from './combine'
import { sourcesOf } from './sources'
import { enclosed, wrongSamples } from './testing/judge'
import { mapped, randomFrom, randomPair } from './testing/randomOutlines'
import { contains } from './winding'

const anySeed = fc.integer({ min: 0, max: 2 ** 31 })
const anyPair = anySeed.map((seed) => randomPair(randomFrom(seed)))
const anyOutlines = anyPair.map(([subject]) => subject)
const anyContour = anyOutlines.map(([first]) => first!)
const anyOperation = fc.constantFrom<Operation>('cut-out', 'merge', 'overlap', 'exclude')

describe('laws of combining', () => {
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
			{ numRuns: cases(20) },
		)
		expect(seen).toBeGreaterThan(40)
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
			{ numRuns: cases(20) },
		)
	})

	it('new nodes stand on two stretches of outline, to a millionth of a px', () => {
		let stood = 0
		let onTwo = 0
		fc.assert(
			fc.property(anyContour, anyContour, anyOperation, (a, b, op) => {
				const sources = sourcesOf([a, b])
				const old = new Set([...a.nodes, ...b.nodes].map(({ at }) => at.join()))
				for (const { at } of combine(op, [a], [b]).flatMap(({ nodes }) => nodes)) {
					if (old.has(at.join())) continue
					const on = sources.filter(({ cubic }) => awayFrom(cubic, at) < 1e-6)
					expect(on.length).toBeGreaterThanOrEqual(1)
					stood++
					if (on.length > 1) onTwo++
				}
			}),
			{ numRuns: cases(20) },
		)
		// All but those where a single curve crosses itself.
		expect(stood).toBeGreaterThan(100)
		expect(onTwo / stood).toBeGreaterThan(0.97)
	})

	it('what is cut out and what overlaps make the whole', () => {
		fc.assert(
			fc.property(anyPair, ([a, b]) => {
				const parts = [combine('cut-out', a, b), combine('overlap', a, b)] as const
				return wrongSamples('merge', a, [], combine('merge', ...parts), undefined, 48) === 0
			}),
			{ numRuns: cases(40) },
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
					expect(Math.abs(Math.abs(enclosed(both)) - Math.abs(enclosed(alone)))).toBeLessThan(0.5)
				}
			}),
			{ numRuns: cases(40) },
		)
	})

	it('done again, it changes nothing', () => {
		fc.assert(
			fc.property(anyPair, anyOperation, ([a, b], op) => {
				const once = combine(op, a, b)
				const twice = combine('merge', once, [])
				return wrongSamples('merge', once, [], twice, undefined, 48) === 0
			}),
			{ numRuns: cases(40) },
		)
	})

	it('a copy moved by nothing, by a hair, by a step of the lattice makes no slivers', () => {
		fc.assert(
			fc.property(
				anyContour,
				fc.constantFrom(0, 1e-12, 1e-9, 1e-7, 3e-5, 1e-3),
				anyOperation,
				(a, by, op) => {
					const b = [mapped(a, ([x, y]) => [x + by, y - by])]
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
			{ numRuns: cases(40) },
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
						contours.map((c) => mapped(c, ([x, y]) => [x * by, y * by]))
					const result = combine(op, scaled([a]), scaled([b]))
					return wrongSamples(op, scaled([a]), scaled([b]), result, undefined, 48) === 0
				},
			),
			{ numRuns: cases(40) },
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
