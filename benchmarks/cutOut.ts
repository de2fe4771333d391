/**
 * The fringe of cut-outs over a bright backdrop, before and after their edge colours are drawn from inside:
 * the storm lantern's photo cut by its true outline, against what the studio's light says of each pixel
 * where the edge runs: the lantern's own colour by as much of the pixel as it covers, the backdrop behind.
 */
import { readFileSync } from 'node:fs'
import sharp from 'sharp'
import { lens } from '../scripts/studio/camera'
import { develop } from '../scripts/studio/film'
import { radiance } from '../scripts/studio/light'
import { march } from '../scripts/studio/march'
import { hash } from '../scripts/studio/noise'
import type { Scene, Vec } from '../scripts/studio/scene'
import { scenes } from '../scripts/studio/scenes'
import { readSvg } from '../src/core/drawings'
import { offset, type Pixels } from '../src/core/index'
import { coverageOf, cutOut, laidOn } from '../src/core/pictures'

const BRIGHT = [255, 243, 176] as const
const HEX = '#fff3b0'
/** Pixels so near to a half-covered one are the edge's, px. */
const BAND_PX = 3
/** Every so many pixels of the band are asked: the rest would say the same. */
const EVERY = 4
const PATHS = 32
/** Outlines as people trace them: on the edge, cut there or by an allowance inside, and a little off it. */
const CUTS = [
	{ cut: 'on the edge', off: 0, allowance: 0 },
	{ cut: 'on the edge, allowance 0.5 px', off: 0, allowance: 0.5 },
	{ cut: '0.5 px outside', off: 0.5, allowance: 0 },
	{ cut: '0.5 px inside', off: -0.5, allowance: 0 },
] as const
const NAMES = ['lantern', 'teapot', 'key'] as const

console.log(
	'| photo | cut | mixed pixels: levels off before | after | its share | beside them: before | after |',
)
console.log('| - | - | -: | -: | -: | -: | -: |')
for (const name of NAMES) {
	const scene = scenes[name] as Scene
	const photo = await photoOf(`public/photos/${name}.jpg`)
	const contours = readSvg(readFileSync(`public/photos/truth/${name}.svg`, 'utf8')).pieces.flatMap(
		(piece) => piece.contours,
	)
	const cover = coverageOf(contours, 'evenodd', photo.width, photo.height)
	const band = bandOf(cover, photo.width, photo.height).filter((_, n) => n % EVERY === 0)
	const truth = band.map((at) => trueColour(scene, at % photo.width, Math.floor(at / photo.width)))
	for (const { cut, off: by, allowance } of CUTS) {
		const outlines = by === 0 ? contours : offset(contours, by)
		const rule = by === 0 ? 'evenodd' : 'nonzero'
		const kept =
			allowance === 0
				? cover
				: coverageOf(
						offset(contours, -allowance, { rule: 'evenodd' }),
						'nonzero',
						photo.width,
						photo.height,
					)
		const off = [false, true].map((clean) => {
			const made = cutOut(photo, outlines, { clean, rule, allowance })
			const on = laidOn(made, { colours: [HEX], angle: 0 }, null)
			const sums = { mixed: [0, 0], beside: [0, 0] }
			for (const [n, at] of band.entries()) {
				const own = truth[n]
				const share = kept[at] ?? 0
				if (!own && share > 0.02) continue
				const of = share > 0 && share < 1 ? sums.mixed : sums.beside
				for (let c = 0; c < 3; c++) {
					const ideal = (own?.[c] ?? 0) * share + (BRIGHT[c] ?? 0) * (1 - share)
					of[0] = (of[0] ?? 0) + Math.abs((on.data[4 * at + c] ?? 0) - ideal)
					of[1] = (of[1] ?? 0) + 1
				}
			}
			const mean = ([sum = 0, count = 1]: number[]) => sum / count
			return { mixed: mean(sums.mixed), beside: mean(sums.beside) }
		})
		const [before, after] = off as [Off, Off]
		const cells = [
			name,
			cut,
			before.mixed.toFixed(1),
			after.mixed.toFixed(1),
			(after.mixed / before.mixed).toFixed(2),
			before.beside.toFixed(1),
			after.beside.toFixed(1),
		]
		console.log(`| ${cells.join(' | ')} |`)
	}
}

interface Off {
	readonly mixed: number
	readonly beside: number
}

async function photoOf(file: string): Promise<Pixels> {
	const { data, info } = await sharp(file).ensureAlpha().raw().toBuffer({ resolveWithObject: true })
	return { width: info.width, height: info.height, data: new Uint8ClampedArray(data) }
}

function bandOf(cover: Float32Array, width: number, height: number): number[] {
	const near = new Set<number>()
	for (let at = 0; at < cover.length; at++) {
		const v = cover[at] ?? 0
		if (v <= 0 || v >= 1) continue
		const [x, y] = [at % width, Math.floor(at / width)]
		for (let dy = -BAND_PX; dy <= BAND_PX; dy++)
			for (let dx = -BAND_PX; dx <= BAND_PX; dx++)
				if (x + dx >= 0 && x + dx < width && y + dy >= 0 && y + dy < height)
					near.add(at + dx + dy * width)
	}
	return [...near]
}

/** The subject's own colour at a pixel, as the film has it; nothing where no light comes from it there. */
function trueColour(scene: Scene, x: number, y: number): readonly number[] | null {
	const ray = lens(scene.camera, scene.width, scene.height)
	const sum: Vec = [0, 0, 0]
	let hits = 0
	for (let k = 0; k < PATHS; k++) {
		const at = (n: number) => hash(x + 0.37 * k, y + 0.11 * n, scene.seed + n)
		const { from, dir } = ray(x + 2 * at(1) - 0.5, y + 2 * at(2) - 0.5, 0, 0)
		const away = march(scene.subject, ...from, ...dir)
		if (away === Number.POSITIVE_INFINITY) continue
		if (scene.props.some((prop) => march(prop, ...from, ...dir) < away)) continue
		const light = radiance(scene, from, dir, [at(3), at(4)])
		for (let c = 0; c < 3; c++) sum[c] = (sum[c] ?? 0) + Math.min(4, light[c] ?? 0)
		hits++
	}
	if (hits === 0) return null
	const mean = sum.map((v) => v / hits) as Vec
	return develop(mean, x, y, scene.width, scene.height, scene)
}
