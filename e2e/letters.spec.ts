import sharp from 'sharp'
import { readSvg } from '../src/core/formats/svg/readSvg'
import { textElement } from '../src/core/formats/svg/textElement'
import {
	emptySheet,
	formatPathData,
	formatSvg,
	newPiece,
	parsePathData,
	type Setting,
} from '../src/core/index'
import { hostsOf, withLettering } from '../src/core/letter/follow'
import { layOut } from '../src/core/letter/layOut'
import { alongOf, among, type FontName, fontFiles, wordsIn } from '../src/core/letter/testing/fonts'
import { wordsSetIn } from '../src/core/letter/testing/setWords'
import { expect, test } from './bench'

const [WIDTH, HEIGHT] = [3000, 1500]
/** Large: letters of text are smoothed otherwise than outlines are, and the browser measures a way by steps. */
const ARCH = 'M180 1260C600 180 1260 180 1560 720C1800 1200 2400 1260 2820 360'
const SIZE = 192
/** Of the fonts whose weight varies. */
const WEIGHT = 800

const WORDS: readonly (readonly [FontName, string])[] = [
	['abril', 'The Lantern AVATAR'],
	['lobster', 'Puppet office flows'],
	['rye', 'WINTER PLAY 1926'],
	['figtree', 'Type, kerned: To Va'],
	['amiri', 'مسرح الدمى في الشتاء'],
]

/** What of a picture is ink, 0 to 255. */
const ink = async (picture: Buffer) =>
	(await sharp(picture)
		.flatten({ background: '#fff' })
		.greyscale()
		.negate()
		.raw()
		.toBuffer()) as Buffer

for (const [font, text] of WORDS)
	for (const reversed of [false, true])
		test(`“${text}” along a curve${reversed ? ', the other way,' : ''} is what the browser makes of it with the same font`, async ({
			page,
		}) => {
			const path = parsePathData(ARCH)[0]
			if (!path) throw new Error('There is an outline.')
			const words = await wordsIn(font, text, alongOf(path, { reversed }), {
				size: SIZE,
				align: 'middle',
				font: { id: font, family: font, style: '', weight: WEIGHT },
			})
			const ours = formatPathData(layOut('p', words, among(path)), 4)
			const way = reversed ? reversedPath(ARCH) : ARCH
			const faces = fontFiles(font)
				.map(
					(file, k) =>
						`@font-face{font-family:f${k};font-weight:1 1000;src:url(data:font/woff2;base64,${file.toString('base64')})}`,
				)
				.join('')
			const family = fontFiles(font).map((_, k) => `f${k}`)
			const rtl = font === 'amiri'
			await page.setViewportSize({ width: WIDTH, height: HEIGHT })
			await page.setContent(
				`<style>${faces}body{margin:0}text{text-rendering:geometricPrecision;font-weight:${WEIGHT}}</style><svg width="${WIDTH}" height="${HEIGHT}" viewBox="0 0 ${WIDTH} ${HEIGHT}"><path id="way" d="${way}" fill="none"/><text font-family="${family}" font-size="${SIZE}" text-anchor="middle" direction="${rtl ? 'rtl' : 'ltr'}" xml:space="preserve"><textPath href="#way" startOffset="50%">${text}</textPath></text></svg>`,
			)
			await page.evaluate(() => document.fonts.ready)
			await page.evaluate(() => Promise.all([...document.fonts].map((face) => face.load())))
			const clip = { x: 0, y: 0, width: WIDTH, height: HEIGHT }
			const theirs = await ink(await page.screenshot({ clip }))
			await page.setContent(
				`<style>body{margin:0}</style><svg width="${WIDTH}" height="${HEIGHT}" viewBox="0 0 ${WIDTH} ${HEIGHT}"><path d="${ours}"/></svg>`,
			)
			const drawn = await ink(await page.screenshot({ clip }))
			expect(drawn.filter((v) => v > 0).length).toBeGreaterThan(1e4)
			expect(common(drawn, theirs)).toBeGreaterThan(0.98)
		})

/** The path from its end to its beginning. */
function reversedPath(d: string): string {
	const numbers = d.match(/-?\d+/g)?.map(Number) ?? []
	const points = Array.from({ length: numbers.length / 2 }, (_, k) =>
		numbers.slice(2 * k, 2 * k + 2),
	)
	const [first, ...rest] = points.reverse()
	return `M${first?.join(' ')}C${rest.map((p) => p.join(' ')).join(' ')}`
}

