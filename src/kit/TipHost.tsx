'use client'

import { useEffect, useState } from 'react'
import { late } from './late'

// Nothing on the page needs it before somebody lingers over a control.
const Bubble = late(() => import('./TipBubble').then((m) => m.TipBubble), 'nowhere')

/** A pointer that rests so long on a control wants to know what it is for, ms. */
const LINGER_MS = 500

/** Shows the tip of the control that the pointer rests on, or that keys brought the focus to. */
export function TipHost() {
	const [anchor, setAnchor] = useState<HTMLElement | null>(null)
	useEffect(() => {
		let timer: ReturnType<typeof setTimeout> | undefined
		let over: HTMLElement | null = null
		const show = (target: EventTarget | null, wait: number) => {
			const found = target instanceof Element ? target.closest<HTMLElement>('[data-tip]') : null
			if (found === over) return
			hide()
			over = found
			if (found) timer = setTimeout(() => setAnchor(found), wait)
		}
		const hide = () => {
			clearTimeout(timer)
			over = null
			setAnchor(null)
		}
		const ended = new AbortController()
		const { signal } = ended
		document.addEventListener('pointerover', ({ target }) => show(target, LINGER_MS), { signal })
		document.addEventListener('pointerdown', hide, { signal, capture: true })
		document.addEventListener('keydown', hide, { signal, capture: true })
		document.addEventListener('focusout', hide, { signal })
		document.addEventListener(
			'focusin',
			({ target }) => {
				if (target instanceof Element && target.matches(':focus-visible')) show(target, 0)
			},
			{ signal },
		)
		return () => {
			clearTimeout(timer)
			ended.abort()
		}
	}, [])
	return anchor ? <Bubble anchor={anchor} /> : null
}
