import Button from '@mui/material/Button'
import { createElement } from 'react'
import { BUILD } from '@/build'
import { showSnack } from './snackbar'

/** The server is asked for a newer version at most this often, ms. */
const ASK_EVERY_MS = 600_000

/**
 * Keeps Skiagram in the browser, so that it starts and works with the server gone, and says when the server has a
 * newer version: that comes with the next page that is opened, or when one asks for it.
 */
export async function keepOffline(workers: ServiceWorkerContainer): Promise<void> {
	let said = false
	workers.addEventListener('message', ({ data }: MessageEvent<{ version?: string }>) => {
		if (said || data.version === undefined || data.version <= BUILD) return
		said = true
		sayNewer()
	})
	const registration = await workers.register('/offline.js', { updateViaCache: 'none' })
	const { active, waiting } = registration
	for (const worker of [active, waiting]) askVersion(worker)
	// It says so when it is ready: browsers let it wait until the one before has nothing to do.
	const watch = () => {
		const { installing } = registration
		installing?.addEventListener('statechange', () => {
			if (installing.state === 'installed') askVersion(installing)
		})
	}
	registration.addEventListener('updatefound', watch)
	watch()
	let askedAt = Number.NEGATIVE_INFINITY
	const ask = () => {
		if (document.visibilityState !== 'visible' || performance.now() - askedAt < ASK_EVERY_MS) return
		askedAt = performance.now()
		// A server that is gone is asked again later.
		registration.update().catch(() => {})
	}
	document.addEventListener('visibilitychange', ask)
	ask()
}

function askVersion(worker: ServiceWorker | null): void {
	worker?.postMessage('which version')
}

function sayNewer(): void {
	const onClick = () => window.location.reload()
	showSnack('A newer version of Skiagram is here. It comes with the next sheet you open.', {
		action: createElement(Button, { color: 'inherit', onClick }, 'Take it now'),
		autoHideDuration: 20_000,
	})
}
