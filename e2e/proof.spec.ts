import { readSvg } from '../src/core/drawings'
import { emptySheet, formatSvg, newPiece, parsePathData, type Sheet } from '../src/core/index'
import { expect, test } from './bench'

test.describe.configure({ timeout: 90_000 })

/** A lantern's cage with an island, a neck of 2 px, an outline that crosses itself and one drawn twice. */
function spoilt(): Sheet {
	const paths = [
		'M20 20H180V180H20Z M40 40V160H160V40Z M80 80H120V120H80Z',
		'M220 20H280V99H320V20H380V180H320V101H280V180H220Z',
		'M220 200L380 280H220L380 200Z',
		'M20 200H100V280H20Z',
		'M100 280V200H20V280Z',
	]
	const pieces = paths.map((d, n) => newPiece(`Part ${n + 1}`, parsePathData(d)))
	return { ...emptySheet('Cage', 400, 300), pieces, mmPerPx: 0.5 }
}

test('what would spoil a cut is found, mended in one step or left by choice, sent out and cut', async ({
	bench,
	page,
}) => {
	await bench.beginDrawing('cage.svg', formatSvg(spoilt()))
	const card = page.getByRole('region', { name: 'Proof pass' })
	const track = page.getByRole('navigation', { name: 'Passes' })
	await expect(track.getByRole('button', { name: /Proof/ })).toContainText('to look at')
	await bench.pass('Proof')
	const kind = (name: string) => card.getByRole('region', { name })

	await test.step('each kind says what it is and why it matters', async () => {
		for (const name of ['Island', 'Thin neck', 'Crosses itself', 'The same outline twice'])
			await expect(kind(name)).toBeVisible()
		await kind('Thin neck').getByRole('button', { name: 'Show' }).click()
	})

	await test.step('all that can be mended is, in one step', async () => {
		await card.getByRole('button', { name: /^Mend \d+ findings$/ }).click()
		await expect(kind('Island')).toHaveCount(0)
		await expect(kind('Crosses itself')).toHaveCount(0)
		await expect(kind('The same outline twice')).toHaveCount(0)
		await expect(kind('Thin neck')).toBeVisible()
		await bench.key('Control+z')
		await expect(kind('Island')).toBeVisible()
		await bench.key('Control+Shift+z')
		await expect(kind('Island')).toHaveCount(0)
	})

	await test.step('what is left as it is stays away, and can be called back', async () => {
		await kind('Thin neck').getByRole('button', { name: 'Leave it' }).click()
		await expect(kind('Thin neck')).toHaveCount(0)
		await bench.saved()
		await page.reload()
		await expect(card.getByRole('button', { name: /left as it is: look again/ })).toBeVisible()
		await expect(kind('Thin neck')).toHaveCount(0)
		await card.getByRole('button', { name: /look again/ }).click()
		await expect(kind('Thin neck')).toBeVisible()
	})

	await test.step('what a limit says does not matter is no finding', async () => {
		await bench.type('Necks', '0.5')
		await expect(kind('Thin neck')).toHaveCount(0)
		await bench.type('Necks', '2')
		await expect(kind('Thin neck')).toBeVisible()
		await card.getByRole('combobox', { name: 'What the artwork is for' }).click()
		await page.getByRole('option', { name: 'For screen' }).click()
		await expect(kind('Thin neck')).toHaveCount(0)
	})

	await test.step('a thin neck is widened as far as the limit asks', async () => {
		await card.getByRole('combobox', { name: 'What the artwork is for' }).click()
		await page.getByRole('option', { name: 'For cutting' }).click()
		await bench.type('Necks', '2')
		await kind('Thin neck').getByRole('button', { name: 'Widen it' }).click()
		await expect(kind('Thin neck')).toHaveCount(0)
	})

	await test.step('looks: inverted, mirrored, on a colour', async () => {
		await bench.fitSheet({ width: 400, height: 300 })
		await card.getByRole('button', { name: 'Looks' }).click()
		expect(await bench.colourAt([30, 100])).toEqual([0, 0, 0])
		expect(await bench.colourAt([390, 100])).toEqual([255, 255, 255])
		await card.getByRole('combobox', { name: 'Shape' }).click()
		await page.getByRole('option', { name: 'White on black' }).click()
		await expect(page.getByRole('listbox')).toHaveCount(0)
		expect(await bench.colourAt([30, 100])).toEqual([255, 255, 255])
		await card.getByRole('switch', { name: 'Mirrored' }).click()
		await card.getByRole('switch', { name: /Without marks/ }).click()
		expect(await bench.colourAt([370, 100])).toEqual([255, 255, 255])
		expect(await bench.colourAt([10, 100])).toEqual([0, 0, 0])
		await card.getByRole('button', { name: 'Sizes' }).click()
		for (const size of [256, 16])
			await expect(page.getByRole('img', { name: `cage at ${size} px` })).toBeVisible()
	})

	await test.step('then it goes out in three formats', async () => {
		const { pieces } = readSvg(await bench.exported())
		expect(pieces).toHaveLength(4)
		const out = page.getByRole('region', { name: 'Export pass' })
		for (const format of ['PDF', 'DXF']) {
			await out.getByRole('combobox', { name: 'Format' }).click()
			await page.getByRole('option', { name: format, exact: true }).click()
			await expect(page.getByRole('listbox')).toHaveCount(0)
			const coming = page.waitForEvent('download')
			await out.getByRole('button', { name: `Save as ${format}` }).click()
			expect((await coming).suggestedFilename()).toBe(`cage.${format.toLowerCase()}`)
		}
	})

	await test.step('and is cut', async () => {
		await page.getByRole('button', { name: 'Cutting table' }).click()
		await page.getByRole('button', { name: 'To the table' }).click()
		const dialog = page.getByRole('dialog', { name: 'The cutting table' })
		await dialog.getByRole('combobox', { name: 'The stand-in runs' }).click()
		await page.getByRole('option', { name: 'At once' }).click()
		await expect(page.getByRole('listbox')).toHaveCount(0)
		await bench.beginToCut(dialog)
		await expect(dialog.getByRole('status')).toContainText('Done in', { timeout: 30_000 })
	})
})

