import type { Page } from '@playwright/test'
import sharp from 'sharp'
import type { Point } from '../src/core/geometry/point'
import { contrastRatio } from '../src/core/photo/casing'
import { LIGHT } from '../src/core/photo/light'
import { expect, test } from './bench'

const WIDTH = 1280
/** How far beside its middle a line may still be seen, px on screen. */
const REACH_PX = 3

/** The relative luminance of each pixel of the page. */
async function seen(page: Page): Promise<(at: Point) => number> {
	const rgb = await sharp(await page.screenshot())
		.removeAlpha()
		.raw()
		.toBuffer()
	return ([x, y]) => {
		const p = 3 * (Math.round(y) * WIDTH + Math.round(x))
		const light = (k: number) => LIGHT[rgb[p + k] ?? 0] ?? 0
		return 0.2126 * light(0) + 0.7152 * light(1) + 0.0722 * light(2)
	}
}

/** A way to and fro over all of the photo: bright plaster, enamel, dark openings, wood. */
const ZIGZAG: readonly Point[] = Array.from({ length: 12 }, (_, i) => [
	250 + (1500 / 11) * i,
	i % 2 === 0 ? 150 : 1350,
])

test('a line is told from what lies beneath it, wherever it runs', async ({ bench, page }) => {
	await bench.beginSample('Storm lantern')
	await bench.clickAll(ZIGZAG)
	await bench.key('Enter')
	await bench.key('Escape')
	await bench.hover([1990, 10])
	/** Shares of the places along the way, by how well the line is told from the photo there. */
	const toldApart = async () => {
		const withLine = await seen(page)
		await page.keyboard.down('j')
		const photo = await seen(page)
		await page.keyboard.up('j')
		const told = ZIGZAG.slice(1).flatMap((to, i) => {
			const [[ax, ay], [bx, by]] = [bench.on(ZIGZAG[i]!), bench.on(to)]
			const [length, inset] = [Math.hypot(bx - ax, by - ay), 14]
			return Array.from({ length: Math.floor((length - 2 * inset) / 3) }, (_, k) => {
				const t = (inset + 3 * k) / length
				const [x, y] = [ax + t * (bx - ax), ay + t * (by - ay)]
				const ground = photo([x, y])
				// The way runs steeply: its neighbours are those beside it.
				const across = Array.from({ length: 2 * REACH_PX + 1 }, (_, j) => j - REACH_PX)
				return Math.max(...across.map((j) => contrastRatio(withLine([x + j, y]), ground)))
			})
		})
		return told.filter((contrast) => contrast < 3).length / told.length
	}
	await expect(page.getByRole('region', { name: 'Pieces' })).toContainText('12 nodes')
	await expect.poll(toldApart).toBeLessThan(0.03)
})
