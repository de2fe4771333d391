import {
	boxContains,
	type Contour,
	distance,
	findPiece,
	growBox,
	type HostRef,
	type Lettering,
	type Piece,
	type Point,
	piecesBox,
	ringWinding,
	type Setting,
	type Sheet,
} from '@/core'
import { bandsOf, caretAt, hostsOf, nearestCaret, railOf, type Way, wayOf } from '@/core/letter'
import { hitEdge, isOpenToEdits } from '@/editor/session/hitTest'
import type { Sight } from '@/editor/session/machine'
import type { PointerInput } from '@/editor/session/tool'
import type { LetteringState } from './letteringSlice'
import { sizeFor } from './typing'

/** Words as they lie on the sheet. */
export interface Laid {
	readonly piece: Piece
	readonly lettering: Lettering
	readonly way: Way
}

/** How words lie is asked several times for each move of the pointer. */
const known = new WeakMap<Piece, { readonly pieces: Sheet['pieces']; readonly laid: Laid | null }>()

/** A lettering as it lies; `null` for what is none, or has lost its outline. */
export function laidOf(sheet: Sheet, id: string): Laid | null {
	const piece = findPiece(sheet, id)
	if (!piece?.lettering) return null
	const there = known.get(piece)
	if (there?.pieces === sheet.pieces) return there.laid
	const way = wayOf(piece.lettering, hostsOf(sheet))
	const laid = way && { piece, lettering: piece.lettering, way }
	known.set(piece, { pieces: sheet.pieces, laid })
	return laid
}

/** The outline under the pointer that words can go by: none of letters. */
export function hostUnder(sight: Sight, { at, reach }: PointerInput, but?: string): HostRef | null {
	const sheet = sight.sheet()
	const hit = hitEdge(sheet, at, reach, undefined)
	if (!hit) return null
	const piece = sheet.pieces.find(({ contours }) => contours.includes(hit.contour))
	return !piece || piece.lettering || piece.id === but
		? null
		: { piece: piece.id, contour: hit.contour.id }
}

/** Along an outline, from the place on it that is nearest. */
export function alongFrom(sight: Sight, host: HostRef, at: Point): Setting {
	const contour = hostsOf(sight.sheet())(host)
	const between = contour && betweenChosen(sight, contour)
	return {
		kind: 'along',
		...host,
		...(between && { between }),
		start: contour && !between ? nearestAlong(railOf(contour), at) : 0,
		offset: 0,
		reversed: false,
		under: false,
		upright: false,
		fit: 'none',
	}
}

/** The two nodes of an outline that are chosen, in its order. */
export function betweenChosen(
	sight: Sight,
	{ nodes }: Contour,
): readonly [string, string] | undefined {
	const [first, last, more] = nodes.filter(({ id }) => sight.selection().nodes.has(id))
	return first && last && !more ? [first.id, last.id] : undefined
}

/** The length gone along a rail at the place nearest to a point, px. */
export function nearestAlong(rail: ReturnType<typeof railOf>, at: Point): number {
	const away = (s: number) => distance(rail.at(s).p, at)
	const steps = 256
	let best = 0
	for (let k = 1; k <= steps; k++) {
		const s = (rail.length * k) / steps
		if (away(s) < away(best)) best = s
	}
	for (let by = rail.length / steps; by > 1e-3; by /= 2)
		for (const s of [best - by, best + by]) if (away(s) < away(best)) best = s
	return best
}

/** Between letters and lines one is in words still, so far from where a caret can stand, em. */
const IN_WORDS_EM = 0.3

/** The words under the pointer, the topmost first. */
export function wordsUnder(sight: Sight, { at, reach }: PointerInput): Laid | null {
	const sheet = sight.sheet()
	for (const piece of sheet.pieces.toReversed()) {
		if (!piece.lettering || !isOpenToEdits(piece)) continue
		const laid = laidOf(sheet, piece.id)
		if (!laid) continue
		const near = Math.max(reach, IN_WORDS_EM * laid.way.size)
		if (!boxContains(growBox(piecesBox([piece]), near), at)) continue
		if (nearestCaret(laid.lettering, laid.way, at).away <= near) return laid
		// In the middle of a broad letter both its sides are far.
		const bands = bandsOf(laid.lettering, laid.way, 0, laid.lettering.text.length)
		if (bands.some((band) => ringWinding(band, at) !== 0)) return laid
	}
	return null
}

/** What a double click chooses: the word at an index. */
export function wordAt(text: string, at: number): readonly [number, number] {
	let [from, to] = [at, at]
	while (from > 0 && /\S/.test(text[from - 1] ?? ' ')) from--
	while (to < text.length && /\S/.test(text[to] ?? ' ')) to++
	return [from, to]
}

/** The caret of what is typed; of words that do not stand yet, where they will. */
export function caretOf({ typing, wish }: LetteringState, words: Laid | null, sight: Sight) {
	if (!typing) return null
	if (words)
		return caretAt(
			words.lettering,
			words.way,
			Math.min(typing.chosen[1], words.lettering.text.length),
		)
	const { setting } = typing
	const tall = FIRST_CARET_EM * sizeFor(wish, sight.sheet())
	if (setting.kind === 'free') {
		const [, , c, d, e, f] = setting.place
		return [
			[e, f],
			[e - c * tall, f - d * tall],
		] as const
	}
	if (setting.kind !== 'along') return null
	const host = hostsOf(sight.sheet())(setting)
	if (!host) return null
	const { p, along } = railOf(host, setting).at(setting.start)
	return [p, [p[0] + along[1] * tall, p[1] - along[0] * tall]] as const
}

/** How high the caret is before there is a letter, em. */
const FIRST_CARET_EM = 0.75
