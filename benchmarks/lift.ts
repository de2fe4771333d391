import { readFileSync } from 'node:fs'
import { readSvg } from '../src/core/drawings'
import { type Contour, contourBounds, joinBoxes, type Pixels } from '../src/core/index'
import { liftObject, NothingToLift } from '../src/core/pictures'
import { type FontName, glyphOutlines } from './glyphs'
import { composed, coverage, type Filling, placed, samplePhoto } from './shapePhotos'

/**
 * How well one object is lifted out of a photo from a box alone: of designers' shapes filled with a
 * photographic texture over another, and of the sample photographs. Overlap is that of areas with the truth
 * (intersection over union), in pixels.
 */

/** A patch of a sample photograph, as a texture. */
interface Patch {
	readonly photo: string
	readonly at: readonly [x: number, y: number]
}

const PATCHES: Record<string, Patch> = {
	wall: { photo: 'heron', at: [640, 120] },
	wood: { photo: 'key', at: [300, 640] },
	feathers: { photo: 'heron', at: [560, 520] },
	patina: { photo: 'key', at: [930, 640] },
	table: { photo: 'lantern', at: [120, 1250] },
	leaves: { photo: 'fern', at: [400, 300] },
	blades: { photo: 'shears', at: [120, 760] },
	tin: { photo: 'wateringCan', at: [420, 420] },
	paper: { photo: 'scroll', at: [300, 300] },
}
const PATCH_PX = 150

interface Texture {
	readonly patch: string
	/** Its mean is brought here, levels, … */
	readonly mean: readonly [number, number, number]
	/** … and what it goes up and down by is multiplied by this. */
	readonly strength: number
}

interface Case {
	readonly ground: 'plain' | 'busy' | 'weak'
	readonly inside: Texture
	readonly outside: Texture
}

const CASES: readonly Case[] = [
	{
		ground: 'plain',
		inside: { patch: 'patina', mean: [120, 70, 60], strength: 0.6 },
		outside: { patch: 'wall', mean: [190, 186, 176], strength: 1 },
	},
	{
		ground: 'plain',
		inside: { patch: 'wood', mean: [200, 160, 90], strength: 1 },
		outside: { patch: 'table', mean: [60, 74, 96], strength: 1 },
	},
	{
		ground: 'plain',
		inside: { patch: 'feathers', mean: [70, 78, 70], strength: 1 },
		outside: { patch: 'paper', mean: [170, 176, 182], strength: 0.6 },
	},
	{
		ground: 'busy',
		inside: { patch: 'wood', mean: [150, 110, 80], strength: 1 },
		outside: { patch: 'leaves', mean: [110, 130, 100], strength: 1 },
	},
	{
		ground: 'busy',
		inside: { patch: 'tin', mean: [150, 150, 156], strength: 1.4 },
		outside: { patch: 'patina', mean: [110, 92, 74], strength: 0.8 },
	},
	{
		ground: 'busy',
		inside: { patch: 'paper', mean: [96, 88, 84], strength: 1.5 },
		outside: { patch: 'blades', mean: [150, 140, 118], strength: 1.2 },
	},
	{
		ground: 'weak',
		inside: { patch: 'wall', mean: [132, 124, 112], strength: 1 },
		outside: { patch: 'table', mean: [152, 142, 128], strength: 0.5 },
	},
	{
		ground: 'weak',
		inside: { patch: 'feathers', mean: [96, 104, 100], strength: 0.5 },
		outside: { patch: 'wall', mean: [112, 112, 116], strength: 1 },
	},
]

const SHAPES: readonly (readonly [FontName, string])[] = [
	['serif', 'g'],
	['italic', 'k'],
	['black', 'B'],
	['sans', 'S'],
]
const SIZE = { width: 760, height: 790 }

const pictures = new Map<string, Promise<Pixels>>()
function picture(id: string): Promise<Pixels> {
	const kept = pictures.get(id)
	if (kept) return kept
	const made = samplePhoto(id)
	pictures.set(id, made)
	return made
}

/** A texture all over a picture: its patch mirrored again and again. */
async function filled({ patch, mean, strength }: Texture): Promise<Filling> {
	const { photo, at } = PATCHES[patch] as Patch
	const { width, height, data } = await picture(photo)
	const [left, top] = [Math.min(at[0], width - PATCH_PX), Math.min(at[1], height - PATCH_PX)]
	const level = (i: number, j: number, c: number) =>
		data[4 * ((top + j) * width + left + i) + c] ?? 0
	const means = [0, 1, 2].map((c) => {
		let sum = 0
		for (let j = 0; j < PATCH_PX; j++) for (let i = 0; i < PATCH_PX; i++) sum += level(i, j, c)
		return sum / PATCH_PX ** 2
	})
	const folded = (v: number) => {
		const turn = v % (2 * PATCH_PX)
		return turn < PATCH_PX ? turn : 2 * PATCH_PX - 1 - turn
	}
	return (pixel, c) => {
		const [x, y] = [pixel % SIZE.width, Math.floor(pixel / SIZE.width)]
		return (mean[c] ?? 0) + strength * (level(folded(x), folded(y), c) - (means[c] ?? 0))
	}
}

