import { existsSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, test } from 'vitest'
import { contains } from '../src/core'
import { readSvg } from '../src/core/drawings'
import { skiagram } from './testing/skiagram'

const folder = mkdtempSync(join(tmpdir(), 'skiagram-combine-'))
const svg = (body: string) =>
	`<svg xmlns="http://www.w3.org/2000/svg" width="100" height="100">${body}</svg>`

function file(name: string, body: string): string {
	const path = join(folder, name)
	writeFileSync(path, svg(body))
	return path
}

const plate = file('plate.svg', '<rect x="10" y="10" width="80" height="80" fill="#203040"/>')
const disc = file('disc.svg', '<circle cx="50" cy="50" r="20"/><circle cx="95" cy="50" r="20"/>')

describe('skiagram combine', () => {
	test('cuts one drawing out of another, keeps its paint, and says what it did', async () => {
		const output = join(folder, 'cut.svg')
		const { code, out } = await skiagram([
			'combine',
			'cut-out',
			plate,
			disc,
			'-o',
			output,
			'--json',
		])
		expect(code).toBe(0)
		expect(JSON.parse(out)).toMatchObject({ operation: 'cut-out', outlines: 2, skipped: [] })
		const [piece] = readSvg(readFileSync(output, 'utf8')).pieces
		expect(piece?.fill).toEqual({ kind: 'solid', colour: '#203040' })
		for (const rule of ['nonzero', 'evenodd'] as const) {
			expect(contains(piece?.contours ?? [], [20, 20], rule)).toBe(true)
			expect(contains(piece?.contours ?? [], [50, 50], rule)).toBe(false)
			expect(contains(piece?.contours ?? [], [85, 50], rule)).toBe(false)
		}
	})

	test.each([
		['merge', [true, true, true]],
		['overlap', [false, true, false]],
		['exclude', [true, false, true]],
	] as const)('%s', async (op, filled) => {
		const output = join(folder, `${op}.svg`)
		expect((await skiagram(['combine', op, plate, disc, '-o', output])).code).toBe(0)
		const contours = readSvg(readFileSync(output, 'utf8')).pieces.flatMap((p) => p.contours)
		const places = [[20, 20] as const, [50, 50] as const, [99, 50] as const]
		expect(places.map((p) => contains(contours, p))).toEqual(filled)
	})

	test('the corners that nothing touched are where they were', async () => {
		const { out } = await skiagram(['combine', 'cut-out', plate, disc])
		const sheet = readSvg(out)
		const corners = sheet.pieces.flatMap((p) =>
			p.contours.flatMap((c) => c.nodes.map((n) => n.at.join())),
		)
		expect(corners).toEqual(expect.arrayContaining(['10,10', '10,90', '90,10', '90,90']))
	})

	test('could not: says why, writes nothing, and ends with 1', async () => {
		const output = join(folder, 'never.svg')
		const { code, err } = await skiagram([
			'combine',
			'merge',
			plate,
			join(folder, 'absent.svg'),
			'-o',
			output,
		])
		expect(code).toBe(1)
		expect(err).toMatch(/Nothing was written/)
		expect(existsSync(output)).toBe(false)
	})

	test.each([
		[['combine']],
		[['combine', 'subtract', plate, disc]],
		[['combine', 'merge', plate]],
		[['combine', 'merge', plate, disc, disc]],
		[['combine', 'merge', '-', '-']],
		[['combine', 'merge', plate, disc, '-o', '-', '--json']],
	])('not understood: %j ends with 2 and says how', async (args) => {
		const { code, err } = await skiagram(args)
		expect(code).toBe(2)
		expect(err).toMatch(/^skiagram: [^\n]+ skiagram --help says what there is\.\n$/)
	})
})
