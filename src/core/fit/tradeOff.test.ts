import { expect, test } from 'vitest'
import { glyphOutlines } from '../../../benchmarks/glyphs'
import { parsePathData } from '../path/parsePathData'
import { thin } from './thin'
import { kneeOf, tradeOff } from './tradeOff'

test('more deviation never takes more nodes, and each point is what thinning gives', () => {
	const contours = glyphOutlines('italic', 'g')
	const { points, knee } = tradeOff(contours.map((contour) => ({ contour })))
	expect(points[0]?.tolerance).toBeCloseTo(0.1)
	expect(points).toHaveLength(14)
	for (const [k, point] of points.entries())
		expect(point.nodes).toBeLessThanOrEqual(points[k - 1]?.nodes ?? 1e9)
	const { tolerance, nodes } = points[7]!
	const thinned = contours.reduce((sum, c) => sum + thin(c, { tolerance }).contour.nodes.length, 0)
	expect(nodes).toBeLessThanOrEqual(thinned)
	expect(knee).toBeGreaterThanOrEqual(0)
})

test('the knee is where the curve turns from steep to flat', () => {
	const nodes = [100, 60, 30, 14, 12, 11, 10, 10]
	expect(kneeOf(nodes.map((n, k) => ({ tolerance: 0.1 * 2 ** k, nodes: n })))).toBe(3)
	expect(
		kneeOf([
			{ tolerance: 1, nodes: 4 },
			{ tolerance: 2, nodes: 4 },
		]),
	).toBeNull()
	expect(kneeOf([])).toBeNull()
})

test('the knee is sought where the shape survives; a shape that gives up nothing there has none', () => {
	const spokes = Array.from({ length: 48 }, (_, k) => {
		const angle = (2 * Math.PI * k) / 48
		const radius = 300 + (k % 2 === 0 ? 6 : -6)
		return `${400 + radius * Math.cos(angle)} ${400 + radius * Math.sin(angle)}`
	})
	const star = parsePathData(`M${spokes.join('L')}Z`).map((contour) => ({ contour }))
	const { points, knee } = tradeOff(star)
	// Beyond 6 px the star is a disc: that saves most, and is no shape any more.
	expect(points.at(-1)?.nodes).toBeLessThan(48)
	expect(knee).toBeNull()
})
