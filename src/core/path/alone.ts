import { mapPieces } from './edit'
import type { Sheet } from './model'

/** Shows some pieces by themselves: all others are set aside until {@link showAllAgain}. */
export function showAlone(sheet: Sheet, ids: ReadonlySet<string>): Sheet {
	const whole = showAllAgain(sheet)
	const aside = whole.pieces.flatMap(({ id, hidden }) => (hidden || ids.has(id) ? [] : [id]))
	if (aside.length === 0) return whole
	const away = new Set(aside)
	return {
		...mapPieces(whole, (piece) => (away.has(piece.id) ? { ...piece, hidden: true } : piece)),
		aside,
	}
}

/** Brings back what was set aside; what was hidden otherwise stays hidden. */
export function showAllAgain(sheet: Sheet): Sheet {
	if (!sheet.aside) return sheet
	const { aside, ...rest } = sheet
	const back = new Set(aside)
	return mapPieces(rest, (piece) =>
		piece.hidden && back.has(piece.id) ? { ...piece, hidden: false } : piece,
	)
}
