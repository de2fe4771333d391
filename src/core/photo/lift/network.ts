import { floatAt, item } from '../../geometry/numbers'
import { floatsOf, type Layer, type Planes, planing, rowOf, someOf } from './convolve'
import { EVIDENCES } from './evidence'
import model from './model.json'

/** Inputs and outputs of each layer: downwards 0; 1, 2; … 7, 8; upwards 9 to 12; last 13. */
export const LAYERS: readonly (readonly [inputs: number, outputs: number])[] = [
	[EVIDENCES, 10],
	[10, 16],
	[16, 16],
	[16, 24],
	[24, 24],
	[24, 32],
	[32, 32],
	[32, 40],
	[40, 40],
	[72, 32],
	[56, 24],
	[40, 16],
	[26, 8],
	[8, 1],
]
/** Each level is half as large as the one before, so many times. */
const HALVINGS = 4
/** Of what is below zero so much is let through. */
const LEAK = 0.1
const TAPS = 9
const MOST_WEIGHTS = Math.max(...LAYERS.map(([inputs, outputs]) => TAPS * inputs * outputs))
const outputsOf = (layer: number): number => item(LAYERS, layer)[1]

/**
 * How likely each pixel of a small copy is the object's, by a small network that learned from composed scenes
 * (`scripts/liftModel`): a U-Net (Ronneberger, Fischer & Brox, 2015) of 96,723 weights over the evidence.
 * @param evidence by `evidenceOf`
 * @returns of each pixel the log of how much likelier it is the object's than not
 */
export function likelihoods(evidence: Float32Array, width: number, height: number): Float32Array {
	const whole = (v: number) => ((v + 2 ** HALVINGS - 1) >> HALVINGS) << HALVINGS
	const [across, down] = [whole(width), whole(height)]
	// What the levels take up together is less than five thirds of the first and its joint planes.
	const planes = EVIDENCES + 2 * outputsOf(0) + 26 + 40 + 8
	const work = planing(2 * floatsOf(planes, across, down), MOST_WEIGHTS)
	const sized = (count: number, level: number) => work.planes(count, across >> level, down >> level)
	const run = (number: number, from: Planes, into: Planes): Planes => {
		work.convolve(from, into, layerAt(number), number < LAYERS.length - 1 ? LEAK : 1)
		return into
	}
	const within = sized(EVIDENCES, 0)
	for (let c = 0; c < EVIDENCES; c++)
		for (let y = 0; y < height; y++) {
			const from = (c * height + y) * width
			work.memory.set(evidence.subarray(from, from + width), rowOf(within, c, y))
		}
	// What comes up from below lies before what went down: both go on together.
	const joint = Array.from({ length: HALVINGS }, (_, level) => {
		const both = sized(item(LAYERS, 12 - level)[0], level)
		const down = outputsOf(2 * level)
		return {
			both,
			below: someOf(both, 0, both.count - down),
			own: someOf(both, both.count - down, down),
		}
	})
	let now = run(0, within, item(joint, 0).own)
	for (let level = 1; level <= HALVINGS; level++) {
		const small = sized(now.count, level)
		halve(work.memory, now, small)
		const first = run(2 * level - 1, small, sized(outputsOf(2 * level - 1), level))
		const own = joint[level]?.own ?? sized(outputsOf(2 * level), level)
		now = run(2 * level, first, own)
	}
	for (let level = HALVINGS - 1; level >= 0; level--) {
		const { both, below } = item(joint, level)
		double(work.memory, now, below)
		now = run(12 - level, both, sized(outputsOf(12 - level), level))
	}
	const out = run(LAYERS.length - 1, now, sized(1, 0))
	const made = new Float32Array(width * height)
	for (let y = 0; y < height; y++) {
		const from = rowOf(out, 0, y)
		made.set(work.memory.subarray(from, from + width), y * width)
	}
	return made
}

let read: readonly Layer[] | undefined

function layerAt(number: number): Layer {
	read ??= layersOf(model.weights)
	return item(read, number)
}

/**
 * The layers from their text: base64 of, for each layer's outputs in turn, a scale (32-bit float), a bias
 * (32-bit float) and the weights as 8-bit shares of the scale.
 */
function layersOf(text: string): Layer[] {
	const bytes = Uint8Array.from(atob(text), (c) => c.charCodeAt(0))
	const view = new DataView(bytes.buffer)
	let from = 0
	return LAYERS.map(([inputs, outputs]) => {
		const weights = new Float32Array(inputs * outputs * TAPS)
		const biases = new Float32Array(outputs)
		for (let o = 0; o < outputs; o++) {
			const scale = view.getFloat32(from, true)
			biases[o] = view.getFloat32(from + 4, true)
			from += 8
			for (let k = 0; k < inputs * TAPS; k++, from++)
				weights[o * inputs * TAPS + k] = (scale * view.getInt8(from)) / 127
		}
		return { weights, biases }
	})
}

/** Each value the mean of four. */
function halve(memory: Float32Array, from: Planes, into: Planes): void {
	for (let plane = 0; plane < from.count; plane++)
		for (let y = 0; y < into.height; y++) {
			const upper = rowOf(from, plane, 2 * y)
			const lower = upper + from.row
			const to = rowOf(into, plane, y)
			for (let x = 0; x < into.width; x++)
				memory[to + x] =
					(floatAt(memory, upper + 2 * x) +
						floatAt(memory, upper + 2 * x + 1) +
						floatAt(memory, lower + 2 * x) +
						floatAt(memory, lower + 2 * x + 1)) /
					4
		}
}

/** Each value four times. */
function double(memory: Float32Array, from: Planes, into: Planes): void {
	for (let plane = 0; plane < from.count; plane++)
		for (let y = 0; y < into.height; y++) {
			const own = rowOf(from, plane, y >> 1)
			const to = rowOf(into, plane, y)
			for (let x = 0; x < into.width; x++) memory[to + x] = floatAt(memory, own + (x >> 1))
		}
}
