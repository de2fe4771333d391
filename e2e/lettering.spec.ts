import type { Page } from '@playwright/test'
import { readSvg } from '../src/core/drawings'
import type { Point } from '../src/core/geometry/point'
import { fontFiles } from '../src/core/letter/testing/fonts'
import { nestingOf } from '../src/core/path/nesting'
import { type Bench, expect, test } from './bench'

test.describe.configure({ timeout: 120_000 })

/** An arch over the lantern, from left to right. */
const ARCH: readonly (readonly [at: Point, out: Point])[] = [
	[
		[420, 700],
		[460, 200],
	],
	[
		[960, 60],
		[1250, 60],
	],
	[
		[1500, 700],
		[1500, 900],
	],
]

async function drawArch(bench: Bench) {
	await bench.tool('Pen D')
	for (const [at, out] of ARCH) await bench.drag(at, out)
	await bench.key('Enter')
	await bench.key('Escape')
}

async function type(bench: Bench, page: Page, at: Point, text: string) {
	await bench.tool("Lettering '")
	await bench.click(at)
	await expect(page.getByRole('textbox', { name: 'Words' })).toBeFocused()
	await page.keyboard.type(text)
	await expect(page.getByRole('region', { name: 'Pieces' })).toContainText(
		text.split('\n')[0] ?? '',
	)
}

const boxOf = (svg: string, name: string) => {
	const piece = readSvg(svg).pieces.find((one) => one.name.startsWith(name))
	const all = piece?.contours.flatMap(({ nodes }) => nodes.map(({ at }) => at)) ?? []
	const xs = all.map(([x]) => x)
	const ys = all.map(([, y]) => y)
	return {
		minX: Math.min(...xs),
		maxX: Math.max(...xs),
		minY: Math.min(...ys),
		maxY: Math.max(...ys),
	}
}

test('words are typed on the canvas, chosen, changed, and undone as one step', async ({
	bench,
	page,
}) => {
	await bench.beginSample('Storm lantern')
	await type(bench, page, [300, 700], 'Winter play')
	const pieces = page.getByRole('region', { name: 'Pieces' })
	await expect(pieces).toContainText('Winter play')
	// The letters are chosen by a double click, and typed over.
	await bench.hover([700, 660])
	await page.mouse.dblclick(...bench.on([420, 660]))
	await page.keyboard.type('Summer')
	await expect(pieces).toContainText('Summer play')
	await page.keyboard.press('End')
	await page.keyboard.press('Enter')
	await page.keyboard.type('in the yard')
	await expect(pieces).toContainText('Summer play in the yard')
	await page.keyboard.press('Escape')
	await expect(bench.canvas).toBeFocused()
	await bench.key('Control+z')
	await bench.key('Control+z')
	await bench.saved()
	await page.reload()
	await bench.painted()
	await expect(pieces).toContainText(/Winter play|None yet/)
})

test('along an outline: they follow it, and are slid and lifted by their handles', async ({
	bench,
	page,
}) => {
	await bench.beginSample('Storm lantern')
	await drawArch(bench)
	await type(bench, page, [455, 500], 'The Lantern Booth')
	await page.keyboard.press('Escape')
	const first = boxOf(await bench.exported(), 'The')
	expect(first.minX).toBeLessThan(480)
	expect(first.minY).toBeLessThan(200)
	await bench.key('2')
	const card = page.getByRole('region', { name: 'Rough pass' })
	await page.getByRole('region', { name: 'Pieces' }).getByText('The Lantern Booth').click()
	await expect(card.getByLabel('Start')).toBeVisible()
	const start = Number(await card.getByLabel('Start').inputValue())
	await bench.drag([455, 500], [560, 290])
	await expect(card.getByLabel('Start')).not.toHaveValue(String(start))
	expect(Number(await card.getByLabel('Start').inputValue())).toBeGreaterThan(start + 100)
	// The outline is bent: the words go along, in the same step.
	await bench.key('e')
	await bench.drag([960, 60], [960, 260])
	const bent = boxOf(await bench.exported(), 'The')
	expect(bent.minY).toBeGreaterThan(first.minY + 60)
	await bench.key('2')
	await bench.key('Control+z')
	expect(boxOf(await bench.exported(), 'The').minY).toBeLessThan(bent.minY - 60)
})

