import { combineAreas } from '../combine/combine'
import { ruleDifference } from '../combine/resolve'
import { replacePieces } from '../path/compound'
import { type Contour, type Group, newId, type Piece, type Sheet } from '../path/model'
import { asOutlines, hostsOf } from './follow'
import { laidLetters } from './layOut'

/**
 * A lettering made into pieces of plain outlines, for cutting: each letter a piece of its own in a group, or all as one.
 * Outlines that lie clear of each other are as the font's designer drew them; what overlaps becomes one outline. Both
 * fill rules leave counters open.
 * @param by letters that touch each other become one piece in either case
 * @returns the sheet, and the ids of what came; the same sheet where the piece is no lettering
 */
export function madeIntoPieces(
	sheet: Sheet,
	id: string,
	by: 'letter' | 'whole',
): { readonly sheet: Sheet; readonly ids: readonly string[] } {
	const piece = sheet.pieces.find((one) => one.id === id)
	if (!piece?.lettering) return { sheet, ids: [] }
	const { text } = piece.lettering
	const laid = laidLetters(id, piece.lettering, hostsOf(sheet))
	const parts =
		laid.length > 0
			? laid.map(({ placed: { letter }, contours }) => ({ letter, contours }))
			: [{ letter: { from: 0, to: text.length }, contours: piece.contours }]
	const plain = asOutlines(piece)
	if (by === 'whole') {
		const contours = resolved(parts.flatMap((part) => part.contours))
		const made: Piece = { ...plain, id: newId(), contours }
		return { sheet: replacePieces(sheet, new Set([id]), [made]), ids: [made.id] }
	}
	const group: Group = {
		id: newId(),
		name: text.replaceAll('\n', ' '),
		...(piece.group !== undefined && { within: piece.group }),
	}
	const made = parts.map(
		({ letter, contours }): Piece => ({
			...plain,
			id: newId(),
			name: text.slice(letter.from, letter.to).trim() || plain.name,
			contours: resolved(contours),
			group: group.id,
		}),
	)
	const grouped = { ...sheet, groups: [...(sheet.groups ?? []), group] }
	return {
		sheet: replacePieces(grouped, new Set([id]), made),
		ids: made.map((one) => one.id),
	}
}

/** Outlines that fill the same under both rules: as they are where they do already, which no overlap does. */
function resolved(contours: readonly Contour[]): readonly Contour[] {
	return ruleDifference(contours).length === 0
		? contours
		: combineAreas('merge', [{ contours, rule: 'nonzero' }])
}
