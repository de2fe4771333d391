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
		'<svg xmlns="http://www.w3.org/2000/svg" width="90mm" height="60mm" viewBox="0 0 90 60"><path id="Slit" fill="none" stroke="#000" d="M10 10H40V40"/><path id="Wall" d="M50 10H80V40H50Z"/></svg>',
	)
	const card = page.getByRole('region', { name: 'Export pass' })
	await expect(card.getByText('“Slit” has an open outline')).toBeVisible()
	await expect(card.getByRole('button', { name: 'To the table' })).toBeDisabled()
	await page.getByRole('button', { name: 'Delete Slit' }).click()
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
