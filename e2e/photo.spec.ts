import { readFile } from 'node:fs/promises'
import sharp from 'sharp'
import { expect, TRIANGLE, test } from './bench'

const KEY = { width: 1280, height: 960 }
const LANTERN = { width: 2000, height: 1500 }
const HERON_FILE = 'public/photos/heron.jpg'

test('a photo is placed by pointer and by numbers; reloading finds it there', async ({
	bench,
	page,
}) => {
	await bench.beginPhoto('Iron key', KEY)
	await bench.section('Place')
	const field = (name: string) => page.getByLabel(name, { exact: true })
	const about = async (name: string, value: number) =>
		expect(Math.abs(Number(await field(name).inputValue()) - value)).toBeLessThan(3)

	await bench.drag([500, 400], [600, 450])
	await about('Left', 100)
	await about('Top', 50)
	await page.keyboard.press('Control+z')
	await about('Left', 0)

	await bench.drag([1280, 960], [640, 480])
	await about('Width', 640)
	await about('Height', 480)
	await about('Left', 0)

	await bench.type('Width', '50 %')
	await about('Width', 640)
	await bench.type('Turned', '90')
	await page.getByRole('button', { name: 'Mirror left and right' }).click()
	await bench.type('Left', '700')
	await bench.saved()
	await page.reload()
	await expect(page.getByRole('region', { name: 'Photo pass' })).toBeVisible()
	await bench.section('Place')
	await about('Left', 700)
	await about('Width', 640)
	await about('Turned', -90)

	await page.getByRole('button', { name: 'Lock Iron key' }).click()
	await expect(field('Left')).toBeDisabled()
})

test('tone is live, kept with the sheet, and never in the file', async ({ bench, page }) => {
	await bench.beginPhoto('Storm lantern', LANTERN)
	const red = [980, 1000] as const
	const isGrey = async () => {
		const [r = 0, g = 0, b = 0] = await bench.colourAt(red)
		// The sheet's warm paper shows through a little.
		return Math.max(r, g, b) - Math.min(r, g, b) < 8
	}
	// Until the photo is there the bare paper is seen, which is all but grey.
	await expect.poll(isGrey).toBe(false)
	const before = await bench.colourAt(red)
	await bench.section('Tone')
	await expect(page.getByRole('img', { name: /^Histogram: 0 % shown as black/ })).toBeVisible()
	await page.getByRole('switch', { name: 'Grey' }).click()
	await expect.poll(isGrey).toBe(true)

	// The black point dragged with its keys: all that is darker goes black, and the chart says so.
	const wall = [300, 300] as const
	const light = (await bench.colourAt(wall))[0] ?? 0
	await bench.type('Black', '200')
	await expect.poll(async () => (await bench.colourAt(wall))[0]).toBeLessThan(light / 2)
	await expect(
		page.getByRole('img', { name: /^Histogram: (100|[6-9]\d) % shown as black/ }),
	).toBeVisible()
	await bench.saved()
	await page.reload()
	await expect.poll(isGrey).toBe(true)
	await bench.section('Tone')
	await expect(page.getByLabel('Black', { exact: true })).toHaveValue('200')
	await page.getByRole('button', { name: 'Reset the tone' }).click()
	await expect.poll(() => bench.colourAt(red)).toEqual(before)
})

test('edges are shown instead of the photo, and taken away again', async ({ bench, page }) => {
	await bench.beginPhoto('Iron key', KEY)
	const inside = [660, 390] as const
	const before = await bench.colourAt(inside)
	await bench.section('Tone')
	await page.getByRole('switch', { name: 'Show the photo’s edges instead' }).click()
	// Iron inside, far from an edge: paper now.
	await expect.poll(async () => (await bench.colourAt([640, 383]))[0]).toBeGreaterThan(180)
	await page.getByRole('switch', { name: 'Show the photo’s edges instead' }).click()
	await expect.poll(() => bench.colourAt(inside)).toEqual(before)
})

test('a tone is chosen for a region that is hard to see, as one step', async ({ bench, page }) => {
	await bench.beginPhoto('Heron', { width: 1000, height: 1200 })
	await page.getByRole('radio', { name: 'See here' }).click()
	await bench.drag([330, 420], [480, 620])
	const white = page.getByLabel('White', { exact: true })
	const black = page.getByLabel('Black', { exact: true })
	await expect(white).not.toHaveValue('255')
	expect(Number(await white.inputValue()) - Number(await black.inputValue())).toBeLessThan(200)
	await page.getByRole('button', { name: 'Undo', exact: true }).click()
	await expect(white).toHaveValue('255')
})

