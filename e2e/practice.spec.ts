import AxeBuilder from '@axe-core/playwright'
import { expect, test } from './bench'

test.describe.configure({ timeout: 90_000 })

const SQUARE = [
	[300, 175],
	[700, 175],
	[700, 575],
	[300, 575],
] as const

test('a drill is begun from home, judged where it is wrong, done, and kept; home does not list it', async ({
	bench,
	page,
}) => {
	await page.addInitScript(() => localStorage.setItem('skiagram:demo-laid-out', 'yes'))
	await page.goto('/')
	await page.getByRole('link', { name: 'Practice' }).click()
	await expect(page.getByRole('heading', { level: 1, name: 'Practice' })).toBeVisible()
	await expect(page.getByText(/^0 of \d+ done$/)).toBeVisible()
	await page.getByRole('button', { name: /1\. Four corners/ }).click()
	await page.waitForURL(/\/sheet\/practice-square/)
	await bench.painted()
	await bench.fitSheet({ width: 1000, height: 750 })
	await bench.key('Shift+G')
	const card = page.getByRole('region', { name: 'Drill' })
	await expect(card).toContainText('0 nodes, at most 4')

	// Once round with a corner beside its place: it is told where.
	await bench.clickAll([...SQUARE.slice(0, 3), [300, 520], SQUARE[0]])
	await bench.key('Escape')
	await expect(card).toContainText('4 nodes, at most 4')
	await card.getByRole('button', { name: 'Judge it' }).click()
	await expect(card.getByRole('list', { name: 'What differs' })).toContainText(/corner|edge|off/)
	await card.getByRole('button', { name: 'Put the answer away' }).click()

	// Begun again and done.
	await card.getByRole('button', { name: 'Again' }).click()
	await expect(card).toContainText('0 nodes, at most 4')
	await bench.tool('Pen D')
	await bench.clickAll([...SQUARE, SQUARE[0]])
	await bench.key('Escape')
	await expect(card.getByRole('status')).toHaveText('Done')
	await bench.saved()

	await card.getByRole('link', { name: 'All drills' }).click()
	await expect(page.getByText(/^1 of \d+ done$/)).toBeVisible()
	await expect(page.getByRole('button', { name: /1\. Four corners/ })).toContainText('Done')
	await page.getByRole('link', { name: 'All sheets' }).click()
	await expect(page.getByRole('button', { name: 'Choose a photo' })).toBeEnabled()
	await expect(page.getByText('Four corners')).toHaveCount(0)
})

test('what is there at first is mended: a limb taken in, with hints on the way', async ({
	bench,
	page,
}) => {
	await page.goto('/practice')
	await page.getByRole('button', { name: /A limb forgotten/ }).click()
	await page.waitForURL(/practice-limb/)
	await bench.painted()
	await bench.fitSheet({ width: 1000, height: 750 })
	await bench.key('Shift+G')
	const card = page.getByRole('region', { name: 'Drill' })
	await card.getByRole('button', { name: 'Hint' }).click()
	await expect(card).toContainText('hold A and click the outline')
	// Four nodes on the right side, the two in the middle pulled out.
	for (const y of [320, 430]) {
		await page.keyboard.down('a')
		await bench.click([540, y])
		await page.keyboard.up('a')
	}
	await page.keyboard.down('a')
	await bench.click([540, 350])
	await page.keyboard.up('a')
	await page.keyboard.down('a')
	await bench.click([540, 400])
	await page.keyboard.up('a')
	await bench.drag([540, 350], [730, 320])
	await bench.drag([540, 400], [730, 430])
	await expect(card.getByRole('status')).toHaveText('Done')
})

test('the shape of a day is the same for all who have its link; a link that names none says so', async ({
	bench,
	page,
}) => {
	await page.goto('/practice')
	await expect(page.getByRole('region', { name: 'The shape of the day' })).toContainText('trace it')
	await page.goto('/practice/daily?seed=class-3')
	await page.waitForURL(/\/sheet\/practice-daily-class-3/)
	await bench.painted()
	const card = page.getByRole('region', { name: 'Drill' })
	await expect(card).toContainText('The shape of class-3')
	await expect(card).toContainText('0 nodes')
	await page.goto('/practice/daily?seed=%2E%2E%2Fetc')
	await expect(page.getByRole('status')).toContainText('names no shape')
})

test('the page of drills is clean to who hears it, by day and by lamplight', async ({ page }) => {
	for (const scheme of ['light', 'dark'] as const) {
		await page.emulateMedia({ colorScheme: scheme })
		await page.goto('/practice')
		await expect(page.getByRole('region', { name: 'The shape of the day' })).toContainText(
			'trace it',
		)
		const { violations } = await new AxeBuilder({ page }).analyze()
		expect(violations.map(({ id, nodes }) => [id, nodes[0]?.html])).toEqual([])
	}
})
