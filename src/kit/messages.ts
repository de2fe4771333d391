import {
	CannotCut,
	CannotJoin,
	type CutProblem,
	type JoinProblem,
	MAX_MEGAPIXELS,
	PathSyntaxError,
	SheetTorn,
	SvgSyntaxError,
	saysLeftOut,
} from '@/core'
import { CornersRefused, PictureRefused } from '@/jobs/pictures'
import { type Failure, JobFailed } from '@/jobs/problems'
import { KindNotWritten, MAX_PICTURE_PX, PictureNotDrawn } from '@/jobs/rasterise'
import { StorageFull, StorageRefused } from '@/store/database'
import { SheetBusy } from '@/store/editLock'
import { PhotoMissing, SheetUnsound } from '@/store/library'
import { NoSheet, NothingToTake } from '@/store/newSheets'
import { NoArchive } from '@/store/oneFile'
import { PartMissing } from './parts'

/** Kinds of problems that say in a sentence what is wrong. */
const SAYS_ITSELF = new Set(['NotAFont', 'FontMissing', 'TooManyTiles'])

/** What a person is told: what happened, that nothing was lost, what to do. */
export function messageFor(error: unknown, file?: string): string {
	const what = file ? `“${file}”` : 'The file'
	for (const { kind, says } of all()) if (error instanceof kind) return says(error, what)
	if (error instanceof DOMException && error.name in REFUSED)
		return REFUSED[error.name as keyof typeof REFUSED]
	// From a worker errors come without their kind, but with its name.
	if (error instanceof Error && SAYS_ITSELF.has(error.name))
		return `${error.message} Nothing was changed.`
	const detail = error instanceof Error ? error.message : String(error)
	return `Something went wrong: ${detail}. Your sheet is as it was.`
}

interface Told<E extends Error> {
	readonly kind: abstract new (...given: never[]) => E
	says(error: E, what: string): string
}

const told = <E extends Error>(kind: Told<E>['kind'], says: Told<E>['says']): Told<E> => ({
	kind,
	says,
})

const notTakenOver = ({ message }: Error, what: string) =>
	`${what} could not be taken over. ${message} Nothing was changed.`

/** What is said of each kind of problem. */
const all = (): readonly Told<Error>[] => [
	told(PictureRefused, ({ why }, what) => `${what} ${pictureMessage(why)} Nothing was changed.`),
	told(CornersRefused, ({ message }) => `${message} Nothing was changed.`),
	told(NoArchive, (_, what) => `${what} holds no sheets of Skiagram. Nothing was changed.`),
	told(SvgSyntaxError, notTakenOver),
	told(PathSyntaxError, notTakenOver),
	told(
		SheetTorn,
		(_, what) =>
			`${what} is torn: it ends in the middle of its sheet. Fetch it again from where it came. Nothing was changed.`,
	),
	told(
		NothingToTake,
		(error, what) =>
			`${what} holds no paths or shapes that could become pieces.${holds(error)} Nothing was changed.`,
	),
	told(
		SheetUnsound,
		(_, what) => `${what} holds numbers that no sheet can keep. Nothing was changed.`,
	),
	told(
		PhotoMissing,
		(_, what) =>
			`The photo ${what} is no longer kept in this browser, so it cannot be shown. The pieces are as they were. Bring the picture in again and it can take its place.`,
	),
	told(
		NoSheet,
		(_, what) => `${what} holds no sheet of Skiagram that could be read. Nothing was changed.`,
	),
	told(
		StorageFull,
		() =>
			'This browser’s storage for Skiagram is full. What is on screen is kept as long as this tab is open: export it now, then delete sheets that you no longer need.',
	),
	told(
		StorageRefused,
		() =>
			'This browser does not let Skiagram store anything, perhaps because the window is private. No sheet can be begun until it does: allow storage for this site, or use an ordinary window.',
	),
	told(
		PartMissing,
		() =>
			'A part of Skiagram did not arrive: perhaps the server does not answer. The rest goes on without it.',
	),
	told(JobFailed, ({ what, failure }) => `${what} ${FAILED[failure]}`),
	told(
		SheetBusy,
		() =>
			'This sheet is being worked on in another tab. Close it there, or change it there. Nothing was changed.',
	),
	told(
		PictureNotDrawn,
		({ width, height }) =>
			`A picture of ${width} × ${height} px could not be drawn; up to ${MAX_PICTURE_PX} px a side can. Nothing was changed: choose a smaller width.`,
	),
	told(KindNotWritten, ({ type }) => {
		const kind = KINDS.get(type) ?? type
		return `This browser cannot write ${kind} pictures. Nothing was written: save as PNG, which keeps everything, or use another browser for ${kind}.`
	}),
	told(CannotCut, ({ problem }) => CUT_MESSAGES[problem]),
	told(CannotJoin, ({ problem }) => JOIN_MESSAGES[problem]),
]

/** What the browser says no to, by its exceptions' names; files are written whole or not at all. */
const REFUSED = {
	NotAllowedError:
		'The browser did not allow it. Nothing was written, and your sheet is as it was. Allow it when it asks, or choose another folder, and try again.',
	SecurityError:
		'The browser did not allow it. Nothing was written, and your sheet is as it was. Allow it when it asks, or choose another folder, and try again.',
	QuotaExceededError:
		'There is no room left where it was to be written. Nothing was written, and your sheet is as it was. Make room, or choose another place, and try again.',
	NoModificationAllowedError:
		'Another program holds that file. Nothing was written, and your sheet is as it was. Close it there, or choose another name, and try again.',
} as const

function holds({ skipped }: NothingToTake): string {
	return skipped.length > 0 ? ` What it holds cannot be taken over: ${saysLeftOut(skipped)}.` : ''
}

const FAILED: Readonly<Record<Failure, string>> = {
	'not-loaded':
		'could not be started: a part of Skiagram did not load. Your sheet is as it was. Try again; if that does not help, reload the page.',
	died: 'came to a sudden end, perhaps for want of memory. Your sheet is as it was. Try again; close other tabs if that does not help.',
	stalled:
		'no longer answered and was stopped. Your sheet is as it was. Try again with less at a time.',
}

const KINDS: ReadonlyMap<string, string> = new Map([
	['image/webp', 'WebP'],
	['image/jpeg', 'JPEG'],
])

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
