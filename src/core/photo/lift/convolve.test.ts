import fc from 'fast-check'
import { expect, test } from 'vitest'
import { cases } from '../../testing/cases'
import { convolved, floatsOf, planing, rowOf } from './convolve'

test('the kernel does what plain loops do, whatever the size', () => {
	const sizes = fc.record({
		width: fc.integer({ min: 1, max: 40 }),
		height: fc.integer({ min: 1, max: 9 }),
		inputs: fc.integer({ min: 1, max: 5 }),
		outputs: fc.integer({ min: 1, max: 3 }),
		leak: fc.constantFrom(1, 0.1),
		seed: fc.integer({ min: 1, max: 1e6 }),
	})
	fc.assert(
		fc.property(sizes, ({ width, height, inputs, outputs, leak, seed }) => {
			let state = seed
			const random = () => {
				state = (Math.imul(state, 48271) + 11) >>> 0
				return state / 2 ** 31 - 1
			}
			const floats = floatsOf(inputs, width, height) + floatsOf(outputs, width, height)
			const weights = Float32Array.from({ length: 9 * inputs * outputs }, random)
			const biases = Float32Array.from({ length: outputs }, random)
			const work = planing(floats, weights.length)
			const from = work.planes(inputs, width, height)
			const into = work.planes(outputs, width, height)
			for (let plane = 0; plane < inputs; plane++)
				for (let y = 0; y < height; y++)
					for (let x = 0; x < width; x++) work.memory[rowOf(from, plane, y) + x] = random()
			work.convolve(from, into, { weights, biases }, leak)
			const other = work.memory.slice()
			for (let o = 0; o < outputs; o++) {
				convolved(other, from, rowOf(into, o, 0), 9 * inputs * o, biases[o] ?? 0, leak)
				for (let y = 0; y < height; y++)
					for (let x = -1; x <= width; x++) {
						const at = rowOf(into, o, y) + x
						const beyond = x < 0 || x === width
						// Round each plane lies a border of nothing.
						if (beyond) expect(work.memory[at]).toBe(0)
						else expect(work.memory[at]).toBeCloseTo(other[at] ?? Number.NaN, 4)
					}
			}
		}),
		{ numRuns: cases(25) },
	)
})
