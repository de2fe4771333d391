import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { type BrowserContext, chromium, type Page } from '@playwright/test'
import type { Point } from '../../src/core/geometry/point'
import { randomNumbers } from '../../src/core/path/testing/anyEdit'
import { Bench, expect, test } from '../bench'

/** So many browsers are killed in each test; `npm run test:faults` kills many more. */
const TIMES = Number(process.env.FAULTS ?? 3)

/** What was done so long before the end may not be lost, ms. */
const SAFE_AFTER_MS = 500

/** The browser ends as when the machine does: nobody is told, nothing is tidied up. */
async function kill(page: Page, profile: BrowserContext): Promise<void> {
	const gone = new Promise((resolve) => profile.once('close', resolve))
	const session = await profile.newCDPSession(page)
	void session.send('Browser.crash').catch(() => {})
	await gone
}

/** A browser that is killed and opened again, always at one sheet. */
const reopened = test.extend<{ reopen: () => Promise<[Bench, BrowserContext]> }>({
	reopen: async ({ baseURL, launchOptions, viewport }, use) => {
		const folder = await mkdtemp(join(tmpdir(), 'skiagram-killed-'))
		let address = ''
		let last: BrowserContext | null = null
		await use(async () => {
			const profile = await chromium.launchPersistentContext(folder, {
				...launchOptions,
				...(baseURL !== undefined && { baseURL }),
				...(viewport !== undefined && { viewport }),
			})
			last = profile
			const [page = await profile.newPage()] = profile.pages()
			const bench = new Bench(page)
			if (address) await page.goto(address)
			else {
				await bench.beginSample('Iron key')
				address = page.url()
			}
			await bench.painted()
			await bench.fitSheet({ width: 1280, height: 960 })
			await bench.key('2')
			return [bench, profile]
		})
		await (last as BrowserContext | null)?.close().catch(() => {})
		await rm(folder, { recursive: true, force: true })
	},
})

/** Begins anew: the list shows no more outlines than it has room for. */
async function clear(bench: Bench): Promise<void> {
	const pieces = bench.page.getByRole('region', { name: 'Pieces' }).getByText(/\d+ nodes?/)
	await bench.canvas.focus()
	await bench.key('Control+a')
	while ((await pieces.count()) > 0) await bench.key('Delete')
	await bench.saved()
}

reopened(
	'a browser that is killed just after an edit has it when it is opened again',
	async ({ reopen }) => {
		test.setTimeout(60_000 + 30_000 * TIMES)
		/** Whether the outline has its fourth node, the last edit before the end. */
		const whole = ({ page }: Bench) =>
			expect(page.getByRole('region', { name: 'Pieces' }).getByText('4 nodes')).toHaveCount(1)
		for (let n = 0; n <= TIMES; n++) {
			const [bench, profile] = await reopen()
			if (n > 0) await whole(bench)
			if (n === TIMES) break
			await clear(bench)
			const [x, y] = [100 + 20 * (n % 40), 100 + 20 * (n % 30)]
			await bench.clickAll([
				[x, y],
				[x + 40, y],
				[x + 40, y + 40],
			])
			await bench.saved()
			await bench.page.waitForTimeout(600)
			await bench.click([x, y + 40])
			await whole(bench)
			await bench.page.waitForTimeout(100)
			await kill(bench.page, profile)
		}
	},
)

reopened(
	'a browser that is killed in the midst of work has all that is older than half a second',
	async ({ reopen }) => {
		test.setTimeout(60_000 + 30_000 * TIMES)
		const random = randomNumbers(29)
		/** So many nodes all outlines have. */
		const nodes = async ({ page }: Bench) => {
			const rows = await page
				.getByRole('region', { name: 'Pieces' })
				.getByText(/\d+ nodes?/)
				.allTextContents()
			return rows.reduce((sum, row) => sum + Number(/(\d+) node/.exec(row)?.[1]), 0)
		}
		for (let n = 0; n < TIMES; n++) {
			const [bench, profile] = await reopen()
			await clear(bench)
			/** How many nodes were seen, and when. */
			const seen: [number, number][] = []
			let done = false
			const y = 40 + 14 * (n % 60)
			const working = (async () => {
				for (let k = 0; k < 40 && !done; k++) {
					const at: Point = [40 + 30 * k, y + 10 * (k % 2)]
					await bench.click(at).catch(() => {})
					const count = await nodes(bench).catch(() => 0)
					if (!done) seen.push([Date.now(), count])
					await bench.page.waitForTimeout(20 + 400 * random() ** 3).catch(() => {})
				}
			})()
			await bench.page.waitForTimeout(200 + 3000 * random())
			const end = Date.now()
			done = true
			await kill(bench.page, profile)
			await working
			const safe = Math.max(
				0,
				...seen.filter(([at]) => at < end - SAFE_AFTER_MS).map(([, count]) => count),
			)
			const [again, after] = await reopen()
			await expect.poll(() => nodes(again)).toBeGreaterThanOrEqual(safe)
			await after.close()
		}
	},
)
