import { intAt } from '../../geometry/numbers'

/** More than costs in the queue differ by at any time; a power of two. */
const SPAN = 1024

/** A queue for costs that differ by less than so much at any time: a ring of stacks (Dial, 1969). */
export class Buckets {
	private readonly heads = new Int32Array(SPAN).fill(-1)
	private entries = new Int32Array(4096)
	private below = new Int32Array(4096)
	private size = 0
	private free = -1
	private now: number
	private count = 0

	/** @param first the least cost there will be */
	constructor(first: number) {
		this.now = first
	}

	push(k: number, cost: number): void {
		let entry = this.free
		if (entry >= 0) this.free = intAt(this.below, entry)
		else {
			entry = this.size++
			if (entry >= this.entries.length) this.grow()
		}
		// What is thought to be cheaper than what is looked at is next.
		const bucket = Math.max(cost, this.now) & (SPAN - 1)
		this.entries[entry] = k
		this.below[entry] = intAt(this.heads, bucket)
		this.heads[bucket] = entry
		this.count++
	}

	/** The next in order of cost; −1 when there is none. */
	pop(): number {
		if (this.count === 0) return -1
		while (intAt(this.heads, this.now & (SPAN - 1)) < 0) this.now++
		const bucket = this.now & (SPAN - 1)
		const entry = intAt(this.heads, bucket)
		this.heads[bucket] = intAt(this.below, entry)
		this.below[entry] = this.free
		this.free = entry
		this.count--
		return intAt(this.entries, entry)
	}

	private grow(): void {
		const [entries, below] = [new Int32Array(2 * this.size), new Int32Array(2 * this.size)]
		entries.set(this.entries)
		below.set(this.below)
		this.entries = entries
		this.below = below
	}
}
