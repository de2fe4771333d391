import { readSvg } from '../src/core/drawings'
import type { Point } from '../src/core/geometry/point'
import { openingsOf } from '../src/core/path/openings'
import { expect, overlapWithMask, test } from './bench'

const MASK = 'public/photos/truth/lantern.png'

/** The first round: plain corners at key places, clockwise; the curves come in the second. */
const OUTER: readonly Point[] = [
	[860, 149],
	[980, 104],
	[1102, 155],
	[1215, 516],
	[1206, 625],
	[1270, 891],
	[1179, 1151],
	[1203, 1240],
	[1190, 1308],
	[1231, 1342],
	[1192, 1373],
	[917, 1390],
	[688, 1334],
	[721, 1298],
	[706, 1231],
	[739, 1142],
	[662, 827],
	[735, 614],
	[731, 509],
]
/** The second round: where segments are bent to. */
const BENDS: readonly { from: Point; to: Point; through: Point }[] = [
	{ from: [1102, 155], to: [1215, 516], through: [1206, 318] },
	{ from: [1206, 625], to: [1270, 891], through: [1257, 755] },
	{ from: [1270, 891], to: [1179, 1151], through: [1247, 1030] },
	{ from: [1192, 1373], to: [917, 1390], through: [1060, 1391] },
	{ from: [917, 1390], to: [688, 1334], through: [790, 1376] },
	{ from: [739, 1142], to: [662, 827], through: [675, 990] },
	{ from: [662, 827], to: [735, 614], through: [682, 712] },
	{ from: [731, 509], to: [860, 149], through: [752, 300] },
]
/** Openings with straight sides, each drawn inside and cut. */
const CAGE: readonly (readonly Point[])[] = [
	[
		[707, 859],
		[716, 960],
		[744, 1050],
		[781, 1120],
		[826, 1091],
		[880, 1079],
		[880, 1047],
		[923, 989],
		[952, 954],
		[954, 870],
	],
	[
		[793, 610],
		[748, 690],
		[709, 832],
		[955, 832],
		[959, 648],
		[849, 646],
	],
	[
		[1092, 651],
		[982, 648],
		[978, 832],
		[1223, 843],
		[1203, 735],
		[1149, 618],
	],
	[
		[977, 871],
		[974, 954],
		[1002, 991],
		[1042, 1049],
		[1042, 1070],
		[1146, 1086],
		[1171, 1077],
		[1210, 976],
		[1224, 870],
	],
]

test('the whole job: trace the lantern, refine it, cut its openings, proof it, send it out', async ({
	bench,
	page,
}) => {
	await bench.beginSample('Storm lantern')
	const undo = page.getByRole('button', { name: 'Undo', exact: true })
	const panel = page.getByRole('region', { name: 'Pieces' })

	await test.step('Rough: once round with plain corners, and closed on the first node', async () => {
		for (const p of OUTER) await bench.click(p)
		await bench.hover(OUTER[0]!)
		await expect(page.getByRole('status').first()).toContainText('close the outline')
		await bench.click(OUTER[0]!)
		await expect(panel).toContainText('19 nodes')
		await expect(panel).not.toContainText('open')
	})

	await test.step('Refine: bend the curved segments, set kinds', async () => {
		await bench.key('3')
		for (const { from, to, through } of BENDS) {
			await bench.drag([(from[0] + to[0]) / 2, (from[1] + to[1]) / 2], through)
		}
		await bench.click([980, 104])
		await bench.key('s')
		await bench.click([1270, 891])
		await bench.key('y')
		await expect(
			page.getByRole('region', { name: 'Node' }).getByRole('button', { pressed: true }),
		).toHaveAccessibleName(/^Symmetric/)
		await bench.click([662, 827])
		await bench.key('y')
	})

	await test.step('Cut: the bail’s opening drawn with curves at once, a cusp among them', async () => {
		await bench.key('5')
		await bench.click([758, 580])
		await bench.click([838, 579])
		await bench.click([840, 494])
		await bench.click([793, 478])
		await bench.click([905, 404])
		await bench.click([910, 377])
		await bench.click([947, 369])
		// The knob's round top as one smooth node, pulled out level.
		await bench.drag([977, 332], [1000, 332])
		await bench.click([1006, 371])
		await bench.click([1046, 400])
		await bench.click([1154, 487])
		await bench.click([1108, 500])
		await bench.click([1105, 585])
		await bench.click([1186, 590])
		await bench.click([1192, 439])
		// Along the wire: the outgoing handle broken away, for a cusp.
		await bench.dragWith('x', [1090, 176], [1078, 179])
		await bench.click([980, 159])
		await bench.click([871, 173])
		await bench.click([780, 310])
		await bench.click([757, 435])
		await bench.click([758, 580])
		await page.getByRole('button', { name: /^Cut “Piece 2” out of “Piece 1”$/ }).click()
		await expect(panel).toContainText('Opening 1')
		// The wire runs in a bow: bend it as in the second round.
		await bench.key('e')
		await bench.drag([1141, 307.5], [1179, 300])
		await bench.drag([825.5, 241.5], [805, 235])
	})

	await test.step('Cut: undo and redo give the same opening', async () => {
		const openings = panel.getByText(/^Opening \d$/)
		await expect(openings).toHaveCount(1)
		for (let i = 0; i < 3; i++) await undo.click()
		await expect(openings).toHaveCount(0)
		for (let i = 0; i < 3; i++)
			await page.getByRole('button', { name: 'Redo', exact: true }).click()
		await expect(openings).toHaveCount(1)
	})

	await test.step('Cut: the cage’s openings, all at once', async () => {
		await bench.key('d')
		for (const outline of CAGE) {
			for (const p of outline) await bench.click(p)
			await bench.click(outline[0]!)
		}
		await page.getByRole('button', { name: 'Cut all 4 out' }).click()
		await expect(panel.getByText(/^Opening \d$/)).toHaveCount(5)
	})

	await test.step('Proof: the shape alone, every outline closed', async () => {
		await bench.key('7')
		await expect(page.getByText('Every outline that is to be filled is closed.')).toBeVisible()
		expect(await bench.colourAt([980, 1250])).toEqual([0, 0, 0])
		expect(await bench.colourAt([980, 250])).toEqual([255, 255, 255])
		expect(await bench.colourAt([300, 300])).toEqual([255, 255, 255])
	})

	await test.step('Reload: everything is as it was', async () => {
		await bench.saved()
		await page.reload()
		await expect(panel.getByText(/^Opening \d$/)).toHaveCount(5)
		await expect(
			page.getByRole('navigation', { name: 'Passes' }).getByRole('button', { name: /Proof/ }),
		).toHaveAttribute('aria-current', 'step')
	})

	await test.step('Export: one path, its openings, every kind of node; it matches the photo', async () => {
		const svg = await bench.exported()
		const { pieces, width, height } = readSvg(svg)
		expect([width, height]).toEqual([2000, 1500])
		expect(pieces).toHaveLength(1)
		expect(openingsOf(pieces[0]!)).toHaveLength(5)
		const kinds = new Set(pieces[0]!.contours.flatMap((c) => c.nodes.map((n) => n.kind)))
		expect([...kinds].sort()).toEqual(['corner', 'cusp', 'smooth', 'symmetric'])
		expect(await overlapWithMask(svg, MASK)).toBeGreaterThanOrEqual(0.9)
		const otherRule = svg.replaceAll(' fill-rule="evenodd"', '')
		expect(otherRule).not.toBe(svg)
		expect(await overlapWithMask(otherRule, MASK)).toBeGreaterThanOrEqual(0.9)
	})
})
