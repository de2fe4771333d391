import { mkdirSync, writeFileSync } from 'node:fs'
import { availableParallelism } from 'node:os'
import { parseArgs } from 'node:util'
import { Worker } from 'node:worker_threads'
import sharp from 'sharp'
import type { Window } from './expose.ts'
import { maskOutlines, outlinesSvg } from './outlines.ts'
import { scenes } from './scenes.ts'

/**
 * Takes the demo photographs: `npm run studio -- lantern [--scale 0.25] [--out DIR]`.
 * Writes `NAME.jpg`, a small one of it for the shelf, `shelf/NAME.jpg`, its exact coverage, `truth/NAME.png`, and its outlines, `truth/NAME.svg`; of a
 * tray of things these for each.
 */

const BAND_ROWS = 20

export interface BandJob {
	name: string
	scale: number
	window: Window
}

export interface Band {
	window: Window
	rgb: Uint8Array
	mask: Uint8Array
	/** Of the others that have their own truths. */
	also: Uint8Array[]
}

const { values, positionals } = parseArgs({
	allowPositionals: true,
	options: {
		scale: { type: 'string', default: '1' },
		out: { type: 'string', default: 'public/photos' },
	},
})
const names = positionals.length > 0 ? positionals : Object.keys(scenes)
for (const folder of ['truth', 'shelf']) mkdirSync(`${values.out}/${folder}`, { recursive: true })
for (const name of names) await take(name, Number(values.scale), values.out)

async function take(name: string, scale: number, out: string): Promise<void> {
	const scene = scenes[name]
	if (!scene)
		throw new Error(`The studio has no scene “${name}”. It has: ${Object.keys(scenes).join(', ')}.`)
	const width = Math.round(scene.width * scale)
	const height = Math.round(scene.height * scale)
	const rgb = new Uint8Array(width * height * 3)
	const truths = [
		{ name, mask: new Uint8Array(width * height) },
		...(scene.also ?? []).map((one) => ({
			name: `${name}-${one.name}`,
			mask: new Uint8Array(width * height),
		})),
	]
	await inBands(name, scale, width, height, (band) => {
		rgb.set(band.rgb, band.window.y * width * 3)
		for (const [k, { mask }] of truths.entries())
			mask.set((k === 0 ? band.mask : band.also[k - 1]) ?? [], band.window.y * width)
	})
	await sharp(rgb, { raw: { width, height, channels: 3 } })
		.jpeg({ quality: scene.quality ?? 90, chromaSubsampling: '4:4:4', mozjpeg: true })
		.toFile(`${out}/${name}.jpg`)
	await onShelf(`${out}/${name}.jpg`, `${out}/shelf/${name}.jpg`)
	for (const truth of truths) {
		await sharp(truth.mask, { raw: { width, height, channels: 1 } })
			.png({ compressionLevel: 9 })
			.toFile(`${out}/truth/${truth.name}.png`)
		writeFileSync(
			`${out}/truth/${truth.name}.svg`,
			outlinesSvg(maskOutlines(truth.mask, width, height), width, height),
		)
	}
	console.log(`${out}/${name}.jpg ${width} × ${height}`)
}

/** Photos on the home page's shelf are so large at most, px: twice as large as they show. */
const SHELF = { width: 320, height: 240 } as const

async function onShelf(photo: string, to: string): Promise<void> {
	await sharp(photo)
		.resize({ ...SHELF, fit: 'inside' })
		.jpeg({ quality: 80, mozjpeg: true })
		.toFile(to)
}

/** Hands bands of rows to one worker thread a core until the picture is whole. */
async function inBands(
	name: string,
	scale: number,
	width: number,
	height: number,
	done: (band: Band) => void,
): Promise<void> {
	const waiting: BandJob[] = []
	for (let y = 0; y < height; y += BAND_ROWS)
		waiting.push({
			name,
			scale,
			window: { x: 0, y, width, height: Math.min(BAND_ROWS, height - y) },
		})
	const lanes = Array.from({ length: availableParallelism() }, () => {
		const worker = new Worker(new URL('./band.mjs', import.meta.url))
		return new Promise<void>((resolve, reject) => {
			const next = () => {
				const job = waiting.shift()
				if (job) worker.postMessage(job)
				else worker.terminate().then(() => resolve(), reject)
			}
			worker.on('message', (band: Band) => {
				done(band)
				next()
			})
			worker.on('error', reject)
			next()
		})
	})
	await Promise.all(lanes)
}
