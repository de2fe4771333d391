import { countOne } from '../../geometry/counts'

/** Something that a drawing holds and that cannot be taken over as it is. */
export interface LeftOut {
	/** What it is, in the plural: “images”, “gradients, as one colour each”. */
	readonly what: string
	readonly count: number
}

/** Counts what is left out, each kind once, in the order in which they were met. */
export interface Tally {
	add(what: string, count?: number): void
	readonly all: () => LeftOut[]
}

/** What is left out, in words: “images (3), text (1)”. */
export function saysLeftOut(all: readonly LeftOut[]): string {
	return all.map(({ what, count }) => `${what} (${count})`).join(', ')
}

export function newTally(): Tally {
	const counts = new Map<string, number>()
	return {
		add: (what, count = 1) => countOne(counts, what, count),
		all: () => [...counts].map(([what, count]) => ({ what, count })),
	}
}
