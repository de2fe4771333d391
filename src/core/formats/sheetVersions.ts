/**
 * How stored sheets have changed. Each carries the number of the version it was written by; those
 * from before they were counted are the first. What an older one lacks the schema fills in; what it
 * says otherwise is said anew here.
 */
export const SHEET_VERSION = 2

type Stored = Readonly<Record<string, unknown>>

/** From each version to the next, the first to the second first. */
const STEPS: readonly ((sheet: Stored) => Stored)[] = [
	// Groups, and how new pieces are painted, came to be: nothing that was there is said otherwise.
	(sheet) => sheet,
]

/**
 * A stored sheet as the newest version says it, its number taken off. One of a later version stays
 * as it is: what is known of it is read, the rest kept.
 */
export function upToDate(value: unknown): unknown {
	if (typeof value !== 'object' || value === null || Array.isArray(value)) return value
	const { version = 1, ...sheet } = value as Stored
	const from = typeof version === 'number' ? version : 1
	return STEPS.slice(Math.max(0, from - 1)).reduce((now, step) => step(now), sheet)
}

/** Whether a stored sheet was written by a version that is not known here yet. */
export function isLater(value: unknown): boolean {
	const version = typeof value === 'object' && value !== null ? Reflect.get(value, 'version') : 1
	return typeof version === 'number' && version > SHEET_VERSION
}

/** A file of ours that ends in the middle of what it says of its sheet. */
export class SheetTorn extends Error {
	constructor() {
		super('The file ends in the middle of its sheet.')
		this.name = 'SheetTorn'
	}
}
