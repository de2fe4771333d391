import type { CDPSession } from '@playwright/test'
import type { Point } from '../src/core/geometry/point'
import { expect, test } from './bench'
import { judge, keyPlaces, trueOutline } from './truth'

test.use({ hasTouch: true })

type Finger = readonly [x: number, y: number]

/** Fingers on the glass, where they are now; none lifts them all. */
function touch(session: CDPSession, type: 'touchStart' | 'touchMove' | 'touchEnd', at: Finger[]) {
	const touchPoints = at.map(([x, y], id) => ({ x, y, id }))
	return session.send('Input.dispatchTouchEvent', { type, touchPoints })
}

test('two fingers zoom and pan, and leave no nodes behind', async ({ bench, page, context }) => {
	await bench.beginSample('Storm lantern')
	const session = await context.newCDPSession(page)
	const zoom = page.getByRole('button', { name: /^Zoom/ })
	const before = Number.parseFloat((await zoom.textContent()) ?? '')
	await touch(session, 'touchStart', [
		[600, 400],
		[700, 400],
	])
	for (let i = 1; i <= 6; i++)
		await touch(session, 'touchMove', [
			[600 - i * 12, 400],
			[700 + i * 12, 400],
		])
	await touch(session, 'touchEnd', [])
	await expect
		.poll(async () => Number.parseFloat((await zoom.textContent()) ?? ''))
		.toBeGreaterThan(before * 1.8)
	await expect(page.getByRole('region', { name: 'Pieces' })).toContainText('None yet')
})

test('the Edge pen by finger: pins tapped along the teapot, closed on the first', async ({
	bench,
	page,
	context,
}) => {
	const truth = trueOutline('teapot')
	const pins = keyPlaces(truth, 12, 24).map((k) => truth[k] as Point)
	await bench.beginPhoto('Teapot', { width: 920, height: 690 })
	await bench.key('2')
	await bench.key('f')
	const session = await context.newCDPSession(page)
	const tap = async (p: Point) => {
		await touch(session, 'touchStart', [bench.on(p)])
		await touch(session, 'touchEnd', [])
	}
	const [first] = pins
	await bench.hover(first!)
	await expect(bench.canvas).not.toHaveAttribute('aria-description', /being read/)
	for (const p of pins) {
		await tap(p)
		// With the first finger the sheet makes room for the buttons.
		if (p === first) await bench.hover(p)
		// Two taps in a row, however far apart a finger lets them be, are a double tap.
		await page.waitForTimeout(350)
	}
	await expect(page.getByRole('region', { name: 'Pieces' })).toContainText('open')
	await tap(first!)
	await expect(page.getByRole('region', { name: 'Pieces' })).not.toContainText('open')
	await bench.key('Enter')
	const { nodes, mean } = judge(await bench.exported(), truth)
	expect(nodes).toBeLessThan(60)
	expect(mean).toBeLessThan(2)
})

test('one finger draws; a palm beside a pen does nothing', async ({ bench, page, context }) => {
	await bench.beginSample('Storm lantern')
	const session = await context.newCDPSession(page)
	const panel = page.getByRole('region', { name: 'Pieces' })
	await touch(session, 'touchStart', [[500, 300]])
	await touch(session, 'touchEnd', [])
	await expect(panel).toContainText('1 node')

	const pen = { button: 'left', clickCount: 1, pointerType: 'pen', x: 600, y: 300 } as const
	await session.send('Input.dispatchMouseEvent', { ...pen, type: 'mousePressed' })
	await session.send('Input.dispatchMouseEvent', { ...pen, type: 'mouseReleased' })
	await touch(session, 'touchStart', [[700, 500]])
	await touch(session, 'touchEnd', [])
	await expect(panel).toContainText('2 nodes')
	await bench.key('Enter')
	await expect(panel).toContainText('2 nodes, open')
})
