import { createServer, type IncomingMessage, request, type ServerResponse } from 'node:http'
import type { AddressInfo } from 'node:net'
import type { BrowserContext } from '@playwright/test'
import { Bench, expect, test } from '../bench'

/** All of the application is fetched and kept: on a busy machine that takes its time, ms. */
const KEEPING_MS = 100_000

/** What another build says differently: its name, and that it waits until the one before has nothing to do. */
const rewritings: Record<string, (text: string, build: string) => string> = {
	'/offline.js': (text, build) => text.replace(/"version":"\w+"/, `"version":"${build}"`),
	'/offline/worker.js': (text) => text.replace('await scope.skipWaiting()', ''),
}

/** The server as the browser sees it: it can go, and come back with another build. */
async function standIn(target: string) {
	let there = true
	let build: string | null = null
	const pass = (asked: IncomingMessage, answer: ServerResponse) => {
		if (!there) return void asked.socket.destroy()
		const { method, url = '/' } = asked
		const rewrite = build !== null ? rewritings[url] : undefined
		// What is rewritten comes whole, as plain text.
		const headers = rewrite ? {} : asked.headers
		const on = request(new URL(url, target), { method, headers }, (from) => {
			const { 'content-length': _, ...changed } = from.headers
			answer.writeHead(from.statusCode ?? 500, rewrite ? changed : from.headers)
			if (!rewrite) return void from.pipe(answer)
			const chunks: Buffer[] = []
			from.on('data', (chunk: Buffer) => chunks.push(chunk))
			from.on('end', () => answer.end(rewrite(Buffer.concat(chunks).toString(), build ?? '')))
		})
		on.on('error', () => asked.socket.destroy())
		asked.pipe(on)
	}
	const server = createServer(pass)
	await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
	const { port } = server.address() as AddressInfo
	return {
		base: `http://127.0.0.1:${port}`,
		go: () => {
			there = false
			server.closeAllConnections()
		},
		comeBack: (as: string) => {
			there = true
			build = as
		},
		close: () => server.close(),
	}
}

/** Waits until this build is kept in the browser. */
async function kept(context: BrowserContext): Promise<void> {
	const [page] = context.pages()
	await expect
		.poll(
			() =>
				page?.evaluate(async () => {
					const registration = await navigator.serviceWorker.getRegistration()
					return registration?.active?.state
				}),
			{ timeout: KEEPING_MS },
		)
		.toBe('activated')
}

test('Skiagram starts and works with the server gone; a newer version is said, and forced on nobody', async ({
	browser,
	baseURL,
	viewport,
}) => {
	test.slow()
	const server = await standIn(baseURL ?? '')
	const context = await browser.newContext({ serviceWorkers: 'allow', viewport })
	const page = await context.newPage()
	const bench = new Bench(page)
	await page.addInitScript(() => localStorage.setItem('skiagram:demo-laid-out', 'yes'))
	await page.goto(server.base)
	await kept(context)
	server.go()

	await test.step('a sheet is begun, drawn, left and found again', async () => {
		await page.reload()
		await page.getByRole('button', { name: 'Begin a sheet with Iron key' }).click()
		await page.waitForURL(/\/sheet\//)
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
		await page.reload()
		await bench.painted()
		await expect(page.getByRole('region', { name: 'Pieces' }).getByText('3 nodes')).toBeVisible()
	})
	await test.step('every pass is there, heavy work too', async () => {
		for (const name of ['Photo', 'Refine', 'Cut', 'Colour', 'Proof', 'Export', 'Thin']) {
			await bench.pass(name)
			await expect(page.getByRole('region', { name: `${name} pass` })).toBeVisible()
		}
		await expect(page.getByRole('slider', { name: /deviation/i }).first()).toBeVisible()
		await expect(page.getByText('did not arrive')).toHaveCount(0)
	})
	await test.step('home shows it', async () => {
		await page.goto(server.base)
		await expect(page.getByRole('article', { name: 'Iron key' })).toContainText('3 nodes')
	})
	await test.step('a newer version is said; the page goes on as it was until it is taken', async () => {
		server.comeBack('zzzzzzzz')
		await page.goto(server.base)
		await expect(page.getByText('A newer version of Skiagram is here')).toBeVisible({
			timeout: KEEPING_MS,
		})
		const waits = () => navigator.serviceWorker.getRegistration().then((kept) => kept?.waiting)
		expect(await page.evaluate(waits), 'it has not taken over').toBeTruthy()
		await expect(page.getByRole('article', { name: 'Iron key' })).toBeVisible()
	})
	await context.close()
	server.close()
})
