import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import type { BrowserContext, Page } from '@playwright/test'
import { readSvg } from '../../src/core/drawings'
import { wordsSetIn } from '../../src/core/letter/testing/setWords'
import { type Bench, expect, test } from '../bench'

const CORPUS = join(import.meta.dirname, 'corpus')
interface Drawing {
	readonly name: string
	readonly text: string
	/** How many pieces come of it; none where it is refused. */
	readonly pieces: number
}

function drawings(folder: string): Drawing[] {
	return readdirSync(join(CORPUS, folder)).map((name) => {
		const text = readFileSync(join(CORPUS, folder, name), 'utf8')
		return { name: `${folder}-${name}`, text, pieces: piecesOf(text) }
	})
}

/** What sets text here: how many pieces come of it does not depend on the font. */
const setWords = await wordsSetIn('figtree', 'amiri')

function piecesOf(text: string): number {
	try {
		return readSvg(text, { setWords }).pieces.length
	} catch {
		return 0
	}
}

/** Watches what a drawing must not do: run, or ask for something. */
async function guard(page: Page): Promise<() => Promise<void>> {
	const asked: string[] = []
	page.on('request', (request) => {
		if (/harm|example\.org/.test(request.url())) asked.push(request.url())
	})
	page.on('dialog', (dialog) => {
		asked.push(dialog.message())
		void dialog.dismiss()
	})
	return async () => {
		expect(asked).toEqual([])
		expect(await page.evaluate(() => Reflect.get(window, 'harmed'))).toBeUndefined()
	}
}

async function drop(
	bench: Bench,
	target: 'main' | 'new',
	files: readonly Drawing[],
): Promise<void> {
	const { page } = bench
	const place =
		target === 'main' ? page.getByRole('main') : page.getByRole('region', { name: 'New sheet' })
	await place.evaluate((element, all) => {
		const data = new DataTransfer()
		for (const { name, text } of all)
			data.items.add(new File([text], name, { type: 'image/svg+xml' }))
		element.dispatchEvent(new DragEvent('drop', { dataTransfer: data, bubbles: true }))
	}, files as Drawing[])
}

const SHEET =
	'<svg xmlns="http://www.w3.org/2000/svg" width="300" height="300"><path id="first" d="M0 0H9V9Z"/></svg>'

