import { expect, test } from 'vitest'
import { distance, type Point } from '../geometry/point'
import { fitPolyline } from './fitPolyline'
import { alongEdges, flat, jittered } from './shapes'

const closed = (points: readonly Point[]) =>
	fitPolyline(flat(points), { closed: true, tolerance: 1 })

test('two straight runs that meet under a small angle meet in one corner', () => {
	const bent: Point[] = [
		[0, 0],
		[150, 6],
		[300, 24],
		[260, 210],
		[40, 190],
	]
	for (let seed = 0; seed < 6; seed++) {
		const { nodes } = closed(jittered(alongEdges(bent), 0.2, seed))
		expect(nodes).toHaveLength(5)
		for (const corner of bent)
			expect(Math.min(...nodes.map(({ at }) => distance(at, corner)))).toBeLessThan(6)
	}
})
