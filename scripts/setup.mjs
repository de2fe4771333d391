// Makes a fresh clone ready, with nothing but Node: installs the packages when the lock
// file is newer than what is installed and, with --browser, what the tests need beside them: Chromium
// for the end-to-end tests, and readers of PDF and EPS that are not ours.
import { spawnSync } from 'node:child_process'
import { existsSync, statSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

const root = join(dirname(fileURLToPath(import.meta.url)), '..')
/** Where Debian's packages put the browser; the one without windows is the quicker. CHROMIUM_PATH names another. */
const SHELL = '/usr/bin/chromium-headless-shell'
const WHOLE = '/usr/bin/chromium'
const named = process.env.CHROMIUM_PATH

if (packagesAreStale()) run('npm', ['ci', '--no-audit', '--no-fund'])
if (process.argv.includes('--browser')) installForTests()

function packagesAreStale() {
	const installed = join(root, 'node_modules', '.package-lock.json')
	if (!existsSync(installed)) return true
	return statSync(join(root, 'package-lock.json')).mtimeMs > statSync(installed).mtimeMs
}

function installForTests() {
	if (named && !existsSync(named)) fail(`CHROMIUM_PATH is ${named}, but there is no browser there.`)
	const readers = [
		...(isThere('pdftocairo', '-v') ? [] : ['poppler-utils']),
		...(isThere('gs', '--version') ? [] : ['ghostscript']),
	]
	// A browser with windows will do where nobody may install the other.
	const isRoot = process.getuid?.() === 0
	const hasApt = process.platform === 'linux' && isThere('apt-get', '--version')
	const browser =
		named || existsSync(SHELL) || (existsSync(WHOLE) && !(isRoot && hasApt))
			? []
			: ['chromium-headless-shell']
	const missing = [...browser, ...readers]
	if (missing.length === 0) return
	if (!hasApt)
		fail(
			`The tests need ${missing.join(', ')}. Install them; a browser elsewhere is named so: CHROMIUM_PATH=/path/to/chromium npm test`,
		)
	const asRoot = isRoot ? [] : ['sudo', '--non-interactive']
	const apt = (...args) => {
		const [command, ...rest] = [
			...asRoot,
			'env',
			'DEBIAN_FRONTEND=noninteractive',
			'apt-get',
			...args,
		]
		// With a browser that is there already one can go on without the quicker one.
		const can = readers.length === 0 && existsSync(WHOLE)
		run(command, rest, can ? 'It goes on with the browser that is there.' : undefined)
	}
	apt('update', '-qq')
	apt('install', '-y', '-qq', '--no-install-recommends', ...missing)
	if (!named && !existsSync(SHELL) && !existsSync(WHOLE))
		fail(`Chromium was installed, but not at ${SHELL}. Set CHROMIUM_PATH.`)
}

function isThere(command, flag) {
	return !spawnSync(command, [flag]).error
}

/** @param instead what is said where it may fail */
function run(command, args, instead) {
	process.stdout.write(`> ${command} ${args.join(' ')}\n`)
	const { status, error } = spawnSync(command, args, { cwd: root, stdio: 'inherit' })
	if (instead && (error || status !== 0)) process.stdout.write(`setup: ${instead}\n`)
	else if (error) fail(`${command} could not be started: ${error.message}`)
	else if (status !== 0) fail(`${command} ended with code ${status}. Nothing else was changed.`)
}

function fail(message) {
	process.stderr.write(`setup: ${message}\n`)
	process.exit(1)
}
