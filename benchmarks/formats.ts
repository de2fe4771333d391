/**
 * How right files are in the readers of others: drawings are taken in, written in every vector format, read by programs
 * that are not ours, and compared with the original as Chromium draws it. One row for each format and reader.
 *
 *     npx tsx benchmarks/formats.ts [FOLDER…]
 */
import { spawnSync } from 'node:child_process'
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { PDFDict, PDFDocument, PDFHexString, PDFName, PDFString } from '@cantoo/pdf-lib'
import type { Page } from '@playwright/test'
import DxfParser, { type ILwpolylineEntity, type ISplineEntity } from 'dxf-parser'
import sharp from 'sharp'
import { withBrowser } from '../scripts/served'
import { decodeSvg, readSvg } from '../src/core/drawings'
import { writeDxf } from '../src/core/formats/dxf/writeDxf'
import { writeEps } from '../src/core/formats/eps/writeEps'
import { writePdf } from '../src/core/formats/pdf/writePdf'
import {
	overlapOfInk,
	printedPdf,
	type Seen,
	seenEps,
	seenPdf,
	seenSvg,
	shareOfDifferent,
} from '../src/core/formats/testing/readers'
import { addPieces, emptySheet, formatSvg, type Sheet } from '../src/core/index'

/** The longer side of a picture that is compared, px, each the mean of so many squared: edges are smoothed by each reader its own way. */
const SIDE = 160
const FINER = 4
/** A px differs where a channel does by more than this, of 255. */
const VISIBLE = 32
/** So many drawings are taken of each folder, evenly. */
const OF_EACH = 75
/** Sizes are said of sheets whose px are so large, mm. */
const MM_PER_PX = 0.25

const SETS = ['node_modules/bootstrap-icons/icons', 'node_modules/lucide-static/icons']
const folders = process.argv.length > 2 ? process.argv.slice(2) : SETS

interface Row {
	readonly overlaps: number[]
	readonly different: number[]
	/** How far the page is off, mm. */
	readonly off: number[]
	readonly names: [right: number, all: number]
	readonly ms: number[]
	readonly bytes: number[]
	readonly worst: { file: string; different: number }[]
	readonly failed: string[]
}

const rows = new Map<string, Row>()

await withBrowser(async (page) => {
	await page.goto('about:blank')
	for (const folder of folders) {
		const all = readdirSync(folder).filter((name) => name.endsWith('.svg'))
		const step = Math.max(1, all.length / OF_EACH)
		const files = Array.from({ length: Math.min(OF_EACH, all.length) }, (_, k) =>
			String(all[Math.floor(k * step)]),
		)
		for (const file of files) await judge(page, join(folder, file))
		console.log(`${folder}: ${files.length} drawings`)
	}
})

const head =
	'format, reader | drawings | silhouette mean, worst | px that differ mean, p95 | page off, mm | names | ms mean, most | kB'
console.log(head)
for (const [name, row] of rows) console.log(said(name, row))
for (const [name, { worst, failed }] of rows) {
	const most = worst.sort((a, b) => b.different - a.different).slice(0, 4)
	for (const { file, different } of most)
		if (different > 0.01) console.log(`   ${name}: ${(100 * different).toFixed(1)} % ${file}`)
	for (const one of failed.slice(0, 5)) console.log(`   ${name} failed: ${one}`)
}

function said(name: string, { overlaps, different, off, names, ms, bytes, failed }: Row): string {
	const mean = (all: readonly number[]) => all.reduce((sum, v) => sum + v, 0) / all.length
	const percent = (v: number) => `${(100 * v).toFixed(2)} %`
	const sorted = different.toSorted((a, b) => a - b)
	const p95 = sorted[Math.floor(0.95 * sorted.length)] ?? 0
	return [
		name,
		`${overlaps.length}${failed.length > 0 ? `, ${failed.length} failed` : ''}`,
		`${mean(overlaps).toFixed(4)}, ${Math.min(...overlaps).toFixed(3)}`,
		different.length > 0 ? `${percent(mean(different))}, ${percent(p95)}` : '–',
		off.length > 0 ? Math.max(...off).toFixed(4) : '–',
		names[1] > 0 ? `${names[0]} of ${names[1]}` : '–',
		`${mean(ms).toFixed(1)}, ${Math.max(...ms).toFixed(0)}`,
		(mean(bytes) / 1000).toFixed(1),
	].join(' | ')
}

