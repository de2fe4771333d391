import { expect, test } from 'vitest'
import { glyphOutlines } from '../../../benchmarks/glyphs'
import { randomFrom, sampled } from '../../../benchmarks/samples'
import { fitPolyline } from './fitPolyline'

test('an M’s strokes, bent by two degrees, mostly meet in a corner and not in a curve between two nodes', () => {
	const [drawn] = glyphOutlines('sans', 'M')
	let more = 0
	for (let seed = 1; seed <= 12; seed++) {
		const points = sampled(drawn!, 1, 0.25, randomFrom(seed))
		more += fitPolyline(points, { closed: true, tolerance: 1 }).nodes.length - drawn!.nodes.length
	}
	// Two in a dozen; five before such runs were brought together.
	expect(more).toBeLessThanOrEqual(3)
})
