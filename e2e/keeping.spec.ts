import type { BrowserContext, Page } from '@playwright/test'
import { expect, TRIANGLE, test } from './bench'

/** The ways of leaving a sheet; each gives the page on which one looks for it again. */
const LEAVING: readonly (readonly [
	string,
	(page: Page, context: BrowserContext) => Promise<Page>,
])[] = [
	[
		'the way home',
		async (page) => {
			await page.getByRole('link', { name: 'Your sheets' }).click()
			return page
		},
	],
	[
		'the browser’s Back',
		async (page) => {
			await page.goBack()
			return page
		},
	],
	[
		'reloading',
		async (page) => {
			await page.reload()
			return page
		},
	],
	[
		'closing the tab',
		async (page, context) => {
			await page.close()
			return context.newPage()
		},
	],
]

const shown = (page: Page) => page.getByRole('region', { name: 'Pieces' })

for (const [way, leave] of LEAVING) {
	test(`nothing is lost by ${way} right after an edit`, async ({ page, bench, context }) => {
		await bench.beginSample('Iron key')
		const address = page.url()
		await bench.clickAll(TRIANGLE)
		await bench.saved()
		// The fourth node is placed, and the sheet is left at once.
		await bench.click([260, 330])
		const next = await leave(page, context)
		await next.goto(address)
		await expect(shown(next).getByText('4 nodes, open')).toBeVisible()
		await expect(next.getByTestId('saved-state')).toHaveText('Saved')
		await next.reload()
		await expect(shown(next).getByText('4 nodes, open')).toBeVisible()
	})
}

test('the pass one was in is found again, however soon the sheet is left', async ({
	page,
	bench,
}) => {
	await bench.beginSample('Iron key')
	await bench.key('5')
	await page.getByRole('link', { name: 'Your sheets' }).click()
	await expect(page.getByRole('heading', { name: 'Your sheets' })).toBeVisible()
	await page.goBack()
	await expect(
		page.getByRole('navigation', { name: 'Passes' }).getByRole('button', { name: /Cut/ }),
	).toHaveAttribute('aria-current', 'step')
})

test('a tab that is closed in the midst of a drag keeps what was dragged', async ({
	page,
	bench,
	context,
}) => {
	await bench.beginSample('Iron key')
	const address = page.url()
	await bench.clickAll(TRIANGLE)
	await bench.key('Enter')
	await bench.key('e')
	await bench.saved()
	await bench.press([400, 400])
	await page.mouse.move(...bench.on([600, 500]), { steps: 6 })
	await page.close()
	const next = await context.newPage()
	await next.goto(address)
	await next.getByTestId('canvas').waitFor()
	await next.keyboard.press('3')
	await next.keyboard.press('Shift+n')
	await next.keyboard.press('Shift+n')
	const x = next.getByRole('textbox', { name: 'x', exact: true })
	// The photo is 1280 px wide, places are given as if it were 2000.
	await expect.poll(async () => Number(await x.inputValue())).toBeGreaterThan(350)
})

test('an edit undone before it was saved leaves the sheet saved', async ({ page, bench }) => {
	await bench.beginSample('Iron key')
	await bench.saved()
	await bench.click([200, 200])
	await bench.key('Control+z')
	await bench.saved()
	await expect(page.getByText('Not saved')).toBeHidden()
})

test('a pointer that the system takes away drops what it was doing', async ({ page, bench }) => {
	await bench.beginSample('Iron key')
	await bench.clickAll(TRIANGLE)
	await bench.key('Enter')
	await bench.key('e')
	const last = () => page.locator('[data-tip^="Undo"]').getAttribute('data-tip')
	const before = await last()
	await bench.press([400, 400])
	await page.mouse.move(...bench.on([700, 600]), { steps: 5 })
	await bench.canvas.dispatchEvent('pointercancel', { pointerId: 1, pointerType: 'mouse' })
	await bench.release()
	expect(await last()).toBe(before)
	await bench.click([400, 400])
	await expect(page.getByRole('textbox', { name: 'x', exact: true })).toHaveValue('256')
})

/** While `brokenWorkers` is set in the page, every new worker comes with a script that throws. */
async function breakWorkers(page: Page): Promise<void> {
	await page.addInitScript(() => {
		const Real = window.Worker
		const broken = () => Reflect.get(window, 'brokenWorkers') === true
		window.Worker = class extends Real {
			constructor(url: string | URL, options?: WorkerOptions) {
				const script = URL.createObjectURL(new Blob(['throw new Error("broken")']))
				super(broken() ? script : url, broken() ? {} : options)
			}
		}
	})
}

test('a worker that cannot work is said, with a way to try again, and nothing waits for ever', async ({
	page,
	bench,
}) => {
	await breakWorkers(page)
	await page.goto('/')
	await page
		.getByRole('article', { name: 'Watering can' })
		.getByRole('link', { name: 'Watering can' })
		.click()
	await bench.canvas.waitFor()
	await bench.painted()
	await page.evaluate(() => Reflect.set(window, 'brokenWorkers', true))
	await bench.canvas.focus()
	await bench.key('5')
	const pieces = page.getByRole('region', { name: 'Pieces' })
	await pieces.getByRole('button', { name: /^Watering can/ }).click()
	await pieces.getByRole('button', { name: /^Under the handle/ }).click({ modifiers: ['Control'] })
	const said = page.getByRole('alert').filter({ hasText: 'Combining' }).first()
	await expect(said).toContainText('Your sheet is as it was.')
	await page.getByRole('button', { name: 'Take apart into regions' }).click()
	await expect(page.getByRole('alert').filter({ hasText: 'Combining' })).not.toHaveCount(0)
	await page.evaluate(() => Reflect.set(window, 'brokenWorkers', false))
	await page.getByRole('button', { name: 'Try again' }).first().click()
	await expect(page.getByRole('button', { name: /^Cut out \d+ nodes/ })).toBeEnabled()
})

test('workers that end without a word are noticed at once, and the next ones do their work', async ({
	page,
	bench,
}) => {
	await page.goto('/')
	const card = page.getByRole('article', { name: 'Teapot' })
	await card.getByRole('link', { name: 'Teapot' }).click()
	await bench.painted()
	await bench.pass('Thin')
	const accept = page.getByRole('button', { name: /^Thin to \d+ nodes/ })
	await expect(accept).toBeEnabled()
	// As where the system takes their memory: nobody is told.
	for (const worker of page.workers()) await worker.evaluate(() => self.close()).catch(() => {})
	const before = await accept.innerText()
	const slider = page.getByRole('slider', { name: /deviation/i }).first()
	await slider.focus()
	for (let n = 0; n < 8; n++) await page.keyboard.press('ArrowRight')
	await expect(accept).not.toHaveText(before, { timeout: 10_000 })
	await expect(accept).toBeEnabled()
})
