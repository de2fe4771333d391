import { mkdtemp, rm } from 'node:fs/promises'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { type BrowserContext, chromium, type Page } from '@playwright/test'
import { Bench, expect, test } from '../bench'

/** So many browsers are killed; `npm run test:faults` kills many more. */
const TIMES = Number(process.env.FAULTS ?? 3)

/** The browser ends as when the machine does: nobody is told, nothing is tidied up. */
async function kill(page: Page, profile: BrowserContext): Promise<void> {
	const gone = new Promise((resolve) => profile.once('close', resolve))
	const session = await profile.newCDPSession(page)
	void session.send('Browser.crash').catch(() => {})
	await gone
}

test('a browser that is killed just after an edit has it when it is opened again', async ({
	baseURL,
	launchOptions,
	viewport,
}) => {
	test.setTimeout(60_000 + 30_000 * TIMES)
	const folder = await mkdtemp(join(tmpdir(), 'skiagram-killed-'))
	const open = () =>
		chromium.launchPersistentContext(folder, {
			...launchOptions,
			...(baseURL !== undefined && { baseURL }),
			...(viewport !== undefined && { viewport }),
		})
	/** So many outlines have their fourth node, the last edit before the end. */
	const whole = ({ page }: Bench, count: number) =>
		expect(page.getByRole('region', { name: 'Pieces' }).getByText('4 nodes')).toHaveCount(count)
	let address = ''
	for (let n = 0; n <= TIMES; n++) {
		const profile = await open()
		const [page = await profile.newPage()] = profile.pages()
		const bench = new Bench(page)
		if (address) await page.goto(address)
		else {
			await bench.beginSample('Iron key')
			address = page.url()
		}
		await bench.painted()
		await whole(bench, n)
		if (n === TIMES) {
			await profile.close()
			break
		}
		await bench.fitSheet({ width: 1280, height: 960 })
		await bench.key('2')
		const x = 100 + 60 * n
		await bench.clickAll([
			[x, 100],
			[x + 40, 100],
			[x + 40, 140],
		])
		await bench.saved()
		await page.waitForTimeout(600)
		await bench.click([x, 140])
		await whole(bench, n + 1)
		await page.waitForTimeout(100)
		await kill(page, profile)
	}
	await rm(folder, { recursive: true, force: true })
})
