import { spawn } from 'node:child_process'
import { chromium, type Page } from '@playwright/test'
import { browserPath } from './browser'

const PORT = 3419

/** Serves the built application and opens it in headless Chromium for as long as `work` runs. */
export async function withPage(work: (page: Page, base: string) => Promise<void>): Promise<void> {
	const server = spawn(
		'node_modules/.bin/next',
		['start', '--hostname', '127.0.0.1', '--port', String(PORT)],
		{
			stdio: ['ignore', 'pipe', 'inherit'],
			env: { ...process.env, NEXT_TELEMETRY_DISABLED: '1' },
		},
	)
	await new Promise<void>((resolve, reject) => {
		server.stdout.on('data', (line: Buffer) => line.includes('Ready') && resolve())
		server.on('exit', (code) => reject(new Error(`next start ended with ${code}`)))
	})
	try {
		await withBrowser((page) => work(page, `http://127.0.0.1:${PORT}`))
	} finally {
		server.kill()
	}
}

/** Opens an empty page in headless Chromium for as long as `work` runs. */
export async function withBrowser(work: (page: Page) => Promise<void>): Promise<void> {
	const browser = await chromium.launch({
		executablePath: browserPath,
		args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
	})
	try {
		const page = await browser.newPage({
			viewport: { width: 1280, height: 800 },
			// What it would fetch to keep is none of what is measured.
			serviceWorkers: 'block',
		})
		// The TypeScript loader names functions through a helper that the page does not have.
		await page.addInitScript('globalThis.__name = (f) => f')
		await work(page)
	} finally {
		await browser.close()
	}
}

export function percentile(values: readonly number[], share: number): number {
	const sorted = [...values].sort((a, b) => a - b)
	return sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? Number.NaN
}
