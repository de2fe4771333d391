import { byteAt, countAt, at as numberAt } from '../geometry/numbers'
import { type Contour, type NodeKind, newId, type PathNode } from '../path/model'

/** Outlines as flat lists, which go from a worker to the page as they are. Their ids do not go along. */
export interface PackedContours {
	/** A byte for each outline: {@link CLOSED} and {@link FILLED}. */
	readonly outlines: Uint8Array
	/** How many nodes each outline has. */
	readonly counts: Uint32Array
	/** A byte for each node: its kind's place among {@link KINDS}, with {@link IN} and {@link OUT}. */
	readonly nodes: Uint8Array
	/** x, y of each node, and after it of its handles as far as it has them, in before out; px. */
	readonly coordinates: Float64Array
}

const KINDS: readonly NodeKind[] = ['corner', 'smooth', 'symmetric', 'cusp']
const [IN, OUT, KIND] = [4, 8, 3]
const [CLOSED, FILLED] = [1, 2]

export function packContours(contours: readonly Contour[]): PackedContours {
	const all = contours.flatMap(({ nodes }) => nodes)
	const coordinates = new Float64Array(
		all.reduce((sum, { in: into, out }) => sum + 2 + (into ? 2 : 0) + (out ? 2 : 0), 0),
	)
	let next = 0
	for (const { at, in: into, out } of all)
		for (const point of [at, into, out]) {
			if (!point) continue
			coordinates[next++] = point[0]
			coordinates[next++] = point[1]
		}
	return {
		outlines: Uint8Array.from(
			contours,
			({ closed, filled }) => (closed ? CLOSED : 0) | (filled ? FILLED : 0),
		),
		counts: Uint32Array.from(contours, ({ nodes }) => nodes.length),
		nodes: Uint8Array.from(
			all,
			({ kind, in: into, out }) => KINDS.indexOf(kind) | (into ? IN : 0) | (out ? OUT : 0),
		),
		coordinates,
	}
}

/** The outlines again, with ids of their own. */
export function unpackContours(packed: PackedContours): Contour[] {
	const { coordinates } = packed
	let node = 0
	let next = 0
	const point = (): [number, number] => [
		numberAt(coordinates, next++),
		numberAt(coordinates, next++),
	]
	return Array.from(packed.outlines, (flags, i): Contour => {
		const nodes: PathNode[] = []
		for (let left = countAt(packed.counts, i); left > 0; left--) {
			const byte = byteAt(packed.nodes, node++)
			const [id, at, kind] = [newId(), point(), KINDS[byte & KIND] ?? 'corner']
			if (byte & IN)
				nodes.push(
					byte & OUT ? { id, at, kind, in: point(), out: point() } : { id, at, kind, in: point() },
				)
			else nodes.push(byte & OUT ? { id, at, kind, out: point() } : { id, at, kind })
		}
		const closed = (flags & CLOSED) !== 0
		return flags & FILLED
			? { id: newId(), nodes, closed, filled: true }
			: { id: newId(), nodes, closed }
	})
}

/** The buffers of packed outlines, to be handed over rather than copied. */
export function buffersOf(packed: PackedContours): ArrayBufferLike[] {
	return [packed.outlines, packed.counts, packed.nodes, packed.coordinates].map((a) => a.buffer)
}
