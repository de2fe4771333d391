import { spawn, spawnSync } from 'node:child_process'
import {
	chmodSync,
	existsSync,
	mkdtempSync,
	readdirSync,
	readFileSync,
	statSync,
	symlinkSync,
	writeFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { basename, join } from 'node:path'
import { describe, expect, test } from 'vitest'
import { readSvg } from '../src/core/drawings'
import { NOT_A_NUMBER } from '../src/core/formats/svg/testing/notNumbers'
import { skiagram } from './testing/skiagram'

const folder = mkdtempSync(join(tmpdir(), 'skiagram-convert-'))
const svg = (body: string) =>
	`<svg xmlns="http://www.w3.org/2000/svg" width="100" height="100">${body}</svg>`

function file(name: string, body: string): string {
	const path = join(folder, name)
	writeFileSync(path, body.startsWith('<svg') ? body : svg(body))
	return path
}

const plate = file('plate.svg', '<style>rect{fill:#275}</style><rect width="80" height="60"/>')
const words = file('words.svg', '<text>Heron</text><path d="M0 0H9V9Z"/>')

describe('skiagram convert', () => {
	test('writes what came in, under its styles, and names what did not', async () => {
		const output = join(folder, 'out.svg')
		expect((await skiagram(['convert', plate, '-o', output])).code).toBe(0)
		expect(readFileSync(output, 'utf8')).toContain('fill="#227755"')
		const { err, out } = await skiagram(['convert', words])
		expect(err).toContain('text (1)')
		expect(readSvg(out).pieces).toHaveLength(1)
	})

	test('several go into a folder; one that cannot be read stops no other, and is named', async () => {
		const bad = file('torn.svg', '<svg><path d="M0 0')
		const empty = file('empty.svg', '<text>Heron</text>')
		const target = join(folder, 'many/')
		const { code, out, err } = await skiagram([
			'convert',
			plate,
			bad,
			empty,
			words,
			'-o',
			target,
			'--json',
		])
		expect(code).toBe(1)
		expect(readdirSync(target).sort()).toEqual(['plate.svg', 'words.svg'])
		const { files } = JSON.parse(out)
		expect(files.map((f: { error?: string }) => f.error !== undefined)).toEqual([
			false,
			true,
			true,
			false,
		])
		expect(files[1].error).toContain('torn.svg')
		expect(files[2].error).toContain('text (1)')
		expect(files[3].skipped).toEqual([{ what: 'text', count: 1 }])
		expect(err).toContain('2 of 4 drawings could not be converted.')
	})

	test('every drawing of the corpus is converted or refused by name', async () => {
		const corpus = 'e2e/doors/corpus'
		const inputs = readdirSync(corpus).flatMap((kind) =>
			kind === 'broken'
				? []
				: readdirSync(join(corpus, kind)).map((name) => join(corpus, kind, name)),
		)
		const target = join(folder, 'corpus/')
		const { out } = await skiagram(['convert', ...inputs, '-o', target, '--json'])
		const { files } = JSON.parse(out)
		expect(files).toHaveLength(inputs.length)
		for (const { input, output, error } of files) {
			if (error === undefined) expect(readFileSync(output, 'utf8')).not.toMatch(NOT_A_NUMBER)
			else expect(error).toContain(basename(input))
		}
	}, 60_000)

	test('follows a link, keeps its target’s mode, and leaves nothing beside it', async () => {
		const target = join(folder, 'target.svg')
		writeFileSync(target, 'old')
		chmodSync(target, 0o640)
		const link = join(folder, 'link.svg')
		symlinkSync(target, link)
		expect((await skiagram(['convert', plate, '-o', link])).code).toBe(0)
		expect(readFileSync(target, 'utf8')).toContain('<svg')
		expect(statSync(target).mode & 0o777).toBe(0o640)
		expect(readdirSync(folder).filter((name) => name.endsWith('.part'))).toEqual([])
	})

	test('writes through a pipe and a device', async () => {
		const pipe = join(folder, 'pipe')
		spawnSync('mkfifo', [pipe])
		const reader = spawn('cat', [pipe])
		let read = ''
		reader.stdout.on('data', (part) => {
			read += part
		})
		expect((await skiagram(['convert', plate, '-o', '/dev/null'])).code).toBe(0)
		expect((await skiagram(['convert', plate, '-o', pipe])).code).toBe(0)
		return new Promise<void>((resolve) => {
			reader.on('close', () => {
				expect(read).toContain('</svg>')
				expect(statSync('/dev/null').isCharacterDevice()).toBe(true)
				resolve()
			})
		})
	})

	test('a name that is no UTF-8 is said, and nothing is written under another', async () => {
		const name = Buffer.concat([
			Buffer.from(join(folder, 'h')),
			Buffer.from([0xe9]),
			Buffer.from('ron.svg'),
		])
		writeFileSync(name, readFileSync(plate))
		// As the shell gives it: through a word of its own, for arguments here are text.
		const run = (command: string) =>
			spawnSync('sh', ['-c', command.replace('NODE', `"${process.execPath}" bin/skiagram.mjs`)], {
				encoding: 'utf8',
			})
		const bytes = `"$(printf '${folder}/h\\351ron.svg')"`
		for (const command of [`NODE convert ${bytes}`, `NODE convert "${plate}" -o ${bytes}`]) {
			const { status, stderr } = run(command)
			expect(stderr).toContain('is not UTF-8: rename it')
			expect(status).toBe(1)
		}
		expect(readdirSync(folder).filter((each) => each.includes('ron'))).toHaveLength(1)
	})

	test.each([
		['png', '100000px', 'a side of it has at most 32767 px'],
		['webp', '20000px', 'a side of it has at most 16383 px'],
		['png', '30000px', 'megapixels'],
	])('a picture that cannot be so large says so: %s of %s', async (extension, size, why) => {
		const run = await skiagram([
			'convert',
			plate,
			join(folder, `large.${extension}`),
			'--size',
			size,
		])
		expect(run.code).toBe(1)
		expect(run.err).toContain(why)
		expect(existsSync(join(folder, `large.${extension}`))).toBe(false)
	})

	test('a reader that has had enough ends it quietly', () => {
		const many = file('many.svg', `<path d="${'M0 0h1v1z'.repeat(30_000)}"/>`)
		const run = spawnSync(
			'sh',
			['-c', `"${process.execPath}" bin/skiagram.mjs convert "${many}" | head -c 10`],
			{ encoding: 'utf8' },
		)
		expect(run.stderr).toBe('')
	})

	test.each([
		[['convert']],
		[['convert', plate, words]],
		[['convert', plate, words, '-o', join(folder, 'one.svg')]],
		[['convert', plate, '--precision', '99']],
		[['convert', plate, '--precision', '1.5']],
		[['convert', '-', '-', '-o', `${folder}/`]],
		[['toString']],
		[['constructor', plate]],
		[['thin', plate, '--tolerance', '1e400']],
		[['thin', plate, '--tolerance', '0x10']],
		[['thin', plate, '--tolerance', '1e-300']],
	])('not understood: %j ends with 2 and writes nothing', async (args) => {
		expect((await skiagram(args)).code).toBe(2)
		expect(existsSync(join(folder, 'one.svg'))).toBe(false)
	})
})
