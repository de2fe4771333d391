import { readFile } from 'node:fs/promises'
import sharp from 'sharp'
import { expect, test } from './bench'

test.describe.configure({ timeout: 120_000 })

test('the pear is cut out of its photo, with a backdrop and a shadow, and as a mask', async ({
	bench,
	page,
}) => {
	await bench.beginPhoto('Painted fruit', { width: 1080, height: 810 })
	await bench.key('2')
	await bench.key('l')
	await bench.drag([570, 62], [968, 682])
	await expect(page.getByRole('button', { name: 'Keep as a piece' })).toBeEnabled({
		timeout: 30_000,
	})
	await bench.key('Enter')
	await bench.pass('Export')
	const card = page.getByRole('region', { name: 'Export pass' })
	await card.getByRole('button', { name: 'Cut-out of the photo' }).click()
	await expect(card.getByRole('img', { name: 'The cut-out' })).toBeVisible()
	const saved = async (name: string) => {
		const coming = page.waitForEvent('download')
		await card.getByRole('button', { name, exact: true }).click()
		const file = await readFile(await (await coming).path())
		return sharp(file).raw().toBuffer({ resolveWithObject: true })
	}

	await test.step('one sees through beside it, and it is at the photo’s own pixels', async () => {
		const { data, info } = await saved('Save as PNG')
		expect(info.channels).toBe(4)
		expect(data[3]).toBe(0)
		const { data: photo } = await sharp('public/photos/fruit.jpg')
			.removeAlpha()
			.raw()
			.toBuffer({ resolveWithObject: true })
		// A place well inside the pear has the photo's own colour, wherever the cut-out begins.
		const inside = photo.subarray(3 * (420 * 1080 + 800), 3 * (420 * 1080 + 800) + 3)
		const same = Array.from({ length: info.width * info.height }, (_, n) => n).some(
			(n) =>
				data[4 * n + 3] === 255 &&
				[0, 1, 2].every((c) => Math.abs((data[4 * n + c] ?? 0) - (inside[c] ?? 0)) <= 2),
		)
		expect(same).toBe(true)
	})

	await test.step('its mask is white where it is kept', async () => {
		const { data, info } = await saved('Save the mask')
		const white = Array.from(
			{ length: info.width * info.height },
			(_, n) => data[info.channels * n] ?? 0,
		)
		expect(white.filter((v) => v === 255).length / white.length).toBeGreaterThan(0.4)
		expect(white[0]).toBe(0)
	})

	await test.step('on a bright ground with a shadow', async () => {
		await card.getByRole('combobox', { name: 'Behind it' }).click()
		await page.getByRole('option', { name: 'A gradient' }).click()
		await expect(page.getByRole('listbox')).toHaveCount(0)
		await card.getByRole('switch', { name: 'Shadow' }).click()
		const { data, info } = await saved('Save as PNG')
		expect(data.length).toBe(info.width * info.height * info.channels)
		expect([...data.subarray(0, 3)].every((v) => v > 200)).toBe(true)
		await card.getByRole('img', { name: 'The cut-out' }).scrollIntoViewIfNeeded()
	})

	await test.step('before another picture, at another size', async () => {
		const choosing = page.waitForEvent('filechooser')
		await card.getByRole('combobox', { name: 'Behind it' }).click()
		await page.getByRole('option', { name: 'Another picture' }).click()
		await (await choosing).setFiles('public/photos/shelf/heron.jpg')
		await expect(card.getByText('heron.jpg')).toBeVisible()
		await bench.type('Width', '240')
		const { data, info } = await saved('Save as PNG')
		expect([info.width, data.length]).toEqual([240, 4 * 240 * info.height])
		expect(data.filter((_, k) => k % 4 === 3).every((alpha) => alpha === 255)).toBe(true)
		await card.getByRole('button', { name: 'At the photo’s own pixels' }).click()
		await expect(card.getByText('One pixel for each of the photo.')).toBeVisible()
	})

	await test.step('Proof shows it where it lies, as it goes out', async () => {
		await bench.pass('Proof')
		const proof = page.getByRole('region', { name: 'Proof pass' })
		await proof.getByRole('button', { name: 'Looks' }).click()
		await proof.getByRole('combobox', { name: 'Shape' }).click()
		await page.getByRole('option', { name: 'The photo, cut out' }).click()
		await proof.getByRole('combobox', { name: 'Behind it' }).click()
		await page.getByRole('option', { name: 'One colour' }).click()
		await expect(page.getByRole('listbox')).toHaveCount(0)
		await proof.getByLabel('Backdrop').fill('#ff00ff')
		await page.keyboard.press('Enter')
		await bench.fitSheet({ width: 1080, height: 810 })
		await expect.poll(() => bench.colourAt([585, 80])).toEqual([255, 0, 255])
		const [r, g, b] = await bench.colourAt([800, 420])
		expect((r ?? 0) + (g ?? 0)).toBeGreaterThan(2 * (b ?? 0))
	})
})
