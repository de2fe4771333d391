import { expect, test } from 'vitest'
import { OPEN, OUT } from './hint'
import { strandsOn } from './strands'

const [WIDTH, HEIGHT] = [60, 40]
const inBody = (x: number, y: number) => Math.hypot(x - 20, y - 20) < 9

/** What is likely where the body is, and a line of so much from it to the right that begins at `from`. */
function scene({ from = 28, line = 0.5, rows = 1 }) {
	const likely = new Float32Array(WIDTH * HEIGHT).fill(-4)
	const inside = new Uint8Array(WIDTH * HEIGHT)
	for (let k = 0; k < likely.length; k++) {
		const [x, y] = [k % WIDTH, Math.floor(k / WIDTH)]
		if (x >= from && x < 50 && y >= 18 && y < 18 + rows) likely[k] = line
		if (!inBody(x, y)) continue
		likely[k] = 4
		inside[k] = 1
	}
	return { likely, inside, seeds: new Uint8Array(likely.length).fill(OPEN) }
}

const longest = (strands: Uint8Array) => {
	const xs = [...strands.keys()].filter((k) => strands[k]).map((k) => k % WIDTH)
	return xs.length > 0 ? Math.max(...xs) : 0
}

test('a thin line that hangs on the object is its strand, to its end, over a gap of a pixel', () => {
	const { likely, inside, seeds } = scene({})
	likely[18 * WIDTH + 40] = -4
	const strands = strandsOn(likely, seeds, inside, WIDTH)
	expect(longest(strands)).toBe(49)
	for (let k = 0; k < strands.length; k++)
		if (strands[k]) expect([Math.floor(k / WIDTH), inside[k]]).toEqual([18, 0])
})

test('none is what hangs on nothing, is hardly likely, is as wide as the object’s parts, or lies outside the hint', () => {
	for (const change of [{ from: 36 }, { line: -0.8 }, { line: -2 }, { rows: 9 }]) {
		const { likely, inside, seeds } = scene(change)
		expect(longest(strandsOn(likely, seeds, inside, WIDTH))).toBe(0)
	}
	const { likely, inside, seeds } = scene({})
	seeds.fill(OUT, 0, 19 * WIDTH)
	expect(longest(strandsOn(likely, seeds, inside, WIDTH))).toBe(0)
})
