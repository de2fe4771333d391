import { readFile } from 'node:fs/promises'
import { unzipSync } from 'fflate'
import type { Point } from '../src/core/geometry/point'
import { expect, TRIANGLE, test } from './bench'

const LANTERN = 'public/photos/lantern.jpg'
/** What a first visit finds. */
const DEMO_SHEETS = 6

test('the first visit shows the workshop’s sheets, each at its stage', async ({ bench, page }) => {
	await page.goto('/')
	await expect(page.getByRole('article', { name: 'Heron' })).toContainText('nothing traced yet')
	await expect(page.getByRole('article', { name: 'Teapot' })).toContainText('233 nodes')
	await expect(page.getByRole('article', { name: 'Iron key' })).toContainText('1 piece')
	await expect(page.getByRole('article', { name: 'Watering can' })).toContainText('3 pieces')
	const card = page.getByRole('article', { name: 'Storm lantern' })
	await expect(card).toContainText('1 piece')
	await card.getByRole('link', { name: 'Storm lantern' }).click()
	await expect(page.getByRole('region', { name: 'Pieces' }).getByText(/^Opening \d$/)).toHaveCount(
		6,
	)
	await expect(bench.canvas).toBeVisible()
})

test('a sheet begins from a file, is renamed, copied, deleted, and brought back', async ({
	bench,
	page,
}) => {
	await page.goto('/')
	await expect(page.getByRole('article')).toHaveCount(DEMO_SHEETS)
	const choosing = page.waitForEvent('filechooser')
	await page.getByRole('button', { name: 'Choose a photo' }).click()
	await (await choosing).setFiles(LANTERN)
	await page.waitForURL(/\/sheet\//)
	await expect(page.getByRole('textbox', { name: 'Sheet name' })).toHaveValue('lantern')
	await bench.saved()
	await page.getByRole('link', { name: 'Your sheets' }).click()

	const card = page.getByRole('article', { name: 'lantern', exact: true })
	await card.getByRole('button', { name: 'More for lantern' }).click()
	await page.getByRole('menuitem', { name: 'Rename' }).click()
	await page.getByRole('textbox', { name: 'Sheet name' }).fill('Keeper’s lantern')
	await page.keyboard.press('Enter')
	await page.getByRole('button', { name: 'More for Keeper’s lantern' }).click()
	await page.getByRole('menuitem', { name: 'Duplicate' }).click()
	await expect(page.getByRole('article')).toHaveCount(DEMO_SHEETS + 2)
	await page.getByRole('button', { name: 'More for Keeper’s lantern copy' }).click()
	await page.getByRole('menuitem', { name: 'Delete' }).click()
	await expect(page.getByRole('article')).toHaveCount(DEMO_SHEETS + 1)
	await page.getByRole('button', { name: 'Undo' }).click()
	await expect(page.getByRole('article')).toHaveCount(DEMO_SHEETS + 2)
	await page.reload()
	await expect(page.getByRole('article')).toHaveCount(DEMO_SHEETS + 2)
})

test('a dropped and a pasted picture begin a sheet each', async ({ bench, page }) => {
	const content = await readFile(LANTERN)
	for (const way of ['drop', 'paste'] as const) {
		await page.goto('/')
		await expect(page.getByRole('article').first()).toBeVisible()
		const target = page.getByRole('region', { name: 'New sheet' })
		await bench.give(way, target, { name: 'bench.jpg', content, type: 'image/jpeg' })
		await page.waitForURL(/\/sheet\//)
		await expect(page.getByRole('textbox', { name: 'Sheet name' })).toHaveValue('bench')
	}
})

test('an SVG’s shapes come in as pieces, and go out the same', async ({ bench, page }) => {
	const svg =
		'<svg xmlns="http://www.w3.org/2000/svg" width="400" height="300"><path d="M10 10H200V200H10ZM50 50V90H90V50Z" fill-rule="evenodd"/><circle cx="300" cy="100" r="40"/><image href="heron.png" width="9" height="9"/></svg>'
	await page.goto('/')
	const choosing = page.waitForEvent('filechooser')
	await page.getByRole('button', { name: 'Open a drawing' }).click()
	await (await choosing).setFiles({
		name: 'props.svg',
		mimeType: 'image/svg+xml',
		buffer: Buffer.from(svg),
	})
	await page.waitForURL(/\/sheet\//)
	await expect(
		page.getByText('Not as it was in “props.svg”: images in other files (1).'),
	).toBeVisible()
	await expect(page.getByRole('region', { name: 'Pieces' })).toContainText('Opening 1')
	const out = await bench.exported()
	expect(out).toContain('width="400px" height="300px"')
	expect(out).toContain('d="M10 10L200 10L200 200L10 200ZM50 50L50 90L90 90L90 50Z"')
})

test('a picture that a drawing carries comes in as a photo where it lies, and goes with one undo', async ({
	bench,
	page,
}) => {
	const picture = (await readFile('public/photos/heron.jpg')).toString('base64')
	const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="400" height="300"><image id="Heron by the pond" x="40" y="30" width="320" height="240" preserveAspectRatio="none" href="data:image/jpeg;base64,${picture}"/><circle cx="300" cy="100" r="40"/></svg>`
	await bench.beginDrawing('pond.svg', svg)
	await bench.painted()
	await bench.pass('Photo')
	const photos = page.getByRole('list', { name: 'Photos' }).getByRole('listitem')
	await expect(photos).toHaveCount(1)
	await expect(photos.first()).toContainText('Heron by the pond')
	await bench.section('Place')
	await expect(page.getByLabel('Left', { exact: true })).toHaveValue('40')
	await expect(page.getByLabel('Width', { exact: true })).toHaveValue('320')
	const content = Buffer.from(svg)
	const type = 'image/svg+xml'
	await bench.give('drop', page.getByRole('main'), { name: 'again.svg', content, type })
	await expect(page.getByText('“again.svg”: 1 piece and 1 photo brought in.')).toBeVisible()
	await expect(photos).toHaveCount(2)
	await page.keyboard.press('Control+z')
	await expect(photos).toHaveCount(1)
})

test('pieces change their order by drag and by keys, and undo gives it back', async ({
	bench,
	page,
}) => {
	await bench.beginSample('Storm lantern')
	for (const x of [200, 600, 1000]) {
		for (const p of [
			[x, 200],
			[x + 200, 200],
			[x + 200, 400],
			[x, 200],
		] as const)
			await bench.click(p)
	}
	const rows = page
		.getByRole('region', { name: 'Pieces' })
		.getByRole('button', { name: /^Piece \d/ })
	const names = async () => (await rows.allTextContents()).map((text) => text.slice(0, 7))
	await expect.poll(names).toEqual(['Piece 3', 'Piece 2', 'Piece 1'])
	await rows.last().dragTo(rows.first())
	await expect.poll(names).toEqual(['Piece 1', 'Piece 3', 'Piece 2'])
	await rows.first().focus()
	await page.keyboard.press('Alt+ArrowDown')
	await expect.poll(names).toEqual(['Piece 3', 'Piece 1', 'Piece 2'])
	await page.keyboard.press('Control+z')
	await page.keyboard.press('Control+z')
	await expect.poll(names).toEqual(['Piece 3', 'Piece 2', 'Piece 1'])
})

test('a drawing that cannot be taken over is said, and the open sheet stays as it was', async ({
	bench,
	page,
}) => {
	await bench.beginSample('Storm lantern')
	await bench.clickAll(TRIANGLE)
	await bench.key('Enter')
	const panel = page.getByRole('region', { name: 'Pieces' })
	await expect(panel).toContainText('3 nodes')
	for (const [name, text, says] of [
		[
			'torn.svg',
			'<svg xmlns="http://www.w3.org/2000/svg"><path d="M0 0L5 x"/></svg>',
			'character 7',
		],
		['notes.svg', '<svg><path d="M0 0', 'cannot be read'],
		[
			'picture.svg',
			'<svg xmlns="http://www.w3.org/2000/svg"><image href="heron.png"/></svg>',
			'holds no paths',
		],
	] as const)
		await bench.isRefused({ name, content: Buffer.from(text) }, says)
	await expect(panel).toContainText('3 nodes')
})

test('a browser that refuses storage says so, at home and nothing is promised', async ({
	page,
}) => {
	await page.addInitScript(() => {
		indexedDB.open = () => {
			throw new DOMException('refused', 'SecurityError')
		}
	})
	await page.goto('/')
	await expect(page.getByText('does not let Skiagram store anything')).toBeVisible()
})

test('a full store is said while working; the work stays on screen and can be exported', async ({
	bench,
	page,
}) => {
	await bench.beginSample('Storm lantern')
	await page.evaluate(() => {
		const put = IDBObjectStore.prototype.put
		IDBObjectStore.prototype.put = function (
			this: IDBObjectStore,
			...args: Parameters<typeof put>
		) {
			if (this.name === 'documents') throw new DOMException('full', 'QuotaExceededError')
			return put.apply(this, args)
		}
	})
	await bench.clickAll(TRIANGLE)
	await bench.click([200, 200])
	await expect(page.getByText('storage for Skiagram is full')).toBeVisible()
	const coming = page.waitForEvent('download')
	await page.getByRole('button', { name: 'Export now' }).click()
	expect(await readFile(await (await coming).path(), 'utf8')).toContain('M200 200L400 200L400 400Z')
})

test('a second tab can look, and take the sheet over', async ({ bench, page, context }) => {
	await bench.beginSample('Storm lantern')
	await bench.saved()
	const other = await context.newPage()
	await other.goto(page.url())
	await expect(other.getByText('being worked on in another tab')).toBeVisible()
	await other.getByRole('button', { name: 'Work on it here' }).click()
	await expect(page.getByText('being worked on in another tab')).toBeVisible()
	await expect(other.getByText('being worked on in another tab')).toBeHidden()
})

test('many sheets are looked for, put in order, and several are saved, deleted and brought back at once', async ({
	bench: { page },
}) => {
	await page.addInitScript(() => localStorage.setItem('skiagram:demo-laid-out', 'yes'))
	await page.goto('/')
	const choosing = page.waitForEvent('filechooser')
	await page.getByRole('button', { name: 'Open a drawing' }).click()
	const square = '<svg xmlns="http://www.w3.org/2000/svg"><path d="M0 0h90v90h-90z"/></svg>'
	const files = Array.from({ length: 10 }, (_, k) => ({
		name: `Prop ${k + 1}.svg`,
		mimeType: 'image/svg+xml',
		buffer: Buffer.from(square),
	}))
	await (await choosing).setFiles(files)
	const cards = page.getByRole('article')
	await expect(cards).toHaveCount(10)
	await page.getByRole('combobox', { name: 'Order' }).click()
	await page.getByRole('option', { name: 'By name' }).click()
	await expect(cards.first()).toHaveAccessibleName('Prop 1')
	await page.getByLabel('Find a sheet').fill('1')
	await expect(cards).toHaveCount(2)
	await page.getByLabel('Find a sheet').fill('')
	await page.getByRole('checkbox', { name: 'Choose Prop 2' }).click()
	await page.getByRole('checkbox', { name: 'Choose Prop 4' }).click({ modifiers: ['Shift'] })
	const bar = page.getByRole('toolbar', { name: 'Chosen sheets' })
	await expect(bar).toContainText('3 of 10 chosen')
	const coming = page.waitForEvent('download')
	await bar.getByRole('button', { name: 'Save as' }).click()
	await page.getByRole('menuitem', { name: 'SVG', exact: true }).click()
	const download = await coming
	expect(download.suggestedFilename()).toBe('sheets.zip')
	const found = unzipSync(await readFile(await download.path()))
	expect(Object.keys(found).sort()).toEqual(['prop-2.svg', 'prop-3.svg', 'prop-4.svg'])
	await bar.getByRole('button', { name: 'Delete' }).click()
	await expect(cards).toHaveCount(7)
	await page.getByRole('button', { name: 'Undo' }).click()
	await expect(cards).toHaveCount(10)
})

test('everything is saved as one file and opened again; what is here and differs is asked about once', async ({
	bench: { page },
}) => {
	await page.goto('/')
	const cards = page.getByRole('article')
	await expect(cards).toHaveCount(DEMO_SHEETS)
	const coming = page.waitForEvent('download')
	await page.getByRole('button', { name: 'Save everything' }).click()
	const download = await coming
	expect(download.suggestedFilename()).toMatch(/^skiagram-\d{4}-\d\d-\d\d\.zip$/)
	const file = await download.path()
	const rename = async (from: string, to: string) => {
		await page.getByRole('button', { name: `More for ${from}` }).click()
		await page.getByRole('menuitem', { name: 'Rename' }).click()
		await page.getByRole('textbox', { name: 'Sheet name' }).fill(to)
		await page.keyboard.press('Enter')
		await expect(page.getByRole('article', { name: to, exact: true })).toBeVisible()
	}
	await rename('Teapot', 'My teapot')
	const choosing = page.waitForEvent('filechooser')
	await page.getByRole('button', { name: 'Open what was saved' }).click()
	await (await choosing).setFiles({
		name: 'all.zip',
		mimeType: 'application/zip',
		buffer: await readFile(file),
	})
	const dialog = page.getByRole('dialog')
	await expect(dialog).toContainText('One sheet is here already, and not alike')
	await dialog.getByRole('button', { name: 'Keep both' }).click()
	await expect(cards).toHaveCount(DEMO_SHEETS + 1)
	await expect(page.getByRole('article', { name: 'Teapot (from the file)' })).toContainText(
		'233 nodes',
	)
	await expect(page.getByText('1 sheet came out of “all.zip”. 5 were here already.')).toBeVisible()
})

test('a box is drawn on each of several photos; what is found meanwhile waits to be judged', async ({
	bench,
}) => {
	const { page } = bench
	await page.addInitScript(() => localStorage.setItem('skiagram:demo-laid-out', 'yes'))
	await page.goto('/')
	const choosing = page.waitForEvent('filechooser')
	await page.getByRole('button', { name: 'Choose a photo' }).click()
	await (await choosing).setFiles(
		['teapot', 'wateringCan', 'key'].map((n) => `public/photos/${n}.jpg`),
	)
	const collections = page.getByRole('region', { name: 'Collections' })
	await collections.getByRole('button', { name: 'A box on each' }).click()
	const photo = page.getByTestId('photo-for-box')
	const title = page.getByRole('dialog').getByRole('heading')
	const drag = async (from: Point, to: Point) => {
		await photo.getByRole('img').evaluate((img) => (img as HTMLImageElement).decode())
		const bounds = await photo.boundingBox()
		if (!bounds) throw new Error('No photo is shown.')
		const at = ([x, y]: Point): Point => [bounds.x + x * bounds.width, bounds.y + y * bounds.height]
		await page.mouse.move(...at(from))
		await page.mouse.down()
		await page.mouse.move(...at(to), { steps: 4 })
		await page.mouse.up()
	}
	await expect(title).toContainText('1 of 3')
	// A click is no box.
	await drag([0.5, 0.5], [0.5, 0.5])
	await expect(title).toContainText('1 of 3')
	await drag([0.02, 0.02], [0.98, 0.98])
	await expect(title).toContainText('2 of 3')
	await drag([0.02, 0.02], [0.98, 0.98])
	await expect(title).toContainText('3 of 3')
	await page.getByRole('button', { name: 'Leave this one out' }).click()
	await expect(page.getByRole('dialog')).toBeHidden()
	await expect(collections).toContainText('2 to judge, 0 of 3 traced', { timeout: 60_000 })
	await collections.getByRole('button', { name: 'Judge the next' }).click()
	await page.waitForURL(/\/sheet\//)
	await bench.painted()
	const name = page.getByRole('textbox', { name: 'Sheet name' })
	const first = await name.inputValue()
	await expect(bench.canvas).toHaveAttribute('aria-label', /, 1 pieces?$/)
	await page.getByRole('button', { name: 'Good', exact: true }).click()
	await expect(name).not.toHaveValue(first)
	await expect(bench.canvas).toHaveAttribute('aria-label', /, 1 pieces?$/)
	await page.getByRole('button', { name: 'Good', exact: true }).click()
	await expect(page.getByText(/All that was lifted in .* is judged/)).toBeVisible()
	await page.getByRole('link', { name: 'Your sheets' }).click()
	await expect(collections).toContainText('2 of 3 traced')
})

test('photos that came in together are worked through one after the other, set up alike', async ({
	bench,
}) => {
	const { page } = bench
	await page.addInitScript(() => localStorage.setItem('skiagram:demo-laid-out', 'yes'))
	await page.goto('/')
	const choosing = page.waitForEvent('filechooser')
	await page.getByRole('button', { name: 'Choose a photo' }).click()
	const photos = ['teapot', 'key', 'heron'].map((name) => `public/photos/${name}.jpg`)
	await (await choosing).setFiles(photos)
	const collections = page.getByRole('region', { name: 'Collections' })
	await expect(collections).toContainText('0 of 3 traced')
	await collections.getByRole('button', { name: 'Go on with the next' }).click()
	await page.waitForURL(/\/sheet\//)
	await bench.painted()
	const name = page.getByRole('textbox', { name: 'Sheet name' })
	await expect(name).toHaveValue('teapot')
	await bench.section('Tone')
	await page.getByRole('slider', { name: 'Local contrast' }).focus()
	for (let n = 0; n < 5; n++) await page.keyboard.press('ArrowRight')
	const contrast = await page.getByRole('slider', { name: 'Local contrast' }).inputValue()
	await bench.saved()
	await page.getByRole('button', { name: 'Set the others up alike' }).click()
	await expect(page.getByText('2 sheets have the tone, unit and colours')).toBeVisible()
	await bench.fitSheet({ width: 920, height: 690 })
	await bench.key('2')
	await bench.clickAll([...TRIANGLE, TRIANGLE[0]!])
	await bench.saved()
	await bench.key('PageDown')
	await expect(name).toHaveValue('key')
	await bench.painted()
	await bench.section('Tone')
	await expect(page.getByRole('slider', { name: 'Local contrast' })).toHaveValue(contrast)
	await bench.canvas.focus()
	await bench.key('PageDown')
	await expect(name).toHaveValue('heron')
	await bench.canvas.focus()
	await bench.key('PageUp')
	await expect(name).toHaveValue('key')
	await page.getByRole('link', { name: 'Your sheets' }).click()
	await expect(collections).toContainText('1 of 3 traced')
	await collections.getByRole('button', { name: 'Choose its sheets' }).click()
	await expect(page.getByRole('toolbar', { name: 'Chosen sheets' })).toContainText('3 of 3 chosen')
})
