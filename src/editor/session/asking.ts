import { Cancelled } from '@/jobs/problems'
import { showFailed } from '@/kit/tryAgain'

/** Asks one question after the other; an answer of `null` was overtaken by a newer question and counts for nothing. */
export type Question<T> = (() => Promise<T | null>) | null

/**
 * Has questions answered by a job, the newest alone. Where the job fails it is said, with a way to try again:
 * nothing waits for an answer that will not come.
 * @param taken is given the answer to the present question
 */
export function asking<T>(taken: (answer: T) => void) {
	let present: Question<T> = null
	let timer: ReturnType<typeof setTimeout> | undefined

	function put(question: Question<T>): void {
		question?.().then(
			(answer) => {
				if (answer !== null && question === present) taken(answer)
			},
			(error) => {
				if (question !== present || error instanceof Cancelled) return
				showFailed(error, () => {
					if (question === present) put(question)
				})
			},
		)
	}

	return {
		/** @param pause how long the question must stand before it is asked, ms */
		ask(question: Question<T>, pause = 0): void {
			present = question
			clearTimeout(timer)
			timer = setTimeout(put, pause, question)
		},
		/** Nothing is asked any more, and no answer counts. */
		end(): void {
			present = null
			clearTimeout(timer)
		},
	}
}
