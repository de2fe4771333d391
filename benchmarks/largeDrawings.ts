import { expect } from '@playwright/test'
import { withPage } from '../scripts/served'
import { formatPathData, newId, type Point } from '../src/core/index.ts'
import { fitBox, toScreen } from '../src/editor/session/view.ts'

/**
 * Very large drawings brought in at home, in headless Chromium: until the sheet can be worked on, until
 * a click on a node has chosen it, and the longest times the page answered nothing on the way, ms.
 */
const cases: Record<string, () => string> = {
	'9 subpaths': () => inOnePath(9),
	'5,000 subpaths': () => inOnePath(5_000),
	'100,000 subpaths': () => inOnePath(100_000),
	'20,000 paths': () => inPaths(20_000),
	'one path of 5 MB': () => drawing(`<path d="${formatPathData([ring(90_000)])}"/>`),
	'a title of 20 MB': () =>
		drawing(`<title>${'heron '.repeat(3_500_000)}</title><path d="M9 9h900v900H9z"/>`),
}

const SIDE = 1000
const only = process.argv[2]

await withPage(async (page, base) => {
	await page.addInitScript(() => {
		localStorage.setItem('skiagram:demo-laid-out', 'yes')
		const tasks: { at: number; took: number }[] = []
		Object.assign(window, { tasks })
		new PerformanceObserver((list) => {
			for (const { startTime, duration } of list.getEntries())
				tasks.push({ at: startTime, took: duration })
		}).observe({ type: 'longtask', buffered: true })
	})
	console.log('drawing              usable  blocked (over 50 ms)               chosen  blocked')
	for (const [name, make] of Object.entries(cases)) {
		if (only && !name.startsWith(only)) continue
		const text = make()
		for (let round = 0; round < 3; round++) {
			await page.goto(base)
			// The file is in the page before the clock starts.
			const drop = page.getByRole('region', { name: 'New sheet' })
			await page.evaluate((content) => {
				const data = new DataTransfer()
				data.items.add(new File([content], 'large.svg', { type: 'image/svg+xml' }))
				Object.assign(window, { data })
			}, text)
			await drop.waitFor()
			await page.waitForTimeout(1000)
			await taken()
			const set = Date.now()
			await drop.evaluate((element) => {
				const { data } = window as unknown as { data: DataTransfer }
				element.dispatchEvent(new DragEvent('drop', { dataTransfer: data, bubbles: true }))
			})
			await page.waitForURL(/\/sheet\//)
			const canvas = page.getByTestId('canvas')
			const pieces = page.getByRole('region', { name: 'Pieces' })
			await pieces
				.getByRole('button', { name: /^Lock / })
				.first()
				.waitFor({ timeout: 120_000 })
			await expect(canvas).toHaveAttribute('aria-busy', 'false')
			const usable = Date.now() - set
			const opening = await taken()
			const bounds = await canvas.boundingBox()
			if (!bounds) throw new Error('no canvas')
			const view = fitBox({ minX: 0, minY: 0, maxX: SIDE, maxY: SIDE }, bounds)
			await canvas.focus()
			await page.keyboard.press('3')
			await page.keyboard.press('0')
			const clicked = Date.now()
			const [x, y] = toScreen(view, firstNode(name))
			await page.mouse.click(x + bounds.x, y + bounds.y)
			await page.getByRole('region', { name: 'Node' }).getByText('Node').first().waitFor()
			const chosen = Date.now() - clicked
			await page.waitForTimeout(1500)
			const after = await taken()
			const cells = [
				String(usable).padStart(7),
				opening.padEnd(36),
				String(chosen).padStart(6),
				after,
			]
			console.log(`${name.padEnd(18)} ${cells.join('  ')}`)
		}
	}

	async function taken(): Promise<string> {
		const tasks = await page.evaluate(() => {
			const { tasks } = window as unknown as { tasks: { took: number }[] }
			return tasks.splice(0).map(({ took }) => Math.round(took))
		})
		return `${tasks.length}× ${tasks
			.sort((a, b) => b - a)
			.slice(0, 5)
			.join(' ')}`
	}
})

function drawing(body: string): string {
	return `<svg xmlns="http://www.w3.org/2000/svg" width="${SIDE}" height="${SIDE}">${body}</svg>`
}

function inOnePath(count: number): string {
	return drawing(`<path d="${[...cells(count)].map(square).join('')}"/>`)
}

function inPaths(count: number): string {
	return drawing([...cells(count)].map((at) => `<path d="${square(at)}"/>`).join(''))
}

function* cells(count: number): Generator<readonly [x: number, y: number, step: number]> {
	const side = Math.ceil(Math.sqrt(count))
	const step = SIDE / side
	for (let i = 0; i < count; i++) yield [(i % side) * step, Math.floor(i / side) * step, step]
}

function square([x, y, step]: readonly [number, number, number]): string {
	const w = step * 0.7
	return `M${x.toFixed(2)} ${y.toFixed(2)}h${w.toFixed(2)}v${w.toFixed(2)}h-${w.toFixed(2)}z`
}

function firstNode(name: string): Point {
	if (name.startsWith('one path')) return [800, 500]
	return name.startsWith('a title') ? [9, 9] : [0, 0]
}

function ring(count: number) {
	const at = (i: number): Point => {
		const angle = (i / count) * 2 * Math.PI
		const radius = 300 + 30 * Math.sin(angle * 60)
		return [500 + radius * Math.cos(angle), 500 + radius * Math.sin(angle)]
	}
	const nodes = Array.from({ length: count }, (_, i) => {
		const [a, b] = [at(i), at(i + 1)]
		const out: Point = [a[0] + (b[0] - a[0]) / 3, a[1] + (b[1] - a[1]) / 3]
		return {
			id: newId(),
			at: a,
			in: [2 * a[0] - out[0], 2 * a[1] - out[1]] as Point,
			out,
			kind: 'symmetric' as const,
		}
	})
	return { id: newId(), nodes, closed: true }
}
