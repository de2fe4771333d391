import { hostsOf, withLettering } from '../../letter/follow'
import { madeIntoPieces } from '../../letter/madePieces'
import { type FontName, fontNamed, wordsIn } from '../../letter/testing/fonts'
import { emptySheet, newPiece, type Sheet } from '../../path/model'
import { parsePathData } from '../../path/parsePathData'
import { addPieces } from '../../path/pieces'

/** px to the em */
export const EM_PX = 600
/** Where the letters stand, px from the top. */
export const BASELINE = 700

/** A sheet with a piece for each letter of a word, as its designer drew it. */
export async function lettersIn(font: FontName, text: string, weight?: number): Promise<Sheet> {
	const words = await wordsIn(
		font,
		text,
		{ kind: 'free', place: [1, 0, 0, 1, 50, BASELINE] },
		{
			size: EM_PX,
			...(weight !== undefined && { font: { id: font, family: font, style: 'Regular', weight } }),
		},
	)
	const empty = emptySheet('Letters', 4000, 1000)
	const piece = withLettering(newPiece(text, parsePathData('M0 0H9V9Z')), words, hostsOf(empty))
	return madeIntoPieces(addPieces(empty, [piece]), piece.id, 'letter').sheet
}

/** What the font itself says of its lines, px above the baseline. */
export async function saidBy(font: FontName) {
	const { em, capHeight, xHeight } = await fontNamed(font)
	return { capHeight: (capHeight / em) * EM_PX, xHeight: (xHeight / em) * EM_PX }
}
