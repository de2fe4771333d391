import FlatQueue from 'flatqueue'
import { byteAt, floatAt, intAt } from '../../geometry/numbers'
import { type Boundaries, nearness } from './parting'

/** A dab says of what it lies on so much, as a log likelihood, … */
const STRENGTH = 10
/** … and of what is further off less, by so many strong edges crossed; … */
const EDGES = 0.8
/** … a pixel of way counts as so much of an edge. */
const WAY = 0.03
/** What was found before is held to, the more the further from dabs, up to so much, … */
const STAYS = 3
/** … from so many strong edges on. */
const UNTOUCHED = 2
/** What is further off than this is not reached. */
const FURTHEST = 4

/**
 * What dabs say of what lies round them: the less the more edges one crosses on the way there, as a geodesic
 * distance (Criminisi, Sharp & Blake, *GeoS*, 2008).
 * @param dabbed 1 where a dab lies, …
 * @param inside … and whether it says that this is the object's
 * @param before what was found without them
 * @returns of each pixel a log likelihood, 0 where no dab reaches
 */
export function reached(
	boundaries: Boundaries,
	dabbed: Uint8Array,
	inside: (k: number) => boolean,
	before: Uint8Array | null,
): Float32Array {
	const said = new Float32Array(dabbed.length)
	const [ours, others] = [true, false].map((side) =>
		distances(boundaries, dabbed, (k) => inside(k) === side),
	) as [Float32Array, Float32Array]
	for (let k = 0; k < said.length; k++) {
		const [near, beyond] = [floatAt(ours, k), floatAt(others, k)]
		const own = STRENGTH * (Math.exp(-near / EDGES) - Math.exp(-beyond / EDGES))
		const kept = STAYS * Math.min(1, Math.min(near, beyond) / UNTOUCHED)
		said[k] = own + (before ? (byteAt(before, k) === 1 ? kept : -kept) : 0)
	}
	return said
}

function distances(
	boundaries: Boundaries,
	dabbed: Uint8Array,
	own: (k: number) => boolean,
): Float32Array {
	const { neighbours } = boundaries
	const far = new Float32Array(dabbed.length).fill(Number.POSITIVE_INFINITY)
	const queue = new FlatQueue<number>()
	for (let k = 0; k < dabbed.length; k++)
		if (byteAt(dabbed, k) && own(k)) {
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
