import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { glyphOutlines } from '../../../benchmarks/glyphs'
import { type Point, polar } from '../geometry/point'
import { deviation } from '../measure/deviation'
import { obeysKind } from '../path/kinds'
import type { Contour, PathNode } from '../path/model'
import { insertNode } from '../path/nodes'
import { parsePathData } from '../path/parsePathData'
import { anyContour, onlyContour, sheetOf } from '../path/testing/arbitrary'
import { cases } from '../testing/cases'
import { thin } from './thin'
import { isThinned } from './thinned'

/** A closed outline drawn freehand: far more nodes than its three waves want, none quite in place. */
function freehand(count: number): Contour {
	const nodes = Array.from({ length: count }, (_, i): PathNode => {
		const angle = (i / count) * 2 * Math.PI
		const [x, y] = polar(angle, 200 + 40 * Math.sin(3 * angle) + 0.3 * Math.sin(i * 12.9))
		return { id: `node-${i}`, at: [x + 500, y + 400], kind: 'corner' }
	})
	return { id: 'freehand', nodes, closed: true }
}

const outlines = fc.oneof(
	anyContour,
	fc.integer({ min: 12, max: 80 }).map(freehand),
	fc.constantFrom(...glyphOutlines('serif', 'aegS&')),
)

describe('thinning', () => {
	test('takes nine of ten nodes from a freehand outline', () => {
		const thinned = thin(freehand(233), { tolerance: 1 })
		expect(thinned.contour.nodes.length).toBeLessThanOrEqual(14)
		expect(thinned.contour.closed).toBe(true)
		expect(deviation([freehand(233)], [thinned.contour]).max).toBeLessThanOrEqual(1)
	})

	test('never exceeds its tolerance, says how far it went, and keeps kinds and closure', () => {
		fc.assert(
			fc.property(outlines, fc.constantFrom(0.3, 1, 4), (contour, tolerance) => {
				const thinned = thin(contour, { tolerance })
				const away = deviation([contour], [thinned.contour]).max
				expect(away).toBeLessThanOrEqual(tolerance)
				expect(Math.abs(away - thinned.deviation)).toBeLessThan(0.1 * tolerance)
				expect(thinned.contour.nodes.length).toBeLessThanOrEqual(contour.nodes.length)
				expect(thinned.contour.closed).toBe(contour.closed)
				for (const k of thinned.contour.nodes.keys())
					if (thinned.contour !== contour) expect(obeysKind(thinned.contour, k)).toBe(true)
			}),
			{ numRuns: cases(20) },
		)
	})

	test('done twice it changes nothing more, also where only some nodes may change', () => {
		fc.assert(
			fc.property(outlines, fc.boolean(), (contour, some) => {
				const ids = contour.nodes.map((node) => node.id)
				const only = new Set(ids.slice(0, Math.ceil(ids.length / 2)))
				const once = thin(contour, { tolerance: 1, ...(some && { only }) })
				const twice = thin(once.contour, { tolerance: 1, ...(some && { only }) })
				expect(twice.contour).toBe(once.contour)
				expect(twice.deviation).toBe(0)
			}),
			{ numRuns: cases(15) },
		)
	})

	test('only selected nodes change: all others stay bit for bit, the run’s ends keep their tangents', () => {
		fc.assert(
			fc.property(outlines, fc.nat(), fc.nat(), (contour, a, b) => {
				const { nodes } = contour
				const [from, to] = [a % nodes.length, b % nodes.length].sort((p, q) => p - q)
				const only = new Set(nodes.slice(from, (to ?? 0) + 1).map((node) => node.id))
				const thinned = thin(contour, { tolerance: 2, only }).contour
				const after = new Map(thinned.nodes.map((node) => [node.id, node]))
				for (const node of nodes) if (!only.has(node.id)) expect(after.get(node.id)).toBe(node)
				if (only.size === nodes.length) return
				const first = nodes[from ?? 0]!
				const last = nodes[to ?? 0]!
				expect(after.get(first.id)?.at).toEqual(first.at)
				expect(after.get(first.id)?.in).toEqual(first.in)
				expect(after.get(last.id)?.at).toEqual(last.at)
				expect(after.get(last.id)?.out).toEqual(last.out)
				for (const end of [first, last])
					if (end.kind === 'smooth' || end.kind === 'symmetric')
						expect(['smooth', 'symmetric']).toContain(after.get(end.id)?.kind)
			}),
			{ numRuns: cases(20) },
		)
	})

	test('an outline that was changed since is thinned anew', () => {
		const once = thin(freehand(120), { tolerance: 0.5 }).contour
		const moved = {
			...once,
			nodes: once.nodes.map((n, k) => (k === 0 ? { ...n, at: [9, 9] as Point } : n)),
		}
		expect(thin(once, { tolerance: 0.4 }).contour).toBe(once)
		expect(thin(once, { tolerance: 5 }).contour.nodes.length).toBeLessThan(once.nodes.length)
		expect(isThinned(moved, 0.5, undefined)).toBe(false)
		const sheet = sheetOf(once)
		const more = onlyContour(insertNode(sheet, once.id, 1, 0.5).sheet)
		expect(more.thinned).toBeDefined()
		const again = thin(more, { tolerance: 0.5 }).contour
		expect(again.nodes.length).toBeLessThan(more.nodes.length)
	})

	test('any change, of a place, a handle or a kind, makes an outline forget that it was thinned', () => {
		const once = thin(freehand(120), { tolerance: 0.5 }).contour
		expect(isThinned(once, 0.5, undefined)).toBe(true)
		const changed = (k: number, change: (node: PathNode) => PathNode) => ({
			...once,
			nodes: once.nodes.map((node, i) => (i === k % once.nodes.length ? change(node) : node)),
		})
		// Moves that leave sums of coordinates as they were among them.
		for (const by of [
			[7, -10],
			[-7, 10],
			[1e-9, 0],
			[0.5, -0.5],
		] as const)
			for (const k of once.nodes.keys()) {
				const moved = changed(k, (n) => ({ ...n, at: [n.at[0] + by[0], n.at[1] + by[1]] }))
				expect(isThinned(moved, 0.5, undefined)).toBe(false)
			}
		expect(
			isThinned(
				changed(1, (n) => ({ ...n, kind: 'cusp' })),
				0.5,
				undefined,
			),
		).toBe(false)
		const turned = {
			...once,
			nodes: once.nodes.map((n) => ({ ...n, at: [n.at[1], n.at[0]] as Point })),
		}
		expect(isThinned(turned, 0.5, undefined)).toBe(false)
		expect(isThinned(JSON.parse(JSON.stringify(once)), 0.5, undefined)).toBe(true)
	})

	test('ids stay single where an outline comes back to where it began', () => {
		const tailed = (tail: number): Contour => ({
			id: 'tailed',
			closed: false,
			nodes: Array.from({ length: 40 + tail }, (_, i): PathNode => {
				const on = polar((Math.min(i, 40) / 40) * 2 * Math.PI, 60)
				const out = Math.max(0, i - 40) * 2
				return { id: `n${i}`, at: [on[0] + out + 100, on[1] + 100], kind: 'corner' }
			}),
		})
		for (let tail = 0; tail < 30; tail += 3)
			for (const tolerance of [0.2, 0.5, 1, 3]) {
				const ids = thin(tailed(tail), { tolerance }).contour.nodes.map((n) => n.id)
				expect(new Set(ids).size).toBe(ids.length)
			}
	})

	test('what a designer drew with care loses little, and its corners stay where they are', () => {
		for (const contour of glyphOutlines('serif', 'HEn')) {
			const thinned = thin(contour, { tolerance: 0.5 }).contour
			const places = new Set(thinned.nodes.map((node) => node.id))
			for (const node of contour.nodes)
				if (node.kind === 'corner') expect(places.has(node.id)).toBe(true)
		}
	})

	test('corners may be given up where that is asked for', () => {
		const notched = freehand(60)
		const kept = thin(notched, { tolerance: 3 }).contour.nodes.length
		const free = thin(notched, { tolerance: 3, keepCorners: false }).contour.nodes.length
		expect(free).toBeLessThanOrEqual(kept)
	})

	test('a tolerance of nothing is refused', () => {
		expect(() => thin(freehand(20), { tolerance: 0 })).toThrow(RangeError)
	})
})

test('corners that lie in a cluster become one, within the deviation; a notch as deep as that stays', () => {
	const jagged = 'M0 0L100 0L100.4 0.5L100.1 0.9L100.6 1.3L100.2 1.8L100 100L0 100Z'
	const [contour] = parsePathData(jagged)
	if (!contour) throw new Error('No outline.')
	const { contour: thinned, deviation } = thin(contour, { tolerance: 0.8 })
	expect(thinned.nodes.length).toBeLessThan(7)
	expect(deviation).toBeLessThanOrEqual(0.8)
	const [notched] = parsePathData('M0 0L50 0L50.8 6L51.6 0L100 0L100 100L0 100Z')
	if (!notched) throw new Error('No outline.')
	const kept = thin(notched, { tolerance: 0.8 })
	expect(kept.deviation).toBeLessThanOrEqual(0.8)
	expect(
		Math.max(...kept.contour.nodes.map(({ at: [x, y] }) => (x > 45 && x < 55 ? y : 0))),
	).toBeGreaterThan(5)
})
