import { expect, test } from 'vitest'
import { type Contour, distance, parsePathData } from '@/core'
import { thinnedOut } from './paintNodes'

const ring = (count: number, radius: number): Contour => {
	const points = Array.from({ length: count }, (_, k) => {
		const angle = (2 * Math.PI * k) / count
		return `${radius * Math.cos(angle)} ${radius * Math.sin(angle)}`
	})
	const [contour] = parsePathData(`M${points.join('L')}Z`)
	if (!contour) throw new Error('No ring.')
	const nodes = contour.nodes.map((node) => ({ ...node, kind: 'cusp' as const }))
	return { ...contour, nodes }
}

const shown = (contour: Contour, scale: number) => {
	const view = { scale, x: 0, y: 0 }
	const all = contour.nodes.map(({ at: [x, y] }, index) => ({
		contour,
		index,
		on: [x * scale, y * scale] as const,
	}))
	return thinnedOut(all, view)
}

test('marks with room about them are whole, nearer ones are smaller', () => {
	expect(shown(ring(12, 100), 1).every(({ size }) => size === 1)).toBe(true)
	const near = shown(ring(36, 100), 1)
	expect(near).toHaveLength(36)
	expect(near.every(({ size }) => typeof size === 'number' && size < 1)).toBe(true)
})

test('where nodes crowd they are dots, no two of which touch; corners stay', () => {
	const crowded = shown(ring(400, 100), 1)
	expect(crowded.length).toBeLessThan(100)
	expect(crowded.every(({ size }) => size === 'dot')).toBe(true)
	for (const [k, { node }] of crowded.entries()) {
		const next = crowded[k + 1]
		if (next) expect(distance(node.on, next.node.on)).toBeGreaterThan(6)
	}
	const contour = ring(70, 100)
	const cornered: Contour = {
		...contour,
		nodes: contour.nodes.with(10, { ...contour.nodes[10]!, kind: 'corner' }),
	}
	const corner = shown(cornered, 1).find(({ node }) => node.index === 10)
	expect(corner?.size).toEqual(expect.any(Number))
})
