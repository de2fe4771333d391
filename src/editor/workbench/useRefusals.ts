'use client'

import { useEffect } from 'react'
import { SHEET_REACH_PX } from '@/core'
import { showSnack } from '@/kit/snackbar'
import type { Refusal } from '@/store/openSheet'
import { useWorkbench } from './workbench'

/** How long the hint line says what a lock kept, ms. */
const SAID_MS = 6000

/** Says which edits could not be done, and why. */
export function useRefusals(): void {
	const { open, desk } = useWorkbench()
	useEffect(() => {
		let timer: ReturnType<typeof setTimeout> | undefined
		const unsubscribe = open.subscribe(({ refused }, before) => {
			if (!refused || refused === before.refused) return
			if (refused.kept.length === 0) {
				showSnack(beyondReach(refused), {
					variant: 'warning',
					autoHideDuration: 10_000,
					preventDuplicate: true,
				})
				return
			}
			clearTimeout(timer)
			desk.setState({ said: saysKept(refused) })
			timer = setTimeout(() => desk.setState({ said: null }), SAID_MS)
		})
		return () => {
			clearTimeout(timer)
			unsubscribe()
		}
	}, [open, desk])
}

function beyondReach({ label }: Refusal): string {
	return `“${label}” would put something beyond ${SHEET_REACH_PX.toLocaleString('en')} px, or make nothing of it. Nothing was changed.`
}

/** What a lock, or its being hidden, kept as it was, and what lets it go. */
export function saysKept({ label, kept, whole }: Refusal): string {
	const [first, ...more] = kept
	if (!first) return ''
	const others = more.length > 0 ? ` and ${more.length} more` : ''
	const remedy = first.why === 'locked' ? 'Unlock it first.' : 'Show it first.'
	const what = `“${first.name}”${others} ${more.length > 0 ? 'are' : 'is'} ${first.why}`
	return whole
		? `Not done: ${label}. ${what}. ${remedy}`
		: `${what}, and stayed as before. ${remedy}`
}
