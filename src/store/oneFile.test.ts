import { unzipSync } from 'fflate'
import { expect, test } from 'vitest'
import { inOneFile, ownNames } from './oneFile'

const file = (name: string, text: string) => ({ name, blob: new Blob([text]) })

test('one file is itself, several go into one, none is none', async () => {
	const key = file('key.svg', 'a')
	expect(await inOneFile([key], 'sheets')).toBe(key)
	expect(await inOneFile([], 'sheets')).toBeNull()
	const both = await inOneFile([key, file('Key.svg', 'b')], 'sheets')
	expect(both?.name).toBe('sheets.zip')
	const found = unzipSync(new Uint8Array(await both!.blob.arrayBuffer()))
	const texts = Object.entries(found).map(([name, bytes]) => [
		name,
		new TextDecoder().decode(bytes),
	])
	expect(texts).toEqual([
		['key.svg', 'a'],
		['Key-2.svg', 'b'],
	])
})

test('names that are alike are numbered, whatever they end in', () => {
	expect(ownNames(['a.sheet.svg', 'a.sheet.svg', 'a-2.sheet.svg', 'b', 'b'])).toEqual([
		'a.sheet.svg',
		'a-2.sheet.svg',
		'a-2-2.sheet.svg',
		'b',
		'b-2',
	])
})
