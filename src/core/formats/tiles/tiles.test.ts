import { spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import sharp from 'sharp'
import { describe, expect, test } from 'vitest'
import { emptySheet, newPiece, type Sheet } from '../../path/model'
import { parsePathData } from '../../path/parsePathData'
import { addPieces } from '../../path/pieces'
import { formatSvg } from '../svg/writeSvg'
import { MOST_TILES } from './papers'
import { TooManyTiles, tilingOf } from './tiles'
import { writeTiles } from './writeTiles'

const A4 = { paper: 'a4', overlap: 10, margin: 8 } as const

/** A banner of 500 × 360 mm, a mm to the px, with something near each corner and nothing between. */
function banner(): Sheet {
	const paths = [
		'M5 5H120V90H5Z',
		'M400 20C460 20 495 60 495 110L430 140Z',
		'M20 250L130 355H10Z',
		'M480 355H380V240Z',
	]
	return addPieces(
		{ ...emptySheet('Bühnenbild', 500, 360), mmPerPx: 1 },
		paths.map((d, n) => newPiece(`Teil ${n + 1}`, parsePathData(d))),
	)
}

describe('a sheet on several pages', () => {
	test('is wholly on them, each lying over the next as far as said', () => {
		const { tiles, columns, rows, overlap } = tilingOf(banner(), A4)
		expect(tiles).toHaveLength(columns * rows)
		expect(tiles[0]?.area.minX).toBeLessThanOrEqual(0)
		expect(tiles.at(-1)?.area.maxX).toBeGreaterThanOrEqual(500)
		expect(tiles.at(-1)?.area.maxY).toBeGreaterThanOrEqual(360)
		for (const tile of tiles) {
			const next = tiles.find((one) => one.row === tile.row && one.column === tile.column + 1)
			const below = tiles.find((one) => one.column === tile.column && one.row === tile.row + 1)
			if (next) expect(tile.area.maxX - next.area.minX).toBeCloseTo(overlap, 9)
			if (below) expect(tile.area.maxY - below.area.minY).toBeCloseTo(overlap, 9)
		}
		expect(new Set(tiles.map(({ name }) => name)).size).toBe(tiles.length)
	})

	test('lies the way round that takes fewer, and one page is enough for what fits on one', () => {
		const wide = { ...banner(), width: 270, height: 180 }
		const { width, height, tiles } = tilingOf(wide, A4)
		expect([width, height]).toEqual([297, 210])
		expect(tiles).toHaveLength(1)
		expect(tilingOf(banner(), { ...A4, paper: 'a3' }).tiles.length).toBeLessThan(
			tilingOf(banner(), A4).tiles.length,
		)
	})

	test('leaves out pages on which nothing is painted, unless there is a ground', () => {
		const sparse = addPieces({ ...emptySheet('Ends', 1200, 180), mmPerPx: 1 }, [
			newPiece('Left', parsePathData('M10 10H60V100H10Z')),
			newPiece('Right', parsePathData('M1150 10H1190V100H1150Z')),
			{
				...newPiece('Line', parsePathData('M60 170H150')),
				fill: { kind: 'none' },
				stroke: { paint: { kind: 'solid', colour: '#000000' }, width: 2 },
			},
		])
		const printed = (sheet: Sheet) => tilingOf(sheet, A4).tiles.filter(({ empty }) => !empty)
		expect(printed(sparse)).toHaveLength(2)
		const ground = { ...sparse, background: { kind: 'solid', colour: '#ffeecc' } as const }
		expect(printed(ground)).toHaveLength(tilingOf(ground, A4).tiles.length)
	})

	test('is refused where nobody would stick so many together', () => {
		expect(() => tilingOf({ ...banner(), mmPerPx: 40 }, A4)).toThrow(TooManyTiles)
		expect(tilingOf({ ...banner(), mmPerPx: 5 }, A4).tiles.length).toBeLessThanOrEqual(MOST_TILES)
	})
})

/** Every page of a PDF as poppler draws it, two px to the mm; grey, row-major. */
async function pagesOf(bytes: Uint8Array) {
	const folder = mkdtempSync(join(tmpdir(), 'pages-'))
	try {
		const file = join(folder, 'in.pdf')
		writeFileSync(file, bytes)
		const info = spawnSync('pdfinfo', [file], { encoding: 'utf8' }).stdout
		const count = Number(/Pages:\s+(\d+)/.exec(info)?.[1])
		const dpi = String(2 * 25.4)
		const made = spawnSync('pdftocairo', ['-png', '-r', dpi, file, join(folder, 'page')])
		if (made.status !== 0) throw new Error(String(made.stderr))
		const digits = String(count).length
		const pages = await Promise.all(
			Array.from({ length: count }, async (_, n) => {
				const png = join(folder, `page-${String(n + 1).padStart(digits, '0')}.png`)
				const { data, info: size } = await sharp(png)
					.greyscale()
					.raw()
					.toBuffer({ resolveWithObject: true })
				return { data, width: size.width, height: size.height }
			}),
		)
		const words = spawnSync('pdftotext', [file, '-'], { encoding: 'utf8' }).stdout
		return { pages, words }
	} finally {
		rmSync(folder, { recursive: true })
	}
}

test('stuck together, the printed pages are the artwork in its own size', async () => {
	const sheet = banner()
	const tiling = tilingOf(sheet, A4)
	const printed = tiling.tiles.filter(({ empty }) => !empty)
	const { pages, words } = await pagesOf(await writeTiles(sheet, A4))
	expect(pages).toHaveLength(1 + printed.length)
	for (const { name } of printed) expect(words).toContain(name)
	expect(words).toContain('Bühnenbild')
	expect(words).toContain('500 × 360 mm')
	const truth = await sharp(Buffer.from(formatSvg(sheet)), { density: 96 })
		.resize(1000, 720, { fit: 'fill' })
		.flatten({ background: '#ffffff' })
		.greyscale()
		.raw()
		.toBuffer()
	let [seen, differ] = [0, 0]
	for (const [n, { area }] of printed.entries()) {
		const page = pages[n + 1]
		if (!page) throw new Error('It is there.')
		// Within what is printed, clear of lines and crosses along its edges.
		const clear = tiling.overlap + 4
		for (let y = area.minY + clear; y < area.maxY - clear; y += 1.5)
			for (let x = area.minX + clear; x < area.maxX - clear; x += 1.5) {
				if (x < 1 || y < 1 || x > 499 || y > 359) continue
				const [px, py] = [x - area.minX + tiling.margin, y - area.minY + tiling.margin]
				const here = page.data[Math.floor(2 * py) * page.width + Math.floor(2 * px)] ?? 0
				const there = truth[Math.floor(2 * y) * 1000 + Math.floor(2 * x)] ?? 0
				seen++
				if (Math.abs(here - there) > 128) differ++
			}
	}
	expect(seen).toBeGreaterThan(20_000)
	expect(differ / seen).toBeLessThan(0.003)
})
