// Trains the model that Lift sees objects by, from nothing but what is in the project: composes scenes, learns from
// them, and writes the weights as the data that the core reads. Needs a C++ compiler (`g++`), and two hours or so.
//   npm run model [-- SCENES SECONDS]
import { spawn, spawnSync } from 'node:child_process'
import { mkdtempSync } from 'node:fs'
import { availableParallelism, tmpdir } from 'node:os'
import { join } from 'node:path'

const [scenes = 4000, seconds = 3600] = process.argv.slice(2).map(Number)
const folder = mkdtempSync(join(tmpdir(), 'lift-model-'))
const workers = Math.max(1, Math.min(8, availableParallelism()))
const files = Array.from({ length: workers }, (_, n) => join(folder, `samples${n}.bin`))
const each = Math.ceil(scenes / workers)

const run = (command, args, env = {}) => {
	const { status } = spawnSync(command, args, { stdio: 'inherit', env: { ...process.env, ...env } })
	if (status !== 0) process.exit(status ?? 1)
}

console.log(`Composing ${each * workers} scenes in ${folder} …`)
await Promise.all(
	files.map(
		(file, n) =>
			new Promise((resolve, reject) => {
				const args = ['tsx', 'scripts/liftModel/samples.ts', String(n * each), String(each), file]
				spawn('npx', args, { stdio: 'inherit' }).on('exit', (code) =>
					code === 0 ? resolve() : reject(new Error(`Composing ended with ${code}.`)),
				)
			}),
	),
)
const trainer = join(folder, 'train')
const weights = join(folder, 'weights.bin')
run('g++', [
	'-O3',
	'-march=native',
	'-ffast-math',
	'-std=c++17',
	'-pthread',
	'-o',
	trainer,
	'scripts/liftModel/train.cpp',
])
run(trainer, [String(seconds), weights, ...files], { THREADS: String(workers) })
run('npx', ['tsx', 'scripts/liftModel/pack.ts', weights])
