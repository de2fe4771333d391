import { readFile } from 'node:fs/promises'
import { basename, join } from 'node:path'
import type { CDPSession, Page } from '@playwright/test'
import { withPage } from '../scripts/served'

/**
 * How much script, as it is sent, the editor's first load takes with a cold cache, workers and
 * parts that come by themselves included; the budget is 350 kB. Built with SKIAGRAM_MAPS=1 the
 * sources' maps tell what each package weighs.
 */
process.env.SKIAGRAM_DEMO = '1'
await withPage(async (page, base) => {
	await page.goto(base)
	for (const name of ['Heron', 'Storm lantern']) {
		const link = page.getByRole('article', { name }).getByRole('link', { name, exact: true })
		const address = (await link.getAttribute('href')) ?? ''
		const sizes = await scriptsOf(page, `${base}${address}`)
		const total = [...sizes.values()].reduce((sum, size) => sum + size, 0)
		console.log(`${name}: ${(total / 1000).toFixed(1)} kB in ${sizes.size} files`)
		for (const [weight, what] of await byPackage(sizes))
			if (weight > 1500) console.log(`  ${(weight / 1000).toFixed(1).padStart(6)}  ${what}`)
		await page.goto(base)
	}
})

/** The bytes of each script that a page fetches until it rests. */
async function scriptsOf(page: Page, address: string): Promise<Map<string, number>> {
	const sizes = new Map<string, number>()
	const session = await page.context().newCDPSession(page)
	await session.send('Network.enable')
	await session.send('Network.setCacheDisabled', { cacheDisabled: true })
	watch(session, sizes)
	await page.goto(address)
	await page.getByTestId('canvas').waitFor()
	await page.getByText('Opening the photo').waitFor({ state: 'hidden' })
	await page.waitForLoadState('networkidle')
	await page.waitForTimeout(2000)
	await session.detach()
	return sizes
}

function watch(session: CDPSession, sizes: Map<string, number>): void {
	const addresses = new Map<string, string>()
	session.on('Network.responseReceived', ({ requestId, response }) =>
		addresses.set(requestId, response.url),
	)
	session.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
		const address = addresses.get(requestId)
		if (address && new URL(address).pathname.endsWith('.js'))
			sizes.set(address, (sizes.get(address) ?? 0) + encodedDataLength)
	})
}

interface SourceMap {
	readonly sections?: readonly { readonly map: SourceMap }[]
	readonly sources?: readonly string[]
	readonly sourcesContent?: readonly (string | null)[]
}

/** Shares each file's bytes among its packages by the length of their sources. */
async function byPackage(sizes: ReadonlyMap<string, number>): Promise<[number, string][]> {
	const weights = new Map<string, number>()
	for (const [address, size] of sizes) {
		const map = await mapOf(address)
		const parts = map ? sourcesOf(map) : [[basename(address), 1] as const]
		const whole = parts.reduce((sum, [, length]) => sum + length, 0)
		for (const [what, length] of parts)
			weights.set(what, (weights.get(what) ?? 0) + (size * length) / (whole || 1))
	}
	return [...weights]
		.map(([what, weight]): [number, string] => [weight, what])
		.sort((a, b) => b[0] - a[0])
}

async function mapOf(address: string): Promise<SourceMap | null> {
	const folder = join('.next', 'static', 'chunks')
	try {
		const script = await readFile(join(folder, basename(new URL(address).pathname)), 'utf8')
		const named = /sourceMappingURL=(\S+)/.exec(script.slice(-300))?.[1]
		return named ? JSON.parse(await readFile(join(folder, basename(named)), 'utf8')) : null
	} catch {
		return null
	}
}

function sourcesOf({ sections, sources = [], sourcesContent = [] }: SourceMap): [string, number][] {
	if (sections) return sections.flatMap(({ map }) => sourcesOf(map))
	return sources.map((source, i) => [packageOf(source), sourcesContent[i]?.length ?? 0])
}

function packageOf(source: string): string {
	const after = source.split('node_modules/').at(-1) ?? source
	if (after !== source)
		return after
			.split('/')
			.slice(0, after.startsWith('@') ? 2 : 1)
			.join('/')
	const own = /\/(src\/[^/]+(?:\/[^/]+)?)/.exec(source)
	return own?.[1] ?? 'other'
}