test('words that go out as text look as their outlines do, freely and along an outline', async ({
	page,
}) => {
	const host = newPiece('Arch', parsePathData(ARCH))
	const [path] = host.contours
	if (!path) throw new Error('There is an outline.')
	const bare = { ...emptySheet('Sign', WIDTH, HEIGHT), pieces: [{ ...host, hidden: true }] }
	const more = { size: 150, font: { id: 'abril', family: 'f0', style: 'Regular' } }
	const settings: readonly Setting[] = [
		{ kind: 'free', place: [0.8, -0.6, 0.6, 0.8, 500, 1300] },
		alongOf(path, { piece: host.id, start: 300, offset: 20 }),
		alongOf(path, { piece: host.id, reversed: true, start: 300 }),
	]
	const pieces = []
	for (const [k, setting] of settings.entries())
		pieces.push(
			withLettering(
				newPiece(`Words ${k}`, host.contours),
				await wordsIn('abril', 'Tea & play', setting, more),
				hostsOf(bare),
			),
		)
	const sheet = { ...bare, pieces: [...bare.pieces, ...pieces] }
	const asText = formatSvg(sheet, { textOf: textElement })
	expect(asText.match(/<textPath/g)).toHaveLength(2)
	expect(asText.match(/<text /g)).toHaveLength(3)
	const [file] = fontFiles('abril')
	const face = `@font-face{font-family:f0;src:url(data:font/woff2;base64,${file?.toString('base64')})}`
	await page.setViewportSize({ width: WIDTH, height: HEIGHT })
	const seen = async (svg: string) => {
		const body = svg.slice(svg.indexOf('<svg'))
		await page.setContent(
			`<style>${face}body{margin:0}text{text-rendering:geometricPrecision}</style>${body}`,
		)
		await page.evaluate(() => Promise.all([...document.fonts].map((one) => one.load())))
		return ink(await page.screenshot({ clip: { x: 0, y: 0, width: WIDTH, height: HEIGHT } }))
	}
	expect(common(await seen(asText), await seen(formatSvg(sheet)))).toBeGreaterThan(0.98)
})

/** A sign as somebody else's program writes it: spans, anchors, shifts, lines, a transform, an outline that words follow. */
const SIGN = `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH}" height="${HEIGHT}" viewBox="0 0 ${WIDTH} ${HEIGHT}">
	<defs><path id="way" d="${ARCH}" transform="translate(0 60)"/></defs>
	<style>.sub { font-family: figtree; font-size: 90px; letter-spacing: 4px }</style>
	<text x="160" y="220" font-family="abril" font-size="180">The <tspan font-family="rye" font-size="150">Heron</tspan>
		and <tspan dy="40">Keeper</tspan></text>
	<text class="sub" x="1500" y="460" text-anchor="middle">Every evening <tspan x="1500" dy="120">until the snow</tspan></text>
	<g transform="rotate(-8 2300 1300)"><text class="sub" x="2900" y="1380" text-anchor="end">at the workshop</text></g>
	<text font-family="abril" font-size="150"><textPath href="#way" startOffset="12%">Lamplight Puppets</textPath></text>
</svg>`

test('text of others comes in as the browser shows it with the same fonts', async ({ page }) => {
	const names: FontName[] = ['figtree', 'abril', 'rye']
	const { pieces, skipped } = readSvg(SIGN, { setWords: await wordsSetIn(...names) })
	expect(skipped).toEqual([])
	expect(pieces.filter(({ lettering }) => lettering)).toHaveLength(6)
	const faces = names
		.map(
			(name) =>
				`@font-face{font-family:${name};font-weight:1 1000;src:url(data:font/woff2;base64,${fontFiles(name)[0]?.toString('base64')})}`,
		)
		.join('')
	await page.setViewportSize({ width: WIDTH, height: HEIGHT })
	const seen = async (svg: string) => {
		await page.setContent(
			`<style>${faces}body{margin:0}text{text-rendering:geometricPrecision}</style>${svg.slice(svg.indexOf('<svg'))}`,
		)
		await page.evaluate(() => Promise.all([...document.fonts].map((one) => one.load())))
		return ink(await page.screenshot({ clip: { x: 0, y: 0, width: WIDTH, height: HEIGHT } }))
	}
	const sheet = { ...emptySheet('Sign', WIDTH, HEIGHT), pieces }
	expect(common(await seen(SIGN), await seen(formatSvg(sheet)))).toBeGreaterThan(0.98)
})

/** How much of either of two pictures' ink is common to both. */
function common(a: Buffer, b: Buffer): number {
	let both = 0
	let either = 0
	for (const [i, one] of a.entries()) {
		both += Math.min(one, b[i] ?? 0)
		either += Math.max(one, b[i] ?? 0)
	}
	return both / Math.max(1, either)
}