test('a line drawn along the bench straightens the photo', async ({ bench, page }) => {
	await bench.beginPhoto('Iron key', KEY)
	await page.getByRole('radio', { name: 'Straighten' }).click()
	await bench.drag([200, 400], [1000, 480])
	const turned = Number(await page.getByLabel('Turned', { exact: true }).inputValue())
	expect(turned).toBeCloseTo((-Math.atan2(80, 800) * 180) / Math.PI, 0)
	await page.getByRole('button', { name: 'Undo', exact: true }).click()
	await expect(page.getByLabel('Turned', { exact: true })).toHaveValue('0')
})

test('real size: a line’s length is typed; numbers read in mm, the export knows its size', async ({
	bench,
	page,
}) => {
	await bench.beginPhoto('Iron key', KEY)
	await page.getByRole('radio', { name: 'Measure' }).click()
	await page.keyboard.down('Shift')
	await bench.drag([200, 300], [700, 300])
	await page.keyboard.up('Shift')
	await bench.type('This line is', '12.5 cm')
	await expect(page.getByText(/^0\.2\d+ mm$/)).toBeVisible()
	const mmPerPx = Number((await page.getByText(/^0\.2\d+ mm$/).textContent())?.split(' ')[0])
	expect(Math.abs(mmPerPx - 0.25)).toBeLessThan(0.002)
	await expect(page.getByRole('button', { name: 'Rulers in mm, change' })).toBeVisible()

	await bench.canvas.focus()
	await bench.key('2')
	await bench.clickAll(TRIANGLE)
	await bench.click([200, 200])
	await bench.key('3')
	await bench.click([400, 200])
	const x = page.getByRole('region', { name: 'Node' }).getByLabel('x', { exact: true })
	expect(Math.abs(Number(await x.inputValue()) - 400 * mmPerPx)).toBeLessThan(0.5)
	await x.fill('120')
	await page.keyboard.press('Enter')
	const svg = await bench.exported()
	const [, width, height] = /width="([\d.]+)mm" height="([\d.]+)mm"/.exec(svg) ?? []
	expect(Number(width)).toBeCloseTo(1280 * mmPerPx, 0)
	expect(Number(height)).toBeCloseTo(960 * mmPerPx, 0)
	expect(svg).toContain('viewBox="0 0 1280 960"')
	const [, node] = /L([\d.]+) /.exec(svg) ?? []
	expect(Number(node)).toBeCloseTo(120 / mmPerPx, 0)
})

test('guides are dragged and typed; the Pen snaps to them, shows it, and not while G is held', async ({
	bench,
	page,
}) => {
	await bench.beginPhoto('Iron key', KEY)
	await bench.section('Guides and rulers')
	const ruler = await page.getByTestId('ruler-y').boundingBox()
	await page.mouse.move(ruler!.x + 10, ruler!.y + 300)
	await page.mouse.down()
	await page.mouse.move(...bench.on([400, 500]), { steps: 4 })
	await page.mouse.up()
	const list = page.getByRole('list', { name: 'Guides' })
	const first = list.getByLabel('Upright at')
	expect(Math.abs(Number(await first.inputValue()) - 400)).toBeLessThan(2)
	await first.fill('410')
	await page.keyboard.press('Enter')

	await page.getByRole('button', { name: 'Level' }).click()
	await page.getByRole('switch', { name: 'Several, evenly spaced' }).click()
	await page.getByRole('button', { name: 'Lay 7 guides' }).click()
	await expect(list.getByRole('listitem')).toHaveCount(8)

	// 6 px on screen reach a good 10 px of this photo: 20 % of 960 is 192.
	await bench.key('2')
	// Snapping is on again.
	await bench.key('Shift+G')
	await bench.hover([405, 187])
	const caught = await bench.colourAt([600, 192])
	await bench.click([405, 187])
	await page.keyboard.down('g')
	await bench.click([405, 300])
	await page.keyboard.up('g')
	await bench.click([700, 700])
	await bench.key('Enter')
	expect(caught).not.toEqual(await bench.colourAt([600, 160]))
	const svg = await bench.exported()
	const [, ...places] = /d="M(\S+) (\S+?)L(\S+) (\S+?)L/.exec(svg) ?? []
	const [x0, y0, x1, y1] = places.map(Number)
	expect([x0, y0]).toEqual([410, 192])
	expect(x1).not.toBe(410)
	expect(Math.abs(x1! - 405)).toBeLessThan(2)
	expect(Math.abs(y1! - 300)).toBeLessThan(2)

	await bench.key('1')
	await bench.section('Guides and rulers')
	await page.getByRole('button', { name: 'Clear', exact: true }).click()
	await expect(list).toBeHidden()
	await page.getByRole('button', { name: 'Undo', exact: true }).click()
	await expect(list.getByRole('listitem')).toHaveCount(8)
})

