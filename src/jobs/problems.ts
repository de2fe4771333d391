/** Someone thought better of a job. */
export class Cancelled extends Error {
	constructor() {
		super('It was cancelled.')
		this.name = 'Cancelled'
	}
}

/** What became of a worker that did not do its job. */
export type Failure = 'not-loaded' | 'died' | 'stalled'

/** A worker did not do its job; nothing else was touched, and the next job has a new one. */
export class JobFailed extends Error {
	constructor(
		/** The work in words: “Combining”. */
		readonly what: string,
		readonly failure: Failure,
		readonly detail?: unknown,
	) {
		super(`${what} ${FAILED[failure]}${detail ? ` (${String(detail)})` : ''}.`)
		this.name = 'JobFailed'
	}
}

const FAILED: Readonly<Record<Failure, string>> = {
	'not-loaded': 'could not be started',
	died: 'came to a sudden end',
	stalled: 'no longer answered',
}