test('into a shape and between two outlines, with bridges, made into pieces for cutting', async ({
	bench,
	page,
}) => {
	await bench.beginSample('Storm lantern')
	const card = page.getByRole('region', { name: 'Rough pass' })
	await bench.tool('Pen D')
	await bench.clickAll([
		[300, 200],
		[1700, 200],
		[1700, 800],
		[300, 800],
		[300, 200],
	])
	await bench.key('Escape')
	await type(bench, page, [500, 1200], 'BOOTH & PLAY')
	await page.keyboard.press('Escape')
	await card.getByRole('combobox', { name: 'Words go' }).click()
	await page.getByRole('option', { name: 'into a shape' }).click()
	// The list fades, and takes presses until it is gone.
	await expect(page.locator('.MuiModal-root')).toHaveCount(0)
	await expect(card.getByRole('status')).toContainText('Click the closed outline')
	await bench.click([1000, 200])
	await expect(card.getByRole('slider', { name: 'Room at the edge' })).toBeVisible()
	await card.getByRole('switch', { name: 'Stencil bridges' }).click()
	const filled = boxOf(await bench.exported(), 'BOOTH')
	expect(filled.minX).toBeGreaterThan(300)
	expect(filled.maxX).toBeLessThan(1700)
	expect(filled.maxX - filled.minX).toBeGreaterThan(1100)
	await bench.key('2')
	await page.getByRole('region', { name: 'Pieces' }).getByText('BOOTH & PLAY').click()
	await card.getByRole('button', { name: 'Each letter' }).click()
	const pieces = page.getByRole('region', { name: 'Pieces' })
	await expect(pieces.getByText('T', { exact: true })).toBeVisible()
	await bench.pass('Cut')
	await expect(page.getByRole('navigation', { name: 'Passes' })).not.toContainText(/opening/)
})

test('a booth’s sign round the lantern’s arch is made for the table, and cut', async ({
	bench,
	page,
}) => {
	await bench.beginSample('Storm lantern')
	await drawArch(bench)
	await type(bench, page, [455, 500], 'BOOTH OF ABODE')
	await page.keyboard.press('Escape')
	const card = page.getByRole('region', { name: 'Rough pass' })
	await card.getByRole('combobox', { name: 'Font' }).click()
	await page.getByRole('option', { name: /Alfa Slab One/ }).click()
	await expect(page.locator('.MuiModal-root')).toHaveCount(0)
	await card.getByRole('switch', { name: 'Stencil bridges' }).click()
	await bench.type('Bridge width', '9')
	await expect(page.getByRole('region', { name: 'Pieces' })).toContainText('words in Alfa Slab One')
	await card.getByRole('button', { name: 'All as one' }).click()
	const words = page.getByRole('region', { name: 'Pieces' }).getByText('BOOTH OF ABODE')
	await expect(words).toBeVisible()
	// The arch was a help: it goes.
	await page.getByRole('button', { name: 'Delete Piece 1' }).click()
	await bench.pass('Cut')
	await expect(page.getByText('“BOOTH OF ABODE” has no opening')).toBeVisible()
	await bench.pass('Proof')
	const proof = page.getByRole('region', { name: 'Proof pass' })
	await proof.getByRole('combobox', { name: 'What the artwork is for' }).click()
	await page.getByRole('option', { name: 'For cutting' }).click()
	await expect(page.locator('.MuiModal-root')).toHaveCount(0)
	await expect(proof.getByRole('progressbar')).toHaveCount(0, { timeout: 30_000 })
	for (const name of ['Island', 'Crosses itself', 'Open'])
		await expect(proof.getByRole('region', { name })).toHaveCount(0)
	const svg = await bench.exported()
	expect(nestingOf(readSvg(svg).pieces[0]!).filter(({ role }) => role === 'opening')).toEqual([])
	await page.getByRole('button', { name: 'Cutting table' }).click()
	await page.getByRole('button', { name: 'To the table' }).click()
	const dialog = page.getByRole('dialog', { name: 'The cutting table' })
	await bench.beginToCut(dialog)
})

