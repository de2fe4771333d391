import type { Page } from '@playwright/test'
import type { Point } from '../src/core/index.ts'
import { fitBox, toScreen } from '../src/editor/session/view.ts'
import { withPage } from './served.ts'

/** Takes the pictures of the main views for the docs, from the demo sheets: `npm run screenshots`. */

const SHEET = { minX: 0, minY: 0, maxX: 2000, maxY: 1500 }
/** The left thread reel, as someone would begin to trace it: corners, and smooth nodes with their pull. */
const REEL: readonly { at: Point; pull?: Point }[] = [
	{ at: [1620, 1014] },
	{ at: [1736, 998], pull: [1800, 998] },
	{ at: [1852, 1014] },
	{ at: [1846, 1056] },
	{ at: [1832, 1250] },
	{ at: [1852, 1284] },
	{ at: [1736, 1310], pull: [1670, 1310] },
]

/** Pins along the heron's edge, from its nape on, and where the pointer is then. */
const PINS: readonly Point[] = [
	[432, 210],
	[381, 412],
	[590, 465],
	[830, 612],
	[896, 712],
]
const POINTER: Point = [735, 668]

/** The teapot's shadow and the reel behind it, and its foot in the light, as someone would dab at them. */
const TOO_MUCH: readonly [Point, Point][] = [
	[
		[740, 560],
		[850, 540],
	],
	[
		[860, 440],
		[875, 500],
	],
]
const MISSING: readonly [Point, Point][] = [
	[
		[345, 575],
		[420, 590],
	],
]

/** An arch over the lantern, each node with its pull, and where words along it begin. */
const ARCH: readonly (readonly [at: Point, pull: Point])[] = [
	[
		[420, 700],
		[460, 200],
	],
	[
		[960, 60],
		[1250, 60],
	],
	[
		[1500, 700],
		[1500, 900],
	],
]
const ON_ARCH: Point = [455, 500]

/** Drills that were done, in order. */
const DRILLS_DONE = ['square', 'house', 's-curve', 'circle', 'egg', 'tag', 'bell', 'leaf', 'heart']

/** The heron's beak as somebody traces it who does not know cusps yet: each node with its pull. */
const BEAK: readonly (readonly [at: Point, pull: Point])[] = [
	[
		[170, 400],
		[290, 372],
	],
	[
		[560, 205],
		[650, 205],
	],
	[
		[720, 365],
		[720, 450],
	],
	[
		[560, 530],
		[480, 530],
	],
]

