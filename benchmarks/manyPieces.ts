import type { Page } from '@playwright/test'
import { withPage } from '../scripts/served'
import {
	addPieces,
	emptySheet,
	formatSvg,
	groupPieces,
	newPiece,
	parsePathData,
} from '../src/core/index.ts'
import { fitBox, toScreen } from '../src/editor/session/view.ts'
import { measureFrames, report, reportHead } from './frames.ts'

/**
 * A coloured sheet of 300 pieces in 30 groups, 6,000 nodes, gradients and strokes among them: panning,
 * zooming and dragging one piece and a whole group, in headless Chromium: ms of our own work a frame.
 */
const ROWS = 15
const COLUMNS = 20
const WIDTH = 2000
const HEIGHT = 1500
/** Of each piece. */
const NODES = 20

await withPage(async (page, base) => {
	await page.addInitScript(() => Reflect.deleteProperty(window, 'showOpenFilePicker'))
	await page.goto(base)
	const choosing = page.waitForEvent('filechooser')
	await page.getByRole('button', { name: 'Choose a photo' }).click()
	await (await choosing).setFiles({
		name: 'many.svg',
		mimeType: 'image/svg+xml',
		buffer: Buffer.from(drawing()),
	})
	await page.waitForURL(/\/sheet\//)
	await page.getByText('Row 15').first().waitFor()
	await page.keyboard.press('6')
	const canvas = page.getByTestId('canvas')
	await canvas.focus()
	await page.keyboard.press('0')
	const bounds = await canvas.boundingBox()
	if (!bounds) throw new Error('no canvas')
	const view = fitBox({ minX: 0, minY: 0, maxX: WIDTH, maxY: HEIGHT }, bounds)
	const [x, y] = toScreen(view, [1050, 750])
	const middle = [x + bounds.x, y + bounds.y] as const
	const wander = async () => {
		for (let i = 1; i <= 120; i++)
			await page.mouse.move(middle[0] + i * 0.7, middle[1] + 20 * Math.sin(i / 9))
	}
	const dragged = async (what: string) => {
		for (let round = 1; round <= 3; round++) {
			await page.mouse.move(...middle)
			await page.mouse.down()
			report(`drag ${what}, ${round}`, await measureFrames(page, 'pointermove', wander))
			await page.mouse.up()
			await page.keyboard.press('Control+z')
		}
	}
	reportHead()
	await page.mouse.click(...middle)
	await dragged('a group of 10')
	await page.keyboard.press('Escape')
	await page.mouse.dblclick(...middle)
	await dragged('a piece')
	await panAndZoom(page, middle, wander)
})

async function panAndZoom(
	page: Page,
	middle: readonly [number, number],
	wander: () => Promise<void>,
): Promise<void> {
	await page.mouse.move(...middle)
	await page.keyboard.down(' ')
	await page.mouse.down()
	report('pan', await measureFrames(page, 'pointermove', wander))
	await page.mouse.up()
	await page.keyboard.up(' ')
	await page.keyboard.down('Control')
	report(
		'zoom',
		await measureFrames(page, 'wheel', async () => {
			for (let i = 0; i < 60; i++) await page.mouse.wheel(0, i < 30 ? -20 : 20)
		}),
	)
	await page.keyboard.up('Control')
}

/** Wavy rings in rows, each tenth with a gradient, each third with a stroke. */
function drawing(): string {
	const pieces = Array.from({ length: ROWS * COLUMNS }, (_, n) => {
		const [x, y] = [50 + 100 * (n % COLUMNS), 50 + 100 * Math.floor(n / COLUMNS)]
		const colour = `#${((n * 7919) % 0xffffff).toString(16).padStart(6, '0')}`
		const stops = [
			{ at: 0, colour },
			{ at: 1, colour: '#f3f0e9' },
		]
		return {
			...newPiece(`Ring ${n + 1}`, parsePathData(wavyRing(x, y))),
			fill:
				n % 10 === 0
					? ({ kind: 'linear', from: [x - 45, y], to: [x + 45, y], stops } as const)
					: ({ kind: 'solid', colour } as const),
			...(n % 3 === 0 && {
				stroke: { paint: { kind: 'solid', colour: '#22272e' } as const, width: 2 },
			}),
		}
	})
	let sheet = addPieces(emptySheet('Many pieces', WIDTH, HEIGHT), pieces)
	for (let row = 0; row < ROWS; row++)
		for (const half of [0, 1]) {
			const from = row * COLUMNS + half * 10
			const ids = new Set(pieces.slice(from, from + 10).map(({ id }) => id))
			sheet = groupPieces(sheet, ids, `Row ${row + 1}${half ? ' right' : ''}`)
		}
	return formatSvg(sheet)
}

function wavyRing(x: number, y: number): string {
	const at = (i: number, by = 0) => {
		const angle = ((i + by) / NODES) * 2 * Math.PI
		const radius = 44 + 3 * Math.sin(angle * 5)
		return `${(x + radius * Math.cos(angle)).toFixed(2)} ${(y + radius * Math.sin(angle)).toFixed(2)}`
	}
	const curves = Array.from(
		{ length: NODES },
		(_, i) => `C${at(i, 0.33)} ${at(i, 0.67)} ${at(i + 1)}`,
	)
	return `M${at(0)}${curves.join('')}Z`
}
