import { fileURLToPath } from 'node:url'
import { defineConfig } from 'vitest/config'

/** Where tests stand in for modules, globals or clocks, or leave something in one, each file has them to itself. */
const ALONE = [
	'src/app/api/table/table.test.ts',
	'src/home/boxes/boxQueue.test.ts',
	'src/store/{archive,bulletin,collections,editLock,faults,library,practice,saving,steps,versions}.test.ts',
	'src/editor/input/{bindKeys,gestures,heldKeys}.test.ts',
	'src/editor/passes/{stillSought,tools,cut/acceptApart,cut/punching,proof/proofing}.test.ts',
	'src/editor/tools/lettering/typing.test.ts',
	'src/editor/panels/drill/showing/showing.test.ts',
	'src/editor/session/{asking,darkroom,photoEdges,pyramids,saying,sheetAtRest}.test.ts',
	'src/editor/stage/farPicture.test.ts',
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
					// Node loads the modules themselves: through the runner each import that is used is looked up anew, and
					// loops in the core take a third longer.
					execArgv: ['--import', 'tsx'],
					experimental: { viteModuleRunner: false },
				},
			},
			{ extends: true, test: { name: 'alone', include: ALONE } },
		],
	},
})
