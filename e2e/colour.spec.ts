import { expect, test } from './bench'

test.describe.configure({ timeout: 120_000 })

test('the teapot: its colour from the photo, a stroke of dots, shades of its own, sent out in them', async ({
	bench,
	page,
}) => {
	const card = page.getByRole('region', { name: 'Colour pass' })
	const pieces = page.getByRole('region', { name: 'Pieces' })
	await bench.beginPhoto('Teapot', { width: 920, height: 690 })
	await bench.key('2')
	await bench.key('l')
	await bench.drag([50, 85], [880, 655])
	await expect(page.getByRole('button', { name: 'Keep as a piece' })).toBeEnabled({
		timeout: 30_000,
	})
	await bench.key('Enter')
	await expect(pieces).toContainText('Piece 1')
	await bench.key('6')
	await expect(card).toBeVisible()
	await card.getByRole('button', { name: 'Colour under it' }).click()
	const hex = card.getByLabel('Fill colour')
	await expect(hex).not.toHaveValue('#22272e')

	await test.step('a colour out of the ring, for the stroke by its key', async () => {
		const under = await hex.inputValue()
		await bench.key('w')
		await bench.hover([300, 300])
		await bench.click([300, 300])
		await expect(hex).not.toHaveValue(under)
		await bench.key('Control+z')
		await expect(hex).toHaveValue(under)
		await page.keyboard.down('i')
		await bench.click([600, 560])
		await page.keyboard.up('i')
		await card.getByRole('button', { name: 'Stroke', exact: true }).click()
		await expect(card.getByLabel('Stroke colour')).toBeVisible()
		await card.getByLabel('Stroke width').fill('6')
		await page.keyboard.press('Enter')
		await card.getByRole('combobox', { name: 'Line' }).click()
		await page.getByRole('option', { name: 'Dots' }).click()
		await expect(card.getByLabel('Dashes and gaps, px')).toHaveValue('0 12')
	})

	await test.step('a gradient, drawn over the piece and given a third colour', async () => {
		await card.getByRole('button', { name: 'Fill', exact: true }).click()
		await card.getByRole('radio', { name: 'Gradient' }).click()
		await bench.drag([350, 200], [520, 560])
		await card.getByRole('button', { name: 'Add a stop' }).click()
		await card.getByRole('button', { name: 'Stop 2 at 50 %' }).click()
		await card.getByLabel('Colour of stop 2').fill('d98e04')
		await page.keyboard.press('Enter')
	})

	await test.step('the gradient that is nearest to the photo under it', async () => {
		await card.getByRole('button', { name: 'Gradient under it' }).click()
		await expect(card.getByLabel('Colour of stop 2')).not.toHaveValue('#d98e04')
		await expect(card.getByRole('combobox', { name: 'Fill is' })).toContainText('gradient')
		await bench.key('Control+z')
		await expect(card.getByLabel('Colour of stop 2')).toHaveValue('#d98e04')
	})

	await test.step('a pattern, and back', async () => {
		await card.getByRole('combobox', { name: 'Fill is' }).click()
		await page.getByRole('option', { name: 'Pattern' }).click()
		await card.getByLabel('Spacing').fill('24')
		await page.keyboard.press('Enter')
		await card.getByRole('switch', { name: 'Ground beneath' }).click()
		await expect(card.getByLabel('Colour of the ground')).toBeVisible()
		for (let n = 0; n < 3; n++) await bench.key('Control+z')
		await expect(card.getByLabel('Colour of stop 2')).toHaveValue('#d98e04')
	})

	await test.step('shades, kept as pieces in one step', async () => {
		await card.getByRole('button', { name: 'Shades' }).click()
		await expect(card.getByRole('status')).toContainText('5 shades', { timeout: 30_000 })
		await card.getByRole('button', { name: 'Keep as pieces' }).click()
		await expect(pieces).toContainText('Shade 5')
	})

	await test.step('what is filled with a gradient is listed with it', async () => {
		const lists = pieces.locator('svg linearGradient')
		await expect(lists).toHaveCount(1)
		await expect(lists.locator('stop').nth(1)).toHaveAttribute('stop-color', '#d98e04')
	})

	await test.step('a ground for all of it', async () => {
		await card.getByRole('button', { name: 'Background' }).click()
		await card.getByRole('combobox', { name: 'Background is' }).click()
		await page.getByRole('option', { name: 'Flat' }).click()
		// At first it is white: artwork in ink is seen on it.
		await expect(card.getByLabel('Background colour')).toHaveValue('#ffffff')
		await card.getByLabel('Background colour').fill('#f0e6d0')
		await page.keyboard.press('Enter')
		await bench.key('8')
		await expect.poll(() => bench.colourAt([20, 20])).toEqual([0xf0, 0xe6, 0xd0])
	})

	const svg = await bench.exported()
	expect(svg).toContain('<rect width="920" height="690" fill="#f0e6d0"/>')
	expect(svg).toContain('stroke-dasharray="0 12"')
	expect(new Set(svg.match(/fill="#[\da-f]{6}"/g)).size).toBe(6)
	expect(svg).toContain('stop-color="#d98e04"')
	expect(svg).toMatch(/<linearGradient[^>]* x1="3[45]\d[^>]* x2="5[12]\d/)
	expect(svg).toMatch(/<path fill="url\(#gradient\)"/)
	for (let n = 0; n < 3; n++) await bench.key('Control+z')
	await expect(pieces).not.toContainText('shade')
})
