import sharp from 'sharp'
import { expect, type GivenFile, TRIANGLE, test } from './bench'

const flat = (width: number, height: number, background = '#7a4a2a') =>
	sharp({ create: { width, height, channels: 3, background } })

/** Files that look like pictures and are none that can be opened. */
async function refused(): Promise<(GivenFile & { says: string | RegExp })[]> {
	const whole = await flat(300, 200).jpeg().toBuffer()
	return [
		{
			name: 'letter.jpg',
			content: Buffer.from('Dear Keeper, the lantern is lit.'),
			says: 'is not a picture that can be read',
		},
		{ name: 'empty.jpg', content: Buffer.alloc(0), says: 'is not a picture that can be read' },
		{
			name: 'programme.png',
			content: Buffer.from('%PDF-1.7\n1 0 obj\n<< /Type /Catalog >>\nendobj\n'),
			says: 'is not a picture that can be read',
		},
		{
			name: 'wall.png',
			content: pngHeader(12_000, 9_000),
			says: 'has 108 megapixels; up to 100 can be opened',
		},
		{
			name: 'torn.png',
			content: pngHeader(300, 200),
			says: 'is damaged: its pixels cannot be read',
		},
		{
			name: 'head-only.jpg',
			content: whole.subarray(0, 180),
			says: /is damaged|is not a picture/,
		},
	]
}

/** Pictures out of the ordinary that open all the same, and the size they are shown at. */
async function taken(): Promise<(GivenFile & { shows: string })[]> {
	const halves = await sharp(Buffer.from(HALVES)).png().toBuffer()
	const frames = await sharp(
		[0, 1, 2].map(() => halves),
		{ join: { animated: true } },
	)
		.gif()
		.toBuffer()
	return [
		{
			name: 'cmyk.jpg',
			content: await flat(320, 200).toColourspace('cmyk').jpeg().toBuffer(),
			shows: '320 × 200 px',
		},
		{
			name: 'sixteen.png',
			content: await flat(330, 200).toColourspace('rgb16').png().toBuffer(),
			shows: '330 × 200 px',
		},
		{ name: 'moving.gif', content: frames, shows: '60 × 40 px' },
		{ name: 'dot.png', content: await flat(1, 1).png().toBuffer(), shows: '1 × 1 px' },
		{ name: 'web.webp', content: await flat(340, 200).webp().toBuffer(), shows: '340 × 200 px' },
		{ name: 'av.avif', content: await flat(350, 200).avif().toBuffer(), shows: '350 × 200 px' },
		{ name: 'bitmap.bmp', content: bmp(36, 20), shows: '36 × 20 px' },
		{
			name: 'turned.jpg',
			content: await sharp(halves).withMetadata({ orientation: 6 }).jpeg().toBuffer(),
			shows: '40 × 60 px',
		},
	]
}

const HALVES =
	'<svg xmlns="http://www.w3.org/2000/svg" width="60" height="40"><rect width="30" height="40" fill="#c00"/><rect x="30" width="30" height="40" fill="#00c"/></svg>'

test('files that are no pictures are said, and the sheet stays as it was', async ({
	bench,
	page,
}) => {
	await bench.beginSample('Storm lantern')
	await bench.clickAll(TRIANGLE)
	await bench.key('Enter')
	const panel = page.getByRole('region', { name: 'Pieces' })
	await expect(panel).toContainText('3 nodes')
	for (const { says, ...file } of await refused()) await bench.isRefused(file, says)
	await expect(panel).toContainText('3 nodes')
	await bench.key('1')
	await expect(page.getByRole('list', { name: 'Photos' }).getByRole('listitem')).toHaveCount(1)
})

test('odd pictures come in as they should look', async ({ bench, page }) => {
	await bench.beginPhoto('Iron key', { width: 1280, height: 960 })
	const photos = page.getByRole('list', { name: 'Photos' }).getByRole('listitem')
	for (const { shows, ...file } of await taken()) {
		await bench.give('drop', page.getByRole('main'), file)
		await expect(photos.first()).toContainText(shows)
		await expect(photos.first()).not.toContainText('cannot be shown')
		await expect(photos.first()).not.toContainText('opening')
	}
	// The turned one stands upright: what was its left is on top.
	const [r = 0, , b = 0] = await bench.colourAt([640, 470])
	expect(r).toBeGreaterThan(b + 60)
	const [r2 = 0, , b2 = 0] = await bench.colourAt([640, 492])
	expect(b2).toBeGreaterThan(r2 + 60)
})

test('an opening that takes long can be called off', async ({ bench, page }) => {
	const large = await flat(9_900, 10_000).jpeg().toBuffer()
	await page.goto('/')
	await expect(page.getByRole('article', { name: 'Storm lantern' })).toBeVisible()
	const sheets = await page.getByRole('article').count()
	await bench.give('drop', page.getByRole('region', { name: 'New sheet' }), {
		name: 'wall.jpg',
		content: large,
	})
	await page.getByRole('button', { name: 'Cancel' }).click()
	await expect(page.getByRole('button', { name: 'Choose a photo' })).toBeVisible()
	await expect(page.getByRole('article')).toHaveCount(sheets)
	await expect(page.getByText('“wall.jpg”')).toHaveCount(0)
})

/** A PNG that begins right and then has no pixels. */
function pngHeader(width: number, height: number): Buffer {
	const bytes = Buffer.alloc(64)
	bytes.set([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 13, 0x49, 0x48, 0x44, 0x52])
	bytes.writeUInt32BE(width, 16)
	bytes.writeUInt32BE(height, 20)
	return bytes
}

/** A grey bitmap of 24 bits a pixel; `width` a multiple of 4, so that rows need no filling. */
function bmp(width: number, height: number): Buffer {
	const pixels = Buffer.alloc(width * height * 3, 120)
	const head = Buffer.alloc(54)
	head.write('BM')
	head.writeUInt32LE(54 + pixels.length, 2)
	head.writeUInt32LE(54, 10)
	head.writeUInt32LE(40, 14)
	head.writeInt32LE(width, 18)
	head.writeInt32LE(height, 22)
	head.writeUInt16LE(1, 26)
	head.writeUInt16LE(24, 28)
	head.writeUInt32LE(pixels.length, 34)
	return Buffer.concat([head, pixels])
}
