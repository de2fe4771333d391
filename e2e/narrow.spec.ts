import type { Page } from '@playwright/test'
import { expect, test } from './bench'

/** Buttons, fields and links that show but lie outside the window, or are too small for a finger. */
async function misfits(page: Page): Promise<string[]> {
	return page.evaluate(() => {
		const LEAST = 32
		const all = document.querySelectorAll<HTMLElement>(
			'button, a[href], [role="button"], [role="radio"], [role="tab"], input:not([type="range"])',
		)
		const found: string[] = []
		for (const element of all) {
			// A field's target is its frame, a switch's the whole of it.
			const target = element.closest<HTMLElement>('.MuiInputBase-root, .MuiSwitch-root') ?? element
			const { left, right, width, height } = target.getBoundingClientRect()
			if (width === 0 || height === 0 || !target.checkVisibility()) continue
			const name = element.getAttribute('aria-label') ?? element.textContent ?? element.tagName
			if (left < -1 || right > window.innerWidth + 1) found.push(`outside: ${name}`)
			if (matchMedia('(pointer: coarse)').matches && Math.min(width, height) < LEAST)
				found.push(`${Math.round(width)} × ${Math.round(height)}: ${name}`)
		}
		if (document.documentElement.scrollWidth > window.innerWidth) found.push('the page scrolls')
		return found
	})
}

test.use({ hasTouch: true, isMobile: true })

for (const [width, height] of [
	[820, 1180],
	[1024, 700],
] as const)
	test(`${width} × ${height}: nothing lies outside, and a finger can hit what it should`, async ({
		bench,
		page,
	}) => {
		await page.setViewportSize({ width, height })
		await page.addInitScript(() => localStorage.setItem('skiagram:demo-laid-out', 'yes'))
		await page.goto('/')
		await expect(
			page.getByRole('button', { name: 'Begin a sheet with Storm lantern' }),
		).toBeVisible()
		expect(await misfits(page)).toEqual([])
		await page.setViewportSize({ width: 1280, height: 800 })
		await bench.beginSample('Storm lantern')
		await page.setViewportSize({ width, height })
		await bench.fitSheet({ width: 2000, height: 1500 })
		const track = page.getByRole('navigation', { name: 'Passes' })
		const places = [
			[600, 300],
			[1300, 300],
			[1300, 900],
		] as const
		for (const p of [...places, places[0]]) await page.touchscreen.tap(...bench.on(p))
		const found: Record<string, string[]> = {}
		for (const pass of ['Photo', 'Rough', 'Refine', 'Thin', 'Cut', 'Colour', 'Proof', 'Export']) {
			const step = track.getByRole('button', { name: new RegExp(pass) })
			await step.tap()
			await expect(step).toHaveAttribute('aria-current', 'step')
			for (const drawer of ['Pass card', 'Pieces and numbers']) {
				const button = page.getByRole('button', { name: drawer })
				if (await button.isVisible()) await button.tap()
				const here = await misfits(page)
				if (here.length > 0) found[`${pass}, ${drawer}`] = here
			}
		}
		expect(found).toEqual({})
	})

test('in portrait the card goes once a tool is chosen, Esc closes it, and the buttons lie beside the sheet', async ({
	bench,
	page,
}) => {
	await bench.beginSample('Storm lantern')
	await page.setViewportSize({ width: 820, height: 1180 })
	const opener = page.getByRole('button', { name: 'Pass card' })
	const card = page.getByRole('region', { name: 'Rough pass' })
	await expect(card).toBeHidden()
	await opener.tap()
	await expect(card).toBeVisible()
	await expect(card.locator(':focus')).toHaveCount(1)
	await page.keyboard.press('Escape')
	await expect(card).toBeHidden()
	await opener.tap()
	await card.getByRole('radio', { name: /^Pen\b/ }).tap()
	await expect(card).toBeHidden()
	await bench.fitSheet({ width: 2000, height: 1500 })
	await page.touchscreen.tap(...bench.on([900, 700]))
	const rail = await page.getByRole('group', { name: 'Hold for the moment' }).boundingBox()
	const canvas = await bench.canvas.boundingBox()
	expect(rail && canvas && rail.x + rail.width <= canvas.x + 1).toBe(true)
	await expect(page.getByRole('status').first()).toContainText('Tap')
})
