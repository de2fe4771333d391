/** How the sheet on the bench stands to the one that is stored. */
export type Saving =
	| { readonly state: 'clean' | 'dirty' | 'writing' | 'not-ours' }
	| { readonly state: 'failed'; readonly problem: SavingProblem }

export type SavingProblem = 'full' | 'refused' | 'other'

export type SavingEvent =
	/** The sheet changed; `stored` where it is again what is stored. */
	| { readonly what: 'changed' | 'written'; readonly stored: boolean }
	| { readonly what: 'began' }
	| { readonly what: 'failed'; readonly problem: SavingProblem }
	/** Another tab took the sheet over, or wrote it. */
	| { readonly what: 'lost' }

/** The state after an event. What another tab has is never ours again: the page is loaded anew. */
export function nextSaving(now: Saving, event: SavingEvent): Saving {
	if (now.state === 'not-ours') return now
	switch (event.what) {
		case 'lost':
			return { state: 'not-ours' }
		case 'began':
			return { state: 'writing' }
		case 'failed':
			return { state: 'failed', problem: event.problem }
		case 'written':
			return { state: event.stored ? 'clean' : 'dirty' }
		case 'changed':
			// What is being written is written first, whatever comes of the sheet meanwhile.
			if (now.state === 'writing') return now
			if (event.stored) return { state: 'clean' }
			return now.state === 'failed' ? now : { state: 'dirty' }
	}
}
