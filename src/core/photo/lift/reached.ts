import FlatQueue from 'flatqueue'
import { floatAt, intAt } from '../../geometry/numbers'
import { type Boundaries, nearness } from './parting'

/** A dab says of what it lies on so much, as a log likelihood, … */
const STRENGTH = 8
/** … and of what is further off less, by so many strong edges crossed; … */
const EDGES = 0.8
/** … a pixel of way counts as so much of an edge. */
const WAY = 0.03
/** What is further off than this is not reached. */
const FURTHEST = 4

/**
 * What a dab says of what lies round it: the less the more edges one crosses on the way there, as a geodesic
 * distance (Criminisi, Sharp & Blake, *GeoS*, 2008).
 * @param dab the pixels that it lies on
 * @returns of each pixel how much likelier it is what the dab says, as a log; 0 where the dab does not reach
 */
export function reached(boundaries: Boundaries, dab: ReadonlySet<number>): Float32Array {
	return distances(boundaries, dab).map((far) =>
		far > FURTHEST ? 0 : STRENGTH * Math.exp(-far / EDGES),
	)
}

function distances(boundaries: Boundaries, dab: ReadonlySet<number>): Float32Array {
	const { neighbours } = boundaries
	const far = new Float32Array(neighbours.length >> 3).fill(Number.POSITIVE_INFINITY)
	const queue = new FlatQueue<number>()
	for (const k of dab) {
		far[k] = 0
		queue.push(k, 0)
	}
	for (let away = queue.peekValue(); away !== undefined; away = queue.peekValue()) {
		const k = queue.pop() as number
		if (away > floatAt(far, k) || away > FURTHEST) continue
		for (let d = 0; d < 8; d++) {
			const m = intAt(neighbours, 8 * k + d)
			if (m < 0) continue
			const size = d % 2 === 0 ? 1 : Math.SQRT2
			// As it will be kept: what is in the queue is compared with it.
			const next = Math.fround(away + size * (WAY + 1 - nearness(boundaries, k, d)))
			if (next >= floatAt(far, m)) continue
			far[m] = next
			queue.push(m, next)
		}
	}
	return far
}
