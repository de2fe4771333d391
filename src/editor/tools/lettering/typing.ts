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
	withLettering,
} from '@/core/letter'
import type { Workbench } from '@/editor/workbench/workbench'
import { shaped } from '@/jobs/lettering'
import { messageFor } from '@/kit/messages'
import { NOTHING } from '@/store/selection'
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

/** So many texts were asked to be set: the newest alone is. */
let asked = 0

/** What was typed comes to stand on the sheet: one step, until typing is done. */
export async function typed(at: At, typing: Typing): Promise<void> {
	const { open, slices, library } = at
	const own = slices.of(letteringSlice)
	own.setState({ typing })
	at.refresh()
	const there = findPiece(open.sheet(), typing.piece)?.lettering
	if (there?.text === typing.text) return
	const { wish } = own.getState()
	const words = there ?? {
		...wish,
		size: sizeFor(wish, open.sheet()),
		setting: typing.setting,
	}
	const turn = ++asked
	try {
		const next: Lettering = {
			...words,
			text: typing.text,
			shaped: await shapedAs({ library }, words.font, typing.text, words.spacing),
		}
		if (turn !== asked) return
		open.apply('Type words', (sheet) => standing(sheet, typing.piece, next), `type ${typing.piece}`)
		own.setState({ problem: null })
		if (findPiece(open.sheet(), typing.piece)) open.select({ ...NOTHING, piece: typing.piece })
	} catch (error) {
		own.setState({ problem: messageFor(error) })
	}
	at.refresh()
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
export async function setWords(
	at: At,
	label: string,
	change: LetteringChange,
	key?: string,
): Promise<void> {
	const { open, slices, library } = at
	const own = slices.of(letteringSlice)
	const { font, size, spacing, leading, align } = { ...own.getState().wish, ...change }
	own.setState({ wish: { font, size, spacing, leading, align } })
	const words = wordsAtHand(at)
	if (!words) return at.refresh()
	const { id, lettering } = words
	const next = { ...lettering, ...change }
	const turn = ++asked
	try {
		const anew =
			change.font !== undefined ||
			(change.spacing !== undefined && (change.spacing === 0) !== (lettering.spacing === 0))
		const shapes = anew
			? { shaped: await shapedAs({ library }, next.font, next.text, next.spacing) }
			: {}
		if (turn !== asked) return
		open.apply(label, (sheet) => changedLettering(sheet, id, { ...change, ...shapes }), key)
		if (key === undefined) open.seal()
		own.setState({ problem: null })
	} catch (error) {
		own.setState({ problem: messageFor(error) })
	}
	at.refresh()
}
