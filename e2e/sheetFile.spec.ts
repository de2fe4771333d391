import type { Page } from '@playwright/test'
import { expect, TRIANGLE, test } from './bench'

/** Where files are asked for, this one is given: it lies in the browser's own folder. */
async function givesFile(page: Page, name: string): Promise<void> {
	await page.addInitScript((file) => {
		// A browser has both of them or none.
		Reflect.set(window, 'showOpenFilePicker', () => Promise.reject(new Error('Not asked for.')))
		Reflect.set(window, 'showSaveFilePicker', async () => {
			localStorage.setItem('asked', String(Number(localStorage.getItem('asked')) + 1))
			const folder = await navigator.storage.getDirectory()
			return folder.getFileHandle(file, { create: true })
		})
	}, name)
}

const timesAsked = (page: Page) => page.evaluate(() => Number(localStorage.getItem('asked')))

const written = (page: Page, name: string) =>
	page.evaluate(async (file) => {
		const folder = await navigator.storage.getDirectory()
		return (await (await folder.getFileHandle(file, { create: true })).getFile()).text()
	}, name)

const outlines = (file: string) => (file.match(/<path/g) ?? []).length

test('a sheet is saved to the same file again, also after the page was left', async ({
	bench,
	page,
}) => {
	await givesFile(page, 'lantern.sheet.svg')
	await bench.beginSample('Storm lantern')
	const save = async (pieces: number) => {
		await bench.canvas.focus()
		await bench.key('Control+s')
		await expect.poll(async () => outlines(await written(page, 'lantern.sheet.svg'))).toBe(pieces)
	}
	await bench.clickAll([...TRIANGLE, TRIANGLE[0]!])
	await save(1)
	await bench.clickAll([
		[600, 600],
		[800, 600],
		[800, 800],
		[600, 600],
	])
	await save(2)
	expect(await timesAsked(page)).toBe(1)
	await bench.saved()
	await page.reload()
	await bench.painted()
	await bench.clickAll([
		[1000, 200],
		[1200, 200],
		[1200, 400],
		[1000, 200],
	])
	await save(3)
	expect(await timesAsked(page)).toBe(1)
})

test('a file that a later version wrote says so before anything of it is opened', async ({
	bench,
	page,
}) => {
	await bench.beginSample('Storm lantern')
	await bench.clickAll([...TRIANGLE, TRIANGLE[0]!])
	const coming = page.waitForEvent('download')
	await bench.canvas.focus()
	await bench.key('Control+s')
	const file = await (await coming).createReadStream()
	const parts: Buffer[] = []
	for await (const part of file) parts.push(part)
	const text = Buffer.concat(parts).toString()
	const later = text.replace(/(&quot;version&quot;:)\d+/, '$199')
	expect(later === text).toBe(false)
	await page.goto('/')
	await expect(page.getByRole('article').first()).toBeVisible()
	const give = () =>
		bench.give('drop', page.getByRole('main'), {
			name: 'later.sheet.svg',
			type: 'image/svg+xml',
			content: Buffer.from(later),
		})
	const question = page.getByRole('dialog', { name: /written by a later version/ })
	await give()
	await question.getByRole('button', { name: 'Do not open' }).click()
	await expect(question).toBeHidden()
	await expect(page.getByRole('button', { name: /Choose a photo/ })).toBeEnabled()
	expect(page.url()).not.toContain('/sheet/')
	await give()
	await question.getByRole('button', { name: 'Open what this version knows' }).click()
	await page.waitForURL(/\/sheet\//)
	await expect(bench.canvas).toHaveAttribute('aria-label', /, 1 pieces?$/)
})
