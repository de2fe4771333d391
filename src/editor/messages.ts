import {
	CannotCut,
	CannotJoin,
	type CutProblem,
	type JoinProblem,
	MAX_MEGAPIXELS,
	PathSyntaxError,
	SvgSyntaxError,
} from '@/core'
import { StorageFull, StorageRefused } from '@/store/database'
import { NothingToTake } from '@/store/newSheets'
import { PictureRefused } from '@/store/photoPixels'

/** What a person is told: what happened, that nothing was lost, what to do. */
export function messageFor(error: unknown, file?: string): string {
	const what = file ? `“${file}”` : 'The file'
	if (error instanceof PictureRefused)
		return `${what} ${pictureMessage(error.why)} Nothing was changed.`
	if (error instanceof SvgSyntaxError || error instanceof PathSyntaxError)
		return `${what} could not be taken over. ${error.message} Nothing was changed.`
	if (error instanceof NothingToTake)
		return `${what} holds no paths or shapes that could become pieces. Nothing was changed.`
	if (error instanceof StorageFull)
		return 'This browser’s storage for Skiagram is full. What is on screen is kept as long as this tab is open: export it now, then delete sheets that you no longer need.'
	if (error instanceof StorageRefused)
		return 'This browser does not let Skiagram store anything, perhaps because the window is private. No sheet can be begun until it does: allow storage for this site, or use an ordinary window.'
	if (error instanceof CannotCut) return CUT_MESSAGES[error.problem]
	if (error instanceof CannotJoin) return JOIN_MESSAGES[error.problem]
	const detail = error instanceof Error ? error.message : String(error)
	return `Something went wrong: ${detail}. Your sheet is as it was.`
}

function pictureMessage(why: PictureRefused['why']): string {
	switch (why.problem) {
		case 'not-a-picture':
			return 'is not a picture that can be read. Use PNG, JPEG, WebP, AVIF, GIF or BMP.'
		case 'damaged':
			return 'is damaged: its pixels cannot be read. Open it in the program it came from and save it anew.'
		case 'too-large': {
			const megapixels = Math.round((why.width * why.height) / 1e6)
			return `has ${megapixels} megapixels; up to ${MAX_MEGAPIXELS} can be opened. Save it smaller and bring it in again.`
		}
	}
}

const CUT_MESSAGES: Readonly<Record<CutProblem, string>> = {
	open: 'This outline is open. Close it, then it can be cut.',
	outside: 'This outline lies inside no other piece, so there is nothing to cut it out of.',
	crossing: 'This outline crosses the edge of the piece round it. Move it wholly inside, then cut.',
	surrounds:
		'This outline goes round an opening that is there already. Fill that one in first, or draw the new one beside it.',
	'own-piece':
		'This piece has openings of its own. Only a single outline can be cut out of another piece.',
}

const JOIN_MESSAGES: Readonly<Record<JoinProblem, string>> = {
	'not-two': 'Select exactly two end nodes of open outlines, then join them.',
	'not-ends': 'Only the end nodes of open outlines can be joined. They are ringed in red.',
	'same-node': 'An outline of a single node has nothing to be joined to.',
}
