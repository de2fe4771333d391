import { spawnSync } from 'node:child_process'
import {
	existsSync,
	lstatSync,
	mkdirSync,
	mkdtempSync,
	readdirSync,
	readFileSync,
	rmSync,
	symlinkSync,
	writeFileSync,
} from 'node:fs'
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
		['a folder without photos', ['trace', 'e2e'], 2, 'no PNG, JPEG or WebP in e2e'],
		[
			'a table of boxes for one photo',
			['trace', photo, '--boxes', 'b.csv'],
			2,
			'a folder of photos',
		],
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

describe('skiagram trace FOLDER', () => {
	const photos = join(folder, 'photos')
	beforeAll(async () => {
		mkdirSync(photos)
		for (const name of ['disc 2.png', 'disc 10.jpg', 'disc 2.jpg'])
			await sharp(Buffer.from(DRAWING)).blur(0.8).toFile(join(photos, name))
		writeFileSync(join(photos, 'torn.png'), 'no picture')
		writeFileSync(join(photos, 'notes.txt'), 'not looked at')
	})

	test('each photo becomes a drawing; one that fails is told, and the others go on', async () => {
		const output = join(folder, 'out')
		const boxes = join(folder, 'boxes.csv')
		writeFileSync(boxes, `photo,x,y,w,h\n"disc 2.png",${BOX}\ndisc 10.jpg;30;20;100;100\n`)
		const args = ['trace', photos, '-o', output, '--boxes', boxes]
		const { code, out, err } = await skiagram(args)
		expect(code).toBe(1)
		expect(readdirSync(output).sort()).toEqual(['disc 10.svg', 'disc 2-jpg.svg', 'disc 2-png.svg'])
		for (const name of readdirSync(output))
			expect(readSvg(readFileSync(join(output, name), 'utf8')).pieces[0]?.contours).toHaveLength(2)
		const lines = out.trimEnd().split('\n')
		expect(lines[0]).toMatch(/^photo +outlines +nodes +unsure +drawing$/)
		expect(lines.slice(1).map((line) => line.split('  ')[0])).toEqual([
			'disc 2.jpg',
			'disc 2.png',
			'disc 10.jpg',
			'torn.png',
		])
		expect(err).toContain('4 of 4: torn.png:')
		expect(err).toContain('1 of 4 photos could not be traced. The others are written.')
	})

	test('with --json the results are a list; a box for no photo, and a bad one, are refused by line', async () => {
		rmSync(join(photos, 'torn.png'))
		const output = join(folder, 'out2')
		const { code, out } = await skiagram(['trace', photos, '-o', output, '--json'])
		expect(code).toBe(0)
		expect(JSON.parse(out)).toHaveLength(3)
		const boxes = join(folder, 'bad.csv')
		for (const [text, why] of [
			['none.png,1,2,3,4', 'There is no photo none.png'],
			['disc 2.png,1,2,3,4\ndisc 2.jpg,1,2,0,4', 'line 2: A box has a width'],
		] as const) {
			writeFileSync(boxes, text)
			const answer = await skiagram(['trace', photos, '-o', output, '--boxes', boxes])
			expect([answer.code, answer.err.includes(why)]).toEqual([2, true])
		}
		expect((await skiagram(['trace', photos])).err).toContain('-o FOLDER')
	})
})

test('a link to nothing is followed: the file comes to be where it points', async () => {
	const [link, target] = [join(folder, 'link.svg'), join(folder, 'target.svg')]
	symlinkSync('target.svg', link)
	expect((await skiagram(['trace', photo, '--box', BOX, '-o', link])).code).toBe(0)
	expect(lstatSync(link).isSymbolicLink()).toBe(true)
	expect(lstatSync(target).isFile()).toBe(true)
	symlinkSync('round.svg', join(folder, 'round.svg'))
	const round = await skiagram(['trace', photo, '--box', BOX, '-o', join(folder, 'round.svg')])
	expect([round.code, round.err.includes('lead nowhere')]).toEqual([1, true])
})