test('as a stencil the shape is what is cut away: what falls is shown, and tied by bridges', async ({
	bench,
	page,
}) => {
	const letter = newPiece('O', parsePathData('M100 50H300V250H100Z M160 110V190H240V110Z'))
	await bench.beginDrawing(
		'stencil.svg',
		formatSvg({ ...emptySheet('Stencil', 400, 300), pieces: [letter], mmPerPx: 0.5 }),
	)
	await bench.pass('Proof')
	const card = page.getByRole('region', { name: 'Proof pass' })
	const pick = async (list: string, name: string) => {
		await card.getByRole('combobox', { name: list }).click()
		await page.getByRole('option', { name, exact: true }).click()
		await expect(page.getByRole('listbox')).toHaveCount(0)
	}
	const falls = card.getByRole('region', { name: 'Falls out of the stencil' })
	await pick('What the artwork is for', 'For a stencil')
	await expect(falls).toContainText('“O”')
	await bench.fitSheet({ width: 400, height: 300 })
	const inside = () => bench.colourAt([200, 150])
	const cardColour = [0xd3, 0xc3, 0xa1]
	await card.getByRole('button', { name: 'Looks' }).click()
	await pick('Shape', 'A stencil, and what falls')
	// The card round it is plain; what falls is red over it.
	await expect.poll(() => bench.colourAt([40, 150])).toEqual(cardColour)
	await expect.poll(async () => (await inside())[1]).toBeLessThan(0xa0)
	await card.getByRole('button', { name: 'Findings' }).click()
	await falls.getByRole('button', { name: 'With two bridges' }).click()
	await expect(falls).toHaveCount(0)
	await expect.poll(inside).toEqual(cardColour)
	const { pieces } = readSvg(await bench.exported())
	expect(pieces[0]?.contours).toHaveLength(2)

	await test.step('by count, width and place, and they stay while the opening changes', async () => {
		await bench.pass('Proof')
		await card.getByRole('button', { name: 'Bridges' }).click()
		await expect(card.getByText('What lies in this opening is held.')).toBeVisible()
		await card
			.getByRole('group', { name: 'Bridges for each opening' })
			.getByRole('button', { name: '1' })
			.click()
		await bench.type('Bridge width', '5 mm')
		const slider = card.getByRole('slider', { name: 'Bridge' })
		await slider.focus()
		await slider.press('Home')
		// At 0 % it sets off at the opening's first corner, and slides along its left side.
		for (let k = 0; k < 20; k++) await slider.press('ArrowRight')
		await expect(card.getByText('10 % round')).toBeVisible()
		// It sets off 44 px down the left side, as shares of the 320 px round.
		await expect.poll(() => bench.colourAt([130, 142])).toEqual(cardColour)
		expect((await bench.colourAt([130, 120]))[0]).toBeLessThan(0x60)
		// The opening, dragged down by its corner with the Nodes tool, takes its bridge along.
		await bench.drag([160, 190], [160, 230])
		await expect.poll(() => bench.colourAt([180, 215])).toEqual(cardColour)
		await bench.pass('Export')
		const again = readSvg(await bench.exported())
		expect(again.pieces[0]?.contours).toHaveLength(1)
		expect(again.pieces[0]?.contours[0]?.nodes).toHaveLength(12)
		await page.reload()
		await bench.pass('Proof')
		await expect(
			card.getByText('is held').or(card.getByRole('button', { name: 'Bridges' })),
		).not.toHaveCount(0)
		const [stored] = readSvg(await bench.exported()).pieces
		expect(stored?.contours[0]?.nodes).toHaveLength(12)
	})
})
