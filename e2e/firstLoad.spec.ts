import { readFile } from 'node:fs/promises'
import { gzipSync } from 'node:zlib'
import type { BrowserContext, Request } from '@playwright/test'
import { expect, test } from './bench'

/** How much script a sheet may take to open with nothing fetched before, as it is sent: kB. */
const MOST = { bare: 420, worked: 430 }

/** What nobody asked for is fetched five seconds after the editor stands: what comes before is opening, ms. */
const OPENING_MS = 2500

/** The kB of all scripts that opening an address asks for, those of workers too, packed as they are sent. */
async function scriptsOf(context: BrowserContext, address: string): Promise<number> {
	// A page of its own: no pointer rests on anything there, and nothing comes for it.
	const page = await context.newPage()
	const asked = new Map<string, number>()
	const take = (request: Request) => {
		const { pathname } = new URL(request.url())
		const file = pathname.replace('/_next/', '.next/')
		if (file.endsWith('.js') && !asked.has(file)) asked.set(file, Date.now())
	}
	context.on('request', take)
	await page.goto(address)
	await page.getByTestId('canvas').waitFor()
	const stands = Date.now()
	await expect(page.getByTestId('canvas')).toHaveAttribute('aria-busy', 'false')
	await page.waitForTimeout(1000)
	context.off('request', take)
	await page.close()
	const files = [...asked].filter(([, at]) => at < stands + OPENING_MS)
	const read = await Promise.all(files.map(([file]) => readFile(file)))
	return read.reduce((sum, file) => sum + gzipSync(file).length, 0) / 1000
}

test('opening a sheet fetches no more script than it has to', async ({ bench, page, context }) => {
	await bench.beginSample('Iron key')
	const address = page.url()
	// The page that works fetches nothing while another is looked at.
	await page.goto('/icon.svg')
	const bare = await scriptsOf(context, address)
	await page.goto(address)
	await bench.painted()
	await bench.fitSheet({ width: 1280, height: 960 })
	await bench.key('2')
	await bench.clickAll([
		[200, 200],
		[400, 200],
		[400, 400],
		[200, 200],
	])
	await bench.saved()
	await page.goto('/icon.svg')
	const worked = await scriptsOf(context, address)
	test.info().annotations.push({ type: 'kB', description: `${bare} bare, ${worked} worked on` })
	// All of it was asked for, wherever it came from.
	expect(bare).toBeGreaterThan(250)
	expect(bare).toBeLessThan(MOST.bare)
	expect(worked).toBeLessThan(MOST.worked)
})
