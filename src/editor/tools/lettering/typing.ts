import {
	addPieces,
	type FontRef,
	findPiece,
	type Lettering,
	newPiece,
	removePieces,
	type Sheet,
} from '@/core'
import {
	changedLettering,
	hostsOf,
	type LetteringChange,
	layOut,
	madeIntoPieces,
	withLettering,
} from '@/core/letter'
import type { Workbench } from '@/editor/workbench/workbench'
import { shaped } from '@/jobs/lettering'
import { messageFor } from '@/kit/messages'
import { NOTHING, withPieces } from '@/store/selection'
import { type LetteringWish, letteringSlice, type Typing } from './letteringSlice'

/** What words are set with; a size that was never chosen goes by the sheet's. */
const FIRST_SIZE_SHARE = 1 / 10
/** A piece of words is called after so many characters of them. */
const NAME_LENGTH = 32

type At = Pick<Workbench, 'open' | 'slices' | 'library' | 'refresh'>

/** px to the em of words that are not set yet. */
export function sizeFor({ size }: LetteringWish, { height }: Pick<Sheet, 'height'>): number {
	return size > 0 ? size : Math.max(1, Math.round(height * FIRST_SIZE_SHARE))
}

/** The words chosen or typed, as they are set; `null` where there are none. */
export function wordsAtHand({ open, slices }: Pick<At, 'open' | 'slices'>) {
	const { typing } = slices.of(letteringSlice).getState()
	const id = typing?.piece ?? open.getState().selection.piece
	const piece = id === null ? undefined : findPiece(open.sheet(), id)
	return piece?.lettering ? { id: piece.id, lettering: piece.lettering } : null
}

/** What is done to words is done in turn: letters wait for their font, and what comes after them finds them there. */
let last: Promise<void> = Promise.resolve()

function inTurn(
	{ slices, refresh }: Pick<At, 'slices' | 'refresh'>,
	work: () => Promise<void>,
): Promise<void> {
	const own = slices.of(letteringSlice)
	last = last.then(work).then(
		() => own.setState({ problem: null }),
		(error) => own.setState({ problem: messageFor(error) }),
	)
	return last.then(() => refresh())
}

/** So many texts were typed: the newest alone is set. */
let texts = 0

/** What was typed comes to stand on the sheet: one step, until typing is done. */
export function typed(at: At, typing: Typing): Promise<void> {
	const { open, slices } = at
	slices.of(letteringSlice).setState({ typing })
	at.refresh()
	const text = ++texts
	return inTurn(at, async () => {
		const there = findPiece(open.sheet(), typing.piece)?.lettering
		if (text !== texts || there?.text === typing.text) return
		const { wish } = slices.of(letteringSlice).getState()
		const words = there ?? {
			...wish,
			size: sizeFor(wish, open.sheet()),
			setting: typing.setting,
		}
		const shapes = await shapedAs(at, words.font, typing.text, words.spacing)
		// Whatever else was done to them meanwhile holds.
		open.apply(
			'Type words',
			(sheet) => {
				const now = findPiece(sheet, typing.piece)?.lettering ?? words
				return standing(sheet, typing.piece, { ...now, text: typing.text, shaped: shapes })
			},
			`type ${typing.piece}`,
		)
		if (findPiece(open.sheet(), typing.piece)) open.select({ ...NOTHING, piece: typing.piece })
	})
}

/** The sheet with words in it: without their piece where no letter of them stands. */
function standing(sheet: Sheet, id: string, words: Lettering): Sheet {
	const there = findPiece(sheet, id)
	const find = hostsOf(sheet)
	const contours = layOut(id, words, find)
	if (contours.length === 0) return there ? removePieces(sheet, new Set([id])) : sheet
	const name = words.text.replaceAll(/\s+/g, ' ').trim().slice(0, NAME_LENGTH)
	const was = there?.lettering?.text.replaceAll(/\s+/g, ' ').trim().slice(0, NAME_LENGTH)
	const piece = there ?? { ...newPiece(name, contours), id }
	// A name of one's own stays.
	const named = there && there.name !== was ? piece : { ...piece, name }
	const set = withLettering(named, words, find)
	return there
		? { ...sheet, pieces: sheet.pieces.map((one) => (one.id === id ? set : one)) }
		: addPieces(sheet, [set])
}

/** What a font makes of a text: a font that somebody brought comes from the store. */
async function shapedAs(
	{ library }: Pick<At, 'library'>,
	font: FontRef,
	text: string,
	spacing: number,
) {
	return shaped(font, await fileOf({ library }, font.id), text, spacing === 0)
}

async function fileOf({ library }: Pick<At, 'library'>, id: string): Promise<Blob | null> {
	// Those that come along have names; others go by the sum of their bytes.
	if (!/^[0-9a-f]{64}$/.test(id)) return null
	return (await library.fonts()).fileOf(id)
}

/**
 * Sets the words at hand otherwise, and those that come after them likewise where that is a wish.
 * @param key steps in a row that share it are one
 */
export function setWords(
	at: At,
	label: string,
	change: LetteringChange,
	key?: string,
): Promise<void> {
	const { open, slices } = at
	const own = slices.of(letteringSlice)
	const { font, size, spacing, leading, align } = { ...own.getState().wish, ...change }
	own.setState({ wish: { font, size, spacing, leading, align } })
	const id = wordsAtHand(at)?.id
	return inTurn(at, async () => {
		const words = id === undefined ? undefined : findPiece(open.sheet(), id)?.lettering
		if (id === undefined || !words) return
		const next = { ...words, ...change }
		const anew = change.font !== undefined || (next.spacing === 0) !== (words.spacing === 0)
		const shapes = anew ? { shaped: await shapedAs(at, next.font, next.text, next.spacing) } : {}
		open.apply(label, (sheet) => changedLettering(sheet, id, { ...change, ...shapes }), key)
		if (key === undefined) open.seal()
	})
}

/** Makes pieces of words, for cutting: what came of them is chosen. */
export function makePieces(
	{ open, slices, refresh }: At,
	id: string,
	by: 'letter' | 'whole',
): void {
	slices.of(letteringSlice).setState({ typing: null })
	open.seal()
	const { sheet, ids } = madeIntoPieces(open.sheet(), id, by)
	open.apply('Make pieces of words', () => sheet)
	open.seal()
	// A lock may have kept the words as they are.
	const made = ids.filter((one) => findPiece(open.sheet(), one))
	if (made.length > 0) open.select(withPieces(made))
	refresh()
}
