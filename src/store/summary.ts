import {
	type Contour,
	displayList,
	isGradient,
	nodeCount,
	type Paint,
	type Sheet,
	sketchPathData,
	standIn,
} from '@/core'
import type { SheetSummary } from './database'

/** What home shows of a sheet. @param editedAt when it was last edited, ms since 1970 */
export function summaryOf(sheet: Sheet, editedAt: number): SheetSummary {
	const shown = sheet.pieces.filter(({ hidden }) => !hidden)
	const photo = sheet.photos.find((p) => !p.hidden) ?? sheet.photos[0]
	return {
		id: sheet.id,
		name: sheet.name,
		editedAt,
		width: sheet.width,
		height: sheet.height,
		pieces: shown.length,
		...(shown.length < sheet.pieces.length && { hidden: sheet.pieces.length - shown.length }),
		nodes: shown.reduce((sum, { contours }) => sum + nodeCount(contours), 0),
		photo: photo?.blob ?? null,
		...(photo && { lies: { place: photo.place, width: photo.width, height: photo.height } }),
		artwork: artworkOf(sheet),
	}
}

/** Of more shapes than this a card shows those of one look that follow each other as one. */
const CARD_SHAPES = 500

function artworkOf(sheet: Sheet): SheetSummary['artwork'] {
	const all = displayList(sheet).flatMap(({ opacity, shapes }) =>
		shapes.map(({ contours, rule, fill, stroke }) => ({
			contours,
			look: {
				rule,
				colour: colourOf(fill),
				...(isGradient(fill) && { gradient: fill }),
				...(stroke.paint.kind !== 'none' && { line: colourOf(stroke.paint), width: stroke.width }),
				...(opacity < 1 && { opacity }),
			},
		})),
	)
	const shown = all.length <= CARD_SHAPES ? all : joinedByLook(all).slice(0, CARD_SHAPES)
	return shown.map(({ contours, look }) => ({ d: sketchPathData(contours), ...look }))
}

function joinedByLook<L extends object>(
	all: readonly { readonly contours: readonly Contour[]; readonly look: L }[],
): { contours: Contour[]; look: L }[] {
	const joined: { contours: Contour[]; look: L; key: string }[] = []
	for (const { contours, look } of all) {
		const key = JSON.stringify(look)
		const last = joined.at(-1)
		if (last?.key === key) for (const contour of contours) last.contours.push(contour)
		else joined.push({ contours: [...contours], look, key })
	}
	return joined
}

function colourOf(paint: Paint): string {
	const flat = standIn(paint)
	if (!flat) return 'none'
	const alpha = Math.round(flat.alpha * 255)
	return alpha < 255 ? flat.colour + alpha.toString(16).padStart(2, '0') : flat.colour
}
