// Makes a fresh clone ready, with nothing but Node: installs the packages when the lock
// file is newer than what is installed and, with --browser, what the tests need beside them: Chromium
// for the end-to-end tests, and readers of PDF and EPS that are not ours.
import { spawnSync } from 'node:child_process'
import { existsSync, statSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

const root = join(dirname(fileURLToPath(import.meta.url)), '..')
/** Where Debian's package puts the browser; CHROMIUM_PATH names another. */
const chromium = process.env.CHROMIUM_PATH ?? '/usr/bin/chromium'

if (packagesAreStale()) run('npm', ['ci', '--no-audit', '--no-fund'])
if (process.argv.includes('--browser')) installForTests()

function packagesAreStale() {
	const installed = join(root, 'node_modules', '.package-lock.json')
	if (!existsSync(installed)) return true
	return statSync(join(root, 'package-lock.json')).mtimeMs > statSync(installed).mtimeMs
}

function installForTests() {
	const missing = [
		...(existsSync(chromium) ? [] : ['chromium']),
		...(isThere('pdftocairo', '-v') ? [] : ['poppler-utils']),
		...(isThere('gs', '--version') ? [] : ['ghostscript']),
	]
	if (missing.length === 0) return
	if (missing.includes('chromium') && process.env.CHROMIUM_PATH)
		fail(`CHROMIUM_PATH is ${chromium}, but there is no browser there.`)
	if (process.platform !== 'linux' || !isThere('apt-get', '--version'))
		fail(
			`The tests need ${missing.join(', ')}. Install them; a browser elsewhere is named so: CHROMIUM_PATH=/path/to/chromium npm test`,
		)
	const asRoot = process.getuid?.() === 0 ? [] : ['sudo', '--non-interactive']
	const apt = [...asRoot, 'env', 'DEBIAN_FRONTEND=noninteractive', 'apt-get']
	run(apt[0], [...apt.slice(1), 'update', '-qq'])
	run(apt[0], [...apt.slice(1), 'install', '-y', '-qq', '--no-install-recommends', ...missing])
	if (!existsSync(chromium))
		fail(`Chromium was installed, but not at ${chromium}. Set CHROMIUM_PATH.`)
}

function isThere(command, flag) {
	return !spawnSync(command, [flag]).error
}

function run(command, args) {
	process.stdout.write(`> ${command} ${args.join(' ')}\n`)
	const { status, error } = spawnSync(command, args, { cwd: root, stdio: 'inherit' })
	if (error) fail(`${command} could not be started: ${error.message}`)
	if (status !== 0) fail(`${command} ended with code ${status}. Nothing else was changed.`)
}

function fail(message) {
	process.stderr.write(`setup: ${message}\n`)
	process.exit(1)
}
