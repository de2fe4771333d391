import AxeBuilder from '@axe-core/playwright'
import type { Page } from '@playwright/test'
import { DRILLS, showingOf } from '../src/core/practice'
import { expect, test } from './bench'

test.describe.configure({ timeout: 120_000 })

/** What needs a card's buttons, or what is worked out beside the page: the rest is shown without a page. */
const IN_BROWSER = DRILLS.filter((drill) =>
	showingOf(drill).some(({ moves }) =>
		moves.some(({ do: what }) => what === 'press' || what === 'wait'),
	),
)

async function beginDrill(page: Page, name: string): Promise<void> {
	await page.goto('/practice')
	await page.getByRole('button', { name: new RegExp(`\\d+\\. ${name}`) }).click()
	await page.waitForURL(/\/sheet\/practice-/)
	await page.getByRole('button', { name: 'Show me' }).click()
}

for (const half of [0, 1])
	test(`what is shown of drills that need the page fills them, half ${half + 1}`, async ({
		page,
	}) => {
		for (const { name, id } of IN_BROWSER.filter((_, k) => k % 2 === half)) {
			await beginDrill(page, name)
			await page.getByRole('button', { name: 'At once' }).click()
			await expect(page.getByText('That is all.'), id).toBeVisible({ timeout: 40_000 })
			// While it is shown all else is away from who hears the page.
			await expect(page.locator('[aria-label="Drill"] [role="status"]'), id).toHaveText('Done')
		}
	})

test('a drill is shown step by step, forwards and back, and one’s own trace lies beneath as it was', async ({
	bench,
	page,
}) => {
	await page.goto('/practice')
	await page.getByRole('button', { name: /1\. Four corners/ }).click()
	await page.waitForURL(/practice-square/)
	await bench.painted()
	await bench.fitSheet({ width: 1000, height: 750 })
	await bench.key('Shift+G')
	await bench.clickAll([
		[300, 175],
		[700, 175],
	])
	const card = page.locator('[aria-label="Drill"]')
	await expect(card).toContainText('2 nodes')
	await card.getByRole('button', { name: 'Show me' }).click()
	const bar = page.getByRole('dialog', { name: 'How it is done: Four corners' })
	await bar.getByRole('button', { name: '4 ×' }).click()
	await expect(bar.getByRole('status')).toContainText('A corner is a click')
	await bar.getByRole('button', { name: 'Pause' }).click()
	await bar.getByRole('button', { name: 'One step on' }).click()
	const { violations } = await new AxeBuilder({ page }).analyze()
	expect(violations.map(({ id, nodes }) => [id, nodes[0]?.html])).toEqual([])
	await bar.getByRole('slider', { name: 'Step' }).fill('4')
	await expect(card).toContainText('4 nodes')
	await expect(bar.getByRole('status')).toContainText('it closes')
	await page.keyboard.press('Shift+Tab')
	await bar.getByRole('button', { name: 'One step back' }).click()
	await expect(card).toContainText('3 nodes')
	await page.keyboard.press('Escape')
	await expect(card).toContainText('2 nodes')
	await expect(card.getByRole('button', { name: 'Show me' })).toBeVisible()
	// It was shown, not done.
	await bench.saved()
	await card.getByRole('link', { name: 'All drills' }).click()
	await expect(page.getByText(/^0 of \d+ done$/)).toBeVisible()
})
