'use client'

import Box from '@mui/material/Box'
import visuallyHidden from '@mui/utils/visuallyHidden'
import { useEffect, useState } from 'react'
import { useWorkbench } from '@/editor/workbench/workbench'
import type { OpenSheetState } from '@/store/openSheet'
import { spokenChange } from './spoken'

/** What becomes of the sheet is said once it has not changed for so long, ms: a drag is one sentence. */
const PAUSE_MS = 350

/**
 * Says what becomes of the sheet to those who do not see it.
 * @param since the state from which on it is said
 */
export function Spoken({ since }: { since: OpenSheetState }) {
	const { open } = useWorkbench()
	const [said, setSaid] = useState('')
	useEffect(() => {
		let before = since
		let timer: ReturnType<typeof setTimeout> | undefined
		const say = () => {
			const now = open.getState()
			const sentence = spokenChange(before, now)
			before = now
			if (sentence) setSaid(sentence)
		}
		const saySoon = () => {
			clearTimeout(timer)
			timer = setTimeout(say, PAUSE_MS)
		}
		const unsubscribe = open.subscribe((now, was) => {
			if (now.history.present !== was.history.present) saySoon()
		})
		saySoon()
		return () => {
			clearTimeout(timer)
			unsubscribe()
		}
	}, [open, since])
	return (
		<Box role="log" aria-label="What was done" style={visuallyHidden}>
			{said}
		</Box>
	)
}
