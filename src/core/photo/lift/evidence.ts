import { at, byteAt, floatAt } from '../../geometry/numbers'
import { LIGHT } from '../light'
import type { Pixels } from '../pixels'
import { barriers } from './barrier'
import { closed, enclosure } from './enclosure'
import { OUT } from './hint'
import { likeliest, logDensity, mixtureOf, partMean, someAt, someOf } from './mixture'
import type { Ground } from './parting'
import { withoutSurround } from './surround'

/** Kinds of evidence that each pixel of a small copy has; see {@link evidenceOf}. */
export const EVIDENCES = 16

/** Colours are told apart by so many parts. */
const PARTS = 12
/** What is round the box is told apart by so many. */
const GROUND_PARTS = 8
/** A shadow makes lightness less by this factor at most; light that falls more makes it more by this at most. */
const DARKEST = 0.6
const LIGHTEST = 1.1
/** Colours that a shadow leaves differ by so much, σ: lightness, chroma. */
const SHADE_SPREAD = 3
const CHROMA_SPREAD = 4
const LEAST_BARRIER = 0.5

/**
 * What speaks for and against each pixel of a small copy being the object's, channel after channel, each
 * roughly from −1 to 1: colour (3), whether it lies within the hint, how usual its colour is round the box,
 * how much more usual within it than round it, the barrier on the way in, how far it is from the ground's
 * colour in any shade and in which shade, how sharply the picture changes there at full size, its texture,
 * how it differs from the ground carried in from round the box (3), how sharp an edge lies on the way in, and
 * that where gaps in edges are closed.
 * @param sharpest by {@link sharpestOf}
 */
export function evidenceOf(
	ground: Ground,
	seeds: Uint8Array,
	sharpest: Float32Array,
): Float32Array {
	const { width, height, colours } = ground
	const n = width * height
	const made = new Float32Array(EVIDENCES * n)
	const beyond = seeds.reduce((sum, seed) => sum + (seed === OUT ? 1 : 0), 0)
	const around = someAt(colours, beyond, (k) => byteAt(seeds, k) === OUT)
	const surround = mixtureOf(around, GROUND_PARTS)
	const parts = mixtureOf(someOf(colours), PARTS)
	const [outside, inside] = [new Float64Array(PARTS), new Float64Array(PARTS)]
	const own = new Uint8Array(n)
	for (let k = 0; k < n; k++) {
		const part = likeliest(parts, colours, 3 * k)
		own[k] = part
		const counts = byteAt(seeds, k) === OUT ? outside : inside
		counts[part] = at(counts, part) + 1
	}
	const [allOutside, allInside] = [outside, inside].map((all) => all.reduce((a, b) => a + b, 1))
	const more = outside.map((count, part) =>
		Math.log((at(inside, part) + 3) / (allInside ?? 1) / ((count + 3) / (allOutside ?? 1))),
	)
	const walls = barriers(ground, seeds)
	const bare = withoutSurround(ground, seeds).colours
	const rough = roughness(ground)
	const within = enclosure(sharpest, seeds, width)
	const withinClosed = enclosure(closed(sharpest, width), seeds, width)
	const means = Array.from({ length: surround.count }, (_, part) => partMean(surround, part))
	for (let k = 0; k < n; k++) {
		const [l, a, b] = [
			floatAt(colours, 3 * k),
			floatAt(colours, 3 * k + 1),
			floatAt(colours, 3 * k + 2),
		]
		let [off, shade] = [1e9, 1]
		for (const [ml, ma, mb] of means) {
			const by = Math.max(DARKEST, Math.min(LIGHTEST, l / Math.max(1, ml)))
			const dl = (l - by * ml) / SHADE_SPREAD
			const da = (a - by * ma) / CHROMA_SPREAD
			const db = (b - by * mb) / CHROMA_SPREAD
			const d = dl * dl + da * da + db * db
			if (d >= off) continue
			off = d
			shade = by
		}
		made[k] = l / 50 - 1
		made[n + k] = a / 40
		made[2 * n + k] = b / 40
		made[3 * n + k] = byteAt(seeds, k) === OUT ? -1 : 1
		made[4 * n + k] = (logDensity(surround, colours, 3 * k) + 12) / 5
		made[5 * n + k] = at(more, byteAt(own, k)) / 2
		made[6 * n + k] = Math.log2(Math.max(LEAST_BARRIER, Math.min(200, floatAt(walls, k)))) / 3 - 1
		made[7 * n + k] = Math.log2(1 + off) / 3 - 1
		made[8 * n + k] = 3 * Math.log2(shade)
		made[9 * n + k] = floatAt(sharpest, k) / 3 - 1
		made[10 * n + k] = Math.log2(1 + floatAt(rough, k)) / 2 - 1
		made[11 * n + k] = Math.max(-2, Math.min(2, floatAt(bare, 3 * k) / 20))
		made[12 * n + k] = Math.max(-2, Math.min(2, floatAt(bare, 3 * k + 1) / 20))
		made[13 * n + k] = Math.max(-2, Math.min(2, floatAt(bare, 3 * k + 2) / 20))
		made[14 * n + k] = floatAt(within, k) / 3 - 1
		made[15 * n + k] = floatAt(withinClosed, k) / 3 - 1
	}
	return made
}

