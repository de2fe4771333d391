import type { PDFDocument, PDFRef } from '@cantoo/pdf-lib'
import { plainNumber } from '../pathWords'

/** Words on a page in a reader's own Helvetica (PDF 1.7, 9.6.2.2): in the letters of Western Europe. */
export interface Labels {
	/** Operators that write words. @param size points @param at where the first begins on its line, points */
	write(text: string, size: number, at: readonly [x: number, y: number]): string
	/** What they are written with, under the name that the operators say. */
	readonly font: Readonly<Record<string, PDFRef>>
}

const FONT = 'Words'

export function createLabels({ context }: PDFDocument): Labels {
	const font = context.register(
		context.obj({
			Type: 'Font',
			Subtype: 'Type1',
			BaseFont: 'Helvetica',
			Encoding: 'WinAnsiEncoding',
		}),
	)
	return {
		write: (text, size, [x, y]) =>
			`BT /${FONT} ${plainNumber(size, 2)} Tf ${plainNumber(x, 2)} ${plainNumber(y, 2)} Td <${hexOf(text)}> Tj ET`,
		font: { [FONT]: font },
	}
}

/** What stands for a letter that the font has not. */
const MISSING = '·'.charCodeAt(0)
/** Letters beyond Latin 1 that the encoding has all the same. */
const BEYOND: Readonly<Record<string, number>> = {
	'€': 0x80,
	'…': 0x85,
	Š: 0x8a,
	Œ: 0x8c,
	Ž: 0x8e,
	'‘': 0x91,
	'’': 0x92,
	'“': 0x93,
	'”': 0x94,
	'–': 0x96,
	'—': 0x97,
	š: 0x9a,
	œ: 0x9c,
	ž: 0x9e,
	Ÿ: 0x9f,
}

function hexOf(text: string): string {
	return [...text]
		.map((letter) => {
			const code = letter.codePointAt(0) ?? 0
			const latin = (code >= 0x20 && code < 0x7f) || (code >= 0xa0 && code <= 0xff)
			return (latin ? code : (BEYOND[letter] ?? MISSING)).toString(16).padStart(2, '0')
		})
		.join('')
}
