import { readFileSync, writeFileSync } from 'node:fs'
import wabt from 'wabt'

/** Assembles the kernel of the model and writes it as the module that the core reads. */
const { parseWat } = await wabt()
const text = readFileSync('scripts/liftModel/convolve.wat', 'utf8')
const module = parseWat('convolve.wat', text, { simd: true })
module.validate()
const base64 = Buffer.from(module.toBinary({}).buffer).toString('base64')
const lines = base64.match(/.{1,96}/g) ?? []
writeFileSync(
	'src/core/photo/lift/kernel.ts',
	`/** \`scripts/liftModel/convolve.wat\`, assembled. */\nexport const KERNEL =\n${lines.map((line) => `\t'${line}'`).join(' +\n')}\n`,
)