async function judge(page: Page, file: string): Promise<void> {
	const text = await decodeSvg(new Uint8Array(readFileSync(file)))
	const drawing = readSvg(text)
	const [width, height] = [drawing.width || 300, drawing.height || 150]
	const k = (SIDE / Math.max(width, height)) * FINER
	const size = [width, height].map((v) => FINER * Math.max(1, Math.round((v * k) / FINER))) as [
		number,
		number,
	]
	const empty = { ...emptySheet('', width, height), mmPerPx: MM_PER_PX }
	const sheet = addPieces(empty, drawing.pieces, drawing.groups)
	const truth = await seenInBrowser(page, text, size)
	const mm = [width * MM_PER_PX, height * MM_PER_PX] as const

	const svg = await timed(() => formatSvg(sheet))
	await row('SVG, Chromium', file, svg, truth, {
		see: () => seenInBrowser(page, svg.made, size),
		names: () => namesInSvg(page, svg.made, sheet),
		page: () => sizeOfSvg(svg.made),
		mm,
	})
	await row('SVG, librsvg', file, svg, truth, { see: () => seenSvg(svg.made, ...size) })
	const pdf = await timed(() => writePdf(sheet, { layers: true }))
	await row('PDF, poppler', file, pdf, truth, {
		see: () => seenPdf(pdf.made, ...size),
		page: () => sizeOfPdf(pdf.made),
		mm,
	})
	await row('PDF, Ghostscript', file, pdf, truth, {
		see: () => printedPdf(pdf.made, ...size),
		names: () => namesInPdf(pdf.made, sheet),
	})
	const eps = await timed(() => writeEps(sheet))
	await row('EPS, Ghostscript', file, eps, truth, {
		see: async () => fitted(await seenEps(eps.made, size[0] / ((mm[0] / 25.4) * 72)), size),
	})
	// A drawing for cutting has outlines and no paints: it is compared with the outlines, filled.
	const outlines = await seenInBrowser(page, formatSvg(asOutlines(sheet)), size)
	for (const curves of ['splines', 'arcs'] as const) {
		const dxf = await timed(() => writeDxf(sheet, { curves, layers: 'piece' }))
		await row(`DXF with ${curves}, dxf-parser`, file, dxf, outlines, {
			see: () => seenInBrowser(page, svgOfDxf(dxf.made, mm), size),
		})
	}
}

interface Made<T> {
	readonly made: T
	readonly ms: number
}

async function timed<T>(make: () => T | Promise<T>): Promise<Made<T>> {
	const begun = performance.now()
	const made = await make()
	return { made, ms: performance.now() - begun }
}

async function row(
	name: string,
	file: string,
	{ made, ms }: Made<string | Uint8Array>,
	truth: Seen,
	o: {
		readonly see: () => Promise<Seen>
		readonly names?: () => Promise<readonly [right: number, all: number]>
		readonly page?: () => Promise<readonly [number, number]>
		readonly mm?: readonly [number, number]
	},
): Promise<void> {
	const own: Row = rows.get(name) ?? {
		overlaps: [],
		different: [],
		off: [],
		names: [0, 0],
		ms: [],
		bytes: [],
		worst: [],
		failed: [],
	}
	rows.set(name, own)
	try {
		const [a, b] = [coarser(truth), coarser(await o.see())]
		const different = shareOfDifferent(a, b, VISIBLE)
		own.overlaps.push(overlapOfInk(a, b))
		own.different.push(different)
		own.worst.push({ file, different })
		own.ms.push(ms)
		own.bytes.push(made.length)
		const [right = 0, all = 0] = (await o.names?.()) ?? []
		own.names[0] += right
		own.names[1] += all
		const size = await o.page?.()
		if (size && o.mm) own.off.push(Math.abs(size[0] - o.mm[0]), Math.abs(size[1] - o.mm[1]))
	} catch (error) {
		own.failed.push(`${file}: ${error instanceof Error ? error.message : error}`)
	}
}

/** Each px the mean of {@link FINER} squared. */
function coarser({ width, height, data }: Seen): Seen {
	const [w, h] = [width / FINER, height / FINER]
	const mean = new Float32Array(w * h * 3)
	for (let y = 0; y < height; y++)
		for (let x = 0; x < width; x++) {
			const to = 3 * (Math.floor(y / FINER) * w + Math.floor(x / FINER))
			for (const c of [0, 1, 2])
				mean[to + c] = (mean[to + c] ?? 0) + (data[3 * (y * width + x) + c] ?? 0) / FINER ** 2
		}
	return { width: w, height: h, data: Uint8Array.from(mean, Math.round) }
}

async function fitted(
	{ width, height, data }: Seen,
	[w, h]: readonly [number, number],
): Promise<Seen> {
	if (width === w && height === h) return { width, height, data }
	const raw = { width, height, channels: 3 } as const
	const out = await sharp(data, { raw }).resize(w, h, { fit: 'fill' }).raw().toBuffer()
	return { width: w, height: h, data: out }
}

async function seenInBrowser(
	page: Page,
	text: string,
	[width, height]: readonly [number, number],
): Promise<Seen> {
	const levels = await page.evaluate(
		async ({ text, width, height }) => {
			const image = new Image()
			image.src = URL.createObjectURL(new Blob([text], { type: 'image/svg+xml' }))
			await image.decode()
			const canvas = new OffscreenCanvas(width, height)
			const ctx = canvas.getContext('2d')
			if (!ctx) throw new Error('There is no canvas.')
			ctx.fillStyle = '#fff'
			ctx.fillRect(0, 0, width, height)
			ctx.drawImage(image, 0, 0, width, height)
			const blob = await canvas.convertToBlob({ type: 'image/png' })
			const bytes = new Uint8Array(await blob.arrayBuffer())
			let binary = ''
			for (const byte of bytes) binary += String.fromCharCode(byte)
			return btoa(binary)
		},
		{ text, width, height },
	)
	const data = await sharp(Buffer.from(levels, 'base64')).removeAlpha().raw().toBuffer()
	return { width, height, data }
}