for (const folder of ['hard', 'odd', 'hostile', 'broken']) {
	test(`${folder} drawings dropped on an open sheet do no harm, and what can come in is there after a reload`, async ({
		bench,
		page,
	}) => {
		const check = await guard(page)
		await page.addInitScript(() => localStorage.setItem('skiagram:demo-laid-out', 'yes'))
		await page.goto('/')
		await drop(bench, 'new', [{ name: 'start.svg', text: SHEET, pieces: 1 }])
		await page.waitForURL(/\/sheet\//)
		await bench.canvas.waitFor()
		await bench.painted()
		const all = drawings(folder).filter(({ text }) => text.length < 200_000)
		await drop(bench, 'main', all)
		const pieces = 1 + all.reduce((sum, drawing) => sum + drawing.pieces, 0)
		await expect(bench.canvas).toHaveAttribute('aria-label', new RegExp(`, ${pieces} pieces?$`), {
			timeout: 60_000,
		})
		await check()
		await bench.saved()
		await page.reload()
		await expect(bench.canvas).toHaveAttribute('aria-label', new RegExp(`, ${pieces} pieces?$`))
		await check()
	})
}

test('each refusal names its file and says why, on an open sheet', async ({ bench, page }) => {
	await page.goto('/')
	await drop(bench, 'new', [{ name: 'start.svg', text: SHEET, pieces: 1 }])
	await page.waitForURL(/\/sheet\//)
	await bench.painted()
	const of = (path: string) => Buffer.from(readFileSync(join(CORPUS, path)))
	for (const [path, says] of [
		['hostile/no-drawing.svg', 'holds <html>, not a drawing'],
		['hostile/nothing-in-it.svg', 'holds no paths or shapes'],
		['hostile/use-bomb.svg', 'references make more than'],
		['hostile/entity-flood.svg', 'entities'],
		['broken/at-100.svg', 'cannot be read'],
	] as const)
		await bench.isRefused(
			{ name: path.replace('/', '-'), content: of(path), type: 'image/svg+xml' },
			says,
		)
	await expect(bench.canvas).toHaveAttribute('aria-label', /, 1 pieces?$/)
})

test('numbers that no sheet can hold are refused in fields, and the sheet stays readable', async ({
	bench,
	page,
}) => {
	await page.addInitScript(() => localStorage.setItem('skiagram:demo-laid-out', 'yes'))
	await page.goto('/')
	await drop(bench, 'new', [
		{ name: 'start.svg', text: SHEET.replace('M0 0H9V9Z', 'M50 50H250V250Z'), pieces: 1 },
	])
	await page.waitForURL(/\/sheet\//)
	await bench.painted()
	await bench.fitSheet({ width: 300, height: 300 })
	await bench.pass('Refine')
	await bench.click([250, 50])
	await bench.type('x', '*1e306')
	await expect(page.getByText('more than a number can say')).toBeVisible()
	await bench.type('x', '/0')
	await expect(page.getByText('Nothing can be divided by 0.')).toBeVisible()
	await bench.type('x', '*1e300')
	await expect(page.getByText('Nothing can be divided by 0.')).toHaveCount(0)
	await expect(page.getByText('would put something beyond')).toBeVisible()
	await expect(page.getByLabel('x', { exact: true })).toHaveValue('250')
	await bench.saved()
	await page.reload()
	await expect(bench.canvas).toHaveAttribute('aria-label', /, 1 pieces?$/)
})

test('several files chosen at once become a sheet each', async ({ bench, page }) => {
	await page.addInitScript(() => localStorage.setItem('skiagram:demo-laid-out', 'yes'))
	await page.goto('/')
	await drop(
		bench,
		'new',
		['one.svg', 'two.svg', 'torn.svg', 'three.svg'].map((name) => ({
			name,
			text: name === 'torn.svg' ? SHEET.slice(0, 80) : SHEET,
			pieces: 1,
		})),
	)
	await expect(page.getByText('3 of 4 files became a sheet each.')).toBeVisible()
	await expect(page.getByRole('article')).toHaveCount(3)
	await expect(page.getByRole('alert').filter({ hasText: 'torn.svg' })).toContainText(
		'Nothing was changed',
	)
})

test('5,000 outlines are opened and worked on like ten', async ({ bench, page }) => {
	await guard(page)
	await page.goto('/')
	const side = 71
	const d = Array.from(
		{ length: 5000 },
		(_, i) => `M${(i % side) * 10} ${Math.floor(i / side) * 10}h7v7h-7z`,
	).join('')
	const text = `<svg xmlns="http://www.w3.org/2000/svg" width="710" height="710"><path d="${d}"/></svg>`
	await drop(bench, 'new', [{ name: 'many.svg', text, pieces: 1 }])
	await page.waitForURL(/\/sheet\//)
	await bench.painted()
	await bench.fitSheet({ width: 710, height: 710 })
	await expect(page.getByRole('region', { name: 'Pieces' })).toContainText('20000 nodes')
	await bench.pass('Refine')
	await bench.zoomTo(300, 300, 340, 340)
	await bench.drag([317, 317], [319, 315])
	await bench.saved()
	const svg = await bench.exported()
	expect(svg).toMatch(/L319 315/)
	expect(svg.match(/M/g)).toHaveLength(5000)
})

test('of very many pieces the rows in sight are listed, and the last is found by scrolling', async ({
	bench,
	page,
}) => {
	await page.goto('/')
	const body = Array.from({ length: 3000 }, (_, i) => `<path id="p${i}" d="M${i % 60} ${i}h9v9z"/>`)
	const text = `<svg xmlns="http://www.w3.org/2000/svg" width="300" height="3100">${body.join('')}</svg>`
	await drop(bench, 'new', [{ name: 'many.svg', text, pieces: 3000 }])
	await page.waitForURL(/\/sheet\//)
	const panel = page.getByRole('region', { name: 'Pieces' })
	await expect(panel.getByRole('button', { name: /^p2999/ })).toBeVisible()
	expect(await panel.getByRole('listitem').count()).toBeLessThan(100)
	await panel.evaluate((element) => element.scrollTo(0, element.scrollHeight))
	await panel.getByRole('button', { name: /^p0 / }).click()
	await expect(panel.getByRole('button', { name: /^p0 /, pressed: true })).toBeVisible()
})

test.describe('between tabs', () => {
	test.beforeEach(async ({ page }) => {
		await page.addInitScript(() => localStorage.setItem('skiagram:demo-laid-out', 'yes'))
	})

	const begin = async (bench: Bench) => {
		const { page } = bench
		await page.goto('/')
		await drop(bench, 'new', [{ name: 'heron.svg', text: SHEET, pieces: 1 }])
		await page.waitForURL(/\/sheet\//)
		await bench.painted()
		await bench.saved()
	}

	/** The same, with another tab that only looks. */
	const beginInTwo = async (bench: Bench, context: BrowserContext) => {
		await begin(bench)
		const other = await context.newPage()
		await other.goto(bench.page.url())
		await expect(other.getByText('being worked on in another tab')).toBeVisible()
		return other
	}

	/** Another tab at home, where something was chosen for the only sheet. */
	const fromHome = async (context: BrowserContext, act: string) => {
		const home = await context.newPage()
		await home.goto('/')
		await home.getByRole('button', { name: /^More for/ }).click()
		await home.getByRole('menuitem', { name: act }).click()
		return home
	}

	test('a sheet that is open is renamed from home, and the open tab has the name', async ({
		bench,
		page,
		context,
	}) => {
		await begin(bench)
		const home = await fromHome(context, 'Rename')
		await home.getByLabel('Sheet name').fill('Grey heron')
		await home.keyboard.press('Enter')
		await expect(page.getByLabel('Sheet name')).toHaveValue('Grey heron')
		await expect(home.getByRole('article', { name: 'Grey heron' })).toBeVisible()
	})

	test('a sheet that is open is deleted from home: the tab says so and takes it back', async ({
		bench,
		page,
		context,
	}) => {
		await begin(bench)
		const home = await fromHome(context, 'Delete')
		await expect(page.getByText('This sheet was deleted at home.')).toBeVisible()
		await expect(home.getByText('Bin (1)')).toBeVisible()
		await page.getByRole('button', { name: 'Take it back' }).click()
		await expect(page.getByText('This sheet was deleted at home.')).toBeHidden()
		await bench.painted()
		await bench.saved()
	})

	test('a sheet that is open in two tabs is deleted from home: both say so, and so does home', async ({
		bench,
		page,
		context,
	}) => {
		const other = await beginInTwo(bench, context)
		const home = await fromHome(context, 'Delete')
		await expect(home.getByText('Bin (1)')).toBeVisible()
		for (const tab of [page, other])
			await expect(tab.getByText('This sheet was deleted at home.')).toBeVisible()
		await expect(home.getByText('Nothing was changed')).toHaveCount(0)
		await home.reload()
		await expect(home.getByRole('article')).toHaveCount(0)
		await page.getByRole('button', { name: 'Take it back' }).click()
		await expect(page.getByText('This sheet was deleted at home.')).toBeHidden()
		await expect(other.getByText('This sheet was deleted at home.')).toBeHidden()
	})

	test('a tab that only looks takes nothing in, and can work once the other is closed', async ({
		bench,
		page,
		context,
	}) => {
		const other = await beginInTwo(bench, context)
		await bench.give('drop', other.getByRole('main'), {
			name: 'more.svg',
			content: Buffer.from(SHEET),
			type: 'image/svg+xml',
		})
		await expect(other.getByText('nothing can be brought in here')).toBeVisible()
		await page.close()
		await expect(other.getByText('it can only be looked at here')).toBeHidden()
	})

	test('nothing is lost where a sheet is taken over right after an edit', async ({
		bench,
		page,
		context,
	}) => {
		const other = await beginInTwo(bench, context)
		for (let k = 2; k < 6; k++) {
			await bench.give('drop', page.getByRole('main'), {
				name: `${k}.svg`,
				content: Buffer.from(SHEET),
				type: 'image/svg+xml',
			})
			await expect(bench.canvas).toHaveAttribute('aria-label', new RegExp(`, ${k} pieces?$`))
		}
		await other.getByRole('button', { name: 'Work on it here' }).click()
		await expect(other.getByTestId('canvas')).toHaveAttribute('aria-label', /, 5 pieces?$/)
		await expect(other.getByText('being worked on in another tab')).toBeHidden()
	})
})

test('a name that is being typed is kept where the page is left', async ({ bench, page }) => {
	await bench.beginPhoto('Iron key', { width: 1280, height: 960 })
	await bench.saved()
	await page.getByLabel('Sheet name').fill('Key to the lamp room')
	await page.reload()
	await expect(page.getByLabel('Sheet name')).toHaveValue('Key to the lamp room')
})

test('a first visit that is cut short has its demo sheets the next time, each once', async ({
	page,
}) => {
	let samples = 0
	await page.route('**/photos/*.jpg', (route) => {
		// The third picture never comes: the visit ends there.
		if (++samples < 3) return route.continue()
		return new Promise(() => {})
	})
	await page.goto('/')
	await expect.poll(() => samples).toBeGreaterThan(2)
	await page.unrouteAll({ behavior: 'ignoreErrors' })
	await page.reload()
	await expect(page.getByRole('article')).toHaveCount(6)
	await page.reload()
	await expect(page.getByRole('article')).toHaveCount(6)
})

test('what is served says what a page may do', async ({ request, baseURL }) => {
	const page = await request.get('/')
	const policy = page.headers()['content-security-policy'] ?? ''
	const [, nonce] = /'nonce-([^']+)'/.exec(policy) ?? []
	expect(policy).toContain("frame-ancestors 'none'")
	expect(policy).not.toContain('unsafe-eval')
	expect(/script-src[^;]*unsafe-inline/.test(policy)).toBe(false)
	const scripts = (await page.text()).match(/<script[^>]*>/g) ?? []
	expect(scripts.length).toBeGreaterThan(0)
	for (const script of scripts) expect(script).toContain(`nonce="${nonce}"`)
	expect(page.headers()).toMatchObject({
		'x-content-type-options': 'nosniff',
		'referrer-policy': 'no-referrer',
		'permissions-policy': expect.stringContaining('camera=()'),
	})
	expect((await request.get('/_next/image?url=%2Fphotos%2Fkey.jpg&w=640&q=75')).status()).toBe(404)
	const beyond = await request.get(`${baseURL}/photos/key.jpg`, {
		headers: { Range: 'bytes=99999999-' },
	})
	expect(beyond.status()).toBe(416)
	const part = await request.get(`${baseURL}/photos/key.jpg`, { headers: { Range: 'bytes=0-9' } })
	expect(part.status()).toBe(206)
})
