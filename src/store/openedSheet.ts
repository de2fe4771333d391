import type { Sheet } from '@/core'
import type { History } from './history'
import type { Recalled } from './steps'

/** Another tab wrote this sheet since it was read here: what it wrote is not written over. */
export class WrittenElsewhere extends Error {
	constructor() {
		super('Another tab wrote this sheet meanwhile.')
		this.name = 'WrittenElsewhere'
	}
}

/** A stored sheet that one tab works on; it knows which revision of it is stored. */
export interface OpenedSheet {
	/** The sheet to work on: as it is stored, with what was noted ahead of it. */
	readonly sheet: Sheet
	/** How the desk was left. */
	readonly desk: unknown
	/** The sheet as it was last read or written. */
	stored(): Sheet
	/**
	 * Writes the sheet with its steps, provided that the stored one is still the one last read or written here.
	 * @throws {WrittenElsewhere} {StorageFull} {StorageRefused} the stored one stays as it is
	 */
	write(sheet: Sheet, o?: { readonly desk?: unknown; readonly history?: History }): Promise<void>
	/** What undo and redo had when the sheet was last written. */
	recalled(): Promise<Recalled>
	/** Notes the sheet ahead of the database; at once. @returns whether that was possible */
	note(sheet: Sheet): boolean
	dropNote(): void
}
