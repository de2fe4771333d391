import { readFile } from 'node:fs/promises'
import { keySheet } from '../src/core/formats/testing/keySheet'
import { formatSvg } from '../src/core/index'
import { lengthOf, readGcode } from '../src/core/table/readGcode'
import { type Bench, expect, test } from './bench'

test.describe.configure({ timeout: 90_000 })

async function open(bench: Bench, svg: string): Promise<void> {
	await bench.beginDrawing('key.svg', svg)
	await bench.pass('Export')
	await bench.page.getByRole('button', { name: 'Cutting table' }).click()
}

test('three keys are nested, cut on the table while one watches, paused and done', async ({
	bench,
	page,
}) => {
	await open(bench, formatSvg(keySheet()))
	const card = page.getByRole('region', { name: 'Export pass' })
	await card.getByLabel('Copies').fill('3')
	await page.keyboard.press('Enter')
	await expect(card.getByText('Burns in')).toBeVisible()
	await expect(card.getByText('9 ×')).toBeVisible()

	await test.step('the program is saved, and another reader runs it', async () => {
		const coming = page.waitForEvent('download')
		await card.getByRole('button', { name: 'Save the G-code' }).click()
		const download = await coming
		expect(download.suggestedFilename()).toBe('key.nc')
		const motions = readGcode(await readFile(await download.path(), 'utf8'))
		const cut = motions.filter(({ what }) => what === 'cut')
		// Three keys of some 320 mm round, their openings among it.
		expect(cut.reduce((sum, one) => sum + lengthOf(one), 0)).toBeGreaterThan(600)
		expect(cut.every(({ to }) => to[0] >= 0 && to[0] <= 600 && to[1] >= 0 && to[1] <= 400)).toBe(
			true,
		)
	})

	await card.getByRole('button', { name: 'To the table' }).click()
	const dialog = page.getByRole('dialog', { name: 'The cutting table' })
	await bench.beginToCut(dialog)
	await dialog.getByRole('button', { name: 'Pause' }).click()
	await expect(dialog.getByRole('status')).toContainText('Paused.')
	const held = await dialog.getByRole('status').textContent()
	await expect(dialog.getByRole('button', { name: 'Go on' })).toBeVisible()
	expect(await dialog.getByRole('status').textContent()).toBe(held)
	await dialog.getByRole('button', { name: 'Go on' }).click()
	await expect(dialog.getByRole('status')).toContainText('Done in', { timeout: 30_000 })
	await expect(dialog.getByRole('status')).toContainText('had been estimated')
})

test('what cannot be cut is said, and a table that is off', async ({ bench, page }) => {
	await open(
		bench,
		'<svg xmlns="http://www.w3.org/2000/svg" width="90mm" height="60mm" viewBox="0 0 90 60"><path id="Ring" d="M5 5H45V45H5ZM10 10V40H40V10ZM20 20H30V30H20Z"/><path id="Wall" d="M50 10H80V40H50Z"/></svg>',
	)
	const card = page.getByRole('region', { name: 'Export pass' })
	await expect(card.getByText('“Ring” has an island that would fall out')).toBeVisible()
	await expect(card.getByRole('button', { name: 'To the table' })).toBeDisabled()
	await page.getByRole('button', { name: 'Delete Ring' }).click()
	await expect(card.getByRole('button', { name: 'To the table' })).toBeEnabled()
	await card.getByRole('button', { name: 'To the table' }).click()
	await page.route('**/api/table', (route) => route.abort())
	const dialog = page.getByRole('dialog', { name: 'The cutting table' })
	await dialog.getByRole('button', { name: 'Begin to cut' }).click()
	await expect(dialog.getByText('The table does not answer.')).toBeVisible()
	await page.unroute('**/api/table')
	await dialog.getByRole('combobox', { name: 'The stand-in runs' }).click()
	await page.getByRole('option', { name: 'As in life' }).click()
	await expect(page.getByRole('listbox')).toHaveCount(0)
	await bench.beginToCut(dialog)
	await dialog.getByRole('button', { name: 'Stop' }).click()
	await expect(dialog.getByRole('status')).toContainText('Stopped after')
	await dialog.getByRole('button', { name: 'Close' }).click()
	await expect(dialog).toHaveCount(0)
})

test('a table that is at work for a page that is gone is stopped from here', async ({
	bench,
	page,
}) => {
	await open(bench, formatSvg(keySheet()))
	const told: string[] = []
	let asked = 0
	await page.route('**/api/table', (route) =>
		route.fulfill(
			asked++ === 0
				? {
						status: 409,
						json: { problem: 'The table is at work on another program.', job: 'other' },
					}
				: { status: 201, json: { id: 'mine', seconds: 9 } },
		),
	)
	await page.route('**/api/table/*', (route) => {
		const request = route.request()
		if (request.method() === 'POST') {
			told.push(`${request.url().split('/').at(-1)} ${request.postDataJSON().action}`)
			return route.fulfill({ status: 204 })
		}
		const done = { state: 'done', head: [0, 0], line: 9, burning: false, gone: 9, seconds: 9 }
		return route.fulfill({ body: `${JSON.stringify(done)}\n` })
	})
	await page.getByRole('button', { name: 'To the table' }).click()
	const dialog = page.getByRole('dialog', { name: 'The cutting table' })
	await dialog.getByRole('button', { name: 'Begin to cut' }).click()
	await expect(dialog.getByText('at work on another program')).toBeVisible()
	await dialog.getByRole('button', { name: 'Stop that one, and cut this' }).click()
	await expect(dialog.getByRole('status')).toContainText('Done in')
	await expect(dialog.getByText('at work on another program')).toHaveCount(0)
	expect(told).toEqual(['other stop'])
})

