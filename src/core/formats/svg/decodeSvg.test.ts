import { gzipSync } from 'node:zlib'
import { expect, test } from 'vitest'
import { decodeSvg } from './decodeSvg'
import { readSvg } from './readSvg'
import { SvgSyntaxError } from './svgSyntaxError'

const svg = (head = '') =>
	`${head}<svg xmlns="http://www.w3.org/2000/svg"><title>Nähzeug</title><path d="M0 0H9V9Z"/></svg>`

const utf16 = (text: string, bigEndian: boolean, mark: boolean) => {
	const bytes = Buffer.from(`${mark ? '\uFEFF' : ''}${text}`, 'utf16le')
	return new Uint8Array(bigEndian ? bytes.swap16() : bytes)
}

test.each([
	['UTF-8', new Uint8Array(Buffer.from(svg()))],
	['UTF-8 with a mark', new Uint8Array(Buffer.from(`\uFEFF${svg()}`))],
	['UTF-16, little end first', utf16(svg(), false, true)],
	['UTF-16, big end first', utf16(svg(), true, true)],
	['UTF-16 without a mark', utf16(svg('<?xml version="1.0" encoding="UTF-16"?>'), false, false)],
	[
		'Latin-1 as declared',
		new Uint8Array(Buffer.from(svg('<?xml version="1.0" encoding="ISO-8859-1"?>'), 'latin1')),
	],
	['gzip', new Uint8Array(gzipSync(svg()))],
] as const)('%s is read', async (_, bytes) => {
	const { pieces } = readSvg(await decodeSvg(bytes))
	expect(pieces.map(({ contours }) => contours.length)).toEqual([1])
	expect(await decodeSvg(bytes)).toContain('Nähzeug')
})

test('what is torn, or written in a way nobody knows, is refused with a reason', async () => {
	const packed = new Uint8Array(gzipSync(svg()))
	await expect(decodeSvg(packed.slice(0, 30))).rejects.toThrow(SvgSyntaxError)
	const odd = new Uint8Array(Buffer.from(svg('<?xml version="1.0" encoding="x-wavy"?>')))
	await expect(decodeSvg(odd)).rejects.toThrow(/“x-wavy”/)
	const bomb = new Uint8Array(gzipSync(Buffer.alloc(210_000_000, 32)))
	await expect(decodeSvg(bomb)).rejects.toThrow(/larger than 200 MB/)
})
