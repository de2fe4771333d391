import { describe, expect, test } from 'vitest'
import { NotAFont, openFont } from './openFont'
import { shapeText } from './shapeText'
import { fontFiles, fontNamed } from './testing/fonts'

const width = (letters: readonly { advance: number }[]) =>
	letters.reduce((sum, { advance }) => sum + advance, 0)

describe('text shaped', () => {
	test('letters are kerned, and grow together where the font says so; not where they are spaced', async () => {
		const font = await fontNamed('lobster')
		const [line] = shapeText(font, 'AVoffi').lines
		const [apart] = shapeText(font, 'AVoffi', { ligatures: false }).lines
		expect(line?.letters.length).toBeLessThan(6)
		expect(apart?.letters.map(({ from, to }) => to - from)).toEqual([1, 1, 1, 1, 1, 1])
		const plain = await fontNamed('figtree')
		const wide = (text: string) => width(shapeText(plain, text).lines[0]?.letters ?? [])
		expect(wide('AV')).toBeLessThan(wide('A') + wide('V'))
	})

	test('lines end where one ends them, and say what of the text is theirs', async () => {
		const { lines } = shapeText(await fontNamed('figtree'), 'ab\n\ncd')
		expect(lines.map(({ from, to }) => [from, to])).toEqual([
			[0, 2],
			[3, 3],
			[4, 6],
		])
		expect(lines[2]?.letters.map(({ from }) => from)).toEqual([4, 5])
	})

	test('what is read from right to left stands so, joined; digits and Latin within it run their own way', async () => {
		const font = await fontNamed('amiri')
		const text = 'مسرح 12 ab'
		const [line] = shapeText(font, text).lines
		const letters = line?.letters ?? []
		// Seen from left to right: the Latin, the digits, then the Arabic from its end to its beginning.
		const read = letters
			.filter(({ advance }) => advance > 0)
			.map(({ from, to }) => text.slice(from, to))
		expect(read.join('').replaceAll(' ', '')).toMatch(/^ab12ح.*م$/)
		expect(letters.filter(({ rtl }) => rtl).length).toBeGreaterThanOrEqual(4)
		// A letter at the beginning of a word is drawn otherwise than by itself.
		const alone = shapeText(font, 'س').lines[0]?.letters[0]?.glyph
		expect(letters.find(({ from }) => from === 1)?.glyph).not.toBe(alone)
	})

	test('a mark stands on its letter and takes no room', async () => {
		const { lines } = shapeText(await fontNamed('amiri'), 'بَ')
		const marks = lines[0]?.letters.filter(({ advance }) => advance === 0) ?? []
		expect(marks).toHaveLength(1)
	})

	test('what the font lacks is named, once', async () => {
		expect(shapeText(await fontNamed('rye'), 'aあbあ漢').missing).toEqual(['あ', '漢'])
		expect(shapeText(await fontNamed('amiri'), 'ab مسرح').missing).toEqual([])
	})

	test('a weight of a font that varies draws other outlines', async () => {
		const [thin, fat] = await Promise.all([fontNamed('figtree', 300), fontNamed('figtree', 900)])
		expect(thin.says.weights).toEqual([300, 900])
		expect(Object.values(shapeText(thin, 'n').glyphs)).not.toEqual(
			Object.values(shapeText(fat, 'n').glyphs),
		)
	})

	test('a leaning font says by how much', async () => {
		expect((await fontNamed('leaning')).slant).toBeCloseTo(Math.tan((9.5 * Math.PI) / 180), 1)
		expect((await fontNamed('rye')).slant).toBe(0)
	})
})

describe('a font opened', () => {
	test('says its family and what its maker lets one do', async () => {
		const { says } = await fontNamed('abril')
		expect(says).toMatchObject({ family: 'Abril Fatface', licence: 'installable' })
	})

	test.each([
		['a picture', Buffer.from('\x89PNG\r\n\x1a\n................'), /no OpenType/],
		['next to nothing', Buffer.from('OTTO'), /too short/],
		['torn', fontFiles('rye')[0]?.subarray(0, 5000) ?? Buffer.of(), /torn/],
		['without tables', Buffer.concat([Buffer.from('OTTO'), Buffer.alloc(60)]), /damaged/],
	])('that is %s is refused in words', async (_, bytes, says) => {
		await expect(openFont([bytes])).rejects.toThrow(NotAFont)
		await expect(openFont([bytes])).rejects.toThrow(says)
	})
})
