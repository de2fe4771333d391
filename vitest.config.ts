import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

/** Where tests stand in for modules, globals or clocks, each file has them to itself. */
const ALONE = [
	'src/{jobs,kit,store}/**/*.test.ts',
	'src/editor/{session,input,passes,stage}/**/*.test.ts',
]

export default defineConfig({
	resolve: { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) } },
	test: {
		environment: 'node',
		setupFiles: ['./vitest.setup.ts'],
		testTimeout: process.env.DEEP ? 2_000_000 : 120_000,
		// As many as there are cores on a small machine: left to itself one core would idle.
		maxWorkers: 2,
		projects: [
			{
				extends: true,
				test: {
					name: 'sharing',
					include: ['{bin,scripts,src}/**/*.test.ts'],
					exclude: ALONE,
					// What is tested keeps no state: files share what they import, or loading it took half the time.
					isolate: false,
				},
			},
			{ extends: true, test: { name: 'alone', include: ALONE } },
		],
	},
})