test('words go between two outlines, and between two nodes of one', async ({ bench, page }) => {
	await bench.beginSample('Storm lantern')
	await drawArch(bench)
	await bench.tool('Pen D')
	await bench.drag([420, 1000], [700, 1100])
	await bench.drag([1500, 1000], [1800, 900])
	await bench.key('Enter')
	await bench.key('Escape')
	await type(bench, page, [300, 1350], 'PUPPETS')
	await page.keyboard.press('Escape')
	const card = page.getByRole('region', { name: 'Rough pass' })
	await card.getByRole('combobox', { name: 'Words go' }).click()
	await page.getByRole('option', { name: 'between two outlines' }).click()
	await expect(page.locator('.MuiModal-root')).toHaveCount(0)
	await bench.click([960, 60])
	await expect(card.getByRole('status')).toContainText('beneath')
	await bench.click([420, 1000])
	await expect(card.getByRole('combobox', { name: 'Words go' })).toHaveText('between two outlines')
	const bent = boxOf(await bench.exported(), 'PUPPETS')
	expect(bent.minY).toBeLessThan(120)
	expect(bent.maxY).toBeGreaterThan(950)
	expect(bent.minX).toBeGreaterThan(400)
	expect(bent.maxX).toBeLessThan(1520)
	// Two edges of their own, a wave: bent like any outline.
	await bench.key('2')
	await page.getByRole('region', { name: 'Pieces' }).getByText('PUPPETS').click()
	await card.getByRole('button', { name: 'Wave' }).click()
	await expect(page.getByRole('region', { name: 'Pieces' })).toContainText('Envelope of PUPPETS')
})

test('a font is brought in, said what its maker allows, kept, and set in', async ({
	bench,
	page,
}) => {
	await bench.beginSample('Storm lantern')
	await type(bench, page, [300, 700], 'Ahoy')
	await page.keyboard.press('Escape')
	const card = page.getByRole('region', { name: 'Rough pass' })
	const bring = async (name: string, buffer: Buffer) => {
		await card.getByRole('combobox', { name: 'Font' }).click()
		const choosing = page.waitForEvent('filechooser')
		await page.getByRole('option', { name: /Bring a font in/ }).click()
		await (await choosing).setFiles({ name, mimeType: 'font/woff2', buffer })
		await expect(page.locator('.MuiModal-root')).toHaveCount(0)
	}
	await bring('torn.woff2', Buffer.from('wOF2 but nothing of one'))
	await expect(page.getByRole('alert').filter({ hasText: 'font' })).toContainText(
		'torn: it cannot be unpacked. Nothing was changed.',
	)
	await bring('rye.woff2', fontFiles('rye')[0]!)
	await expect(page.getByRole('region', { name: 'Pieces' })).toContainText('words in Rye')
	await expect(card).toContainText('lets it be used and embedded')
	await bench.saved()
	await page.reload()
	await bench.painted()
	await bench.key('2')
	await bench.tool("Lettering '")
	await card.getByRole('combobox', { name: 'Font' }).click()
	await expect(page.getByRole('option', { name: 'Rye' })).toHaveCount(2)
})

test('text of a drawing that is opened comes in as words that can be typed in', async ({
	bench,
	page,
}) => {
	await bench.beginDrawing(
		'sign.svg',
		'<svg xmlns="http://www.w3.org/2000/svg" width="900" height="500"><text x="80" y="260" font-family="Rye" font-size="120">Lantern</text><rect x="80" y="320" width="600" height="20"/></svg>',
	)
	await expect(page.getByRole('region', { name: 'Pieces' })).toContainText('Lantern')
	await bench.painted()
	await bench.fitSheet({ width: 900, height: 500 })
	await bench.key('2')
	await bench.tool("Lettering '")
	await bench.click([120, 250])
	await expect(page.getByRole('textbox', { name: 'Words' })).toBeFocused()
	await bench.key('End')
	await page.keyboard.type('s')
	await expect(page.getByRole('region', { name: 'Pieces' })).toContainText('Lanterns')
	await bench.key('Escape')
	const { maxX } = boxOf(await bench.exported(), 'Lanterns')
	expect(maxX).toBeGreaterThan(600)
})
