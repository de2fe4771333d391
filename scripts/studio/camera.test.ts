import { describe, expect, test } from 'vitest'
import { lens } from './camera.ts'
import { develop } from './film.ts'
import { march, normalAt } from './march.ts'
import type { Camera, Subject } from './scene.ts'

const CAMERA: Camera = { from: [0, 1, 10], to: [0, 1, 0], height: 4, roll: 0, aperture: 0.5 }
const BALL: Subject = {
	name: 'ball',
	bounds: { centre: [0, 1, 0], radius: 1.2 },
	distance: (x, y, z) => Math.hypot(x, y - 1, z) - 1,
	surface: () => ({ colour: [1, 1, 1], reflectance: 0, roughness: 1, metal: false }),
}

describe('the lens', () => {
	const ray = lens(CAMERA, 400, 300)

	test('the middle of the picture looks at what the camera looks at', () => {
		expect(ray(200, 150, 0, 0).dir.map((v) => Math.round(v * 1e9) / 1e9)).toEqual([0, 0, -1])
	})

	test('what lies on the focal plane is sharp from anywhere on the lens', () => {
		for (const [lx, ly] of [
			[1, 0],
			[0, -1],
			[-0.7, 0.7],
		] as const) {
			const { from, dir } = ray(320, 60, lx, ly)
			const t = -from[2] / dir[2]
			expect(from[0] + dir[0] * t).toBeCloseTo((120 * 4) / 300, 9)
			expect(from[1] + dir[1] * t).toBeCloseTo(1 + (90 * 4) / 300, 9)
		}
	})

	test('picture rows run downwards', () => {
		expect(ray(200, 0, 0, 0).dir[1]).toBeGreaterThan(0)
		expect(ray(200, 300, 0, 0).dir[1]).toBeLessThan(0)
	})
})

describe('the march', () => {
	test('meets a ball where it is, and misses it where it is not', () => {
		expect(march(BALL, 0, 1, 10, 0, 0, -1)).toBeCloseTo(9, 2)
		expect(march(BALL, 0, 3, 10, 0, 0, -1)).toBe(Number.POSITIVE_INFINITY)
		expect(march(BALL, 0, 1, 10, 0, 0, -1, 5)).toBe(Number.POSITIVE_INFINITY)
	})

	test('a normal points straight out', () => {
		const [x, y, z] = normalAt(BALL, 0.6, 1.8, 0)
		expect([x, y, z].map((v) => Number(v.toFixed(3)) + 0)).toEqual([0.6, 0.8, 0])
	})
})

describe('the film', () => {
	const film = { exposure: 1, seed: 1 }
	const mean = (light: number, x: number, y: number) => {
		let sum = 0
		for (let i = 0; i < 400; i++)
			sum += develop([light, light, light], x + (i % 20), y + Math.floor(i / 20), 800, 600, film)[1]
		return sum / 400
	}

	test('more light is brighter, and never beyond white', () => {
		const steps = [0, 0.05, 0.2, 0.8, 4].map((light) => mean(light, 390, 290))
		expect(steps).toEqual([...steps].sort((a, b) => a - b))
		expect(steps.at(-1)).toBeLessThanOrEqual(255)
	})

	test('corners are darker than the middle', () => {
		expect(mean(0.3, 0, 0)).toBeLessThan(mean(0.3, 390, 290) - 8)
	})
})
