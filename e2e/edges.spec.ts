import type { Point } from '../src/core/geometry/point'
import { expect, test } from './bench'
import { judge, keyPlaces, trueOutline } from './truth'

/** Whole outlines take their time. */
test.describe.configure({ timeout: 120_000 })

const HERON = { width: 1000, height: 1200 }
const TEAPOT = { width: 920, height: 690 }

/** Where a hand sets pins along the heron: at tips and turns, and once more where it pales into its ground. */
const HERON_PINS: readonly Point[] = [
	[62, 187],
	[190, 145],
	[340, 91],
	[440, 107],
	[545, 170],
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
	[488, 700],
	[275, 440],
	[372, 210],
	[300, 158],
]

function nearestPlace(truth: readonly Point[], [x, y]: Point): Point {
	const away = ([a, b]: Point) => Math.hypot(a - x, b - y)
	return truth.reduce((best, p) => (away(p) < away(best) ? p : best))
}

/** The Edge pen's hint while the edges under the pointer are not read yet. */
const READING = /being read/

test('the heron by Edge pen: two dozen pins beside the edge, closed by Enter', async ({
	bench,
	page,
}) => {
	const truth = trueOutline('heron')
	const pins = HERON_PINS.map((near) => nearestPlace(truth, near))
	expect(pins.length).toBeLessThanOrEqual(24)
	await bench.beginPhoto('Heron', HERON)
	await bench.key('2')
	await bench.key('f')
	await bench.hover(pins[0]!)
	await expect(bench.canvas).not.toHaveAttribute('aria-description', READING)
	for (const [k, [x, y]] of pins.entries()) {
		const beside: Point = [x + 2 * Math.cos(2 * k), y + 2 * Math.sin(2 * k)]
		await bench.hover([beside[0] + 4, beside[1] - 3])
		await bench.click(beside)
	}
	await expect(page.getByRole('region', { name: 'Pieces' })).toContainText('open')
	await bench.key('Enter')
	await expect(page.getByRole('region', { name: 'Pieces' })).not.toContainText('open')
	await bench.key('Enter')
	const { nodes, mean } = judge(await bench.exported(), truth)
	expect(nodes).toBeLessThan(90)
	expect(mean).toBeLessThan(2)
})

test('the teapot straight first, then bent to the photo, taken in one step, and undone in one', async ({
	bench,
	page,
}) => {
	const truth = trueOutline('teapot')
	const corners = keyPlaces(truth, 6, 8).map((k) => truth[k] as Point)
	await bench.beginPhoto('Teapot', TEAPOT)
	await bench.key('2')
	await page.getByRole('switch', { name: 'Straight only' }).click()
	await bench.canvas.focus()
	await bench.clickAll([...corners, corners[0]!])
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
	expect(bent.p95).toBeLessThan(straight.p95 / 2)
	expect(bent.nodes).toBeLessThanOrEqual(1.25 * corners.length)
	await bench.key('Control+z')
	expect(judge(await bench.exported(), truth)).toEqual(straight)
})
