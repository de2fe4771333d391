import { existsSync } from 'node:fs'

/** Debian's Chromium: the one without windows takes an eighth less of the processor; both are of one source. */
const PATHS = ['/usr/bin/chromium-headless-shell', '/usr/bin/chromium']

/** Where the browser of tests, benches and screenshots is; CHROMIUM_PATH names another. */
export const browserPath =
	process.env.CHROMIUM_PATH ?? PATHS.find((path) => existsSync(path)) ?? '/usr/bin/chromium'
