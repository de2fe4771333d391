import { closeSync, mkdirSync, openSync, writeSync } from 'node:fs'
import { coloursOf } from '../../src/core/photo/colours'
import { EVIDENCES, evidenceOf, sharpestOf } from '../../src/core/photo/lift/evidence'
import { seedsOf } from '../../src/core/photo/lift/hint'
import { halved, partOf } from '../../src/core/photo/lift/pyramid'
import { FIRST_PX, MODEL_PX, roundAbout } from '../../src/core/photo/lift/round'
import { randomFrom } from './random'
import { sceneOf } from './scene'

/**
 * Writes what the model learns from: of many composed scenes the evidence in their small copies, and of each
 * pixel the share that is the thing's. For each scene width and height (16 bits each), then evidence channel
 * after channel and the shares (8 bits each).
 */
const [first = 0, count = 100, into = 'samples.bin'] = process.argv
	.slice(2)
	.map((v, n) => (n < 2 ? Number(v) : v)) as [number, number, string]

/** One of evidence is so many steps. */
const STEPS = 40

mkdirSync(into.replace(/\/[^/]*$/, '') || '.', { recursive: true })
const file = openSync(into, 'w')
for (let seed = first; seed < first + count; seed++) {
	const scene = await sceneOf(randomFrom(seed * 7919 + 5)).catch((error: unknown) => {
		console.error(seed, error)
		return null
	})
	if (!scene) continue
	const { photo, cover, box } = scene
	const { left, top, width, height } = roundAbout(box, photo.width, photo.height)
	const part = partOf(photo, left, top, width, height)
	let [copy, level] = [part, 0]
	// Half of them as they are seen first.
	const most = seed % 2 === 0 ? FIRST_PX : MODEL_PX
	for (; copy.width * copy.height > most; level++) copy = halved(copy)
	const seeds = seedsOf({ box }, box, {
		left,
		top,
		factor: 2 ** level,
		width: copy.width,
		height: copy.height,
	})
	const ground = { width: copy.width, height: copy.height, colours: coloursOf(copy) }
	const sharpest = sharpestOf(part, copy.width, copy.height, level)
	const evidence = evidenceOf(ground, seeds, sharpest)
	const n = copy.width * copy.height
	const shares = new Float32Array(n)
	const areas = new Float32Array(n)
	for (let y = 0; y < height; y++)
		for (let x = 0; x < width; x++) {
			const k = (y >> level) * copy.width + (x >> level)
			shares[k] = (shares[k] ?? 0) + (cover[(y + top) * photo.width + x + left] ?? 0)
			areas[k] = (areas[k] ?? 0) + 1
		}
	const bytes = Buffer.alloc(4 + (EVIDENCES + 1) * n)
	bytes.writeUInt16LE(copy.width, 0)
	bytes.writeUInt16LE(copy.height, 2)
	for (let k = 0; k < EVIDENCES * n; k++)
		bytes.writeInt8(Math.max(-127, Math.min(127, Math.round(STEPS * (evidence[k] ?? 0)))), 4 + k)
	for (let k = 0; k < n; k++)
		bytes.writeUInt8(Math.round((255 * (shares[k] ?? 0)) / (areas[k] ?? 1)), 4 + EVIDENCES * n + k)
	writeSync(file, bytes)
}
closeSync(file)
