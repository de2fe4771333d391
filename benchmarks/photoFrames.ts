import type { Page } from '@playwright/test'
import { percentile, withPage } from '../scripts/served'
import { type Frames, measureFrames, report, reportHead } from './frames.ts'

/**
 * A 12-megapixel photo in headless Chromium: how soon it can be worked on, and ms of our own work a
 * frame while it is panned, zoomed and toned, as it is and under a tone with local contrast.
 */
const PHOTO = 'Scroll ornament'

await withPage(async (page, base) => {
	await page.goto(base)
	await page.getByRole('button', { name: `Begin a sheet with ${PHOTO}` }).click()
	await page.waitForURL(/\/sheet\//)
	const opening = page.getByText('Opening the photo')
	await opening.waitFor()
	const begun = performance.now()
	await opening.waitFor({ state: 'hidden' })
	console.log(
		`decoded, with its pyramid, in ${((performance.now() - begun) / 1000).toFixed(2)} s\n`,
	)
	const canvas = page.getByTestId('canvas')
	const bounds = await canvas.boundingBox()
	if (!bounds) throw new Error('There is no canvas.')
	const middle = [bounds.x + bounds.width / 2, bounds.y + bounds.height / 2] as const

	reportHead()
	for (const tone of ['as it is', 'toned']) {
		if (tone === 'toned') await setTone(page)
		for (let round = 1; round <= 3; round++) {
			report(`pan, ${tone}, ${round}`, await pan(page, middle))
			report(`zoom, ${tone}, ${round}`, await zoom(page, middle))
			await canvas.focus()
			await page.keyboard.press('0')
		}
	}
	for (let round = 1; round <= 3; round++) {
		const slider = page.getByRole('slider', { name: 'White point' })
		await slider.focus()
		report(
			`a step of a tone, ${round}`,
			await measureFrames(page, 'keydown', async () => {
				for (let i = 0; i < 40; i++) await page.keyboard.press(i < 20 ? 'ArrowLeft' : 'ArrowRight')
			}),
		)
	}
	const waits: number[] = []
	for (let i = 0; i < 20; i++)
		waits.push(await untilShown(page, i % 2 ? 'ArrowRight' : 'ArrowLeft'))
	console.log(
		`\na step of a tone to its picture: p50 ${percentile(waits, 0.5).toFixed(0)} ms, p95 ${percentile(waits, 0.95).toFixed(0)} ms`,
	)
})

async function setTone(page: Page): Promise<void> {
	await page.getByRole('button', { name: 'Tone', exact: true }).click()
	await page.getByRole('switch', { name: 'Grey' }).click()
	const slider = page.getByRole('slider', { name: 'Local contrast' })
	await slider.focus()
	await page.keyboard.press('End')
}

async function pan(page: Page, [x, y]: readonly [number, number]): Promise<Frames> {
	await page.mouse.move(x, y)
	await page.keyboard.down(' ')
	await page.mouse.down()
	const frames = await measureFrames(page, 'pointermove', async () => {
		for (let i = 1; i <= 100; i++) await page.mouse.move(x + i * 2, y + 60 * Math.sin(i / 12))
	})
	await page.mouse.up()
	await page.keyboard.up(' ')
	return frames
}

async function zoom(page: Page, [x, y]: readonly [number, number]): Promise<Frames> {
	await page.mouse.move(x, y)
	await page.keyboard.down('Control')
	const frames = await measureFrames(page, 'wheel', async () => {
		for (let i = 0; i < 80; i++) await page.mouse.wheel(0, i < 40 ? -30 : 30)
	})
	await page.keyboard.up('Control')
	return frames
}

/** ms from a key on a tone's slider to the frame in which the photo on the canvas has changed. */
function untilShown(page: Page, key: 'ArrowLeft' | 'ArrowRight'): Promise<number> {
	return page.evaluate(async (pressed) => {
		const layer = document.querySelector<HTMLCanvasElement>('[data-testid="canvas"] canvas')
		const context = layer?.getContext('2d')
		if (!layer || !context) throw new Error('There is no photo layer.')
		const look = () =>
			context.getImageData(layer.width / 2 - 60, layer.height / 2, 120, 1).data.join()
		const before = look()
		const begun = performance.now()
		const slider = document.activeElement
		slider?.dispatchEvent(new KeyboardEvent('keydown', { key: pressed, bubbles: true }))
		for (;;) {
			await new Promise(requestAnimationFrame)
			if (look() !== before) return performance.now() - begun
			if (performance.now() - begun > 3000) throw new Error('The photo did not change.')
		}
	}, key)
}
