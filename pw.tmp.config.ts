import { defineConfig } from '@playwright/test'
import { browserPath } from './scripts/browser'

const port = 3517

/** Files with tests of half a minute and more: begun first, so that none of them is left alone at the end. */
const LONG = /(trace|fruit|lantern|seeing|doors|lift|edges|colour|cutOut|offline)\.spec\.ts$/

/** The interface in Debian's Chromium, against a build that serves the demo sheets. */
export default defineConfig({
	testDir: 'e2e',
	timeout: 150_000,
	expect: { timeout: 15_000 },
	workers: 2,
	fullyParallel: true,
	forbidOnly: Boolean(process.env.CI),
	reporter: [['list']],
	projects: [
		{ name: 'long', testMatch: LONG },
		{ name: 'short', testIgnore: LONG },
	],
	use: {
		baseURL: `http://127.0.0.1:${port}`,
		viewport: { width: 1280, height: 800 },
		// Keeping the whole application in each new browser would be most of what a test costs.
		serviceWorkers: 'block',
		trace: { mode: 'retain-on-failure', screenshots: false, snapshots: false, sources: false },
		launchOptions: {
			executablePath: browserPath,
			args: [
				'--no-sandbox',
				'--disable-gpu',
				'--disable-quic',
				'--no-first-run',
				'--disable-background-networking',
				'--disable-component-update',
				'--disable-sync',
			],
		},
	},
	webServer: {
		command: `npx next start --hostname 127.0.0.1 --port ${port}`,
		url: `http://127.0.0.1:${port}`,
		env: { SKIAGRAM_DEMO: '1', NEXT_TELEMETRY_DISABLED: '1' },
		reuseExistingServer: false,
	},
})
