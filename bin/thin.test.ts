import { spawnSync } from 'node:child_process'
import { existsSync, mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, test, vi } from 'vitest'
import { deviation } from '../src/core'
import { readSvg } from '../src/core/drawings'
import { main } from './main'
import { skiagram } from './testing/skiagram'

const folder = mkdtempSync(join(tmpdir(), 'skiagram-'))
const waves = Array.from({ length: 160 }, (_, i) => {
	const angle = (i / 160) * 2 * Math.PI
	const r = 200 + 30 * Math.sin(3 * angle)
	return `${(300 + r * Math.cos(angle)).toFixed(2)} ${(300 + r * Math.sin(angle)).toFixed(2)}`
})
const drawing = `<svg xmlns="http://www.w3.org/2000/svg" width="600" height="600"><path d="M${waves.join('L')}Z"/></svg>`
const input = join(folder, 'waves.svg')
writeFileSync(input, drawing)

/** As it is run on a command line, in a process of its own. */
function run(args: string[], stdin = '') {
	const { status, stdout, stderr } = spawnSync(process.execPath, ['bin/skiagram.mjs', ...args], {
		input: stdin,
		encoding: 'utf8',
	})
	return { code: status, out: stdout, err: stderr }
}

describe('skiagram thin', () => {
	test('writes a drawing with fewer nodes that stays within the tolerance, and says so', async () => {
		const output = join(folder, 'thin.svg')
		const { code, out } = await skiagram([
			'thin',
			input,
			'--tolerance',
			'0.8',
			'-o',
			output,
			'--json',
		])
		expect(code).toBe(0)
		const summary = JSON.parse(out)
		expect(summary).toMatchObject({ outlines: 1, nodesBefore: 160, tolerance: 0.8 })
		expect(summary.nodesAfter).toBeLessThanOrEqual(16)
		const [before] = readSvg(drawing).pieces
		const [after] = readSvg(readFileSync(output, 'utf8')).pieces
		expect(after?.contours[0]?.nodes).toHaveLength(summary.nodesAfter)
		expect(deviation(before?.contours ?? [], after?.contours ?? []).max).toBeLessThanOrEqual(0.801)
	})

	test('reads standard input and writes standard output', () => {
		const { code, out } = run(['thin', '-'], drawing)
		expect(code).toBe(0)
		expect(readSvg(out).pieces).toHaveLength(1)
	})

	test('could not: says why, writes nothing, and ends with 1', async () => {
		const output = join(folder, 'never.svg')
		const torn = join(folder, 'torn.svg')
		writeFileSync(torn, '<svg><path d="M0 0L')
		for (const name of [torn, join(folder, 'absent.svg')]) {
			const { code, err } = await skiagram(['thin', name, '-o', output])
			expect(code).toBe(1)
			expect(err).toMatch(/Nothing was written/)
		}
		expect(existsSync(output)).toBe(false)
		expect(readdirSync(folder).filter((name) => name.endsWith('.part'))).toEqual([])
	})

	test.each([
		[[]],
		[['thinner', input]],
		[['thin']],
		[['thin', input, '--tolerance', 'much']],
		[['thin', input, '--fast']],
		[['thin', input, '-o', '-', '--json']],
	])('not understood: %j ends with 2 and says how', async (args) => {
		const said = vi.spyOn(process.stderr, 'write').mockReturnValue(true)
		expect(await main(args)).toBe(2)
		expect(String(said.mock.calls[0]?.[0])).toMatch(
			/^skiagram: [^\n]+ skiagram --help says what there is\.\n$/,
		)
		said.mockRestore()
	})
})