/** The sheet's pieces as what their closed outlines enclose, black, by the even-odd rule. */
function asOutlines(sheet: Sheet): Sheet {
	const pieces = sheet.pieces.flatMap((piece) => {
		const contours = piece.contours.filter(({ closed, nodes }) => closed && nodes.length > 1)
		const fill = { kind: 'solid', colour: '#000000' } as const
		const stroke = { paint: { kind: 'none' }, width: 1 } as const
		return contours.length > 0
			? [{ ...piece, contours, fill, stroke, opacity: 1, fillRule: 'evenodd' as const }]
			: []
	})
	return { ...sheet, pieces }
}

function svgOfDxf(text: string, [width, height]: readonly [number, number]): string {
	const layers = new Map<string, string[]>()
	for (const entity of new DxfParser().parseSync(text)?.entities ?? []) {
		const d =
			entity.type === 'SPLINE'
				? ofSpline(entity as ISplineEntity)
				: ofPolyline(entity as ILwpolylineEntity)
		layers.set(entity.layer, [...(layers.get(entity.layer) ?? []), d])
	}
	const paths = [...layers.values()].map((all) => `<path fill-rule="evenodd" d="${all.join('')}"/>`)
	return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}"><g transform="matrix(1 0 0 -1 0 ${height})">${paths.join('')}</g></svg>`
}

function ofSpline({ controlPoints = [], closed }: ISplineEntity): string {
	const [first, ...rest] = controlPoints
	if (!first || !closed) return ''
	return `M${first.x} ${first.y}C${rest.map(({ x, y }) => `${x} ${y}`).join(' ')}Z`
}

function ofPolyline({ vertices, shape }: ILwpolylineEntity): string {
	const [first] = vertices
	if (!first || !shape) return ''
	const steps = vertices.map(({ x, y, bulge = 0 }, n) => {
		const to = vertices[(n + 1) % vertices.length] ?? first
		if (bulge === 0) return `L${to.x} ${to.y}`
		const chord = Math.hypot(to.x - x, to.y - y)
		const radius = (chord * (1 + bulge * bulge)) / (4 * Math.abs(bulge))
		return `A${radius} ${radius} 0 ${Math.abs(bulge) > 1 ? 1 : 0} ${bulge > 0 ? 1 : 0} ${to.x} ${to.y}`
	})
	return `M${first.x} ${first.y}${steps.join('')}Z`
}

/** How many pieces a browser finds under their names. */
async function namesInSvg(page: Page, text: string, { pieces }: Sheet) {
	const found = await page.evaluate((svg) => {
		const all = new DOMParser()
			.parseFromString(svg, 'image/svg+xml')
			.querySelectorAll('[id], title')
		return [...all].flatMap((one) => [one.id, one.textContent ?? ''])
	}, text)
	const there = new Set(found)
	return [
		pieces.filter(({ name, id }) => there.has(name) || there.has(id)).length,
		pieces.length,
	] as const
}

/** How many pieces are layers by their names. */
async function namesInPdf(bytes: Uint8Array, { pieces }: Sheet) {
	const all = (await PDFDocument.load(bytes)).context.enumerateIndirectObjects()
	const names = all.flatMap(([, one]) => {
		if (!(one instanceof PDFDict) || one.get(PDFName.of('Type')) !== PDFName.of('OCG')) return []
		const name = one.get(PDFName.of('Name'))
		return name instanceof PDFHexString || name instanceof PDFString ? [name.decodeText()] : []
	})
	const there = new Set(names)
	return [pieces.filter(({ name }) => there.has(name)).length, pieces.length] as const
}

async function sizeOfSvg(text: string): Promise<readonly [number, number]> {
	const [, width = '', height = ''] = /width="([\d.]+)mm" height="([\d.]+)mm"/.exec(text) ?? []
	return [Number(width), Number(height)]
}

/** As poppler says it. */
async function sizeOfPdf(bytes: Uint8Array): Promise<readonly [number, number]> {
	const folder = mkdtempSync(join(tmpdir(), 'skiagram-'))
	try {
		writeFileSync(join(folder, 'in.pdf'), bytes)
		const { stdout } = spawnSync('pdfinfo', [join(folder, 'in.pdf')], { encoding: 'utf8' })
		const [, width = '', height = ''] = /Page size: +([\d.]+) x ([\d.]+) pts/.exec(stdout) ?? []
		return [(Number(width) / 72) * 25.4, (Number(height) / 72) * 25.4]
	} finally {
		rmSync(folder, { recursive: true })
	}
}
