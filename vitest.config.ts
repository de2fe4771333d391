import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

export default defineConfig({
	resolve: { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) } },
	test: {
		include: ['{bin,src,scripts}/**/*.test.ts'],
		environment: 'node',
		setupFiles: ['./vitest.setup.ts'],
		testTimeout: 120_000,
		// As many as there are cores on a small machine: left to itself one core would idle.
		maxWorkers: 2,
		// Files share what they import: half the time went into loading it anew for each.
		isolate: false,
	},
})
