'use client'

import Button from '@mui/material/Button'
import { createElement, useEffect, useState } from 'react'
import { Cancelled } from '@/jobs/problems'
import { closeSnack, showProblem } from '@/kit/snackbar'

/**
 * What a job answers to a question, asked anew whenever the question changes. Where the job fails it
 * is said, with a way to try again: nothing waits for an answer that will not come.
 * @param ask asks; another function is another question, `null` none. An answer of `null` was
 * overtaken by a newer question and counts for nothing.
 * @param pause how long the question must stand before it is asked, ms
 * @returns the answer to the present question; `null` until it is there
 */
export function useAnswer<T>(ask: (() => Promise<T | null>) | null, pause = 0): T | null {
	const [known, setKnown] = useState<{ ask: unknown; answer: T } | null>(null)
	const [tries, setTries] = useState(0)
	// biome-ignore lint/correctness/useExhaustiveDependencies: another try asks the same anew
	useEffect(() => {
		let gone = false
		const taken = (answer: T | null) => {
			if (answer !== null && !gone) setKnown({ ask, answer })
		}
		const failed = (error: unknown) => {
			if (gone || error instanceof Cancelled) return
			const key = showProblem(error, {
				preventDuplicate: true,
				action: createElement(
					Button,
					{
						color: 'inherit',
						onClick: () => {
							closeSnack(key)
							setTries((n) => n + 1)
						},
					},
					'Try again',
				),
			})
		}
		const timer = ask && setTimeout(() => ask().then(taken, failed), pause)
		return () => {
			gone = true
			if (timer) clearTimeout(timer)
		}
	}, [ask, tries, pause])
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
