import sharp from 'sharp'
import { describe, expect, test } from 'vitest'
import { SAMPLES } from '../../src/demo/samples.ts'
import { coverageWindow, exposeWindow, type Window } from './expose.ts'
import { scenes } from './scenes.ts'

const SIZE = { width: 20, height: 10 }

test('every photograph of the shelf has its scene, its size and its words', async () => {
	expect(SAMPLES.map((s) => s.id).sort()).toEqual(Object.keys(scenes).sort())
	for (const { id, file, alt, width, height } of SAMPLES) {
		const kept = await sharp(`public${file}`).metadata()
		expect([kept.width, kept.height]).toEqual([width, height])
		expect([scenes[id]?.width, scenes[id]?.height]).toEqual([width, height])
		expect(alt.length).toBeGreaterThan(40)
	}
})

describe.each(Object.entries(scenes))('the studio takes the %s again', (name, scene) => {
	const mask = `public/photos/truth/${name}.png`

	test.each(scene.also ?? [])('what is seen of its $name to the last bit', async (subject) => {
		const truth = `public/photos/truth/${name}-${subject.name}.png`
		const window = await windowOnEdge(truth)
		const box = { left: window.x, top: window.y, ...SIZE }
		const covered = await sharp(truth).extract(box).greyscale().raw().toBuffer()
		expect([...coverageWindow(scene, window, subject)]).toEqual([...covered])
	})

	test('its coverage to the last bit, its pixels but for the JPEG’s rounding', async () => {
		const window = await windowOnEdge(mask)
		const box = { left: window.x, top: window.y, ...SIZE }
		const covered = await sharp(mask).extract(box).greyscale().raw().toBuffer()
		const taken = coverageWindow(scene, window)
		expect([...taken]).toEqual([...covered])
		expect([...taken].some((v) => v > 0 && v < 255)).toBe(true)

		const kept = await sharp(`public/photos/${name}.jpg`).extract(box).raw().toBuffer()
		const away = [...exposeWindow(scene, window)].map((v, i) => Math.abs(v - (kept[i] ?? 0)))
		expect(away.reduce((sum, v) => sum + v, 0) / away.length).toBeLessThan(8)
		expect(Math.max(...away)).toBeLessThan(64)
	})
})

/** A small window where the subject's edge runs, from the middle of the picture on, then from its top. */
async function windowOnEdge(mask: string): Promise<Window> {
	const { data, info } = await sharp(mask).greyscale().raw().toBuffer({ resolveWithObject: true })
	for (let n = 0; n < data.length; n++) {
		const i = (Math.floor(data.length / 2) + n) % data.length
		const x = (i % info.width) - SIZE.width / 2
		const y = Math.floor(i / info.width) - SIZE.height / 2
		const v = data[i] ?? 0
		const inside = x >= 0 && x + SIZE.width <= info.width && y + SIZE.height <= info.height
		if (v > 60 && v < 200 && inside) return { x, y, ...SIZE }
	}
	throw new Error(`${mask} has no edge.`)
}
