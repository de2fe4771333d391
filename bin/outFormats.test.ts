import { existsSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import sharp from 'sharp'
import { describe, expect, test } from 'vitest'
import { keySheet } from '../src/core/formats/testing/keySheet'
import { overlapOfInk, seenPdf, seenSvg } from '../src/core/formats/testing/readers'
import { formatSvg } from '../src/core/index'
import { lengthOf, readGcode } from '../src/core/table/readGcode'
import { skiagram } from './testing/skiagram'

const folder = mkdtempSync(join(tmpdir(), 'skiagram-out-'))
const key = join(folder, 'key.svg')
writeFileSync(key, formatSvg(keySheet()))
const out = (name: string) => join(folder, name)

describe('skiagram convert, by the ending of what it writes', () => {
	test('PDF as wide as it is told to be', async () => {
		expect((await skiagram(['convert', key, out('key.pdf'), '--size', '150mm'])).code).toBe(0)
		const bytes = readFileSync(out('key.pdf'))
		const [, width] = /MediaBox \[ ?0 0 ([\d.]+)/.exec(bytes.toString('latin1')) ?? []
		expect((Number(width) * 25.4) / 72).toBeCloseTo(150, 2)
		const truth = await seenSvg(formatSvg(keySheet()), 1600, 640)
		expect(overlapOfInk(await seenPdf(bytes, 1600, 640), truth)).toBeGreaterThan(0.998)
	})

	test('DXF, and back again as SVG', async () => {
		expect((await skiagram(['convert', key, out('key.dxf')])).code).toBe(0)
		const { code, out: said } = await skiagram([
			'convert',
			out('key.dxf'),
			out('back.svg'),
			'--json',
		])
		expect(code).toBe(0)
		expect(JSON.parse(said).files[0]).toMatchObject({ pieces: 1, outlines: 3 })
		expect(readFileSync(out('back.svg'), 'utf8')).toContain('mm"')
	})

	test('a picture of so many px, and EPS', async () => {
		expect((await skiagram(['convert', key, out('key.png'), '--size', '640px'])).code).toBe(0)
		const { width, height } = await sharp(out('key.png')).metadata()
		expect([width, height]).toEqual([640, 256])
		expect((await skiagram(['convert', key, '-o', out('key.eps')])).code).toBe(0)
		expect(readFileSync(out('key.eps'), 'utf8')).toContain('%%EOF')
	})

	test('a program for the table, or why there is none', async () => {
		expect((await skiagram(['convert', key, out('key.nc')])).code).toBe(0)
		const motions = readGcode(readFileSync(out('key.nc'), 'utf8'))
		const cut = motions.filter(({ what }) => what === 'cut')
		expect(cut.reduce((sum, one) => sum + lengthOf(one), 0)).toBeGreaterThan(250)
		const drawing = (name: string, path: string) => {
			const file = join(folder, name)
			const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="90mm" height="60mm" viewBox="0 0 90 60">${path}</svg>`
			writeFileSync(file, svg)
			return file
		}
		// A line is cut out as wide as it is drawn.
		const line = drawing(
			'line.svg',
			'<path fill="none" stroke="#000" stroke-width="2" d="M10 10H40"/>',
		)
		expect((await skiagram(['convert', line, out('line.nc')])).code).toBe(0)
		const round = readGcode(readFileSync(out('line.nc'), 'utf8')).filter(
			({ what }) => what === 'cut',
		)
		expect(round.reduce((sum, one) => sum + lengthOf(one), 0)).toBeCloseTo(2 * (30 + 2) + 2, -1)
		const ring = drawing(
			'ring.svg',
			'<path id="Ring" d="M5 5H45V45H5ZM10 10V40H40V10ZM20 20H30V30H20Z"/>',
		)
		const refused = await skiagram(['convert', ring, out('slit.nc')])
		expect(refused.code).toBe(1)
		expect(refused.err).toContain('“Ring” has an island')
		expect(existsSync(out('slit.nc'))).toBe(false)
	})

	test('a drawing that is there is not written over by mistake, nor is another kind taken', async () => {
		const before = readFileSync(out('back.svg'), 'utf8')
		expect((await skiagram(['convert', key, out('back.svg')])).code).toBe(2)
		expect(readFileSync(out('back.svg'), 'utf8')).toBe(before)
		expect((await skiagram(['convert', key, '-o', out('key.gif')])).code).not.toBe(0)
		expect((await skiagram(['convert', key, out('x.pdf'), '--size', 'big'])).code).toBe(2)
	})
})

describe('what is not understood', () => {
	const line = /^skiagram: [^\n]+\n$/

	test('says in one line what is wrong: another ending, as a second name or as the output', async () => {
		for (const args of [
			['convert', key, out('key.xyz')],
			['convert', key, '-o', out('key.xyz')],
		]) {
			const { err, out: said, code } = await skiagram(args)
			expect(code).not.toBe(0)
			expect(err).toMatch(line)
			expect(err).toContain('not in “.xyz”')
			expect(said).toBe('')
		}
	})

	test('a dash is standard output, also as a second name', async () => {
		const { code, out: said } = await skiagram(['convert', key, '-'])
		expect(code).toBe(0)
		expect(said).toContain('<svg')
	})

	test('help is said when it is asked for, with any command, and else not', async () => {
		for (const args of [['--help'], ['convert', '--help'], ['thin', '-h']]) {
			const { code, out: said, err } = await skiagram(args)
			expect([code, err]).toEqual([0, ''])
			expect(said).toContain('skiagram convert IN')
		}
		expect((await skiagram(['convert'])).err).toMatch(line)
	})
})

describe('skiagram cut-out', () => {
	const photo = 'public/photos/fruit.jpg'
	const outline = 'public/photos/truth/fruit-pear.svg'

	test('keeps what the outline fills, at the photo’s own pixels', async () => {
		const { code, out: said } = await skiagram([
			'cut-out',
			photo,
			outline,
			out('pear.png'),
			'--json',
		])
		expect(code).toBe(0)
		const told = JSON.parse(said)
		expect([told.width, told.height]).toEqual([1080, 810])
		const truth = await sharp('public/photos/truth/fruit-pear.png').greyscale().raw().toBuffer()
		const alpha = await sharp(out('pear.png')).extractChannel('alpha').raw().toBuffer()
		let both = 0
		let either = 0
		for (const [i, v] of truth.entries()) {
			both += Math.min(v, alpha[i] ?? 0)
			either += Math.max(v, alpha[i] ?? 0)
		}
		expect(both / either).toBeGreaterThan(0.995)
	})

	test('on a colour, or as a mask', async () => {
		const on = ['cut-out', photo, outline, out('on.png'), '--backdrop', '#ffee00']
		expect((await skiagram(on)).code).toBe(0)
		const [r, g, b] = await sharp(out('on.png')).removeAlpha().raw().toBuffer()
		expect([r, g, b]).toEqual([255, 238, 0])
		expect((await skiagram(['cut-out', photo, outline, out('mask.png'), '--mask'])).code).toBe(0)
		const behind = ['--backdrop', 'public/photos/heron.jpg', '--width', '300']
		expect((await skiagram(['cut-out', photo, outline, out('laid.png'), ...behind])).code).toBe(0)
		const laid = await sharp(out('laid.png')).stats()
		expect([(await sharp(out('laid.png')).metadata()).width, laid.isOpaque]).toEqual([300, true])
		expect((await sharp(out('mask.png')).metadata()).channels).toBe(1)
		expect((await skiagram(['cut-out', photo, outline, out('pear.gif')])).code).toBe(2)
	})
})
