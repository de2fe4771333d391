import { readSvg } from '../src/core/drawings'
import type { Point } from '../src/core/geometry/point'
import { type Bench, expect, test } from './bench'

const SQUARE = [
	[300, 300],
	[900, 300],
	[900, 900],
	[300, 900],
] as const

async function drawSquare(bench: Bench): Promise<void> {
	await bench.beginSample('Storm lantern')
	await bench.clickAll([...SQUARE, SQUARE[0]])
	await bench.key('3')
}

async function nodes(bench: Bench, piece = 0) {
	const { pieces } = readSvg(await bench.exported())
	return pieces[piece]!.contours[0]!.nodes
}

/** The kinds, as an exported drawing tells them: equal handles in line may be either of two. */
const kindsOf = (all: Awaited<ReturnType<typeof nodes>>) =>
	all.map(({ kind }) => (kind === 'symmetric' ? 'smooth' : kind))

const near = (p: Point | undefined, [x, y]: Point) =>
	p !== undefined && Math.hypot(p[0] - x, p[1] - y) < 3

test('keys held over the canvas: kinds, inserting, pulling, a lasso, a copy', async ({
	bench,
	page,
}) => {
	await drawSquare(bench)
	const card = page.getByRole('region', { name: 'Node' })
	const holding = async (key: string, work: () => Promise<void>) => {
		await page.keyboard.down(key)
		await work()
		await page.keyboard.up(key)
	}

	await holding('a', () => bench.click([600, 300]))
	await holding('s', async () => {
		await bench.click(SQUARE[1])
		await bench.click(SQUARE[2])
	})
	await holding('p', () => bench.drag(SQUARE[3], [360, 960]))
	const traced = await nodes(bench)
	expect(kindsOf(traced)).toEqual(['corner', 'corner', 'smooth', 'smooth', 'cusp'])
	expect(near(traced[4]?.in, [360, 960]) || near(traced[4]?.out, [360, 960])).toBe(true)

	await bench.key('3')
	await holding('r', async () => {
		await bench.press([860, 240])
		for (const p of [
			[960, 240],
			[960, 960],
			[860, 960],
		] as const)
			await page.mouse.move(...bench.on(p), { steps: 4 })
		await bench.release()
	})
	await expect(card).toContainText('2 nodes')

	await holding('m', () => holding('u', () => bench.drag([600, 600], [1200, 620])))
	await expect(page.getByRole('region', { name: 'Pieces' })).toContainText('Piece 1 copy')
})

test('kinds’ keys in the midst of a drag work at once; Esc calls all of it off', async ({
	bench,
	page,
}) => {
	await drawSquare(bench)
	await bench.key('2')
	await bench.click([1200, 300])
	await bench.press([1500, 300])
	await page.mouse.move(...bench.on([1600, 300]), { steps: 4 })
	await bench.key('x')
	await page.mouse.move(...bench.on([1560, 420]), { steps: 4 })
	await bench.release()
	await bench.click([1300, 700])
	await bench.key('Enter')
	const [, second] = await nodes(bench, 1)
	expect(second?.kind).toBe('cusp')
	expect(near(second?.in, [1400, 300])).toBe(true)
	expect(near(second?.out, [1560, 420])).toBe(true)

	await bench.key('3')
	await bench.click(SQUARE[1])
	await bench.press(SQUARE[1])
	await page.mouse.move(...bench.on([950, 250]), { steps: 4 })
	await bench.key('y')
	await expect(page.getByRole('status').filter({ hasText: 'Esc: call it off' })).toBeVisible()
	await bench.key('Escape')
	await bench.release()
	expect((await nodes(bench)).map(({ kind }) => kind)).toEqual(Array(4).fill('corner'))
})

test('an outline is drawn, and a line to straighten by, with keys alone', async ({
	bench,
	page,
}) => {
	await bench.beginSample('Storm lantern')
	const hint = page.getByRole('status').filter({ hasText: /Cross at/ })
	const move = async (key: string, times: number) => {
		for (let i = 0; i < times; i++) await bench.key(`Shift+Arrow${key}`)
	}
	await bench.key('Shift+Enter')
	await expect(hint).toBeVisible()
	const start = await crossAt(hint)
	await bench.key('Enter')
	await move('Right', 20)
	await page.keyboard.down('p')
	await move('Down', 6)
	await page.keyboard.up('p')
	await move('Down', 14)
	await bench.key('Enter')
	await move('Left', 20)
	await move('Up', 20)
	await bench.key('Enter')
	const [first, second, third, none] = await nodes(bench)
	const [x, y] = start
	expect(near(first?.at, start)).toBe(true)
	expect(second?.kind).toMatch(/smooth|symmetric/)
	expect(near(second?.out, [x + 200, y + 60])).toBe(true)
	expect(near(third?.at, [x + 200, y + 200])).toBe(true)
	expect(none).toBeUndefined()

	await bench.key('1')
	await page.getByRole('radio', { name: 'Straighten' }).click()
	await bench.canvas.focus()
	await bench.key('Shift+Enter')
	await page.keyboard.down('p')
	await move('Right', 40)
	await move('Down', 1)
	await page.keyboard.up('p')
	await page.getByRole('button', { name: 'Steps' }).click()
	await expect(page.getByRole('menuitem').first()).toContainText('Straighten a photo')
})

async function crossAt(hint: { innerText(): Promise<string> }): Promise<Point> {
	const [, x, y] = /Cross at (-?[\d.]+), (-?[\d.]+)/.exec(await hint.innerText()) ?? []
	return [Number(x), Number(y)]
}

test.describe('with fingers', () => {
	test.use({ hasTouch: true })

	test('held keys are buttons at the canvas’s edge, held by one hand while the other draws', async ({
		bench,
		page,
	}) => {
		await drawSquare(bench)
		const buttons = page.getByRole('group', { name: 'Hold for the moment' })
		await page.touchscreen.tap(...bench.on([600, 600]))
		const smooth = buttons.getByRole('button', { name: 'Smooth' })
		await expect(smooth).toBeVisible()
		const box = await smooth.boundingBox()
		if (!box) throw new Error('There is no such button.')
		expect(box.height).toBeGreaterThanOrEqual(32)
		const client = await page.context().newCDPSession(page)
		const finger = { x: box.x + box.width / 2, y: box.y + box.height / 2, id: 1 }
		const touch = (type: 'touchStart' | 'touchEnd', touchPoints: object[]) =>
			client.send('Input.dispatchTouchEvent', { type, touchPoints: touchPoints as never })
		await touch('touchStart', [finger])
		await expect(smooth).toHaveAttribute('aria-pressed', 'true')
		const [x, y] = bench.on(SQUARE[2])
		await touch('touchStart', [finger, { x, y, id: 2 }])
		await touch('touchEnd', [finger])
		await touch('touchEnd', [])
		await expect(smooth).toHaveAttribute('aria-pressed', 'false')
		expect(kindsOf(await nodes(bench))).toEqual(['corner', 'corner', 'smooth', 'corner'])
	})
})
