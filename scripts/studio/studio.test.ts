import sharp from 'sharp'
import { describe, expect, test } from 'vitest'
import { coverageWindow, exposeWindow } from './expose.ts'
import { scenes } from './scenes.ts'

/** A window of the lantern where its bail handle's wire runs before the wall. */
const WINDOW = { x: 1196, y: 380, width: 28, height: 12 }
const BOX = { left: WINDOW.x, top: WINDOW.y, width: WINDOW.width, height: WINDOW.height }

describe('the studio takes the committed photograph again', () => {
	const scene = scenes.lantern!

	test('its coverage to the last bit', async () => {
		const kept = await sharp('public/photos/truth/lantern.png')
			.extract(BOX)
			.greyscale()
			.raw()
			.toBuffer()
		const taken = coverageWindow(scene, WINDOW)
		expect([...taken]).toEqual([...kept])
		const partly = [...taken].filter((v) => v > 0 && v < 255)
		expect(partly.length).toBeGreaterThan(5)
	})

	test('its pixels but for the JPEG’s rounding', async () => {
		const kept = await sharp('public/photos/lantern.jpg').extract(BOX).raw().toBuffer()
		const taken = exposeWindow(scene, WINDOW)
		const away = [...taken].map((v, i) => Math.abs(v - (kept[i] ?? 0)))
		expect(away.reduce((sum, v) => sum + v, 0) / away.length).toBeLessThan(6)
		expect(Math.max(...away)).toBeLessThan(48)
	})
})
