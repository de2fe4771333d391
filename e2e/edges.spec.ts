import type { Page } from '@playwright/test'
import type { Point } from '../src/core/geometry/point'
import { type Bench, expect, test } from './bench'
import { judge, keyPlaces, tangentAt, trueOutline } from './truth'

/** Whole outlines take their time. */
test.describe.configure({ timeout: 120_000 })

const HERON = { width: 1000, height: 1200 }
const TEAPOT = { width: 920, height: 690 }
const KEY = { width: 1280, height: 960 }

/** Its crest pales from above: a hand goes straight to its tip. */
const HERON_CREST: Point = [545, 170]
/** Where a hand sets pins along the heron: at tips and turns. */
const HERON_PINS: readonly Point[] = [
	[62, 187],
	[190, 145],
	[340, 91],
	[440, 107],
	HERON_CREST,
	[393, 130],
	[432, 210],
	[381, 412],
	[590, 465],
	[830, 612],
	[896, 712],
	[735, 667],
	[622, 690],
	[678, 855],
	[648, 1045],
	[757, 1080],
	[575, 1130],
	[396, 1080],
	[515, 1045],
	[530, 870],
	[485, 656],
]
/** Its belly pales into its ground, and what is dark on it would be followed: that a hand draws itself. */
const HERON_BELLY: readonly Point[] = [
	[445, 633],
	[343, 570],
	[275, 440],
]
const HERON_NECK: readonly Point[] = [
	[372, 210],
	[300, 158],
]

function nearestPlace(truth: readonly Point[], [x, y]: Point): Point {
	const away = ([a, b]: Point) => Math.hypot(a - x, b - y)
	return truth.reduce((best, p) => (away(p) < away(best) ? p : best))
}

/** Straight segments dropped all the way round. */
async function straightRound(bench: Bench, page: Page, corners: readonly Point[]) {
	await bench.key('2')
	await page.getByRole('switch', { name: 'Straight only' }).click()
	await bench.canvas.focus()
	await bench.clickAll([...corners, ...corners.slice(0, 1)])
}

/** The Edge pen's hint while the edges under the pointer are not read yet. */
const READING = /being read/

test('the heron by Edge pen: two dozen pins, its belly by Pen in between, closed by Enter', async ({
	bench,
	page,
}) => {
	const truth = trueOutline('heron')
	const along = async (places: readonly Point[]) => {
		for (const [k, near] of places.entries()) {
			const [x, y] = nearestPlace(truth, near)
			const beside: Point = [x + 2 * Math.cos(2 * k), y + 2 * Math.sin(2 * k)]
			if (near === HERON_CREST) await page.keyboard.down('c')
			await bench.hover([beside[0] + 4, beside[1] - 3])
			await bench.click(beside)
			if (near === HERON_CREST) await page.keyboard.up('c')
		}
	}
	await bench.beginPhoto('Heron', HERON)
	await bench.key('2')
	await bench.key('f')
	await bench.hover(HERON_PINS[0]!)
	await expect(bench.canvas).not.toHaveAttribute('aria-description', READING)
	await along(HERON_PINS)
	await bench.key('d')
	for (const near of HERON_BELLY) {
		const place = truth.indexOf(nearestPlace(truth, near))
		const [at, [tx, ty]] = [truth[place]!, tangentAt(truth, place, 20)]
		await bench.drag(at, [at[0] + 35 * tx, at[1] + 35 * ty])
	}
	await bench.key('f')
	await along(HERON_NECK)
	await expect(page.getByRole('region', { name: 'Pieces' })).toContainText('open')
	await bench.key('Enter')
	await expect(page.getByRole('region', { name: 'Pieces' })).not.toContainText('open')
	await bench.key('Enter')
	const { nodes, mean, p95 } = judge(await bench.exported(), truth)
	expect(nodes).toBeLessThan(80)
	expect(mean).toBeLessThan(1.1)
	expect(p95).toBeLessThan(4.5)
})

test('the key straight first, then bent to the photo: nearer to its edge on the whole, and at its worst', async ({
	bench,
	page,
}) => {
	const truth = trueOutline('key')
	const corners = keyPlaces(truth, 10, 8).map((k) => truth[k] as Point)
	await bench.beginPhoto('Iron key', KEY)
	await straightRound(bench, page, corners)
	const straight = judge(await bench.exported(), truth)
	await bench.key('3')
	await page.getByRole('button', { name: 'Bend to the photo' }).click()
	await page.getByRole('button', { name: 'Take it' }).click()
	const bent = judge(await bench.exported(), truth)
	expect(bent.mean).toBeLessThan(straight.mean / 1.5)
	expect(bent.p95).toBeLessThan(straight.p95)
})

test('the teapot straight first, then bent to the photo, taken in one step, and undone in one', async ({
	bench,
	page,
}) => {
	const truth = trueOutline('teapot')
	const corners = keyPlaces(truth, 6, 8).map((k) => truth[k] as Point)
	await bench.beginPhoto('Teapot', TEAPOT)
	await straightRound(bench, page, corners)
	const straight = judge(await bench.exported(), truth)
	await bench.key('3')
	await page.getByRole('button', { name: 'Bend to the photo' }).click()
	const answer = page.getByRole('status', { name: 'What would come of it' })
	await expect(answer).toContainText('Nodes')
	// Nothing has changed until it is taken.
	await expect(page.getByRole('region', { name: 'Pieces' })).toContainText(
		`${corners.length} nodes`,
	)
	await page.getByRole('button', { name: 'Take it' }).click()
	const bent = judge(await bench.exported(), truth)
	expect(bent.mean).toBeLessThan(straight.mean / 2)
	expect(bent.p95).toBeLessThan(0.6 * straight.p95)
	expect(bent.nodes).toBeLessThanOrEqual(1.25 * corners.length)
	await bench.key('Control+z')
	expect(judge(await bench.exported(), truth)).toEqual(straight)
	await test.step('Proof finds where it strays, and fits it there, in one step', async () => {
		await bench.pass('Proof')
		const astray = page
			.getByRole('region', { name: 'Proof pass' })
			.getByRole('region', { name: 'Off the photo’s edge' })
		await expect(astray).toBeVisible()
		await astray.getByRole('button', { name: 'Show' }).click()
		const all = astray.getByRole('button', { name: /^All \d+/ })
		const count = Number(/\d+/.exec((await all.textContent()) ?? '')?.[0])
		await all.click()
		await expect
			.poll(async () =>
				(await astray.count()) === 0
					? 0
					: Number(/·\s(\d+)/.exec((await astray.textContent()) ?? '')?.[1] ?? 1),
			)
			.toBeLessThan(count)
		const fitted = judge(await bench.exported(), truth)
		expect(fitted.mean).toBeLessThan(straight.mean)
		await bench.key('Control+z')
		expect(judge(await bench.exported(), truth)).toEqual(straight)
	})
	await test.step('with the photo hidden the profile says so in its place', async () => {
		await bench.key('3')
		const strip = page.getByRole('region', { name: 'Profile against the photo' })
		await expect(strip.getByRole('img')).toBeVisible()
		await page.getByRole('button', { name: 'Hide the photo' }).click()
		await expect(strip).toContainText('hidden')
		await expect(page.getByRole('region', { name: 'Refine pass' })).toContainText('hidden')
		await page.getByRole('button', { name: 'Show the photo' }).click()
		await expect(strip.getByRole('img')).toBeVisible()
	})
})
