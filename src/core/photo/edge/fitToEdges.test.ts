import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { distance } from '../../geometry/point'
import { flattenContour } from '../../path/contour'
import { obeysKind } from '../../path/kinds'
import type { Contour } from '../../path/model'
import { cases } from '../../testing/cases'
import { grain, picture } from '../testing/arbitraryPixels'
import { outline, ring } from '../testing/outlines'
import { rendered } from '../testing/rendered'
import { edgeDeviation } from './edgeDeviation'
import { edgeField } from './edgeField'
import { fitToEdges } from './fitToEdges'

const fromCentre = (contour: Contour) =>
	flattenContour(contour, 0.05).map((p) => Math.hypot(p[0] - 70.4, p[1] - 69.7))
const DISC = edgeField(
	rendered(140, 140, (x, y) => Math.hypot(x - 70.4, y - 69.7) < 45, { grain: 3 }),
)

describe('fitting to edges', () => {
	test('a ring put 3 px off, too large or too small, comes to lie on the edge, its nodes and kinds kept', () => {
		for (const given of [ring(73, 69, 45), ring(70, 70, 48), ring(70, 71, 42)]) {
			const { contours, moved, unsure } = fitToEdges([given], DISC)
			const [fitted] = contours as [Contour]
			expect(fitted.nodes.map(({ id, kind }) => [id, kind])).toEqual(
				given.nodes.map(({ id, kind }) => [id, kind]),
			)
			for (const r of fromCentre(fitted)) expect(Math.abs(r - 45)).toBeLessThan(0.3)
			expect([moved, unsure]).toEqual([4, 0])
		}
	})

	test('an allowance keeps it inside the edge by that much', () => {
		const { contours } = fitToEdges([ring(70, 70, 46)], DISC, { allowance: 1.5 })
		for (const r of fromCentre(contours[0] as Contour)) expect(Math.abs(r - 43.5)).toBeLessThan(0.3)
	})

	test('a corner goes to where its two edges meet, not to where the photo rounds it', () => {
		const field = edgeField(
			rendered(120, 120, (x, y) => x > 30.3 && x < 90.7 && y > 25.6 && y < 85.2, { blur: 1.2 }),
		)
		const { contours } = fitToEdges([outline('M28 28H93V83H32Z')], field)
		const corners = [
			[30.3, 25.6],
			[90.7, 25.6],
			[90.7, 85.2],
			[30.3, 85.2],
		] as const
		for (const [k, corner] of corners.entries())
			expect(distance(contours[0]?.nodes[k]?.at ?? [0, 0], corner)).toBeLessThan(0.25)
		expect(contours[0]?.nodes.every(({ kind }) => kind === 'corner')).toBe(true)
	})

	test('what has no sure edge stays, and what may not move does not', () => {
		const half = edgeField(
			picture(140, 140, (x, y) =>
				y < 70 && Math.hypot(x + 0.5 - 70, y + 0.5 - 70) < 45 ? 50 : 190 + 2 * grain(x, y),
			),
		)
		const given = outline('M20 40L120 40L120 130L20 130Z')
		const flat = fitToEdges([given], edgeField(picture(140, 140, () => 90)))
		expect(flat).toMatchObject({ moved: 0, unsure: 4 })
		expect(flat.contours[0]).toEqual(given)
		const bottom = fitToEdges([ring(72, 72, 46)], half).contours[0]
		expect(distance(bottom?.nodes[3]?.at ?? [0, 0], [72, 118])).toBeLessThan(0.3)
		const one = ring(73, 69, 45)
		const only = new Set([one.nodes[1]?.id ?? ''])
		const moved = fitToEdges([one], DISC, { only }).contours[0]
		expect(
			moved?.nodes.filter(
				(node, k) => node !== one.nodes[k] && distance(node.at, one.nodes[k]?.at ?? [0, 0]) > 0,
			),
		).toHaveLength(1)
	})

	test('nodes are added only where a segment cannot come near enough', () => {
		const triangle = outline('M70 26L108 92L32 92Z')
		const kept = fitToEdges([triangle], DISC).contours[0]
		expect(kept?.nodes).toHaveLength(3)
		const added = fitToEdges([ring(72, 70, 46)], DISC, { addWithin: 0.6 }).contours[0]
		expect(added?.nodes).toHaveLength(4)
		const coarse = outline('M25 70C25 20 115 20 115 70C115 120 25 120 25 70Z')
		const finer = fitToEdges([coarse], DISC, { addWithin: 0.3, reach: 12 }).contours[0] as Contour
		expect(finer.nodes.length).toBeGreaterThan(2)
		for (const r of fromCentre(finer)) expect(Math.abs(r - 45)).toBeLessThan(0.6)
	})

	test('no node goes further than reach, kinds hold, and numbers stay numbers', () => {
		fc.assert(
			fc.property(
				fc.double({ min: -9, max: 9, noNaN: true }),
				fc.double({ min: -9, max: 9, noNaN: true }),
				fc.double({ min: 30, max: 60, noNaN: true }),
				fc.constantFrom(3, 8),
				(dx, dy, r, reach) => {
					const given = ring(70 + dx, 70 + dy, r)
					const [fitted] = fitToEdges([given], DISC, { reach }).contours as [Contour]
					for (const [k, node] of fitted.nodes.entries()) {
						expect(distance(node.at, given.nodes[k]?.at ?? [0, 0])).toBeLessThanOrEqual(
							reach + 1e-9,
						)
						expect(obeysKind(fitted, k)).toBe(true)
						for (const p of [node.at, node.in, node.out])
							if (p) expect(p.every(Number.isFinite)).toBe(true)
					}
				},
			),
			{ numRuns: cases(12) },
		)
	})

	test('a rough outline is mended: where nodes may be added it comes within what is allowed', () => {
		const rough = outline('M70 28L108 62L92 106L48 108L30 66Z')
		for (const addWithin of [0.5, 1]) {
			const { contours } = fitToEdges([rough], DISC, { addWithin })
			for (const r of fromCentre(contours[0] as Contour))
				expect(Math.abs(r - 45)).toBeLessThan(addWithin + 0.3)
			expect(contours[0]?.nodes.length).toBeLessThan(10)
		}
	})

	test('never lies further from its edges than before, by the measure that is shown', () => {
		const distances = (contours: readonly Contour[], field = DISC) => {
			const { offset, p95 } = edgeDeviation(contours, field)
			return { p95, worst: Math.max(0, ...offset.filter((v) => !Number.isNaN(v)).map(Math.abs)) }
		}
		fc.assert(
			fc.property(
				fc.array(fc.double({ min: 30, max: 58, noNaN: true }), { minLength: 3, maxLength: 9 }),
				fc.constantFrom(undefined, 0.4, 1.2),
				(radii, addWithin) => {
					const d = radii.map((r, k) => {
						const angle = (2 * Math.PI * k) / radii.length
						return `${(70 + r * Math.cos(angle)).toFixed(2)} ${(70 + r * Math.sin(angle)).toFixed(2)}`
					})
					const given = outline(`M${d.join('L')}Z`)
					const was = distances([given])
					const is = distances(fitToEdges([given], DISC, addWithin ? { addWithin } : {}).contours)
					expect(is.p95).toBeLessThanOrEqual(was.p95 + 1e-9)
					expect(is.worst).toBeLessThanOrEqual(Math.max(was.worst, addWithin ?? 0) + 0.05)
				},
			),
			{ numRuns: cases(8) },
		)
	})
})
