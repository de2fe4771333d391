/**
 * How like the original a drawing looks once it came in: Chromium renders the file, and what we
 * write of what was read of it, at the same size, and the px that differ are counted.
 *
 *     npx tsx benchmarks/drawings.ts [FOLDER…]
 */
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { withBrowser } from '../scripts/served'
import { decodeSvg, readSvg } from '../src/core/drawings'
import { emptySheet, formatSvg, saysLeftOut } from '../src/core/index'

const SIDE_PX = 128
/** Each px is the mean of so many squared, so that edges' smoothing by the browser does not count. */
const FINER = 4
/** A px differs where a channel does by more than this, of 255: more than edges' smoothing does. */
const VISIBLE = 32

const folders = process.argv.slice(2)
const sets =
	folders.length > 0
		? folders
		: ['node_modules/bootstrap-icons/icons', 'node_modules/lucide-static/icons']

interface Judged {
	readonly file: string
	/** Share of px that differ, 0 to 1; `NaN` where Chromium draws none of the two. */
	readonly share: number
	readonly leftOut: string
}

await withBrowser(async (page) => {
	await page.goto('about:blank')
	for (const folder of sets) {
		const judged: Judged[] = []
		const refused: string[] = []
		for (const file of readdirSync(folder).filter((name) => /\.svgz?$/.test(name))) {
			const bytes = new Uint8Array(readFileSync(join(folder, file)))
			try {
				const text = await decodeSvg(bytes)
				const drawing = readSvg(text)
				const back = formatSvg(
					{
						...emptySheet('', drawing.width || 300, drawing.height || 150),
						pieces: drawing.pieces,
					},
					{ digits: 4 },
				)
				const share = await page.evaluate(differ, {
					one: text,
					other: back,
					side: SIDE_PX,
					finer: FINER,
					visible: VISIBLE,
				})
				judged.push({ file, share, leftOut: saysLeftOut(drawing.skipped) })
			} catch (error) {
				refused.push(`${file}: ${error instanceof Error ? error.message : error}`)
			}
		}
		const known = judged.filter(({ share }) => Number.isFinite(share))
		const percent = (share: number) => `${(share * 100).toFixed(2)} %`
		const mean = known.reduce((sum, { share }) => sum + share, 0) / known.length
		console.log(
			`${folder}: ${known.length} drawings, mean ${percent(mean)} of px differ, refused ${refused.length}, not drawn by Chromium ${judged.length - known.length}`,
		)
		for (const { file, share, leftOut } of known.sort((a, b) => b.share - a.share).slice(0, 25))
			if (share > 0.002) console.log(`   ${percent(share)}  ${file}  ${leftOut}`)
		for (const line of refused.slice(0, 30)) console.log(`   refused ${line}`)
		for (const { file } of judged.filter(({ share }) => !Number.isFinite(share)).slice(0, 10))
			console.log(`   not drawn ${file}`)
	}
})

/** Runs in the page: the share of px in which two drawings differ. */
async function differ({
	one,
	other,
	side,
	finer,
	visible,
}: {
	one: string
	other: string
	side: number
	finer: number
	visible: number
}) {
	const pixels = async (text: string) => {
		const url = URL.createObjectURL(new Blob([text], { type: 'image/svg+xml' }))
		const image = new Image()
		image.src = url
		try {
			await image.decode()
		} catch {
			return null
		}
		const [w, h] = [image.naturalWidth || 300, image.naturalHeight || 150]
		const k = side / Math.max(w, h)
		const width = Math.max(1, Math.round(w * k))
		const height = Math.max(1, Math.round(h * k))
		const canvas = new OffscreenCanvas(width * finer, height * finer)
		const ctx = canvas.getContext('2d', { willReadFrequently: true })
		if (!ctx) return null
		ctx.fillStyle = '#fff'
		ctx.fillRect(0, 0, canvas.width, canvas.height)
		ctx.drawImage(image, 0, 0, canvas.width, canvas.height)
		URL.revokeObjectURL(url)
		const fine = ctx.getImageData(0, 0, canvas.width, canvas.height).data
		const mean = new Float32Array(width * height * 3)
		for (let y = 0; y < canvas.height; y++)
			for (let x = 0; x < canvas.width; x++) {
				const from = 4 * (y * canvas.width + x)
				const to = 3 * (Math.floor(y / finer) * width + Math.floor(x / finer))
				for (let c = 0; c < 3; c++)
					mean[to + c] = (mean[to + c] ?? 0) + (fine[from + c] ?? 0) / finer ** 2
			}
		return mean
	}
	const [a, b] = [await pixels(one), await pixels(other)]
	if (!a || !b) return Number.NaN
	if (a.length !== b.length) return 1
	let wrong = 0
	for (let i = 0; i < a.length; i += 3) {
		const off = [0, 1, 2].map((c) => Math.abs((a[i + c] ?? 0) - (b[i + c] ?? 0)))
		if (Math.max(...off) > visible) wrong++
	}
	return wrong / (a.length / 3)
}
