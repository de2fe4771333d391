import { describe, expect, test } from 'vitest'
import { CannotCut, PathSyntaxError, SvgSyntaxError } from '@/core'
import { PictureRefused } from '@/jobs/pictures'
import { KindNotWritten } from '@/jobs/rasterise'
import { StorageFull, StorageRefused } from '@/store/database'
import { nameOfFile } from '@/store/fileNames'
import { NothingToTake } from '@/store/newSheets'
import { messageFor } from './messages'

const errors: [string, unknown][] = [
	['no picture', new PictureRefused({ ok: false, problem: 'not-a-picture' })],
	['a damaged picture', new PictureRefused({ ok: false, problem: 'damaged' })],
	[
		'too large a picture',
		new PictureRefused({ ok: false, problem: 'too-large', width: 12_000, height: 9_000 }),
	],
	['a torn drawing', new SvgSyntaxError('1:5: unclosed tag.')],
	['bad path data', new PathSyntaxError(7, 'a number is wanted')],
	['an empty drawing', new NothingToTake()],
	['a full store', new StorageFull()],
	['a refused store', new StorageRefused()],
	['an open outline', new CannotCut('open')],
	['an outline outside', new CannotCut('outside')],
	['a crossing outline', new CannotCut('crossing')],
	['a piece with openings', new CannotCut('own-piece')],
	['a kind of picture not written', new KindNotWritten('image/webp')],
	['anything else', new Error('the lamp went out')],
]

describe('messages', () => {
	test.each(errors)('%s: a plain sentence, without exclamation', (_, error) => {
		const message = messageFor(error, 'bench.png')
		expect(message).toMatch(/^[“A-Z].*[.]$/s)
		expect(message).not.toContain('!')
		expect(message.length).toBeGreaterThan(40)
	})

	test('each says something of its own', () => {
		expect(new Set(errors.map(([, error]) => messageFor(error))).size).toBe(errors.length)
	})

	test('the file is named, and the figure given', () => {
		expect(messageFor(errors[2]![1], 'wall.png')).toContain('“wall.png” has 108 megapixels')
	})
})

test.each([
	['storm-lantern_2.JPG', 'storm lantern 2'],
	['heron', 'heron'],
	['.png', 'Untitled'],
	['key.v2.png', 'key.v2'],
])('a sheet from %s is called “%s”', (file, name) => {
	expect(nameOfFile(file)).toBe(name)
})

test.each([
	['NotAllowedError', /did not allow it/],
	['SecurityError', /did not allow it/],
	['QuotaExceededError', /no room left/],
	['NoModificationAllowedError', /Another program holds that file/],
])('a file that could not be written, %s, says that nothing was, and what to do', (name, says) => {
	const message = messageFor(new DOMException('low words', name))
	expect(message).toMatch(says)
	expect(message).toContain('Nothing was written, and your sheet is as it was.')
	expect(message).toContain('try again')
	expect(message).not.toContain('low words')
})
