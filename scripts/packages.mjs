// What the product is made of besides itself: every package that it needs to run is locked to one file, under a licence
// that is listed here, and runs nothing when it is installed.
//   node scripts/packages.mjs           ends with 1 where that is not so
//   node scripts/packages.mjs --holes   asks the registry, too, which of them have known holes; says so where it does not answer
import { spawnSync } from 'node:child_process'
import { readFileSync } from 'node:fs'

const LICENCES = new Set([
	'0BSD',
	'Apache-2.0',
	'BSD-2-Clause',
	'BSD-3-Clause',
	'BSL-1.0',
	'CC-BY-4.0',
	'CC0-1.0',
	'ISC',
	'LGPL-3.0-or-later',
	'MIT',
	'OFL-1.1',
])

/** Packages that run something when they are installed, and why that is borne. */
const RUNS = {
	esbuild: 'checks that its program for this machine is there; the command line is read by it',
}

const { packages } = JSON.parse(readFileSync(new URL('../package-lock.json', import.meta.url)))
const needed = Object.entries(packages).filter(
	([path, { dev, devOptional }]) => path !== '' && !dev && !devOptional,
)

const faults = needed.flatMap(([path, { license = 'none', integrity, hasInstallScript }]) => {
	const name = path.slice(path.lastIndexOf('node_modules/') + 'node_modules/'.length)
	const strange = license.split(/ AND | OR |[()]/).filter((one) => one !== '' && !LICENCES.has(one))
	return [
		...(integrity ? [] : [`${name} is not locked to one file`]),
		...strange.map((one) => `${name} is under ${one}, which is not listed`),
		...(hasInstallScript && !(name in RUNS) ? [`${name} runs something when it is installed`] : []),
	]
})
if (process.argv.includes('--holes')) faults.push(...holes())
for (const fault of faults) console.error(fault)
console.log(`${needed.length} packages looked at, ${faults.length} faults.`)
process.exitCode = faults.length > 0 ? 1 : 0

function holes() {
	const { stdout } = spawnSync('npm', ['audit', '--omit=dev', '--json'], { encoding: 'utf8' })
	try {
		const { vulnerabilities } = JSON.parse(stdout)
		return Object.values(vulnerabilities).map(
			({ name, severity }) => `${name} has a known hole (${severity}): see npm audit`,
		)
	} catch {
		console.log('The registry does not answer: known holes were not looked for.')
		return []
	}
}
