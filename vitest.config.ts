import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

export default defineConfig({
	resolve: { alias: { '@': fileURLToPath(new URL('./src', import.meta.url)) } },
	test: {
		include: ['{bin,src,scripts}/**/*.test.ts'],
		environment: 'node',
		setupFiles: ['./vitest.setup.ts'],
		testTimeout: 30_000,
	},
})
