import { readFile } from 'node:fs/promises'
import sharp from 'sharp'
import { readSvg } from '../src/core/drawings'
import { BASELINE, lettersIn, saidBy } from '../src/core/letterform/testing/letters'
import { boundsOf } from '../src/core/path/contour'
import { formatPathData } from '../src/core/path/pathData'
import { type Bench, expect, test } from './bench'

test.describe.configure({ timeout: 120_000 })

const [WIDTH, HEIGHT] = [1500, 1000]

/** A board with painted letters, as a photo shows it, and where each of them is. */
async function board(text: string) {
	const { pieces } = await lettersIn('figtree', text, 700)
	const paths = pieces.map(({ contours }) => `<path d="${formatPathData(contours)}"/>`)
	const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH}" height="${HEIGHT}">
		<rect width="100%" height="100%" fill="#cdb890"/><g fill="#3a2a22" fill-rule="evenodd">${paths.join('')}</g></svg>`
	const noise = await sharp({
		create: {
			width: WIDTH,
			height: HEIGHT,
			channels: 3,
			background: '#808080',
			noise: { type: 'gaussian', mean: 128, sigma: 8 },
		},
	})
		.png()
		.toBuffer()
	const photo = await sharp(Buffer.from(svg))
		.blur(0.9)
		.composite([{ input: noise, blend: 'soft-light' }])
		.jpeg({ quality: 92 })
		.toBuffer()
	const boxes = pieces.map(({ contours }) => {
		const all = contours.map(boundsOf)
		return {
			minX: Math.min(...all.map(({ minX }) => minX)),
			minY: Math.min(...all.map(({ minY }) => minY)),
			maxX: Math.max(...all.map(({ maxX }) => maxX)),
			maxY: Math.max(...all.map(({ maxY }) => maxY)),
		}
	})
	return { photo, boxes }
}

async function lift(
	bench: Bench,
	{ minX, minY, maxX, maxY }: Awaited<ReturnType<typeof board>>['boxes'][number],
) {
	await bench.drag([minX - 14, minY - 14], [maxX + 14, maxY + 14])
	await expect(bench.page.getByRole('button', { name: 'Keep as a piece' })).toBeEnabled({
		timeout: 40_000,
	})
	await bench.key('Enter')
}

test('painted letters are lifted, tell their lines, are measured, made even, and go out on an em square', async ({
	bench,
	page,
}) => {
	const { photo, boxes } = await board('HOn')
	await page.addInitScript(() => localStorage.setItem('skiagram:demo-laid-out', 'yes'))
	await page.goto('/')
	await expect(page.getByRole('button', { name: 'Choose a photo' })).toBeEnabled()
	const choosing = page.waitForEvent('filechooser')
	await page.getByRole('button', { name: 'Choose a photo' }).click()
	await (await choosing).setFiles({ name: 'board.jpg', mimeType: 'image/jpeg', buffer: photo })
	await page.waitForURL(/\/sheet\//)
	await bench.painted()
	await bench.fitSheet({ width: WIDTH, height: HEIGHT })
	await bench.key('Shift+G')
	await bench.key('2')
	await bench.tool('Lift L')
	for (const box of boxes) await lift(bench, box)
	await expect(page.getByRole('region', { name: 'Pieces' })).toContainText('Piece 3')
	await bench.key('e')
	await bench.key('Escape')

	await bench.pass('Photo')
	await bench.section('Letter lines')
	// What was kept in haste is still being found for a moment.
	await expect(async () => {
		await page.getByRole('button', { name: /^Read them from/ }).click()
		await expect(page.getByLabel('Baseline', { exact: true })).toBeVisible({ timeout: 500 })
	}).toPass()
	const { capHeight, xHeight } = await saidBy('figtree')
	const said = async (name: string) =>
		Number(await page.getByLabel(name, { exact: true }).inputValue())
	expect(Math.abs((await said('Baseline')) - BASELINE)).toBeLessThan(2)
	expect(Math.abs((await said('Cap height')) - (BASELINE - capHeight))).toBeLessThan(2)
	expect(Math.abs((await said('x-height')) - (BASELINE - xHeight))).toBeLessThan(2)

	await bench.pass('Refine')
	await bench.click([boxes[2]?.minX ?? 0, 600])
	await page.getByRole('combobox', { name: 'Letter' }).click()
	await page.getByRole('option', { name: 'Piece 1' }).click()
	await expect(page.locator('.MuiModal-root')).toHaveCount(0)
	await expect(page.getByRole('region', { name: 'Beside a letter' })).toContainText('Stems')

	// A stem that somebody moved is told, and made as wide as the others.
	const edge = boxes[0]?.minX ?? 0
	await bench.click([edge, 600])
	for (let k = 0; k < 6; k++) await bench.key('ArrowRight')
	await bench.pass('Proof')
	const card = page.getByRole('region', { name: 'Proof pass' })
	await expect(card).toContainText('Uneven stroke')
	await card.getByRole('button', { name: 'Make it as wide as the others' }).click()
	await expect(card).not.toContainText('Uneven stroke')

	await bench.pass('Export')
	await page.getByRole('combobox', { name: 'Format' }).click()
	await page.getByRole('option', { name: 'SVG on an em square' }).click()
	await expect(page.locator('.MuiModal-root')).toHaveCount(0)
	const coming = page.waitForEvent('download')
	await page.getByRole('button', { name: /^Save as SVG/ }).click()
	const { pieces, height } = readSvg(await readFile(await (await coming).path(), 'utf8'))
	expect(height).toBe(1000)
	const [h] = pieces
	const xs = h?.contours.flatMap(({ nodes }) => nodes.map(({ at }) => at[0])) ?? []
	expect(Math.max(...xs) - Math.min(...xs)).toBeGreaterThan(300)
	const feet = pieces.map(({ contours }) => Math.max(...contours.map((one) => boundsOf(one).maxY)))
	for (const foot of feet) expect(Math.abs(foot - 800)).toBeLessThan(16)
})