interface Lifted {
	readonly overlap: number
	readonly nodes: number
	readonly openings: number
	readonly seconds: number
}

async function lift(photo: Pixels, truth: readonly Contour[]): Promise<Lifted> {
	const box = truth.map(contourBounds).reduce(joinBoxes)
	const loose = 0.04 * Math.max(box.maxX - box.minX, box.maxY - box.minY)
	const began = performance.now()
	let made: Contour[] = []
	try {
		made = liftObject(photo, {
			box: {
				minX: box.minX - loose,
				minY: box.minY - 0.7 * loose,
				maxX: box.maxX + 0.6 * loose,
				maxY: box.maxY + loose,
			},
		})
	} catch (error) {
		if (!(error instanceof NothingToLift)) throw error
	}
	const seconds = (performance.now() - began) / 1000
	const [a, b] = [
		await coverage(truth, photo.width, photo.height),
		await coverage(made, photo.width, photo.height),
	]
	let [both, either] = [0, 0]
	for (const [k, share] of a.entries()) {
		both += Math.min(share, b[k] ?? 0)
		either += Math.max(share, b[k] ?? 0)
	}
	return {
		overlap: both / either,
		nodes: made.reduce((sum, { nodes }) => sum + nodes.length, 0),
		openings: made.length - 1,
		seconds,
	}
}

console.log('| picture | overlap | least | nodes, of the truth | openings, of the truth | s |')
console.log('| - | -: | -: | -: | -: | -: |')
function print(
	name: string,
	all: readonly (Lifted & { readonly truth: number; readonly holes: number })[],
) {
	const mean = (of: (one: (typeof all)[number]) => number) =>
		all.reduce((sum, one) => sum + of(one), 0) / all.length
	const sum = (of: (one: (typeof all)[number]) => number) => all.length * mean(of)
	console.log(
		`| ${name} | ${mean((one) => one.overlap).toFixed(4)} | ${Math.min(...all.map((one) => one.overlap)).toFixed(4)} | ` +
			`${sum((one) => one.nodes).toFixed(0)}, ${sum((one) => one.truth).toFixed(0)} | ` +
			`${sum((one) => one.openings).toFixed(0)}, ${sum((one) => one.holes).toFixed(0)} | ${mean((one) => one.seconds).toFixed(2)} |`,
	)
}

/** Only these pictures and grounds, if any are named. */
const ONLY = process.argv.slice(2)
const wanted = (name: string) => ONLY.length === 0 || ONLY.includes(name)

for (const ground of ['plain', 'busy', 'weak'] as const) {
	if (!wanted(ground)) continue
	const all = []
	for (const [n, one] of CASES.entries()) {
		if (one.ground !== ground) continue
		const [inside, outside] = [await filled(one.inside), await filled(one.outside)]
		const each = []
		for (const [m, [font, character]] of SHAPES.entries()) {
			const shape = placed(glyphOutlines(font, character), 0.68, [190.3, 560.7])
			const photo = await composed(shape, inside, outside, {
				...SIZE,
				blur: [0.7, 1, 1.5][(n + m) % 3] ?? 1,
				grain: 3,
				quality: [92, 80][m % 2] ?? 85,
				inLight: true,
				seed: 11 + 4 * n + m,
			})
			each.push({
				...(await lift(photo, shape)),
				truth: shape.reduce((sum, { nodes }) => sum + nodes.length, 0),
				holes: shape.length - 1,
			})
		}
		print(`${one.inside.patch} over ${one.outside.patch}`, each)
		all.push(...each)
	}
	print(`**${ground}**`, all)
}
if (process.argv.includes('studio') || ONLY.length === 0)
	for (const id of [
		'lantern',
		'key',
		'teapot',
		'wateringCan',
		'shears',
		'scroll',
		'heron',
		'fern',
		'tray',
		'tray-shears',
		'tray-moon',
		'tray-reel',
		'tray-small-reel',
	]) {
		if (!wanted(id)) continue
		const { pieces } = readSvg(readFileSync(`public/photos/truth/${id}.svg`, 'utf8'))
		const truth = pieces[0]?.contours ?? []
		const photo = await picture(id.split('-')[0] ?? id)
		print(id, [{ ...(await lift(photo, truth)), truth: 0, holes: truth.length - 1 }])
	}
