import type { Page } from '@playwright/test'
import type { Point } from '../src/core/geometry/point'
import { type Bench, expect, overlapWithMask, test } from './bench'

test.describe.configure({ timeout: 120_000 })

const LANTERN_MASK = 'public/photos/truth/lantern.png'
/** Its wooden grip is as pale as the wall: a stroke along it says that it belongs. */
const GRIP: readonly Point[] = [
	[880, 150],
	[910, 136],
	[945, 129],
	[980, 126],
	[1015, 129],
	[1050, 136],
	[1080, 150],
]
/** Its shadow on the table. */
const SHADOW: readonly [Point, Point] = [
	[1250, 1325],
	[1268, 1345],
]

const TRAY_MOON_MASK = 'public/photos/truth/tray-moon.png'
/** The blades that lie over the moon. */
const BLADES: readonly (readonly Point[])[] = [
	[
		[891, 550],
		[930, 588],
		[965, 620],
	],
	[
		[930, 510],
		[970, 546],
		[1000, 575],
	],
]
/** Round the moon and the reel on the tray. */
const MOON_BOX: readonly [Point, Point] = [
	[735, 500],
	[1020, 775],
]
const REEL_BOX: readonly [Point, Point] = [
	[110, 490],
	[300, 690],
]

/** The Lift tool as a test uses it. */
class Lift {
	constructor(
		readonly bench: Bench,
		readonly page: Page,
	) {}

	get card() {
		return this.page.getByRole('region', { name: 'Rough pass' })
	}

	get keep() {
		return this.page.getByRole('button', { name: 'Keep as a piece' })
	}

	async take() {
		await this.bench.key('2')
		await this.bench.key('l')
	}

	/** Waits until what was drawn is answered. */
	async answered() {
		await expect(this.card.getByRole('progressbar', { name: 'Lifting' })).toHaveCount(0, {
			timeout: 30_000,
		})
	}

	async box(from: Point, to: Point) {
		await this.bench.drag(from, to)
		await expect(this.keep).toBeEnabled({ timeout: 30_000 })
	}

	async stroke([first, ...rest]: readonly Point[]) {
		await this.bench.press(first as Point)
		for (const p of rest) await this.bench.hover(p)
		const dabs = this.card.getByRole('list', { name: 'Dabs' }).getByRole('listitem')
		const before = await dabs.count()
		await this.bench.release()
		await expect(dabs).toHaveCount(before + 1)
		await this.answered()
	}
}

test('the lantern from a box and two strokes, kept in one step with its openings', async ({
	bench,
	page,
}) => {
	const lift = new Lift(bench, page)
	const pieces = page.getByRole('region', { name: 'Pieces' })
	await bench.beginPhoto('Storm lantern', { width: 2000, height: 1500 })
	await lift.take()
	await lift.box([610, 60], [1330, 1440])
	await expect(lift.card.getByRole('status')).toContainText('outlines')
	await page.keyboard.down('t')
	await lift.stroke(SHADOW)
	await page.keyboard.up('t')
	await lift.stroke(GRIP)
	// Nothing is the sheet's until it is kept.
	await expect(pieces).toContainText('None yet')
	await bench.key('Enter')
	await expect(pieces).toContainText('Piece 1')
	await expect(pieces).toContainText(/opening/i)
	const svg = await bench.exported()
	expect(await overlapWithMask(svg, LANTERN_MASK)).toBeGreaterThan(0.95)
	const other = svg.replace(/fill-rule="evenodd"/g, 'fill-rule="nonzero"')
	expect(other).not.toBe(svg)
	expect(await overlapWithMask(other, LANTERN_MASK)).toBeGreaterThan(0.95)
	await bench.key('Control+z')
	await expect(pieces).toContainText('None yet')
})

test('Esc leaves nothing; a box over nothing says why; the next box keeps the one before', async ({
	bench,
	page,
}) => {
	const lift = new Lift(bench, page)
	const pieces = page.getByRole('region', { name: 'Pieces' })
	await bench.beginPhoto('Teapot', { width: 920, height: 690 })
	await lift.take()
	await lift.box([30, 50], [890, 640])
	await bench.key('Escape')
	await expect(lift.keep).toBeDisabled()
	await expect(pieces).toContainText('None yet')
	await bench.drag([300, 300], [302, 301])
	await expect(lift.keep).toBeDisabled()
	await test.step('a box beside the photo', async () => {
		await bench.drag([100, -60], [220, -15])
		await expect(bench.canvas).toHaveAttribute('aria-description', /No photo|outside/)
	})
	await lift.box([30, 50], [890, 640])
	await lift.answered()
	await bench.drag([905, 20], [915, 60])
	await expect(pieces).toContainText('Piece 1')
})

test('an area by its colour, held within the piece, in that colour', async ({ bench, page }) => {
	const lift = new Lift(bench, page)
	const pieces = page.getByRole('region', { name: 'Pieces' })
	await bench.beginPhoto('Teapot', { width: 920, height: 690 })
	await lift.take()
	await lift.box([30, 50], [890, 640])
	await bench.key('Enter')
	await expect(pieces).toContainText('Piece 1')
	await page.getByRole('switch', { name: 'By colour' }).click()
	await bench.click([470, 300])
	await expect(lift.keep).toBeEnabled()
	await bench.key('Enter')
	await expect(pieces).toContainText('Piece 2')
	expect(await bench.exported()).toMatch(/fill="#(?!22272e)[0-9a-f]{6}"/)
})

test('one of many: the moon out of a tray of props, half under the shears; then a reel beside it', async ({
	bench,
	page,
}) => {
	const lift = new Lift(bench, page)
	const pieces = page.getByRole('region', { name: 'Pieces' })
	await bench.beginPhoto('Tray of props', { width: 1200, height: 900 })
	await lift.take()
	await lift.box(MOON_BOX[0], MOON_BOX[1])
	await lift.answered()
	await page.keyboard.down('t')
	for (const blade of BLADES) await lift.stroke(blade)
	await page.keyboard.up('t')
	await bench.drag(REEL_BOX[0], REEL_BOX[1])
	await expect(pieces).toContainText('Piece 1')
	await bench.key('Escape')
	await expect(pieces).not.toContainText('Piece 2')
	expect(await overlapWithMask(await bench.exported(), TRAY_MOON_MASK)).toBeGreaterThan(0.95)
})
