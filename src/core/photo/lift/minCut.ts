import { byteAt, intAt } from '../../geometry/numbers'

/** A graph of places with at most eight neighbours each, and what it costs to part them. */
export interface CutGraph {
	/** The neighbour of place `i` by its way `d` at `8 i + d`, −1 where there is none; way `d + 4` (of 8) leads back. */
	readonly neighbours: Int32Array
	/** What it costs to part them, at the same place, 0 or more; both ways alike. They are used up. */
	readonly caps: Int32Array
	/** Of each place: above zero what it costs to be outside, below zero what it costs to be inside. Used up. */
	readonly terminal: Int32Array
}

export const INSIDE = 1
const OUTSIDE = 2
const FREE = 0
/** In the place of the way to a parent. */
const ROOT = 8
const NONE = 9
const FAR = 2 ** 30

/**
 * The parts of a graph that are parted at the least cost: maximal flow by augmenting paths between two
 * trees that are kept from path to path (Boykov & Kolmogorov, 2004).
 * @returns `INSIDE` for each place that is on the source's side, other numbers elsewhere
 */
export function minCut({ neighbours, caps, terminal }: CutGraph): Uint8Array {
	const count = terminal.length
	const tree = new Uint8Array(count)
	const parent = new Uint8Array(count).fill(NONE)
	const stamp = new Int32Array(count)
	const depth = new Int32Array(count)
	/** A ring of places whose neighbours have not all been looked at. */
	const queue = new Int32Array(count + 1)
	const queued = new Uint8Array(count)
	let [head, tail, time] = [0, 0, 0]
	const orphans: number[] = []

	const activate = (i: number) => {
		if (byteAt(queued, i)) return
		queued[i] = 1
		queue[tail] = i
		tail = tail === count ? 0 : tail + 1
	}
	for (let i = 0; i < count; i++) {
		const t = intAt(terminal, i)
		if (t === 0) continue
		tree[i] = t > 0 ? INSIDE : OUTSIDE
		parent[i] = ROOT
		depth[i] = 1
		activate(i)
	}

	/** What can still flow along way `d` of a place, away from the source: in the sink's tree, towards it. */
	const room = (i: number, d: number, side: number) =>
		side === INSIDE
			? intAt(caps, 8 * i + d)
			: intAt(caps, 8 * intAt(neighbours, 8 * i + d) + ((d + 4) & 7))

	while (head !== tail) {
		const i = intAt(queue, head)
		const side = byteAt(tree, i)
		let met = -1
		if (side !== FREE)
			for (let d = 0; d < 8; d++) {
				const j = intAt(neighbours, 8 * i + d)
				if (j < 0 || room(i, d, side) === 0) continue
				const other = byteAt(tree, j)
				if (other === FREE) {
					tree[j] = side
					parent[j] = (d + 4) & 7
					stamp[j] = intAt(stamp, i)
					depth[j] = intAt(depth, i) + 1
					activate(j)
				} else if (other !== side) {
					met = d
					break
				} else if (intAt(stamp, j) <= intAt(stamp, i) && intAt(depth, j) > intAt(depth, i)) {
					parent[j] = (d + 4) & 7
					stamp[j] = intAt(stamp, i)
					depth[j] = intAt(depth, i) + 1
				}
			}
		time++
		if (met >= 0) {
			augment(i, met, side)
			for (let k = orphans.pop(); k !== undefined; k = orphans.pop()) adopt(k)
			continue
		}
		head = head === count ? 0 : head + 1
		queued[i] = 0
	}
	return tree

	/** As much flow as fits, from the source to where the trees meet and on to the sink. */
	function augment(i: number, d: number, side: number): void {
		const j = intAt(neighbours, 8 * i + d)
		const back = (d + 4) & 7
		const [from, to, way] = side === INSIDE ? [i, j, d] : [j, i, back]
		const most = Math.min(
			intAt(caps, 8 * from + way),
			alongTree(from, INSIDE, 0),
			alongTree(to, OUTSIDE, 0),
		)
		caps[8 * from + way] = intAt(caps, 8 * from + way) - most
		const againstWay = 8 * to + ((way + 4) & 7)
		caps[againstWay] = intAt(caps, againstWay) + most
		alongTree(from, INSIDE, most)
		alongTree(to, OUTSIDE, most)
	}

	/** Sends so much flow along the tree between a place and its root. @returns what fits, before that */
	function alongTree(start: number, side: number, flow: number): number {
		let most = FAR
		for (let k = start; ; ) {
			const p = byteAt(parent, k)
			if (p === ROOT) {
				const left = side === INSIDE ? intAt(terminal, k) : -intAt(terminal, k)
				if (flow > 0) {
					terminal[k] = side === INSIDE ? left - flow : flow - left
					if (left === flow) orphan(k)
				}
				return Math.min(most, left)
			}
			const up = intAt(neighbours, 8 * k + p)
			const own = 8 * k + p
			const theirs = 8 * up + ((p + 4) & 7)
			const [down, against] = side === INSIDE ? [theirs, own] : [own, theirs]
			const left = intAt(caps, down)
			if (flow > 0) {
				caps[down] = left - flow
				caps[against] = intAt(caps, against) + flow
				if (left === flow) orphan(k)
			}
			most = Math.min(most, left)
			k = up
		}
	}

	function orphan(k: number): void {
		parent[k] = NONE
		orphans.push(k)
	}

	/** Gives an orphan the parent that is nearest to a root, or sets it free. */
	function adopt(i: number): void {
		const side = byteAt(tree, i)
		let best = NONE
		let least = FAR
		for (let d = 0; d < 8; d++) {
			const j = intAt(neighbours, 8 * i + d)
			if (j < 0 || byteAt(tree, j) !== side || !leadsTo(i, d, side)) continue
			const far = depthOf(j)
			if (far >= FAR) continue
			if (far < least) {
				best = d
				least = far
			}
			let left = far
			for (let k = j; intAt(stamp, k) !== time; k = intAt(neighbours, 8 * k + byteAt(parent, k))) {
				stamp[k] = time
				depth[k] = left--
			}
		}
		if (best !== NONE) {
			parent[i] = best
			stamp[i] = time
			depth[i] = least + 1
			return
		}
		tree[i] = FREE
		for (let d = 0; d < 8; d++) {
			const j = intAt(neighbours, 8 * i + d)
			if (j < 0 || byteAt(tree, j) !== side) continue
			if (leadsTo(i, d, side)) activate(j)
			const p = byteAt(parent, j)
			if (p < ROOT && intAt(neighbours, 8 * j + p) === i) orphan(j)
		}
	}

	/** Whether the neighbour by way `d` could be a place's parent. */
	function leadsTo(i: number, d: number, side: number): boolean {
		return room(intAt(neighbours, 8 * i + d), (d + 4) & 7, side) > 0
	}

	/** How far a place is from its tree's root; `FAR` where it hangs on an orphan. */
	function depthOf(j: number): number {
		let far = 0
		for (let k = j; ; far++) {
			if (intAt(stamp, k) === time) return far + intAt(depth, k)
			const p = byteAt(parent, k)
			if (p === NONE) return FAR
			if (p === ROOT) {
				stamp[k] = time
				depth[k] = 1
				return far + 1
			}
			k = intAt(neighbours, 8 * k + p)
		}
	}
}
