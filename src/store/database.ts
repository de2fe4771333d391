import Dexie, { type Table } from 'dexie'
import type { Affine, Box, FillRule, Gradient, Sheet } from '@/core'

/** What the home page shows of a sheet without reading all of it. */
export interface SheetSummary {
	readonly id: string
	readonly name: string
	readonly editedAt: number
	readonly width: number
	readonly height: number
	/** Those that show. */
	readonly pieces: number
	/** Those that are hidden, where there are any. */
	readonly hidden?: number
	readonly nodes: number
	/** The photo under the first look, if there is one. */
	readonly photo: string | null
	/** How that photo lies; absent in what was stored before photos could be moved. */
	readonly lies?: { readonly place: Affine; readonly width: number; readonly height: number }
	readonly artwork: readonly {
		readonly d: string
		readonly rule: FillRule
		readonly colour: string
		/** What it is filled with instead of its colour, sheet px; absent in what was stored before. */
		readonly gradient?: Gradient
		/** The stroke's colour and its width, px, where there is one. */
		readonly line?: string
		readonly width?: number
		readonly opacity?: number
	}[]
}

/**
 * A sheet as JSON text, unchecked until it has passed its schema. Text, because storing it takes a
 * twentieth of the time that the tree of objects takes.
 */
export interface StoredDocument {
	readonly id: string
	readonly json: string
	/** How the desk was left, in what was stored before desks had rows of their own. */
	readonly desk?: unknown
	/** Another with each write; absent in what was stored before there were any. */
	readonly revision?: string
}

/** How the desk of a sheet was left: stored by itself, since it changes with every look around. */
export interface StoredDesk {
	readonly id: string
	readonly desk: unknown
}

export interface StoredPhoto {
	readonly id: string
	readonly blob: Blob
	/** A small copy for cards. */
	readonly thumbnail: Blob | null
	/** When a sweep first found it held by no sheet. */
	readonly straySince?: number
}

/** One step between two states of a sheet, each by its number: how to go back and forth, as JSON of patches. */
export interface StoredStep {
	readonly sheet: string
	/** The number of the state before it. */
	readonly n: number
	readonly label: string
	readonly back: string
	readonly forth: string
	/** Ids of photos that it brings or takes. */
	readonly photos: readonly string[]
}

/** Which state of a sheet is stored, and the revision of the document that it is. */
export interface StoredHistory {
	readonly id: string
	readonly revision: string
	readonly at: number
}

/** A kept state of a sheet, without its text. */
export interface StoredVersion {
	readonly id: string
	readonly sheet: string
	/** When it was how the sheet stood. */
	readonly at: number
	readonly name?: string
	/** The step before which it was kept. */
	readonly before?: string
	/** The revision of the document that it was. */
	readonly revision?: string
	readonly summary: SheetSummary
	/** Characters of its text. */
	readonly length: number
	/** Ids of the photos that it lays under its pieces. */
	readonly photos: readonly string[]
}

/** The text of a kept state. */
export interface StoredVersionText {
	readonly id: string
	readonly json: string
}

/** Sheets that came in together: worked through one after the other, and sent out together. */
export interface Collection {
	readonly id: string
	readonly name: string
	/** When they came. */
	readonly at: number
	/** Ids, in the order in which they came. */
	readonly sheets: readonly string[]
	/** Sheets in whose boxes something is yet to be lifted. */
	readonly boxes?: readonly SheetBox[]
	/** Sheets on which something was lifted that nobody judged yet, ids. */
	readonly toJudge?: readonly string[]
}

/** A box that was drawn round the one thing on a sheet's photo. */
export interface SheetBox {
	/** The sheet's id. */
	readonly sheet: string
	/** px of its photo */
	readonly box: Box
}

/** The file that a sheet was last saved to or opened from. */
export interface StoredPlace {
	/** The sheet's id. */
	readonly id: string
	readonly place: FileSystemFileHandle
}

/** A sheet put into words, and what its card shows of it. */
export type InWords = (
	sheet: Sheet,
) => Promise<{ readonly json: string; readonly summary: SheetSummary }>

