import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { newPhoto, type PlacedPhoto, placementMap } from '@/core'
import { rulerTicks } from '@/editor/panels/rulerTicks'
import { loupeMiddle, loupeView } from '@/editor/stage/paintLoupe'
import type { Pyramid } from '@/jobs/pictures'
import { boxOnPhoto, holds, partIn, photoScale, seenPart, widened } from './seen'
import { toScreen, visibleBox } from './view'

/** A pyramid as the worker makes it, but for its pixels. */
function pyramidOf(width: number, height: number): Pyramid {
	const levels: { width: number; height: number }[] = [{ width, height }]
	for (let w = width, h = height; Math.max(w, h) > 400; ) {
		w >>= 1
		h >>= 1
		levels.push({ width: w, height: h })
	}
	return { width, height, levels: levels as unknown as ImageBitmap[] }
}
const PYRAMID = pyramidOf(4000, 3000)
const PHOTO: PlacedPhoto = newPhoto({ blob: 'b', name: 'Scroll', width: 4000, height: 3000 })
const SIZE = { width: 760, height: 712 }

describe('what is seen of a photo', () => {
	test('comes from the level that is just fine enough for the zoom', () => {
		for (const [scale, number] of [
			[2, 0],
			[0.6, 0],
			[0.5, 1],
			[0.2, 2],
			[0.02, 4],
		] as const) {
			const view = { scale, x: 0, y: 0 }
			expect(seenPart(PHOTO, PYRAMID, view, visibleBox(view, SIZE))?.number).toBe(number)
		}
	})

	test('covers the window and stays within the photo, however it is turned', () => {
		fc.assert(
			fc.property(
				fc.double({ min: 0.05, max: 20, noNaN: true }),
				fc.integer({ min: -3000, max: 600 }),
				fc.integer({ min: -3000, max: 600 }),
				fc.double({ min: -3, max: 3, noNaN: true }),
				(scale, x, y, turn) => {
					const place = placementMap(
						{ centre: [2000, 1500], width: 4000, height: 3000, turn, mirrored: false },
						4000,
						3000,
					)
					const photo = { ...PHOTO, place }
					const view = { scale, x, y }
					expect(photoScale(photo, view)).toBeCloseTo(scale, 6)
					const box = visibleBox(view, SIZE)
					const part = seenPart(photo, PYRAMID, view, box)
					const on = boxOnPhoto(photo, box)!
					if (!part) {
						expect(on.minX > 3990 || on.minY > 2990 || on.maxX < 10 || on.maxY < 10).toBe(true)
						return
					}
					const k = part.level.width / 4000
					expect(part.x).toBeGreaterThanOrEqual(0)
					expect(part.x + part.width).toBeLessThanOrEqual(part.level.width)
					expect(part.x).toBeLessThanOrEqual(Math.max(0, on.minX * k))
					expect(part.x + part.width).toBeGreaterThanOrEqual(
						Math.floor(Math.min(part.level.width, on.maxX * k)),
					)
				},
			),
		)
	})

	test('a part with a margin still holds what is seen after a short pan, not after a long one', () => {
		const view = { scale: 1, x: -500, y: -500 }
		const wide = seenPart(PHOTO, PYRAMID, view, widened(visibleBox(view, SIZE), 0.3))!
		const panned = (dx: number) =>
			seenPart(
				PHOTO,
				PYRAMID,
				{ ...view, x: view.x + dx },
				visibleBox({ ...view, x: view.x + dx }, SIZE),
			)!
		expect(holds(wide, panned(150))).toBe(true)
		expect(holds(wide, panned(400))).toBe(false)
		expect(holds(wide, { ...panned(0), number: 1 })).toBe(false)
	})

	test('a box beside the photo is no part of it', () => {
		expect(partIn(PYRAMID, { minX: 4100, minY: 0, maxX: 4200, maxY: 10 }, 0)).toBeNull()
	})
})

describe('the loupe', () => {
	const view = { scale: 0.4, x: 12, y: -30 }

	test('shows in its middle what is under the pointer, at 800 %', () => {
		const middle = loupeMiddle([300, 400], SIZE)
		const near = loupeView(view, [300, 400], middle)
		expect(near.scale).toBe(8)
		const under = [(300 - 12) / 0.4, (400 + 30) / 0.4] as const
		for (const [i, v] of toScreen(near, under).entries()) expect(v).toBeCloseTo(middle[i]!, 6)
	})

	test('closer than that, it goes closer still', () => {
		expect(loupeView({ ...view, scale: 20 }, [1, 1], [100, 100]).scale).toBe(60)
	})

	test('lies beside the pointer, within the canvas, and never over the pointer', () => {
		fc.assert(
			fc.property(
				fc.integer({ min: 0, max: SIZE.width }),
				fc.integer({ min: 0, max: SIZE.height }),
				(x, y) => {
					const [mx, my] = loupeMiddle([x, y], SIZE)
					expect(Math.hypot(mx - x, my - y)).toBeGreaterThan(96)
					expect(mx + 96).toBeLessThanOrEqual(SIZE.width)
					expect(mx).toBeGreaterThan(0)
				},
			),
		)
	})
})

describe('ruler marks', () => {
	test('have labels with room, in steps of 1, 2 or 5, and say where they stand', () => {
		fc.assert(
			fc.property(
				fc.double({ min: 0.02, max: 128, noNaN: true }),
				fc.integer({ min: -5000, max: 700 }),
				(pxPerUnit, origin) => {
					const ticks = rulerTicks({ origin, pxPerUnit, length: 760 })
					const long = ticks.filter((t) => t.label !== null)
					for (const { on, label } of long)
						expect(origin + Number(label) * pxPerUnit).toBeCloseTo(on, 3)
					for (const [i, { on }] of long.entries())
						if (i > 0) expect(on - long[i - 1]!.on).toBeGreaterThanOrEqual(61.9)
					expect(ticks.length).toBeLessThan(140)
					for (const { on } of ticks) {
						expect(on).toBeGreaterThanOrEqual(-1e-6)
						expect(on).toBeLessThanOrEqual(760 + 1e-6)
					}
				},
			),
		)
	})
})
