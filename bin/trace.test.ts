import { spawnSync } from 'node:child_process'
import { existsSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import sharp from 'sharp'
import { beforeAll, describe, expect, test } from 'vitest'
import { readSvg } from '../src/core/drawings'
import { skiagram } from './testing/skiagram'

const folder = mkdtempSync(join(tmpdir(), 'skiagram-'))
const photo = join(folder, 'disc.png')
/** A dark disc with an opening, on a light ground. */
const DRAWING =
	'<svg xmlns="http://www.w3.org/2000/svg" width="160" height="140"><rect width="160" height="140" fill="#cdc8bb"/>' +
	'<path fill="#3b4a44" fill-rule="evenodd" d="M80 30a40 40 0 1 1-.01 0zM80 55a15 15 0 1 0 .01 0z"/></svg>'
const BOX = '30,20,100,100'

beforeAll(() => sharp(Buffer.from(DRAWING)).blur(0.8).png().toFile(photo))

describe('skiagram trace', () => {
	test('outlines the object in a box with its opening, and says so', async () => {
		const output = join(folder, 'disc.svg')
		const { code, out } = await skiagram(['trace', photo, '--box', BOX, '-o', output, '--json'])
		expect(code).toBe(0)
		const summary = JSON.parse(out)
		expect(summary).toMatchObject({ width: 160, height: 140, outlines: 2, unsure: 0 })
		const [piece] = readSvg(readFileSync(output, 'utf8')).pieces
		expect(piece?.contours).toHaveLength(2)
		expect(summary.nodes).toBeLessThanOrEqual(16)
	})

	test('what it traced lies on the photo’s edges, and by the drawing it came from', async () => {
		const output = join(folder, 'measured.svg')
		await skiagram(['trace', photo, '--box', BOX, '-o', output])
		const byPhoto = JSON.parse((await skiagram(['measure', output, photo, '--json'])).out)
		expect(byPhoto.against).toBe('photo')
		expect(byPhoto.p95).toBeLessThan(0.6)
		expect(byPhoto.covered).toBeGreaterThan(0.95)
		const truth = join(folder, 'truth.svg')
		writeFileSync(truth, DRAWING.replace(/<rect[^>]*>/, ''))
		const byDrawing = JSON.parse((await skiagram(['measure', output, truth, '--json'])).out)
		expect(byDrawing).toMatchObject({ against: 'drawing', outlines: 2, otherOutlines: 2 })
		expect(byDrawing.p95).toBeLessThan(0.6)
		const { out } = await skiagram(['measure', output, photo])
		expect(out).toMatch(/2 outlines, \d+ nodes\. From the photo: mean .* px/)
	})

	test('an allowance lies inside', async () => {
		const lying = async (allowance: string) => {
			const output = join(folder, `allowed-${allowance}.svg`)
			await skiagram(['trace', photo, '--box', BOX, '--allowance', allowance, '-o', output])
			const nodes = readSvg(readFileSync(output, 'utf8')).pieces[0]?.contours[0]?.nodes ?? []
			return Math.max(...nodes.map(({ at }) => at[0]))
		}
		expect((await lying('0')) - (await lying('3'))).toBeCloseTo(3, 0)
	})

	test('reads standard input, and writes standard output', () => {
		const args = ['bin/skiagram.mjs', 'trace', '-', '--box', BOX]
		const { status, stdout } = spawnSync(process.execPath, args, { input: readFileSync(photo) })
		expect(status).toBe(0)
		expect(readSvg(stdout.toString()).pieces).toHaveLength(1)
	})

	test.each([
		['no picture', ['trace', 'package.json', '--box', BOX], 1, 'no PNG, JPEG or WebP'],
		['no such file', ['trace', join(folder, 'none.png'), '--box', BOX], 1, 'no such place'],
		['a box outside', ['trace', photo, '--box', '900,900,50,50'], 1, 'outside the photo'],
		['a box of nothing', ['trace', photo, '--box', '10,10,0,5'], 2, 'a width and a height'],
		['no numbers', ['trace', photo, '--box', 'here'], 2, 'four numbers'],
		['no box', ['trace', photo], 2, '--box'],
		['no photo', ['trace', '--box', BOX], 2, 'Name the photo'],
		['two photos', ['trace', photo, photo, '--box', BOX], 2, 'One photo'],
		['a tolerance of none', ['trace', photo, '--box', BOX, '--tolerance', '0'], 2, 'tolerance'],
		['nothing to measure by', ['measure', 'a.svg'], 2, 'Name the drawing'],
		['an outline that is a photo', ['measure', photo, photo], 1, 'disc.png'],
		['standard input twice', ['measure', '-', '-'], 2, 'Both'],
	] as [string, string[], number, string][])(
		'%s: says why, and writes nothing',
		async (_, args, code, why) => {
			const output = join(folder, 'never.svg')
			const all = args[0] === 'trace' ? [...args, '-o', output] : args
			const answer = await skiagram(all)
			expect(answer.code).toBe(code)
			expect(answer.err).toContain(why)
			expect(existsSync(output)).toBe(false)
		},
	)
})
