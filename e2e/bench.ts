import { mkdtemp, readFile, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import {
	type BrowserContext,
	test as base,
	expect,
	type Locator,
	type Page,
} from '@playwright/test'
import sharp from 'sharp'
import type { Box } from '../src/core/geometry/box'
import type { Point } from '../src/core/geometry/point'
import { fitBox, resized, type Size, toScreen, type View } from '../src/editor/session/view'
import { layDown, type Stored, storedIn } from './stored'

/** Three corners that have nothing to do with the photo. */
export const TRIANGLE: readonly Point[] = [
	[200, 200],
	[400, 200],
	[400, 400],
]

/** A file that a test gives to the page. */
export interface GivenFile {
	readonly name: string
	readonly content: Buffer
	readonly type?: string
}

/** What a sheet that was begun from a sample has stored, by the sample's name. */
const beginnings = new Map<string, { readonly address: string; readonly stored: Stored }>()

/** The bench as a test uses it: places are sheet px, and the pointer and keys are real. */
export class Bench {
	private view: View = { scale: 1, x: 0, y: 0 }
	private corner: Point = [0, 0]
	private size: Size = { width: 0, height: 0 }
	/** All of the sheet. */
	private sheet: Box = { minX: 0, minY: 0, maxX: 0, maxY: 0 }

	constructor(readonly page: Page) {}

	get canvas() {
		return this.page.getByTestId('canvas')
	}

	/** Begins a sheet from the sample shelf, and goes on to the Rough pass. */
	async beginSample(name: string): Promise<void> {
		await this.beginPhoto(name, { width: 2000, height: 1500 })
		await this.key('2')
	}

	/**
	 * Begins a sheet from the sample shelf: it opens in the Photo pass. What that stores is the same each time:
	 * it is laid there from the second time on.
	 */
	async beginPhoto(name: string, size: { width: number; height: number }): Promise<void> {
		// The workshop's own sheets are laid out where a test is about them.
		await this.page.addInitScript(() => localStorage.setItem('skiagram:demo-laid-out', 'yes'))
		const begun = beginnings.get(name)
		if (begun) {
			await layDown(this.page, begun.stored)
			await this.page.goto(begun.address)
		} else {
			await this.page.goto('/')
			await this.page.getByRole('button', { name: `Begin a sheet with ${name}` }).click()
			await this.page.waitForURL(/\/sheet\//)
			const { pathname: address } = new URL(this.page.url())
			beginnings.set(name, { address, stored: await storedIn(this.page) })
		}
		await expect(this.page.getByRole('region', { name: 'Photo pass' })).toBeVisible()
		await this.painted()
		await this.fitSheet(size)
		// Where points come to lie is what most tests are about: what snaps has tests of its own.
		await this.key('Shift+G')
	}

	/** Begins a sheet from a drawing, as if it were chosen at home. */
	async beginDrawing(name: string, svg: string | Buffer): Promise<void> {
		await this.page.addInitScript(() => localStorage.setItem('skiagram:demo-laid-out', 'yes'))
		await this.page.goto('/')
		const choosing = this.page.waitForEvent('filechooser')
		await this.page.getByRole('button', { name: 'Choose a photo' }).click()
		await (await choosing).setFiles({
			name,
			mimeType: 'image/svg+xml',
			buffer: Buffer.from(svg),
		})
		await this.page.waitForURL(/\/sheet\//)
	}

	/** Waits until the canvas shows the sheet with its photos. */
	async painted(): Promise<void> {
		await expect(this.canvas).toHaveAttribute('aria-busy', 'false')
	}

	/** Opens a section of the Photo pass's card. */
	async section(name: string): Promise<void> {
		const heading = this.page.getByRole('button', { name, exact: true })
		if ((await heading.getAttribute('aria-expanded')) !== 'true') await heading.click()
	}

	/** Types a value into a field and takes it over. */
	async type(label: string | RegExp, value: string): Promise<void> {
		await this.page.getByLabel(label, { exact: true }).fill(value)
		await this.page.keyboard.press('Enter')
	}

	/** Gives files to the page as a drop or a paste does. */
	async give(way: 'drop' | 'paste', target: Locator, file: GivenFile): Promise<void> {
		await target.evaluate(
			(element, { way, name, type, bytes }) => {
				const data = new DataTransfer()
				const content = Uint8Array.from(atob(bytes), (c) => c.charCodeAt(0))
				data.items.add(new File([content], name, { type }))
				element.dispatchEvent(
					way === 'drop'
						? new DragEvent('drop', { dataTransfer: data, bubbles: true })
						: new ClipboardEvent('paste', { clipboardData: data, bubbles: true }),
				)
			},
			{ way, name: file.name, type: file.type ?? '', bytes: file.content.toString('base64') },
		)
	}

	/** Fits the sheet into the window; from then on places are found on screen. */
	async fitSheet(sheet: { width: number; height: number }): Promise<void> {
		await this.canvas.focus()
		await this.page.keyboard.press('0')
		this.sheet = { minX: 0, minY: 0, maxX: sheet.width, maxY: sheet.height }
		await this.show(this.sheet)
	}

	/** Zooms to a box by holding Z and dragging it. */
	async zoomTo(minX: number, minY: number, maxX: number, maxY: number): Promise<void> {
		await this.canvas.focus()
		await this.page.keyboard.down('z')
		await this.drag([minX, minY], [maxX, maxY])
		await this.page.keyboard.up('z')
		await this.show({ minX, minY, maxX, maxY })
	}

	private async show(box: Box): Promise<void> {
		const bounds = await this.bounds()
		this.view = fitBox(box, bounds)
	}

	/** Where the canvas is; what is in its view goes along with its size. */
	private async bounds(): Promise<Size> {
		const bounds = await this.canvas.boundingBox()
		if (!bounds) throw new Error('The canvas is not on the page.')
		const { width, height } = bounds
		const before = this.size
		const other = before.width !== width || before.height !== height
		if (other && before.width > 0) this.view = resized(this.view, before, bounds, this.sheet)
		this.corner = [bounds.x, bounds.y]
		this.size = { width, height }
		return this.size
	}

	/** Where a place of the sheet is on the page. */
	on(p: Point): Point {
		const [x, y] = toScreen(this.view, p)
		return [x + this.corner[0], y + this.corner[1]]
	}

	async hover(p: Point): Promise<void> {
		await this.bounds()
		await this.page.mouse.move(...this.on(p))
	}

	async click(p: Point): Promise<void> {
		await this.hover(p)
		await this.page.mouse.down()
		await this.page.mouse.up()
	}

	async clickAll(points: readonly Point[]): Promise<void> {
		for (const p of points) await this.click(p)
	}

	async press(p: Point): Promise<void> {
		await this.hover(p)
		await this.page.mouse.down()
	}

	async release(): Promise<void> {
		await this.page.mouse.up()
	}

	async drag(from: Point, to: Point): Promise<void> {
		await this.press(from)
		await this.page.mouse.move(...this.on(to), { steps: 4 })
		await this.release()
	}

	/** Presses at `from`, moves to `to` with `key` held, and lets go. */
	async dragWith(key: string, from: Point, to: Point): Promise<void> {
		await this.press(from)
		await this.page.keyboard.down(key)
		await this.page.mouse.move(...this.on(to), { steps: 4 })
		await this.release()
		await this.page.keyboard.up(key)
	}

	/** Drops a file on the open sheet and expects it to be refused in these words. */
	async isRefused(file: GivenFile, says: string | RegExp): Promise<void> {
		await this.give('drop', this.page.getByRole('main'), file)
		const message = this.page.getByRole('alert').filter({ hasText: `“${file.name}”` })
		await expect(message).toContainText(says)
		await expect(message).toContainText('Nothing was changed.')
	}

	/** The colour of the canvas at a place, as it is seen. */
	async colourAt(p: Point): Promise<number[]> {
		await this.bounds()
		const [x, y] = this.on(p)
		const png = await this.page.screenshot({
			clip: { x: Math.round(x), y: Math.round(y), width: 1, height: 1 },
		})
		return [...(await sharp(png).removeAlpha().raw().toBuffer())]
	}

	/** Goes to a pass by its name on the track. */
	async pass(name: string): Promise<void> {
		await this.page
			.getByRole('navigation', { name: 'Passes' })
			.getByRole('button', { name })
			.click()
	}

	async tool(name: string): Promise<void> {
		await this.page.getByRole('radio', { name }).click()
	}

	async key(key: string): Promise<void> {
		await this.page.keyboard.press(key)
		// Another pass may leave the canvas less room; another sheet has one of its own.
		if (this.size.width > 0) await this.bounds().catch(() => {})
	}

	async saved(): Promise<void> {
		await expect(this.page.getByTestId('saved-state')).toHaveText('Saved')
	}

	/** Has the cutting table begin; it takes one job at a time, and other tests use it too. */
	async beginToCut(dialog: Locator): Promise<void> {
		const status = dialog.getByRole('status')
		await expect(async () => {
			const begin = dialog.getByRole('button', { name: 'Begin to cut' })
			if (await begin.isVisible()) await begin.click()
			await expect(status).toContainText(/left of|Done in/, { timeout: 2000 })
		}).toPass({ timeout: 60_000 })
	}

	/** Exports the sheet and returns the file's text. */
	async exported(): Promise<string> {
		await this.pass('Export')
		const coming = this.page.waitForEvent('download')
		await this.page.getByRole('button', { name: 'Save as SVG' }).click()
		return readFile(await (await coming).path(), 'utf8')
	}
}

/** Everything that a page may have stored. */
const STORED = 'cookies,file_systems,indexeddb,local_storage,service_workers,cache_storage'

export const test = base.extend<{ bench: Bench }, { profile: BrowserContext }>({
	// One browser a worker: what it fetched and compiled for one test it has for the next.
	profile: [
		async ({ playwright }, use, { project }) => {
			const folder = await mkdtemp(join(tmpdir(), 'skiagram-e2e-'))
			const { launchOptions, viewport, baseURL } = project.use
			const profile = await playwright.chromium.launchPersistentContext(folder, {
				...launchOptions,
				...(viewport !== undefined && { viewport }),
				...(baseURL !== undefined && { baseURL }),
			})
			await use(profile)
			await profile.close()
			await rm(folder, { recursive: true, force: true })
		},
		{ scope: 'worker' },
	],
	// Each test finds it empty; those for fingers have a browser of their own.
	context: async ({ profile, browser, hasTouch, isMobile, viewport, baseURL }, use) => {
		if (hasTouch || isMobile) {
			const own = await browser.newContext({
				hasTouch,
				isMobile,
				viewport,
				...(baseURL !== undefined && { baseURL }),
			})
			await use(own)
			return own.close()
		}
		const [blank = await profile.newPage()] = profile.pages()
		const session = await profile.newCDPSession(blank)
		const { origin } = new URL(baseURL ?? '')
		await session.send('Storage.clearDataForOrigin', { origin, storageTypes: STORED })
		await session.detach()
		await use(profile)
		await profile.unrouteAll()
		await profile.clearPermissions()
		await profile.setOffline(false)
		for (const page of profile.pages()) if (page !== blank) await page.close()
	},
	bench: async ({ page }, use) => {
		// Native file dialogs cannot be driven: without them files go through plain downloads.
		await page.addInitScript(() => {
			for (const name of ['showSaveFilePicker', 'showOpenFilePicker'])
				Reflect.deleteProperty(window, name)
		})
		const errors: string[] = []
		page.on('pageerror', (error) => errors.push(error.message))
		await use(new Bench(page))
		expect(errors, 'errors thrown in the page').toEqual([])
	},
})

export { expect }

/** How much of either of two shapes is common to both: what a drawing covers against a mask's white. */
export async function overlapWithMask(svg: string, maskFile: string): Promise<number> {
	const mask = await sharp(maskFile).greyscale().raw().toBuffer({ resolveWithObject: true })
	const { width, height } = mask.info
	const drawing = sharp(Buffer.from(svg)).resize(width, height).ensureAlpha()
	const drawn = await drawing.extractChannel('alpha').raw().toBuffer()
	let both = 0
	let either = 0
	for (const [i, inMask] of mask.data.entries()) {
		const inDrawing = drawn[i] ?? 0
		both += Math.min(inMask, inDrawing)
		either += Math.max(inMask, inDrawing)
	}
	return both / either
}
