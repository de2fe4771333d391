import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, test } from 'vitest'
import { doorFiles } from '../../../../e2e/doors/generate'
import { emptySheet } from '../../path/model'
import { flawsOf } from '../../path/normalise'
import { PathSyntaxError } from '../../path/parsePathData'
import { addPieces } from '../../path/pieces'
import { randomNumbers } from '../../path/testing/anyEdit'
import { cases, seedOf } from '../../testing/cases'
import { sheetToJson } from '../sheetJson'
import { isSoundChange, parseSheet } from '../sheetSchema'
import { readSvg } from './readSvg'
import { SvgSyntaxError } from './svgSyntaxError'
import { NOT_A_NUMBER } from './testing/notNumbers'
import { formatSvg } from './writeSvg'

const CORPUS = 'e2e/doors/corpus'
const files = doorFiles()

/** What is wrong with what came of a drawing; a refusal that says why is right. */
function faultsOf(text: string): string[] {
	let drawing: ReturnType<typeof readSvg>
	try {
		drawing = readSvg(text)
	} catch (error) {
		const told = error instanceof SvgSyntaxError || error instanceof PathSyntaxError
		return told && error.message.length > 10 ? [] : [`thrown: ${error}`]
	}
	const empty = emptySheet('', drawing.width || 1000, drawing.height || 1000)
	const sheet = addPieces(empty, drawing.pieces, drawing.groups)
	if (!isSoundChange(sheet, { ...empty, width: 1 })) return ['numbers that no sheet can hold']
	const flaws = flawsOf(sheet)
	if (flaws.length > 0) return flaws
	const back = parseSheet(JSON.parse(sheetToJson(sheet)))
	if (back.pieces.length !== sheet.pieces.length) return ['lost when it was stored']
	return NOT_A_NUMBER.test(formatSvg(sheet)) ? ['written with numbers that are none'] : []
}

describe('of every drawing in the corpus', () => {
	test('the files are what the generator makes', () => {
		const committed = readdirSync(CORPUS).flatMap((folder) =>
			readdirSync(join(CORPUS, folder)).map((name) => `${folder}/${name}`),
		)
		expect(committed.sort()).toEqual(files.map((f) => `${f.folder}/${f.name}`).sort())
		for (const { folder, name, text } of files)
			expect(readFileSync(join(CORPUS, folder, name), 'utf8')).toBe(text)
		expect(files.length).toBeGreaterThan(200)
	})

	test.each(['hard', 'odd', 'hostile', 'broken'])('%s: what comes in can be kept', (folder) => {
		for (const { name, text } of files.filter((f) => f.folder === folder))
			expect({ name, faults: faultsOf(text) }).toEqual({ name, faults: [] })
	})

	test('what is hard comes in whole, or what is missing is named', () => {
		for (const { name, text } of files.filter((f) => f.folder === 'hard')) {
			const { pieces } = readSvg(text)
			expect({ name, some: pieces.length > 0 }).toEqual({ name, some: true })
		}
	})

	test('no more is made of traps than can be held', () => {
		const of = (name: string) => files.find((f) => f.name === `${name}.svg`)?.text ?? ''
		expect(() => readSvg(of('use-bomb'))).toThrow(/references/)
		expect(() => readSvg(of('entity-flood'))).toThrow(/entities/)
		for (const name of ['use-itself', 'use-in-turn', 'clip-itself', 'names-of-objects'])
			expect(readSvg(of(name)).pieces.length).toBeGreaterThan(0)
	})
})

const MUTATIONS = cases(2000)
const SEED = seedOf(12)
const PARTS = [
	'<',
	'>',
	'"',
	'/',
	'&',
	'url(#',
	'1e400',
	'-',
	'NaN',
	'Z',
	'M',
	'A',
	'%',
	';',
	'}',
	'\u0000',
	'<g>',
	'</g>',
	'<use href="#k"/>',
]

test(`${MUTATIONS} mutated drawings (${SEED}): each is read or refused with a reason`, () => {
	const random = randomNumbers(SEED)
	const below = (n: number) => Math.floor(random() * n)
	const seeds = files.filter((f) => f.folder === 'hard').map((f) => f.text)
	const mutated = (text: string): string => {
		const at = below(text.length)
		const to = Math.min(text.length, at + 1 + below(12))
		switch (below(5)) {
			case 0:
				return text.slice(0, at) + text.slice(to)
			case 1:
				return text.slice(0, at) + PARTS[below(PARTS.length)] + text.slice(at)
			case 2:
				return text.slice(0, to) + text.slice(at)
			case 3:
				return text.slice(0, at) + String.fromCharCode(32 + below(96)) + text.slice(at + 1)
			default: {
				// A number becomes another one.
				const numbers = [...text.matchAll(/\d+(?:\.\d+)?/g)]
				const found = numbers[below(numbers.length)]
				if (!found) return text
				const other = ['0', '-1', '1e9', '1e-9', '1e308', '.5.5', '999999'][below(7)]
				return text.slice(0, found.index) + other + text.slice(found.index + found[0].length)
			}
		}
	}
	for (let k = 0; k < MUTATIONS; k++) {
		let text = seeds[below(seeds.length)] ?? ''
		for (let n = 1 + below(4); n > 0; n--) text = mutated(text)
		const faults = faultsOf(text)
		if (faults.length > 0) expect({ k, text, faults }).toEqual({ k, text, faults: [] })
	}
}, 300_000)
