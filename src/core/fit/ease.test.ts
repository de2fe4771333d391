import { expect, test } from 'vitest'
import { deviation } from '../measure/deviation'
import { obeysKind } from '../path/kinds'
import type { Contour } from '../path/model'
import { curvatureVariation, ease } from './ease'
import { fitPolyline } from './fitPolyline'
import { circle, flat, jittered } from './testing/shapes'

/** A circle with the unequal handles of a hurried hand. */
function hurried(): Contour {
	const round = fitPolyline(flat(jittered(circle(120), 0.2, 5)), { closed: true, tolerance: 0.6 })
	const nodes = round.nodes.map((node, k) => ({
		...node,
		kind: 'smooth' as const,
		...(node.out && {
			out: [
				node.at[0] + (node.out[0] - node.at[0]) * (k % 2 ? 1.06 : 0.94),
				node.at[1] + (node.out[1] - node.at[1]) * (k % 2 ? 1.06 : 0.94),
			] as const,
		}),
	}))
	return { ...round, nodes }
}

test('easing lowers the variation of curvature, within the tolerance, with every node kept', () => {
	const contour = hurried()
	const eased = ease(contour, { tolerance: 2 })
	expect(curvatureVariation(eased.contour.nodes, true)).toBeLessThan(
		0.8 * curvatureVariation(contour.nodes, true),
	)
	expect(eased.deviation).toBeGreaterThan(0)
	expect(deviation([contour], [eased.contour]).max).toBeLessThanOrEqual(2 * 1.02)
	expect(eased.contour.nodes.map((node) => node.id)).toEqual(contour.nodes.map((node) => node.id))
	for (const k of contour.nodes.keys()) expect(obeysKind(eased.contour, k)).toBe(true)
})

test('a hair of tolerance moves it by no more than a hair', () => {
	const eased = ease(hurried(), { tolerance: 0.05 })
	expect(deviation([hurried()], [eased.contour]).max).toBeLessThanOrEqual(0.055)
})

test('corners, and nodes that may not change, stay as they are', () => {
	const contour = hurried()
	const only = new Set([contour.nodes[1]?.id ?? ''])
	const eased = ease(contour, { tolerance: 2, only })
	for (const [k, node] of contour.nodes.entries())
		if (k !== 1) expect(eased.contour.nodes[k]).toEqual(node)
	const square = fitPolyline(
		flat([
			[0, 0],
			[90, 0],
			[90, 90],
			[0, 90],
		]),
		{ closed: true, tolerance: 1 },
	)
	expect(ease(square, { tolerance: 5 }).contour.nodes).toEqual(square.nodes)
})
