import type { Page } from '@playwright/test'
import { expect, test } from './bench'

test.describe.configure({ timeout: 150_000 })

/** Goes with Tab until what is focused is called so, and presses Enter on it. */
async function tabTo(page: Page, name: RegExp): Promise<void> {
	for (let n = 0; n < 150; n++) {
		const label = await page.evaluate(() => {
			const at = document.activeElement
			return `${at?.getAttribute('aria-label') ?? ''} ${at?.textContent ?? ''}`.trim()
		})
		if (name.test(label) && label.length < 200) return
		await page.keyboard.press('Tab')
	}
	throw new Error(`Tab does not come to ${name}.`)
}

async function press(page: Page, key: string, times = 1): Promise<void> {
	for (let n = 0; n < times; n++) await page.keyboard.press(key)
}

/** Moves the cross by so many px. */
async function move(page: Page, dx: number, dy: number): Promise<void> {
	for (const [by, back, on] of [
		[dx, 'ArrowLeft', 'ArrowRight'],
		[dy, 'ArrowUp', 'ArrowDown'],
	] as const) {
		const key = by < 0 ? back : on
		await press(page, `Shift+${key}`, Math.floor(Math.abs(by) / 10))
		await press(page, key, Math.abs(by) % 10)
	}
}

/** Places a node and pulls its handle by so many px; the cross is at the handle's end then. */
async function pull(page: Page, dx: number, dy: number): Promise<void> {
	await page.keyboard.down('p')
	await move(page, dx, dy)
	await page.keyboard.up('p')
}

test('five drills are found, done and left by keys alone', async ({ bench, page }) => {
	const card = page.locator('[aria-label="Drill"]')
	const begin = async (name: RegExp) => {
		await tabTo(page, name)
		await page.keyboard.press('Enter')
		await page.waitForURL(/practice-/)
		await bench.painted()
	}
	const isDone = async () => {
		await expect(card.getByRole('status')).toHaveText('Done')
		await tabTo(page, /^All drills/)
		await page.keyboard.press('Enter')
		await page.waitForURL(/practice$/)
	}
	/** The canvas shows all of the sheet, nothing snaps, and the cross is out in its middle. */
	const cross = async () => {
		await press(page, '0')
		await press(page, 'Shift+G')
		await press(page, 'Shift+Enter')
	}
	await page.goto('/practice')
	await expect(page.getByText(/^0 of \d+ done$/)).toBeVisible()

	await begin(/^1\. Four corners/)
	await cross()
	await move(page, -200, -200)
	for (const [dx, dy] of [
		[400, 0],
		[0, 400],
		[-400, 0],
		[0, -400],
	] as const) {
		await press(page, 'Enter')
		await move(page, dx, dy)
	}
	await press(page, 'Enter')
	await isDone()

	await begin(/^3\. An S of two nodes/)
	await cross()
	await move(page, -250, 185)
	await pull(page, 310, 0)
	await move(page, 190, -370)
	await pull(page, 310, 0)
	await press(page, 'Escape')
	await isDone()

	await begin(/^4\. Where a circle wants its four/)
	await cross()
	await move(page, 0, -200)
	await pull(page, 113, 0)
	await move(page, 92, 205)
	await pull(page, 0, 113)
	await move(page, -205, 92)
	await pull(page, -113, 0)
	await move(page, -92, -205)
	await pull(page, 0, -113)
	await move(page, 205, -92)
	await press(page, 'Enter')
	await isDone()

	await begin(/^14\. Thin to the knee/)
	await tabTo(page, /^Take the knee/)
	await page.keyboard.press('Enter')
	await expect(page.getByRole('button', { name: /^Thin to [4-6] nodes/ })).toBeEnabled()
	await tabTo(page, /^Thin to [4-6] nodes/)
	await page.keyboard.press('Enter')
	await isDone()

	await begin(/^25\. Ready for the table/)
	await expect(page.getByRole('button', { name: /^Mend \d/ })).toBeEnabled()
	await tabTo(page, /^Mend \d/)
	await page.keyboard.press('Enter')
	await isDone()
	await expect(page.getByText(/^5 of \d+ done$/)).toBeVisible()
})