test('photos dropped and pasted into the sheet join it; a picture is replaced in its place', async ({
	bench,
	page,
}) => {
	await bench.beginPhoto('Iron key', KEY)
	const content = await readFile(HERON_FILE)
	const photos = page.getByRole('list', { name: 'Photos' }).getByRole('listitem')
	for (const [i, way] of (['drop', 'paste'] as const).entries()) {
		await bench.give(way, page.getByRole('main'), { name: `heron-${way}.jpg`, content })
		await expect(photos).toHaveCount(2 + i)
	}
	await bench.section('Place')
	// Upright pictures are laid no higher than the sheet, in its middle.
	await expect(page.getByLabel('Height', { exact: true })).toHaveValue('960')
	await bench.type('Left', '900')
	await page.getByRole('button', { name: 'More for heron paste' }).click()
	const choosing = page.waitForEvent('filechooser')
	await page.getByRole('menuitem', { name: /^Replace the picture/ }).click()
	await (await choosing).setFiles('public/photos/teapot.jpg')
	await expect(photos.first()).toContainText('teapot')
	await expect(page.getByLabel('Left', { exact: true })).toHaveValue('900')
	await expect(page.getByLabel('Width', { exact: true })).toHaveValue('800')
	await page.getByRole('button', { name: 'More for teapot' }).click()
	await page.getByRole('menuitem', { name: 'Remove from the sheet' }).click()
	await expect(photos).toHaveCount(2)
})

test('a small photo is worked on at twice its size, traced outlines and all', async ({
	bench,
	page,
}) => {
	await bench.beginPhoto('Teapot', { width: 920, height: 690 })
	await bench.key('2')
	await bench.clickAll(TRIANGLE)
	await bench.click([200, 200])
	await bench.key('1')
	await page.getByRole('button', { name: 'Work at 2 ×' }).click()
	await expect(page.getByRole('list', { name: 'Photos' })).toContainText('1840 × 1380 px')
	await expect(page.getByRole('button', { name: 'Work at 2 ×' })).toBeHidden()
	const svg = await bench.exported()
	expect(svg).toContain('width="1840px" height="1380px"')
	const [, x, y] = /d="M([\d.]+) ([\d.]+)L/.exec(svg) ?? []
	expect(Math.abs(Number(x) - 400)).toBeLessThan(3)
	expect(Math.abs(Number(y) - 400)).toBeLessThan(3)
})

test('the loupe shows beside the pointer what is under it', async ({ bench, page }) => {
	await bench.beginPhoto('Storm lantern', LANTERN)
	const red = [980, 1000] as const
	await bench.hover(red)
	const under = await bench.colourAt(red)
	const [x, y] = bench.on(red)
	const at = async (dx: number, dy: number) => {
		const clip = { x: Math.round(x + dx), y: Math.round(y + dy), width: 1, height: 1 }
		const shot = await page.screenshot({ clip })
		return [...(await sharp(shot).removeAlpha().raw().toBuffer())]
	}
	const beside = await at(130 + 40, -130 + 40)
	await page.keyboard.down('v')
	await expect.poll(() => at(130 + 40, -130 + 40)).not.toEqual(beside)
	// Beside the cross in its middle: two or three px of the photo away from the pointer.
	const shown = await at(130 + 18, -130 + 18)
	for (const [i, v] of shown.entries()) expect(Math.abs(v - (under[i] ?? 0))).toBeLessThan(30)
	await page.keyboard.up('v')
	await expect.poll(() => at(130 + 40, -130 + 40)).toEqual(beside)
	const button = page.getByRole('button', { name: 'Loupe' })
	await button.click()
	await expect(button).toHaveAttribute('aria-pressed', 'true')
})

test('the line’s colour and thickness are the user’s once chosen', async ({ bench, page }) => {
	await bench.beginPhoto('Iron key', KEY)
	await bench.key('2')
	await bench.clickAll(TRIANGLE)
	await bench.click([200, 200])
	await bench.key('1')
	await bench.section('Trace line')
	const swatch = page.getByRole('group', { name: 'Trace line' }).getByLabel('Line colour')
	await swatch.fill('#ff00aa')
	await page.getByRole('slider', { name: 'Thickness' }).focus()
	for (let i = 0; i < 10; i++) await page.keyboard.press('ArrowRight')
	await expect.poll(() => bench.colourAt([300, 200])).toEqual([255, 0, 170])
	await page.getByRole('switch', { name: 'Choose against the photo' }).click()
	await expect.poll(() => bench.colourAt([300, 200])).not.toEqual([255, 0, 170])
})