/** A font that somebody brought, kept in the browser alone. */
export interface StoredFont {
	/** The sum of its bytes (SHA-256), in hexadecimals. */
	readonly id: string
	readonly family: string
	readonly style: string
	readonly licence: 'installable' | 'editable' | 'preview' | 'restricted'
	/** Its licence in its maker's words; empty where none are given. */
	readonly licenceText: string
	readonly weights?: readonly [least: number, most: number]
	readonly file: Blob
}

/** How a drill went once. */
export interface StoredGrade {
	readonly key?: number
	readonly drill: string
	/** ms since 1970 */
	readonly at: number
	readonly done: boolean
	/** 0 to 1 */
	readonly share: number
	readonly nodes: number
	/** Nodes of its answer. */
	readonly best: number
	/** px of the drill */
	readonly deviation: number
	/** What it took, where that was counted: steps, and s. */
	readonly actions?: number
	readonly seconds?: number
}

/** A document that did not pass its schema: kept as it was found. */
export interface SetAside {
	readonly key?: number
	readonly id: string
	readonly at: number
	readonly document: unknown
	readonly problem: string
}

/** A deleted sheet, kept for a while as it was. */
export interface Binned {
	readonly id: string
	/** When it was deleted. */
	readonly at: number
	readonly summary: SheetSummary
	readonly document: StoredDocument
}

export class SkiagramDatabase extends Dexie {
	readonly sheets!: Table<SheetSummary, string>
	readonly documents!: Table<StoredDocument, string>
	readonly photos!: Table<StoredPhoto, string>
	readonly setAside!: Table<SetAside, number>
	readonly bin!: Table<Binned, string>
	readonly desks!: Table<StoredDesk, string>
	readonly steps!: Table<StoredStep, [sheet: string, n: number]>
	readonly histories!: Table<StoredHistory, string>
	readonly versions!: Table<StoredVersion, string>
	readonly versionTexts!: Table<StoredVersionText, string>
	readonly collections!: Table<Collection, string>
	readonly places!: Table<StoredPlace, string>
	readonly fonts!: Table<StoredFont, string>
	readonly practice!: Table<StoredGrade, number>

	constructor(name = 'skiagram') {
		super(name)
		this.version(1).stores({
			sheets: 'id, editedAt',
			documents: 'id',
			photos: 'id',
			setAside: '++key, id',
		})
		this.version(2).stores({ bin: 'id, at' })
		this.version(3).stores({ desks: 'id' })
		this.version(4).stores({
			steps: '[sheet+n], sheet, *photos',
			histories: 'id',
			versions: 'id, sheet, [sheet+at], *photos',
			versionTexts: 'id',
			collections: 'id, *sheets',
		})
		this.version(5).stores({ places: 'id' })
		this.version(6).stores({ fonts: 'id, family' })
		this.version(7).stores({ practice: '++key, drill, at' })
	}
}

/** The browser's storage is full: the last change is not saved yet. */
export class StorageFull extends Error {
	constructor() {
		super('The browser’s storage for this site is full.')
		this.name = 'StorageFull'
	}
}

/** The browser keeps nothing for this site: a private window, or storage switched off. */
export class StorageRefused extends Error {
	constructor() {
		super('The browser does not let this site store anything.')
		this.name = 'StorageRefused'
	}
}

/** Runs a storage operation; what the database throws comes out as one of the two errors above. */
export async function stored<T>(work: () => Promise<T>): Promise<T> {
	try {
		return await work()
	} catch (error) {
		throw storageError(error)
	}
}

/** The same actions, each of which says what the database throws in those errors. */
export function storedActs<A extends Record<keyof A, Act>>(acts: A): A {
	const all = Object.entries<Act>(acts).map(([name, act]) => [
		name,
		(...args: never[]) => stored(() => act(...args)),
	])
	return Object.fromEntries(all)
}
type Act = (...args: never[]) => Promise<unknown>

function storageError(error: unknown): unknown {
	const names = new Set<string>()
	for (let e = error; e instanceof Error || e instanceof DOMException; e = innerOf(e))
		names.add(e.name)
	if (names.has('QuotaExceededError')) return new StorageFull()
	const refusals = [
		'OpenFailedError',
		'MissingAPIError',
		'InvalidStateError',
		'SecurityError',
		'UnknownError',
	]
	if (refusals.some((name) => names.has(name))) return new StorageRefused()
	return error
}

function innerOf(error: Error): unknown {
	return 'inner' in error ? error.inner : error.cause
}
