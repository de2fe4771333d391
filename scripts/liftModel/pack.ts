import { readFileSync, writeFileSync } from 'node:fs'
import { LAYERS } from '../../src/core/photo/lift/network'

/** Writes the trained weights as the data that the core reads: 8 bits each, with a scale for each output. */
const [from = 'weights.bin'] = process.argv.slice(2)
const bytes = readFileSync(from)
const weights = new Float32Array(bytes.buffer, bytes.byteOffset, bytes.length / 4)
const parts: Buffer[] = []
let at = 0
for (const [inputs, outputs] of LAYERS) {
	const each = 9 * inputs
	for (let o = 0; o < outputs; o++) {
		const own = weights.subarray(at + o * each, at + (o + 1) * each)
		const scale = own.reduce((most, v) => Math.max(most, Math.abs(v)), 1e-9)
		const head = Buffer.alloc(8)
		head.writeFloatLE(scale, 0)
		head.writeFloatLE(weights[at + outputs * each + o] ?? 0, 4)
		parts.push(head, Buffer.from(Int8Array.from(own, (v) => Math.round((127 * v) / scale)).buffer))
	}
	at += outputs * (each + 1)
}
const text = Buffer.concat(parts).toString('base64')
writeFileSync(
	'src/core/photo/lift/model.json',
	`${JSON.stringify({ weights: text }, null, '\t')}\n`,
)
