import { lettersOn } from '../letterform/standing'
import {
	broughtToLine,
	evenedStroke,
	type OffLine,
	type UnevenStroke,
	unevenOf,
} from '../letterform/uneven'
import { letterHeight, letterLinesOf } from '../path/letterLines'
import type { Piece, Sheet } from '../path/model'
import type { Finding } from './finding'

/** What is uneven among letters that stand on the sheet's lines. @param shown the pieces that are looked at */
export function ofLetters(sheet: Sheet, shown: readonly Piece[]): Finding[] {
	return unevenIn(sheet, shown).map(({ finding }) => finding)
}

/** The sheet with what a finding is about as its likes are; the same where it is no more. */
export function evened(sheet: Sheet, { key }: Finding): Sheet {
	const one = unevenIn(sheet, sheet.pieces).find(({ finding }) => finding.key === key)
	return one ? one.mend(sheet) : sheet
}

interface Found {
	readonly finding: Finding
	readonly mend: (sheet: Sheet) => Sheet
}

function unevenIn(sheet: Sheet, shown: readonly Piece[]): Found[] {
	if (letterHeight(letterLinesOf(sheet)) === null) return []
	// Likes are sought on all of the sheet; what is told is of the pieces looked at.
	const ids = new Set(shown.map(({ id }) => id))
	const { strokes, off, overshoot } = unevenOf(sheet, lettersOn(sheet))
	return [
		...strokes.map(ofStroke),
		...off.map((one) => ofEnd('off-line', one)),
		...overshoot.map((one) => ofEnd('overshoot', one)),
	].filter(({ finding: { piece = '' } }) => ids.has(piece))
}

function ofStroke(uneven: UnevenStroke): Found {
	const { piece, stroke, wanted } = uneven
	const [first, last] = stroke.edges
	const nodes = [...first.nodes, ...last.nodes]
	return {
		finding: {
			kind: 'stroke',
			key: `stroke ${nodes.join(' ')}`,
			piece: piece.id,
			contour: first.contour,
			nodes,
			at: stroke.at,
			size: stroke.width - wanted,
		},
		mend: (sheet) => evenedStroke(sheet, uneven),
	}
}

function ofEnd(kind: 'off-line' | 'overshoot', off: OffLine): Found {
	const { piece, feature, by } = off
	return {
		finding: {
			kind,
			key: `${kind} ${feature.nodes.join(' ')}`,
			piece: piece.id,
			contour: feature.contour,
			nodes: feature.nodes,
			at: feature.at,
			size: Math.abs(by),
		},
		mend: (sheet) => broughtToLine(sheet, off),
	}
}
