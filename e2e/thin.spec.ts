import type { Page } from '@playwright/test'
import { readSvg } from '../src/core/drawings'
import { nearestOn } from '../src/core/geometry/nearest'
import { polar } from '../src/core/geometry/point'
import { deviation } from '../src/core/measure/deviation'
import { segmentCubic, segments } from '../src/core/path/contour'
import type { Contour } from '../src/core/path/model'
import { type Bench, expect, test } from './bench'

async function openTeapot(page: Page, bench: Bench): Promise<void> {
	await page.goto('/')
	await page.getByRole('article', { name: 'Teapot' }).getByRole('link', { name: 'Teapot' }).click()
	await page.waitForURL(/\/sheet\//)
	await bench.canvas.focus()
}

const outlinesOf = (svg: string): readonly Contour[] =>
	readSvg(svg).pieces.flatMap((piece) => piece.contours)
const nodesOf = (contours: readonly Contour[]) =>
	contours.reduce((sum, { nodes }) => sum + nodes.length, 0)

test('the sheet with too many nodes is thinned by pointer, and the exported file judged', async ({
	page,
	bench,
}) => {
	await openTeapot(page, bench)
	const before = outlinesOf(await bench.exported())
	expect(nodesOf(before)).toBe(233)

	await bench.pass('Thin')
	const card = page.getByRole('region', { name: 'Thin pass' })
	await expect(card.getByText(/^233 nodes → \d+$/)).toBeVisible()
	// The slider moves the ghost; the knee is one click away.
	await card.getByRole('slider', { name: 'Allowed deviation' }).focus()
	await page.keyboard.press('Home')
	await expect(card.getByText(/^0\.1 px$/)).toBeVisible()
	const knee = card.getByRole('button', { name: /^Take the knee: \d+ nodes at [\d.]+ px$/ })
	const [, promised, tolerance] =
		/(\d+) nodes at ([\d.]+) px/.exec((await knee.textContent()) ?? '') ?? []
	await knee.click()
	await expect(card.getByText(`233 nodes → ${promised}`)).toBeVisible()
	await card.getByRole('button', { name: `Thin to ${promised} nodes` }).click()
	await expect(card.getByText('No node can go at this deviation.')).toBeVisible()

	const after = outlinesOf(await bench.exported())
	expect(nodesOf(after)).toBe(Number(promised))
	expect(nodesOf(after)).toBeLessThan(60)
	expect(after).toHaveLength(before.length)
	expect(deviation(before, after).max).toBeLessThanOrEqual(Number(tolerance) + 0.02)

	// One step back, and all nodes are there again.
	await bench.key('Control+z')
	expect(nodesOf(outlinesOf(await bench.exported()))).toBe(233)
})

test('only chosen nodes are thinned; the profile and the worst place lead to where it is', async ({
	page,
	bench,
}) => {
	await openTeapot(page, bench)
	await bench.pass('Thin')
	const card = page.getByRole('region', { name: 'Thin pass' })
	await expect(card.getByText(/^233 nodes → \d+$/)).toBeVisible()

	const zoom = page.getByRole('button', { name: /%/ }).first()
	const far = await zoom.textContent()
	await page.getByRole('region', { name: 'Profile' }).click({ position: { x: 300, y: 30 } })
	await expect(zoom).not.toHaveText(far ?? '')
	await bench.canvas.focus()
	await bench.fitSheet({ width: 920, height: 690 })

	await bench.drag([20, 120], [300, 480])
	await card.getByRole('button', { name: 'Chosen nodes' }).click()
	await expect(card.getByText(/^192 nodes → 1\d\d$/)).toBeVisible()
	const before = outlinesOf(await bench.exported())
	await bench.pass('Thin')
	await card.getByRole('button', { name: /^Thin to 1\d\d nodes/ }).click()
	const after = outlinesOf(await bench.exported())
	expect(nodesOf(after)).toBeLessThan(nodesOf(before))
	// What was not chosen lies where it lay.
	const cubics = after.flatMap((contour) => segments(contour).map(segmentCubic))
	for (const { nodes } of before)
		for (const { at } of nodes)
			if (at[0] > 320 || at[1] > 500)
				expect(Math.min(...cubics.map((c) => nearestOn(c, at).distance))).toBeLessThan(0.01)
})

test('a stroke drawn freehand is a curve with few nodes; a needless one is suggested and taken by key', async ({
	page,
	bench,
}) => {
	await bench.beginSample('Iron key')
	await bench.key('q')
	const places = Array.from({ length: 120 }, (_, i) => {
		const [x, y] = polar((i / 120) * 2 * Math.PI, 300 + 2 * Math.sin(i * 7.3))
		return [800 + x, 600 + y] as const
	})
	const [first] = places
	if (!first) throw new Error('There is a stroke.')
	await bench.press(first)
	for (const place of places) await bench.hover(place)
	await bench.hover(first)
	await bench.release()
	const count = page
		.getByRole('navigation', { name: 'Passes' })
		.getByRole('button', { name: /Thin/ })
	await expect(count).toHaveText(/[4-8] nodes$/)

	await bench.pass('Refine')
	const card = page.getByRole('region', { name: 'Suggestions' })
	await expect(card.getByText('Nothing to suggest for this piece.')).toBeVisible()
	// A node in the middle of a curve, which it does not need.
	await bench.canvas.focus()
	await bench.key('Control+a')
	await bench.key('a')
	await expect(count).toHaveText(/(8|9|\d\d) nodes$/)
	const many = Number(/(\d+) nodes/.exec((await count.textContent()) ?? '')?.[1])
	await expect(card.getByText(/a node is needless/)).toBeVisible()
	await bench.canvas.focus()
	await bench.key('t')
	await expect(count).toHaveText(new RegExp(`${many - 1} nodes$`))
})
