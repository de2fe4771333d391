'use client'

import { useEffect } from 'react'

/** What is opened comes first; keeping it begins so long after, ms. */
const AFTER_MS = 8000

/** Keeps Skiagram in the browser once the page has stood for a while. */
export function KeptOffline(): null {
	useEffect(() => {
		const { serviceWorker: workers } = navigator
		if (!workers || process.env.NODE_ENV !== 'production') return
		const timer = setTimeout(() => {
			// A browser that keeps nothing, or a server that is gone: it is tried with the next page.
			import('./offline').then(({ keepOffline }) => keepOffline(workers)).catch(() => {})
		}, AFTER_MS)
		return () => clearTimeout(timer)
	}, [])
	return null
}