test('what is seen is cut: pieces that overlap as one, a fold scored with what it lies on, on a bed of one’s own', async ({
	bench,
	page,
}) => {
	await open(
		bench,
		`<svg xmlns="http://www.w3.org/2000/svg" width="120mm" height="80mm" viewBox="0 0 120 80">
			<path id="Wing" d="M10 10H60V60H10Z"/><path id="Body" d="M50 20H100V50H50Z"/>
			<path id="Fold" fill="none" stroke="#000" d="M20 35H90"/></svg>`,
	)
	const card = page.getByRole('region', { name: 'Export pass' })
	const fact = (term: string) => card.getByText(term, { exact: true }).locator('+ dd')
	const plates = async () => {
		const coming = page.waitForEvent('download')
		await card.getByRole('button', { name: 'Save the G-code' }).click()
		const motions = readGcode(await readFile(await (await coming).path(), 'utf8'))
		const cut = motions.filter(({ what }) => what === 'cut')
		const powers = new Set(cut.map(({ power }) => power))
		const length = (power: number) =>
			cut.filter((one) => one.power === power).reduce((sum, one) => sum + lengthOf(one), 0)
		return { powers, length }
	}
	await test.step('as it is painted: a cross with a band over it, round once', async () => {
		await expect(fact('Parts')).toHaveText('1')
		await expect(fact('Burns in')).toHaveText('1 ×')
		expect((await plates()).powers).toEqual(new Set([80]))
	})
	await test.step('the fold is scored, before anything is cut', async () => {
		await page
			.getByRole('region', { name: 'Pieces' })
			.getByRole('button', { name: /^Fold/ })
			.click()
		await card.getByRole('combobox', { name: /^Along “Fold”/ }).click()
		await page.getByRole('option', { name: 'Score along' }).click()
		await expect(fact('Scored')).toHaveText('70 mm')
		const { powers, length } = await plates()
		expect([...powers]).toEqual([15, 80])
		expect(length(15)).toBeCloseTo(70, 1)
		// Round both together: 280 mm, the beam half its width outside, and a way in.
		expect(length(80)).toBeGreaterThan(280)
		expect(length(80)).toBeLessThan(283)
	})
	await test.step('the proof says what comes out otherwise, and mends it either way', async () => {
		await bench.pass('Proof')
		const overlap = page.getByRole('region', { name: 'Lies on another piece' })
		await expect(overlap).toContainText('“Wing”')
		// The fold is scored: how wide it is drawn does not matter.
		await expect(page.getByRole('region', { name: 'Line with a width' })).toHaveCount(0)
		await overlap.getByRole('button', { name: 'Cut the lower away' }).click()
		await expect(overlap).toHaveCount(0)
		await bench.key('Control+z')
		await expect(overlap).toBeVisible()
		await bench.pass('Export')
		await page.getByRole('button', { name: 'Cutting table' }).click()
	})
	await test.step('each whole is two parts', async () => {
		await card.getByRole('combobox', { name: /^Pieces that overlap/ }).click()
		await page.getByRole('option', { name: 'Each whole' }).click()
		await expect(fact('Parts')).toHaveText('2')
	})
	await test.step('a bed that is too small says so; it is kept for the next sheet', async () => {
		await card.getByRole('button', { name: /^Bed 600 × 400 mm/ }).click()
		await card.getByLabel('Bed’s width').fill('70')
		await card.getByLabel('Bed’s depth').fill('70')
		await page.keyboard.press('Enter')
		await expect(card.getByText('1 part finds no room on the bed.')).toBeVisible()
		await open(bench, formatSvg(keySheet()))
		await expect(card.getByRole('button', { name: /^Bed 70 × 70 mm/ })).toBeVisible()
		await card.getByRole('button', { name: /^Bed 70 × 70 mm/ }).click()
		await card.getByRole('button', { name: 'As the workshop’s table is' }).click()
		await card.getByRole('button', { name: 'To the table' }).click()
		const dialog = page.getByRole('dialog', { name: 'The cutting table' })
		await dialog.getByRole('combobox', { name: 'The stand-in runs' }).click()
		await page.getByRole('option', { name: 'At once' }).click()
		await expect(page.getByRole('listbox')).toHaveCount(0)
		await dialog.getByRole('button', { name: 'Begin to cut' }).click()
		await expect(dialog.getByRole('status')).toContainText('Done in')
	})
})