/** How much lightness goes up and down round each pixel, σ over 3 × 3. */
function roughness({ width, height, colours }: Ground): Float32Array {
	const made = new Float32Array(width * height)
	for (let y = 0; y < height; y++)
		for (let x = 0; x < width; x++) {
			let [sum, squares, count] = [0, 0, 0]
			for (let j = Math.max(0, y - 1); j <= Math.min(height - 1, y + 1); j++)
				for (let i = Math.max(0, x - 1); i <= Math.min(width - 1, x + 1); i++) {
					const l = floatAt(colours, 3 * (j * width + i))
					sum += l
					squares += l * l
					count++
				}
			made[y * width + x] = Math.sqrt(Math.max(0, squares / count - (sum / count) ** 2))
		}
	return made
}

/**
 * How sharply a picture changes at most within each pixel of a copy that is smaller by 2ⁿ: log₂ of one more
 * than a change over two px, in hundredths of light's cube root. A shadow's edge is soft at full size, an
 * object's is as sharp as the lens.
 */
export function sharpestOf(picture: Pixels, across: number, down: number, n: number): Float32Array {
	const { width, height, data } = picture
	const made = new Float32Array(across * down)
	const stride = 4 * width
	for (let y = 1; y < height - 1; y++) {
		const row = (y >> n) * across
		for (let x = 1; x < width - 1; x++) {
			const p = 4 * (y * width + x)
			let most = 0
			for (let c = p; c < p + 3; c++) {
				const dx = floatAt(ROOTS, byteAt(data, c + 4)) - floatAt(ROOTS, byteAt(data, c - 4))
				const dy =
					floatAt(ROOTS, byteAt(data, c + stride)) - floatAt(ROOTS, byteAt(data, c - stride))
				const d = dx * dx + dy * dy
				if (d > most) most = d
			}
			const to = row + (x >> n)
			if (most > floatAt(made, to)) made[to] = most
		}
	}
	for (let k = 0; k < made.length; k++) made[k] = Math.log2(1 + Math.sqrt(floatAt(made, k)))
	return made
}

/** The same for a copy that is smaller again by 2ⁿ. */
export function sharpestOfCopy(
	sharpest: Float32Array,
	width: number,
	across: number,
	down: number,
	n: number,
): Float32Array {
	const made = new Float32Array(across * down)
	for (let k = 0; k < sharpest.length; k++) {
		const to = (Math.floor(k / width) >> n) * across + ((k % width) >> n)
		if (floatAt(sharpest, k) > floatAt(made, to)) made[to] = floatAt(sharpest, k)
	}
	return made
}

/** The cube root of a level's light, in hundredths. */
const ROOTS = LIGHT.map((light) => 100 * Math.cbrt(light))