process.env.SKIAGRAM_DEMO = '1'
await withPage(async (page, base) => {
	const shoot = async (name: string) => {
		// The pointer's last hint and the saving have settled when the sheet is saved.
		await page.waitForTimeout(700)
		await page.screenshot({ path: `docs/screenshots/${name}.png` })
		console.log(`docs/screenshots/${name}.png`)
	}
	await page.addInitScript(() => localStorage.setItem('skiagram:tour', 'over'))
	await page.goto(base)
	await page.getByRole('article', { name: 'Storm lantern' }).waitFor()
	await shoot('home')
	await page
		.getByRole('article', { name: 'Storm lantern' })
		.getByRole('link', { name: 'Storm lantern' })
		.click()
	const canvas = page.getByTestId('canvas')
	await canvas.waitFor()
	await canvas.focus()
	await page.keyboard.press('0')
	const on = await placesOn(page, SHEET)

	await page.keyboard.press('1')
	await page.getByRole('button', { name: 'Tone', exact: true }).click()
	await page.getByRole('radio', { name: 'See here' }).click()
	await drag(page, on([760, 640]), on([1200, 1120]))
	await page.getByRole('radio', { name: 'Arrange' }).click()
	await page.mouse.move(...on([1140, 520]))
	await page.keyboard.down('v')
	await page.mouse.move(...on([1151, 585]))
	await shoot('photo')
	await page.keyboard.up('v')
	await page.getByRole('button', { name: 'Reset the tone' }).click()

	await canvas.focus()
	await page.keyboard.press('2')
	for (const { at, pull } of REEL) {
		await page.mouse.move(...on(at))
		await page.mouse.down()
		if (pull) await page.mouse.move(...on(pull), { steps: 3 })
		await page.mouse.up()
	}
	await page.mouse.move(...on([1606, 1280]))
	await shoot('rough')
	for (const _ of REEL) await page.keyboard.press('Backspace')

	await page.keyboard.press('3')
	await page.mouse.move(...on([300, 300]))
	await page.keyboard.press('Escape')
	for (let i = 0; i < 3; i++) {
		await page.keyboard.press('n')
		await page.waitForTimeout(400)
	}
	await shoot('refine')
	await page.keyboard.press('0')
	await page.keyboard.press('m')
	await page.mouse.click(...on([980, 1250]))
	await shoot('arrange')

	await page.keyboard.press('0')
	await page.keyboard.press('5')
	await page.keyboard.press('7')
	await page.getByRole('button', { name: 'Show' }).first().click()
	await page.keyboard.press('0')
	await shoot('proof')
	await page.keyboard.press('8')
	await page.getByRole('combobox', { name: 'Format' }).click()
	await page.getByRole('option', { name: 'PDF', exact: true }).click()
	await shoot('export')
	await page.getByRole('button', { name: 'Cutting table' }).click()
	await page.getByRole('button', { name: 'To the table' }).click()
	await page.getByRole('button', { name: 'Begin to cut' }).click()
	await page.waitForTimeout(4000)
	await page.getByRole('button', { name: 'Pause' }).click()
	await shoot('table')
	await page.getByRole('button', { name: 'Stop' }).click()
	await page.getByRole('button', { name: 'Close' }).click()

	await page.goto(base)
	await page.getByRole('article', { name: 'Teapot' }).getByRole('link', { name: 'Teapot' }).click()
	await canvas.waitFor()
	await canvas.focus()
	await page.keyboard.press('4')
	await page.getByRole('button', { name: /^Take the knee/ }).click()
	await page.getByText(/^233 nodes → 4\d$/).waitFor()
	await canvas.focus()
	await page.keyboard.press('0')
	await shoot('thin')

	await page.goto(base)
	await page
		.getByRole('article', { name: 'Watering can' })
		.getByRole('link', { name: 'Watering can' })
		.click()
	await canvas.waitFor()
	await canvas.focus()
	await page.keyboard.press('0')
	await page.keyboard.press('5')
	const pieces = page.getByRole('region', { name: 'Pieces' })
	const choose = (name: string, ...modifiers: 'Control'[]) =>
		pieces.getByRole('button', { name: new RegExp(`^${name}`) }).click({ modifiers })
	await choose('Watering can')
	await choose('Under the handle', 'Control')
	await choose('Under the spout', 'Control')
	await page.getByRole('button', { name: /^Cut out/ }).hover()
	await shoot('cut')
	await page.getByRole('button', { name: 'Take apart into regions' }).click()
	await page.getByText('3 pieces, 0 dropped').waitFor()
	const can = await placesOn(page, { minX: 0, minY: 0, maxX: 1440, maxY: 1080 })
	await page.mouse.click(...can([1080, 260]))
	await page.mouse.move(...can([560, 560]))
	await shoot('regions')

	await page.goto(base)
	await page.getByRole('button', { name: 'Begin a sheet with Heron' }).click()
	await page.getByRole('region', { name: 'Photo pass' }).waitFor()
	await page.waitForTimeout(2000)
	await canvas.focus()
	await page.keyboard.press('0')
	const heron = await placesOn(page, { minX: 0, minY: 0, maxX: 1000, maxY: 1200 })
	await page.keyboard.press('2')
	await page.keyboard.press('f')
	await page.mouse.move(...heron(PINS[0] as Point))
	await page.waitForTimeout(3000)
	for (const at of PINS) await drag(page, heron(at), heron(at))
	await page.mouse.move(...heron(POINTER), { steps: 4 })
	await shoot('edge-pen')

	await page.goto(base)
	await page.getByRole('button', { name: 'Begin a sheet with Teapot' }).click()
	await page.getByRole('region', { name: 'Photo pass' }).waitFor()
	await page.waitForTimeout(2000)
	await canvas.focus()
	await page.keyboard.press('0')
	const pot = await placesOn(page, { minX: 0, minY: 0, maxX: 920, maxY: 690 })
	await page.keyboard.press('2')
	await page.keyboard.press('l')
	await drag(page, pot([30, 50]), pot([890, 640]))
	const lifted = page.getByText(/\d+ nodes, \d+ outlines/)
	await lifted.waitFor()
	await page.keyboard.down('t')
	for (const [from, to] of TOO_MUCH) await drag(page, pot(from), pot(to))
	await page.keyboard.up('t')
	for (const [from, to] of MISSING) await drag(page, pot(from), pot(to))
	await page.getByRole('progressbar', { name: 'Lifting' }).waitFor({ state: 'detached' })
	await page.mouse.move(...pot([560, 480]))
	await shoot('lift')

	await page.goto(base)
	await page
		.getByRole('article', { name: 'Painted fruit' })
		.getByRole('link', { name: 'Painted fruit' })
		.click()
	await canvas.waitFor()
	await canvas.focus()
	await page.keyboard.press('0')
	await page.keyboard.press('6')
	const tree = page.getByRole('region', { name: 'Pieces' })
	await tree.getByRole('button', { name: 'Fold Pear, coloured' }).click()
	await tree.getByRole('button', { name: /^Shade 7/ }).click()
	await shoot('colour')
	await tree.getByRole('button', { name: /^Pear, coloured/ }).click()
	await page.keyboard.press('8')
	await page.getByRole('combobox', { name: 'What' }).click()
	await page.getByRole('option', { name: /chosen pieces/ }).click()
	await page.getByRole('button', { name: 'Cut-out of the photo' }).click()
	await page.getByRole('combobox', { name: 'Behind it' }).click()
	await page.getByRole('option', { name: 'A gradient' }).click()
	await page.getByRole('switch', { name: 'Shadow' }).click()
	await page.getByRole('img', { name: 'The cut-out' }).scrollIntoViewIfNeeded()
	await page.waitForTimeout(1200)
	await shoot('cut-out')
	await page.keyboard.press('6')
	await page.getByRole('radio', { name: 'Arrange' }).click()
	await tree.getByRole('button', { name: 'Unfold Pear, coloured' }).click()
	await tree.getByRole('button', { name: 'Hide Shades of Pear' }).click()
	await tree.getByRole('button', { name: /^Pear \d/ }).click()
	await page.getByRole('button', { name: 'Shades', exact: true }).click()
	await page.getByText(/^5 shades/).waitFor()
	await shoot('shades')

	await page.goto(base)
	await page.getByRole('button', { name: 'Begin a sheet with Storm lantern' }).click()
	await page.getByRole('region', { name: 'Photo pass' }).waitFor()
	await canvas.focus()
	await page.keyboard.press('0')
	await page.keyboard.press('2')
	await page.getByRole('radio', { name: 'Pen D' }).click()
	const onLantern = await placesOn(page, SHEET)
	for (const [at, out] of ARCH) await drag(page, onLantern(at), onLantern(out))
	await page.keyboard.press('Enter')
	await page.keyboard.press('Escape')
	await page.getByRole('radio', { name: 'Lettering' }).click()
	await page.mouse.click(...onLantern(ON_ARCH))
	await page.getByRole('textbox', { name: 'Words' }).waitFor()
	await page.waitForTimeout(500)
	await page.keyboard.type('BOOTH OF ABODE')
	await page.getByText('words in Figtree').waitFor()
	await page.keyboard.press('Escape')
	await page.getByRole('combobox', { name: 'Font' }).click()
	await page.getByRole('option', { name: /Alfa Slab One/ }).click()
	await page.getByText('words in Alfa Slab One').waitFor()
	await page.getByRole('switch', { name: 'Stencil bridges' }).click()
	await page.mouse.move(...onLantern([300, 900]))
	await shoot('lettering')

	// What was practised: a few drills done one after the other, the last of them judged.
	await page.goto(`${base}/practice`)
	await page.getByRole('button', { name: /1\. Four corners/ }).waitFor()
	await page.evaluate(practised, DRILLS_DONE)
	await page.reload()
	await page.getByRole('img', { name: /Nodes and deviation over time/ }).waitFor()
	await shoot('practice')
	await page.getByRole('button', { name: /6\. A cusp at the beak/ }).click()
	await page.waitForURL(/practice-beak/)
	await canvas.waitFor()
	await page.keyboard.press('0')
	const onDrill = await placesOn(page, { minX: 0, minY: 0, maxX: 1000, maxY: 750 })
	for (const [at, pull] of BEAK) await drag(page, onDrill(at), onDrill(pull))
	await page.mouse.click(...onDrill([170, 400]))
	await page.keyboard.press('Escape')
	await page.getByRole('button', { name: 'Judge it' }).click()
	await shoot('verdict')
})

