import { type PDFContext, PDFName, type PDFRef } from '@cantoo/pdf-lib'
import { colorsNamed, differenceCiede2000, nearest } from 'culori'
import { shares } from '../pathWords'

/** Flat colours as inks of their own (PDF 1.7, 8.6.6.4 Separation Colour Spaces), each made once for a document. */
export interface Spots {
	/** The colour space of a colour, `#rrggbb`; of it 1 is the ink in full. */
	of(colour: string): PDFRef
}

const nearestName = nearest(Object.keys(colorsNamed), differenceCiede2000())

/** What an ink is called: the nearest colour that CSS has a name for, and its own digits. */
export function spotName(colour: string): string {
	const [name = 'ink'] = nearestName(colour, 1)
	return `${name} ${colour.slice(1)}`
}

export function createSpots(context: PDFContext): Spots {
	const known = new Map<string, PDFRef>()
	return {
		of: (colour) => {
			const kept = known.get(colour)
			if (kept) return kept
			const tint = { FunctionType: 2, Domain: [0, 1], N: 1, C0: [1, 1, 1], C1: [...shares(colour)] }
			const space = [
				PDFName.of('Separation'),
				PDFName.of(spotName(colour)),
				PDFName.of('DeviceRGB'),
				context.obj(tint),
			]
			const ref = context.register(context.obj(space))
			known.set(colour, ref)
			return ref
		},
	}
}
