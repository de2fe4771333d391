import type { Page } from '@playwright/test'
import sharp from 'sharp'
import { withPage } from '../scripts/served'
import { formatPathData, newId, type Point } from '../src/core/index.ts'
import { fitBox, toScreen } from '../src/editor/session/view.ts'
import { measureFrames, report, reportHead } from './frames.ts'

/**
 * Dragging one node, bending one segment, selecting by a box, panning and zooming in a sheet of 5,000
 * nodes over a 12-megapixel photo, in headless Chromium: ms of our own work a frame.
 */
const NODES = 5000
const WIDTH = 4000
const HEIGHT = 3000

const photo = await sharp('public/photos/lantern.jpg').resize(WIDTH, HEIGHT).jpeg().toBuffer()
const drawing = `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH}" height="${HEIGHT}"><path d="${formatPathData([wavyRing()])}"/></svg>`

await withPage(async (page, base) => {
	await page.addInitScript(() => Reflect.deleteProperty(window, 'showOpenFilePicker'))
	await page.goto(base)
	const choosing = page.waitForEvent('filechooser')
	await page.getByRole('button', { name: 'Choose a photo' }).click()
	await (await choosing).setFiles({ name: 'bench.jpg', mimeType: 'image/jpeg', buffer: photo })
	await page.waitForURL(/\/sheet\//)
	await page.getByTestId('canvas').focus()
	await page.keyboard.press('2')
	const bringing = page.waitForEvent('filechooser')
	await page.getByRole('button', { name: 'Bring in a drawing (SVG, DXF)' }).click()
	await (await bringing).setFiles({
		name: 'ring.svg',
		mimeType: 'image/svg+xml',
		buffer: Buffer.from(drawing),
	})
	await page.getByText(`${NODES} nodes`).first().waitFor()
	await page.keyboard.press('3')
	const canvas = page.getByTestId('canvas')
	await canvas.focus()
	await page.keyboard.press('0')
	const bounds = await canvas.boundingBox()
	if (!bounds) throw new Error('no canvas')
	const view = fitBox({ minX: 0, minY: 0, maxX: WIDTH, maxY: HEIGHT }, bounds)
	const on = (p: Point): Point => {
		const [x, y] = toScreen(view, p)
		return [x + bounds.x, y + bounds.y]
	}
	const wander = async (from: Point) => {
		for (let i = 1; i <= 120; i++)
			await page.mouse.move(from[0] + i * 0.7, from[1] + 20 * Math.sin(i / 9))
	}
	const first = on(ringPoint(0))
	reportHead()
	for (let round = 1; round <= 3; round++) {
		await page.mouse.move(...first)
		await page.mouse.down()
		report(`drag a node, ${round}`, await measureFrames(page, 'pointermove', () => wander(first)))
		await page.mouse.up()
		await page.keyboard.press('Control+z')
	}
	for (let round = 1; round <= 3; round++) {
		// Between two nodes, so that the segment is taken hold of.
		const [a, b] = [on(ringPoint(0)), on(ringPoint(1))]
		const grip: Point = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2]
		await closeUp(page, grip, async () => {
			await page.mouse.move(...grip)
			await page.mouse.down()
			report(
				`bend a segment, ${round}`,
				await measureFrames(page, 'pointermove', () => wander(grip)),
			)
			await page.mouse.up()
			await page.keyboard.press('Control+z')
		})
	}
	for (let round = 1; round <= 3; round++) {
		const corner: Point = [bounds.x + 40, bounds.y + 40]
		await page.mouse.move(...corner)
		await page.mouse.down()
		report(
			`select by a box, ${round}`,
			await measureFrames(page, 'pointermove', async () => {
				for (let i = 1; i <= 120; i++) await page.mouse.move(corner[0] + i * 5, corner[1] + i * 4.5)
			}),
		)
		await page.mouse.up()
		await page.keyboard.press('Escape')
	}
	report(
		'hover',
		await measureFrames(page, 'pointermove', () => wander([first[0] - 120, first[1] - 10])),
	)
	await page.keyboard.down(' ')
	await page.mouse.down()
	report('pan', await measureFrames(page, 'pointermove', () => wander(first)))
	await page.mouse.up()
	await page.keyboard.up(' ')
	await page.keyboard.down('Control')
	report(
		'zoom',
		await measureFrames(page, 'wheel', async () => {
			for (let i = 0; i < 60; i++) await page.mouse.wheel(0, i < 30 ? -20 : 20)
		}),
	)
	await page.keyboard.up('Control')
})

/** Zooms in at a place for as long as `work` runs, and fits the sheet again. */
async function closeUp(page: Page, at: Point, work: () => Promise<void>): Promise<void> {
	await page.mouse.move(...at)
	await page.keyboard.down('Control')
	for (let i = 0; i < 14; i++) await page.mouse.wheel(0, -100)
	await page.keyboard.up('Control')
	await work()
	await page.keyboard.press('0')
}

function ringPoint(i: number): Point {
	const angle = (i / NODES) * 2 * Math.PI
	const radius = 1200 + 60 * Math.sin(angle * 60)
	return [2000 + radius * Math.cos(angle), 1500 + radius * Math.sin(angle)]
}

function wavyRing() {
	const nodes = Array.from({ length: NODES }, (_, i) => {
		const at = ringPoint(i)
		const [x, y] = ringPoint(i + 1)
		const out: Point = [at[0] + (x - at[0]) / 3, at[1] + (y - at[1]) / 3]
		return {
			id: newId(),
			at,
			in: [2 * at[0] - out[0], 2 * at[1] - out[1]] as Point,
			out,
			kind: 'symmetric' as const,
		}
	})
	return { id: newId(), nodes, closed: true }
}
