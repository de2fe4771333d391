import { expect, test } from 'vitest'
import { OPEN, OUT } from './hint'
import { withoutSurround } from './surround'

const [WIDTH, HEIGHT] = [90, 70]
const inBox = (x: number, y: number) => x >= 20 && x < 70 && y >= 16 && y < 54

/** A ground of three like channels, and the seeds of a box on it. */
function ground(level: (x: number, y: number) => number) {
	const colours = Float32Array.from({ length: 3 * WIDTH * HEIGHT }, (_, n) => {
		const k = Math.floor(n / 3)
		return level(k % WIDTH, Math.floor(k / WIDTH))
	})
	const seeds = Uint8Array.from({ length: WIDTH * HEIGHT }, (_, k) =>
		inBox(k % WIDTH, Math.floor(k / WIDTH)) ? OPEN : OUT,
	)
	return { ground: { width: WIDTH, height: HEIGHT, colours }, seeds }
}

test('light that falls off, and a horizon behind the object, are taken away; the object is left', () => {
	const object = (x: number, y: number) => Math.hypot(x - 45, y - 35) < 12
	const { ground: given, seeds } = ground(
		(x, y) => 0.4 * x + (y < 34 ? 20 : 60) + (object(x, y) ? 15 : 0),
	)
	const { colours } = withoutSurround(given, seeds)
	for (let y = 18; y < 52; y++)
		for (let x = 22; x < 68; x++) {
			// The horizon itself is known to a pixel or two.
			if (Math.abs(y - 34) < 3) continue
			expect(Math.abs((colours[3 * (y * WIDTH + x)] ?? 0) - (object(x, y) ? 15 : 0))).toBeLessThan(
				3,
			)
		}
})

test('with nothing round the box the picture is as it was', () => {
	const { ground: given } = ground((x) => x)
	const all = new Uint8Array(WIDTH * HEIGHT)
	const { colours } = withoutSurround(given, all)
	expect([...colours].every(Number.isFinite)).toBe(true)
	expect(withoutSurround(given, all.fill(OUT))).toBe(given)
})
