import { expect, test } from './bench'
import { differenceInside } from './truth'

test.describe.configure({ timeout: 180_000 })

const PHOTO = { width: 1080, height: 810 }

/** The stall's fruit, drawn round with a box each; their stalks are lifted with them. */
const THINGS = [
	{ name: 'Pear', from: [570, 62], to: [968, 682], shades: 5 },
	{ name: 'Apple', from: [86, 168], to: [612, 712], shades: 6 },
	{ name: 'Leaf', from: [68, 140], to: [382, 312], shades: 2 },
] as const

test('painted fruit, coloured from its photo in groups of shades, sent out and compared with the photo', async ({
	bench,
	page,
}) => {
	const card = page.getByRole('region', { name: 'Colour pass' })
	const pieces = page.getByRole('region', { name: 'Pieces' })
	await bench.beginPhoto('Painted fruit', PHOTO)
	await bench.key('2')
	await bench.key('l')
	for (const [i, { name, from, to }] of THINGS.entries()) {
		await bench.drag(from, to)
		await expect(page.getByRole('button', { name: 'Keep as a piece' })).toBeEnabled({
			timeout: 30_000,
		})
		await bench.key('Enter')
		const row = pieces.getByRole('button', { name: new RegExp(`^Piece ${i + 1}`) })
		await row.press('F2')
		await pieces.getByLabel('Piece name').fill(name)
		await page.keyboard.press('Enter')
		await expect(pieces).toContainText(name)
	}
	await bench.key('6')
	for (const { name, shades } of THINGS) {
		await pieces.getByRole('button', { name: new RegExp(`^${name} `) }).click()
		await card.getByRole('button', { name: 'Colour under it' }).click()
		const heading = card.getByRole('button', { name: 'Shades', exact: true })
		if ((await heading.getAttribute('aria-expanded')) !== 'true') await heading.click()
		await card.getByRole('slider', { name: 'Shades' }).fill(String(shades))
		await expect(card.getByRole('status')).toContainText(`${shades} shades`, { timeout: 30_000 })
		await card.getByRole('button', { name: 'Keep as pieces' }).click()
		await expect(pieces).toContainText(`Shades of ${name}`)
	}

	await test.step('a group folds, hides and moves as one, and comes back', async () => {
		await pieces.getByRole('button', { name: 'Fold Shades of Apple' }).click()
		await expect(pieces.getByText('Shade 6')).toHaveCount(0)
		await pieces.getByRole('button', { name: 'Hide Shades of Apple' }).click()
		await expect(pieces.getByRole('button', { name: 'Show Shades of Apple' })).toBeVisible()
		await bench.key('Control+z')
		await expect(pieces.getByRole('button', { name: 'Hide Shades of Apple' })).toBeVisible()
		const row = pieces.getByRole('button', { name: /^Shades of Apple/ })
		await row.press('Alt+ArrowDown')
		await row.press('Alt+ArrowUp')
	})

	const svg = await bench.exported()
	expect(svg.match(/<path /g)?.length).toBeGreaterThanOrEqual(8)
	expect(svg).toContain('<title>Shades of Apple</title>')
	const difference = await differenceInside(svg, 'fruit', ['fruit', 'fruit-pear', 'fruit-leaf'])
	test
		.info()
		.annotations.push({ type: 'mean OKLab difference', description: difference.toFixed(4) })
	expect(difference).toBeLessThan(0.06)
})
