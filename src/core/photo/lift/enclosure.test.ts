import fc from 'fast-check'
import { expect, test } from 'vitest'
import { cases } from '../../testing/cases'
import { closed, enclosure } from './enclosure'
import { OPEN, OUT } from './hint'

const [WIDTH, HEIGHT] = [40, 30]
const seeds = Uint8Array.from({ length: WIDTH * HEIGHT }, (_, k) => {
	const [x, y] = [k % WIDTH, Math.floor(k / WIDTH)]
	return x < 3 || y < 3 || x >= WIDTH - 3 || y >= HEIGHT - 3 ? OUT : OPEN
})
const middle = 15 * WIDTH + 20

/** A square frame of sharp pixels about the middle, with a gap of so many on top. */
function framed(gap: number): Float32Array {
	return Float32Array.from({ length: WIDTH * HEIGHT }, (_, k) => {
		const [x, y] = [Math.abs((k % WIDTH) - 20), Math.abs(Math.floor(k / WIDTH) - 15)]
		const onFrame = Math.max(x, y) === 8
		const inGap = Math.floor(k / WIDTH) === 7 && x < gap / 2
		return onFrame && !inGap ? 5 : 0.5
	})
}

test('what a sharp edge goes round lies beyond it; what it is open to does not, unless gaps are closed', () => {
	expect(enclosure(framed(0), seeds, WIDTH)[middle]).toBe(5)
	expect(enclosure(framed(1), seeds, WIDTH)[middle]).toBe(0.5)
	expect(enclosure(closed(framed(1), WIDTH), seeds, WIDTH)[middle]).toBe(5)
	expect(enclosure(closed(framed(5), WIDTH), seeds, WIDTH)[middle]).toBe(0.5)
	expect(enclosure(framed(0), seeds, WIDTH)[0]).toBe(0)
	expect(enclosure(framed(0), new Uint8Array(seeds.length).fill(OPEN), WIDTH)[middle]).toBe(8)
})

test('no way in has a softer sharpest place than is said, whatever the picture', () => {
	const [width, height] = [7, 6]
	const border = Uint8Array.from({ length: width * height }, (_, k) =>
		k % width === 0 ? OUT : OPEN,
	)
	const level = fc.integer({ min: 0, max: 12 }).map((v) => v / 2)
	fc.assert(
		fc.property(
			fc.array(level, { minLength: width * height, maxLength: width * height }),
			(levels) => {
				const sharpness = Float32Array.from(levels)
				const found = enclosure(sharpness, border, width)
				// By its definition: sharpest places passed on from neighbour to neighbour until nothing changes.
				const told = Float32Array.from(border, (seed) => (seed === OUT ? 0 : 8))
				for (let round = 0; round < width * height; round++)
					for (let k = 0; k < told.length; k++) {
						if (border[k] === OUT) continue
						const x = k % width
						for (const m of [x > 0 ? k - 1 : -1, x < width - 1 ? k + 1 : -1, k - width, k + width])
							if (m >= 0 && m < told.length)
								told[k] = Math.min(told[k] ?? 8, Math.max(told[m] ?? 8, sharpness[k] ?? 8))
					}
				expect([...found]).toEqual([...told])
			},
		),
		{ numRuns: cases(60) },
	)
})
