import { floatAt } from '../../geometry/numbers'
import { KERNEL } from './kernel'

/** The weights of one layer: of each output the 3 × 3 of each input, and what is added. */
export interface Layer {
	readonly weights: Float32Array
	readonly biases: Float32Array
}

/** Planes of pixels, one after the other in a memory; round each lies a border of nothing. */
export interface Planes {
	readonly count: number
	readonly width: number
	readonly height: number
	/** Floats from a row to the next, and from a plane to the next. */
	readonly row: number
	readonly plane: number
	/** Where the first pixel of the first lies, floats. */
	readonly start: number
}

/** Memory for planes, and what is done with them. */
export interface Planing {
	readonly memory: Float32Array
	planes(count: number, width: number, height: number): Planes
	/** What comes out below zero is multiplied by `leak`. */
	convolve(from: Planes, into: Planes, layer: Layer, leak: number): void
}

/** Pixels are worked on so many at a time. */
const BLOCK = 16
/** Left of each row lie so many floats of nothing, which are the border right of the row before as well. */
const PAD = 4

/** Some of planes that lie one after the other. */
export function someOf(planes: Planes, from: number, count: number): Planes {
	return { ...planes, start: planes.start + from * planes.plane, count }
}

/** Where a row of a plane begins, floats. */
export const rowOf = (planes: Planes, plane: number, y: number): number =>
	planes.start + plane * planes.plane + y * planes.row

const planesFrom = (start: number, count: number, width: number, height: number): Planes => {
	const row = Math.ceil(width / BLOCK) * BLOCK + PAD
	return { count, width, height, row, plane: row * (height + 2), start: start + row + PAD }
}

/** Floats that planes take up. */
export function floatsOf(count: number, width: number, height: number): number {
	return count * planesFrom(0, count, width, height).plane + 2 * BLOCK
}

/** A clean memory of so many floats for planes, and room for weights. */
export function planing(floats: number, weights: number): Planing {
	const machine = assembled(4 * (floats + weights + BLOCK))
	const memory = machine
		? new Float32Array(machine.memory.buffer)
		: new Float32Array(floats + weights + BLOCK)
	memory.fill(0, 0, floats + weights + BLOCK)
	let end = weights
	return {
		memory,
		planes: (count, width, height) => {
			const made = planesFrom(end, count, width, height)
			end += floatsOf(count, width, height)
			return made
		},
		convolve: (from, into, layer, leak) => {
			memory.set(layer.weights)
			const inputs = from.count
			for (let o = 0; o < into.count; o++) {
				const own = 9 * inputs * o
				if (machine)
					machine.convolve(
						4 * from.start,
						4 * rowOf(into, o, 0),
						4 * own,
						floatAt(layer.biases, o),
						leak,
						inputs,
						Math.ceil(from.width / BLOCK),
						from.height,
						4 * from.row,
						4 * from.plane,
					)
				else convolved(memory, from, rowOf(into, o, 0), own, floatAt(layer.biases, o), leak)
				clean(memory, someOf(into, o, 1))
			}
		},
	}
}

/** What was made right of the last column is nothing again. */
function clean(memory: Float32Array, { start, width, height, row }: Planes): void {
	if (width % BLOCK === 0) return
	for (let y = 0; y < height; y++)
		memory.fill(0, start + y * row + width, start + (y + 1) * row - PAD)
}

interface Machine {
	readonly memory: WebAssembly.Memory
	readonly convolve: (
		from: number,
		into: number,
		weights: number,
		bias: number,
		leak: number,
		inputs: number,
		blocks: number,
		height: number,
		row: number,
		plane: number,
	) => void
}

let known: Machine | null | undefined

/** The kernel, with so many bytes of memory at least; `null` where WebAssembly is not to be had. */
function assembled(bytes: number): Machine | null {
	if (known === undefined)
		try {
			const code = Uint8Array.from(atob(KERNEL), (c) => c.charCodeAt(0))
			const { exports } = new WebAssembly.Instance(new WebAssembly.Module(code))
			known = exports as unknown as Machine
		} catch {
			known = null
		}
	if (!known) return null
	const missing = bytes - known.memory.buffer.byteLength
	if (missing > 0) known.memory.grow(Math.ceil(missing / 65536))
	return known
}

/** The same as the kernel does, where there is none. */
export function convolved(
	memory: Float32Array,
	from: Planes,
	into: number,
	weights: number,
	bias: number,
	leak: number,
): void {
	const { width, height, row, plane, start, count } = from
	for (let y = 0; y < height; y++) {
		const to = into + y * row
		memory.fill(bias, to, to + width)
		for (let i = 0; i < count; i++)
			addRow(memory, start + i * plane + y * row, row, width, weights + 9 * i, to)
		for (let x = to; x < to + width; x++) {
			const v = floatAt(memory, x)
			if (v < 0) memory[x] = leak * v
		}
	}
}

function addRow(
	memory: Float32Array,
	middle: number,
	row: number,
	width: number,
	weights: number,
	to: number,
): void {
	const a = floatAt(memory, weights)
	const b = floatAt(memory, weights + 1)
	const c = floatAt(memory, weights + 2)
	const d = floatAt(memory, weights + 3)
	const e = floatAt(memory, weights + 4)
	const f = floatAt(memory, weights + 5)
	const g = floatAt(memory, weights + 6)
	const h = floatAt(memory, weights + 7)
	const i = floatAt(memory, weights + 8)
	for (let x = 0; x < width; x++) {
		const m = middle + x
		const [u, l] = [m - row, m + row]
		memory[to + x] =
			floatAt(memory, to + x) +
			a * floatAt(memory, u - 1) +
			b * floatAt(memory, u) +
			c * floatAt(memory, u + 1) +
			d * floatAt(memory, m - 1) +
			e * floatAt(memory, m) +
			f * floatAt(memory, m + 1) +
			g * floatAt(memory, l - 1) +
			h * floatAt(memory, l) +
			i * floatAt(memory, l + 1)
	}
}
