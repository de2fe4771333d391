import { expect, test } from 'vitest'
import { distance, dot, type Point, subtract, unit } from '../../geometry/point'
import { outlineOf, ringsAbout, unsureAlong } from './outlines'

const [WIDTH, HEIGHT] = [140, 130]
const MIDDLE: Point = [70, 65]
const R = 48

/** A disc whose edge is not to be told on the right, where it wavers as grain makes it. */
function wavering() {
	const cover = new Float32Array(WIDTH * HEIGHT)
	const trust = new Float32Array(WIDTH * HEIGHT)
	for (let k = 0; k < cover.length; k++) {
		const p: Point = [(k % WIDTH) + 0.5, Math.floor(k / WIDTH) + 0.5]
		const [x, y] = subtract(p, MIDDLE)
		const angle = Math.atan2(y, x)
		const right = Math.cos(angle) > 0.2
		const waver = right ? 1.2 * Math.sin(23 * angle) + 0.8 * Math.cos(41 * angle) : 0
		cover[k] = Math.max(0, Math.min(1, 0.5 + R + waver - Math.hypot(x, y)))
		trust[k] = right ? 0.1 : 0.95
	}
	return { cover, trust }
}

test('where the photo does not tell, a ring is calm; where it does, it stays; between the two nothing folds', () => {
	const [ring, ...others] = ringsAbout(wavering(), WIDTH, HEIGHT, 60, () => false)
	expect(others).toEqual([])
	const { places } = ring ?? { places: [] }
	const off = ({ 0: x, 1: y }: Point) => Math.abs(distance([x, y], MIDDLE) - R)
	const left = places.filter(([x]) => x < MIDDLE[0] - 10)
	const right = places.filter(([x]) => x > MIDDLE[0] + 25)
	expect(Math.max(...left.map(off))).toBeLessThan(0.15)
	expect(Math.max(...right.map(off))).toBeLessThan(1)
	for (const [i, p] of places.entries()) {
		const [q, r] = [places[(i + 2) % places.length] ?? p, places[(i + 4) % places.length] ?? p]
		expect(dot(unit(subtract(q, p)), unit(subtract(r, q)))).toBeGreaterThan(0.5)
	}
	expect(ring && outlineOf(ring, 0.8).nodes.length).toBeLessThanOrEqual(10)
	expect(ring && unsureAlong(ring, 12).length).toBe(1)
})
