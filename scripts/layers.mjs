// The table of layers, and what `biome.json` says by it: which rooms know of which, and which packages each may use.
//   node scripts/layers.mjs          writes biome.json
//   node scripts/layers.mjs --check  ends with 1 where that would change it
import { readFileSync, writeFileSync } from 'node:fs'

/** Faces of the core beside its first, `@/core`. */
const FACES = [
	'drawings',
	'colours',
	'pictures',
	'edges',
	'cutting',
	'proofs',
	'fitting',
	'square',
	'along',
	'letter',
	'letters',
	'letterforms',
	'practice',
]

const ONE_WAY = 'Imports point one way: app → home, lessons, editor → kit → store → jobs → core.'
const INSIDE = 'Inside the editor: panels → input → passes → tools → stage → workbench → session.'

/** A room and everything in it, as imports name it. */
const room = (name) => [`**/${name}`, `**/${name}/**`]
const rooms = (...names) => names.flatMap(room)
/** A package and everything in it. */
const whole = (...names) => names.flatMap((name) => [name, `${name}/**`])

const faces = {
	group: ['@/core/*', ...FACES.map((face) => `!@/core/${face}`), '@/core/*/**'],
	message: 'Import the core through its public face, @/core.',
}
const above = (...names) => ({ group: rooms(...names), message: ONE_WAY })
const none = (message, ...group) => ({ group, message })

/** The rooms, each with what it may not know of; tests may reach into the core where `tests` says so. */
const ROOMS = [
	{
		of: ['src/core/**'],
		never: [
			above('app', 'home', 'editor', 'kit', 'theme', 'demo', 'store', 'jobs'),
			none(
				'The core has no interface, storage or worker code.',
				...whole('react', 'react-dom', 'next'),
				'@mui/**',
				'dexie',
				'comlink',
				...whole('zustand'),
			),
		],
	},
	{
		of: ['src/jobs/**'],
		tests: true,
		never: [above('app', 'home', 'editor', 'kit', 'theme', 'demo', 'store'), faces],
	},
	{
		of: ['src/store/**'],
		tests: true,
		never: [
			above('app', 'home', 'editor', 'kit', 'theme', 'demo'),
			faces,
			none('The store knows no interface.', '@mui/**', ...whole('next', 'react')),
		],
	},
	{ of: ['src/kit/**'], tests: true, never: [above('app', 'home', 'editor', 'demo'), faces] },
	{ of: ['src/demo/**'], never: [above('app', 'home', 'editor', 'kit', 'theme'), faces] },
	{
		of: ['src/theme/**'],
		never: [above('app', 'home', 'editor', 'kit', 'demo', 'store', 'jobs')],
	},
	{ of: ['src/home/**'], never: [above('app', 'editor', 'lessons'), faces] },
	{ of: ['src/lessons/**'], never: [above('app', 'editor', 'home'), faces] },
	...editorRooms(),
	{ of: ['src/editor/*.ts', 'src/editor/*.tsx'], never: [faces, above('app', 'home')] },
]

/** Each room of the editor knows those after it. */
function editorRooms() {
	const order = ['panels', 'input', 'passes', 'tools', 'stage', 'workbench', 'session']
	const pageless = ['input', 'tools', 'stage', 'session']
	const top = ['Editor', 'NotOpened', 'createWorkbench', 'useLoadedSheet', 'services']
	return order.map((name, n) => ({
		of: [`src/editor/${name}/**`],
		tests: true,
		never: [
			faces,
			above('app', 'home', 'demo'),
			{
				group: [...rooms(...order.slice(0, n)), ...top.map((file) => `@/editor/${file}`)],
				message: INSIDE,
			},
			...(pageless.includes(name)
				? [
						none(
							'The bench, its tools, its painters and its keys know no page.',
							'react-dom',
							...whole('next'),
							'notistack',
						),
					]
				: []),
		],
	}))
}

const TESTS = ['**/*.test.ts', '**/testing/**']
const rules = (of) => ({ linter: { rules: of } })

const config = {
	$schema: './node_modules/@biomejs/biome/configuration_schema.json',
	vcs: { enabled: true, clientKind: 'git', useIgnoreFile: true },
	files: {
		includes: ['**', '!public/photos', '!public/icons', '!docs/screenshots', '!e2e/doors/corpus'],
	},
	formatter: { indentStyle: 'tab', lineWidth: 100 },
	javascript: { formatter: { quoteStyle: 'single', semicolons: 'asNeeded' } },
	...rules({
		preset: 'recommended',
		correctness: {
			noUnusedImports: 'error',
			noUnusedVariables: 'error',
			useExhaustiveDependencies: 'error',
		},
		style: { noNonNullAssertion: 'error', useImportType: 'error', noDefaultExport: 'off' },
		suspicious: {
			noExplicitAny: 'error',
			noConsole: { level: 'error', options: { allow: [] } },
		},
	}),
	overrides: [
		{ includes: [...TESTS, 'e2e/**'], ...rules({ style: { noNonNullAssertion: 'off' } }) },
		{ includes: ['scripts/**', 'benchmarks/**'], ...rules({ suspicious: { noConsole: 'off' } }) },
		...ROOMS.map(({ of, tests = false, never }) => ({
			includes: [...of, ...(tests ? TESTS.map((one) => `!${one}`) : [])],
			...rules({
				style: { noRestrictedImports: { level: 'error', options: { patterns: never } } },
			}),
		})),
	],
}

const text = `${JSON.stringify(config, null, '\t')}\n`
if (process.argv.includes('--check')) {
	const there = JSON.stringify(JSON.parse(readFileSync('biome.json', 'utf8')))
	if (there !== JSON.stringify(config)) {
		console.error('biome.json is not what scripts/layers.mjs says: run it.')
		process.exit(1)
	}
} else writeFileSync('biome.json', text)
