import { expect, test } from 'vitest'
import { withoutThin } from './thinParts'

const WIDTH = 60
/** A disc of 14 px with a bar of 3 px out of it to the right, and one of 9 px to the left. */
const SHAPE = Uint8Array.from({ length: WIDTH * 40 }, (_, k) => {
	const [x, y] = [k % WIDTH, Math.floor(k / WIDTH)]
	if (Math.hypot(x - 30, y - 20) < 14) return 1
	return (x >= 30 && x < 56 && Math.abs(y - 20) <= 1) || (x < 30 && x > 4 && Math.abs(y - 20) <= 4)
		? 1
		: 0
})
const at = (shape: Uint8Array, x: number, y: number) => shape[y * WIDTH + x]

test('what is thinner than asked for is left out, what is wider is as it was', () => {
	const made = withoutThin(SHAPE, WIDTH, 6)
	expect(at(made, 52, 20)).toBe(0)
	expect(at(made, 10, 20)).toBe(1)
	expect(at(made, 10, 16)).toBe(1)
	expect(at(made, 30, 7)).toBe(1)
	for (let k = 0; k < made.length; k++) if (made[k]) expect(SHAPE[k]).toBe(1)
})

test('with nothing asked for nothing is left out', () => {
	expect(withoutThin(SHAPE, WIDTH, 0)).toBe(SHAPE)
	expect(withoutThin(SHAPE, WIDTH, 1)).toBe(SHAPE)
})
