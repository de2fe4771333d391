// All checks, those that can run side by side at once: the linter and the types beside the build,
// whose output the end-to-end tests are served, then how cost grows, then unit tests, then the interface in a
// browser.
// Each part's output comes whole, when it is done, with how long it took.
import { spawn } from 'node:child_process'

const env = { ...process.env, NEXT_TELEMETRY_DISABLED: '1', SKIAGRAM_TYPES: 'apart' }

await together(
	['layers', 'node', 'scripts/layers.mjs', '--check'],
	['packages', 'node', 'scripts/packages.mjs'],
	['lint', 'npx', 'biome', 'check', '--error-on-warnings', '.'],
	// Types are checked after the build made its own, those of tests and scripts with them.
	['build', 'npx', 'next', 'build'],
)
await together(['types', 'npx', 'tsc', '--noEmit'])
// By itself: it compares times.
await together(['growth', 'npx', 'tsx', 'benchmarks/growth.ts'])
await together(['unit tests', 'npx', 'vitest', 'run'])
await together(['end-to-end tests', 'npx', 'playwright', 'test'])

async function together(...parts) {
	const ends = await Promise.all(parts.map(([name, ...command]) => run(name, command)))
	if (ends.some((code) => code !== 0)) process.exit(1)
}

function run(name, [command, ...args]) {
	const begun = Date.now()
	return new Promise((resolve) => {
		const child = spawn(command, args, { env, stdio: ['ignore', 'pipe', 'pipe'] })
		const output = []
		for (const stream of [child.stdout, child.stderr])
			stream.on('data', (part) => output.push(part))
		child.on('close', (code) => {
			const took = ((Date.now() - begun) / 1000).toFixed(1)
			process.stdout.write(`\n== ${name}: ${code === 0 ? 'passed' : 'failed'} in ${took} s\n`)
			process.stdout.write(Buffer.concat(output))
			resolve(code)
		})
	})
}
