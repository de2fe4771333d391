import { readFile } from 'node:fs/promises'
import { unzipSync } from 'fflate'
import sharp from 'sharp'
import { keySheet } from '../src/core/formats/testing/keySheet'
import { overlapOfInk, seenEps, seenPdf, seenSvg } from '../src/core/formats/testing/readers'
import { formatSvg } from '../src/core/index'
import { expect, test } from './bench'

test.describe.configure({ timeout: 90_000 })

const KEY = formatSvg(keySheet())

test.beforeEach(async ({ bench }) => {
	await bench.beginDrawing('key.svg', KEY)
	await bench.pass('Export')
})

test('one key goes out in every format, and other programs find it as it was drawn', async ({
	bench,
	page,
}) => {
	const card = page.getByRole('region', { name: 'Export pass' })
	const pick = async (list: string, name: string) => {
		await card.getByRole('combobox', { name: list }).click()
		await page.getByRole('option', { name, exact: true }).click()
		await expect(page.getByRole('listbox')).toHaveCount(0)
	}
	const choose = (format: string) => pick('Format', format)
	const saved = async (format: string) => {
		const coming = page.waitForEvent('download')
		await card.getByRole('button', { name: `Save as ${format}` }).click()
		const download = await coming
		return { name: download.suggestedFilename(), bytes: await readFile(await download.path()) }
	}
	const truth = await seenSvg(KEY, 1600, 640)
	await expect(card.getByRole('img', { name: 'The page that goes out' })).toBeVisible()

	await test.step('PDF, twice as wide as it was', async () => {
		await choose('PDF')
		await expect(card.getByLabel('Width')).toHaveValue('100')
		await card.getByLabel('Width').fill('200')
		await page.keyboard.press('Enter')
		await expect(card.getByLabel('Height')).toHaveValue('80')
		const { name, bytes } = await saved('PDF')
		expect(name).toBe('key.pdf')
		expect(overlapOfInk(await seenPdf(bytes, 1600, 640), truth)).toBeGreaterThan(0.998)
		const [, width] = /MediaBox \[ ?0 0 ([\d.]+)/.exec(bytes.toString('latin1')) ?? []
		expect((Number(width) * 25.4) / 72).toBeCloseTo(200, 2)
	})

	await test.step('PDF, fitted into a page of A4', async () => {
		await pick('Page', 'Fitted into a page')
		await expect(card.getByLabel('Width')).toHaveValue('297')
		await bench.type('Margin', '20')
		const { bytes } = await saved('PDF')
		const [, ...size] = /MediaBox \[ ?0 0 ([\d.]+) ([\d.]+)/.exec(bytes.toString('latin1')) ?? []
		expect(size.map((side) => (Number(side) * 25.4) / 72)).toEqual([
			expect.closeTo(297, 2),
			expect.closeTo(210, 2),
		])
		await pick('Page', 'As large as the sheet')
	})

	await test.step('PDF for a printer: bleed, crop marks, layers by name', async () => {
		await pick('Bleed', '3 mm')
		await pick('Crop marks', 'At each corner')
		await pick('Layers', 'Pieces and groups by name')
		const { bytes } = await saved('PDF')
		const text = bytes.toString('latin1')
		expect(text).toMatch(/\/BleedBox/)
		expect(text).toMatch(/\/OCProperties/)
		const [, width] = /MediaBox \[ ?0 0 ([\d.]+)/.exec(text) ?? []
		expect((Number(width) * 25.4) / 72).toBeCloseTo(200 + 18, 2)
	})

	await test.step('pages to stick together, with a plan', async () => {
		await choose('PDF, tiled')
		await bench.type('Width', '500')
		const { name, bytes } = await saved('PDF, tiled')
		expect(name).toBe('key-pages.pdf')
		await bench.type('Width', '90000')
		await expect(card.getByText('no more than 400 are made')).toBeVisible()
		await expect(card.getByRole('button', { name: 'Save as PDF, tiled' })).toBeDisabled()
		await bench.type('Width', '500')
		// A key of half a metre by a fifth: three pages of A4 side by side, and their plan.
		expect(bytes.toString('latin1').match(/\/Type \/Page\b/g)).toHaveLength(4)
	})

	await test.step('a contact sheet', async () => {
		await choose('Contact sheet, SVG')
		const { name, bytes } = await saved('Contact sheet, SVG')
		expect(name).toBe('key-contact.svg')
		expect(bytes.toString('utf8')).toMatch(/<text[^>]*>\d+(\.\d)? × \d+(\.\d)? mm<\/text>/)
	})

	await test.step('EPS and DXF', async () => {
		await choose('EPS')
		const eps = await saved('EPS')
		const seen = await seenEps(eps.bytes, 1600 / ((100 * 72) / 25.4))
		expect(Math.abs(seen.width - 1600)).toBeLessThan(8)
		await choose('DXF')
		const dxf = await saved('DXF')
		expect(dxf.bytes.toString('latin1').match(/\nSPLINE\n/g)).toHaveLength(3)
	})

	await test.step('PNG of the artwork alone, one sees through beside it', async () => {
		await choose('PNG')
		await pick('Page', 'Cut to the artwork')
		await card.getByLabel('Width').fill('664')
		await page.keyboard.press('Enter')
		const { bytes } = await saved('PNG')
		const { data, info } = await sharp(bytes).raw().toBuffer({ resolveWithObject: true })
		expect([info.width, info.channels]).toEqual([664, 4])
		expect(data[3]).toBe(0)
		const ink = data.filter((_, i) => i % 4 === 3 && (data[i] ?? 0) > 127).length
		expect(ink / (info.width * info.height)).toBeGreaterThan(0.3)
		await pick('Behind it', 'White')
		const white = await sharp((await saved('PNG')).bytes).stats()
		expect(white.isOpaque).toBe(true)
	})

	await test.step('a set of icons in one file', async () => {
		await choose('Set of icons')
		const { name, bytes } = await saved('Set of icons')
		expect(name).toBe('key.zip')
		const icons = unzipSync(new Uint8Array(bytes))
		expect(Object.keys(icons)).toHaveLength(8)
		const { width, height } = await sharp(Buffer.from(icons['key-48.png'] ?? [])).metadata()
		expect([width, height]).toEqual([48, 48])
	})

	await test.step('the sheet itself, opened again', async () => {
		await choose('SVG with everything')
		const { name, bytes } = await saved('SVG with everything')
		expect(name).toBe('key.sheet.svg')
		const address = page.url()
		await bench.beginDrawing(name, bytes)
		expect(page.url()).not.toBe(address)
		await expect(page.getByRole('region', { name: 'Pieces' })).toContainText('23 nodes')
		await bench.pass('Export')
	})

	await test.step('SVG on the clipboard', async () => {
		await page.context().grantPermissions(['clipboard-read', 'clipboard-write'])
		await choose('SVG')
		await card.getByRole('button', { name: 'Copy' }).click()
		await expect(page.getByText('SVG is on the clipboard.')).toBeVisible()
		const text = await page.evaluate(() => navigator.clipboard.readText())
		expect(text).toContain('<title>Key</title>')
	})
})

test('lengths stay in the unit they were set in', async ({ bench, page }) => {
	const card = page.getByRole('region', { name: 'Export pass' })
	await card.getByRole('combobox', { name: 'Unit' }).click()
	await page.getByRole('option', { name: 'cm' }).click()
	await bench.type('Width', '12')
	await bench.pass('Colour')
	await bench.pass('Export')
	await expect(card.getByRole('combobox', { name: 'Unit' })).toHaveText('cm')
	await expect(card.getByLabel('Width')).toHaveValue('12')
})