/** Lays results of drills down, as if they had been done. */
function practised(drills: readonly string[]): Promise<void> {
	return new Promise((resolve, reject) => {
		const opening = indexedDB.open('skiagram')
		opening.onerror = () => reject(opening.error)
		opening.onsuccess = () => {
			const writing = opening.result.transaction('practice', 'readwrite')
			for (const [k, drill] of drills.entries())
				writing.objectStore('practice').add({
					drill,
					at: Date.now() - 3_600_000 * (drills.length - k),
					done: k % 4 !== 3,
					share: k % 4 !== 3 ? 1 : 0.6,
					nodes: 4 + (5 - Math.floor(k / 2)) * (k % 2),
					best: 4,
					deviation: 7 - 0.5 * k + (k % 3),
				})
			writing.oncomplete = () => resolve()
			writing.onerror = () => reject(writing.error)
		}
	})
}

async function drag(page: Page, from: Point, to: Point): Promise<void> {
	await page.mouse.move(...from)
	await page.mouse.down()
	await page.mouse.move(...to, { steps: 4 })
	await page.mouse.up()
}

async function placesOn(page: Page, box: typeof SHEET): Promise<(p: Point) => Point> {
	const bounds = await page.getByTestId('canvas').boundingBox()
	if (!bounds) throw new Error('There is no canvas.')
	const view = fitBox(box, bounds)
	return (p) => {
		const [x, y] = toScreen(view, p)
		return [x + bounds.x, y + bounds.y]
	}
}
