import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

export default defineConfig({
	resolve: { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) } },
	test: {
		environment: 'node',
		setupFiles: ['./vitest.setup.ts'],
		testTimeout: 120_000,
		// As many as there are cores on a small machine: left to itself one core would idle.
		maxWorkers: 2,
		projects: [
			{
				extends: true,
				test: {
					name: 'core',
					include: ['src/core/**/*.test.ts'],
					// It keeps no state: its tests share what they import, or loading it took half the time.
					isolate: false,
				},
			},
			{
				extends: true,
				test: {
					name: 'around it',
					include: ['{bin,scripts}/**/*.test.ts', 'src/!(core)/**/*.test.ts'],
				},
			},
		],
	},
})
