'use client'

import { useEffect, useState } from 'react'
import { asking, type Question } from '@/editor/session/asking'
import { Cancelled } from '@/jobs/problems'
import { showProblem } from '@/kit/snackbar'

/**
 * What a job answers to a question, asked anew whenever the question changes; where it fails there is a way to
 * try again ({@link asking}).
 * @param ask asks; another function is another question, `null` none
 * @param pause how long the question must stand before it is asked, ms
 * @returns the answer to the present question; `null` until it is there
 */
export function useAnswer<T>(ask: Question<T>, pause = 0): T | null {
	const [known, setKnown] = useState<{ ask: unknown; answer: T } | null>(null)
	useEffect(() => {
		const asked = asking<T>((answer) => setKnown({ ask, answer }))
		asked.ask(ask, pause)
		return asked.end
	}, [ask, pause])
	return known && known.ask === ask ? known.answer : null
}

/** Says what went wrong with a job that was asked for by hand. @returns its result, or `null` */
export async function told<T>(job: Promise<T>): Promise<T | null> {
	try {
		return await job
	} catch (error) {
		if (!(error instanceof Cancelled)) showProblem(error)
		return null
	}
}
