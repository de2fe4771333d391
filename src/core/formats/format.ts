import type { Sheet } from '../path/model'

/** A setting of a format: one of a few values. */
export interface FormatOption {
	readonly id: string
	readonly name: string
	readonly choices: readonly { readonly value: number; readonly says: string }[]
	/** The value at first. */
	readonly start: number
}

/** Settings by the options' ids. */
export type FormatSettings = Readonly<Record<string, number>>

/** A kind of file that artwork goes out as. */
export interface Format {
	readonly id: string
	readonly name: string
	/** With its dot. */
	readonly extension: string
	readonly mimeType: string
	/** One line on what is in the file. */
	readonly says: string
	readonly options: readonly FormatOption[]
	/** The file's contents, in parts. */
	write(sheet: Sheet, settings: FormatSettings): readonly (string | Uint8Array<ArrayBuffer>)[]
}

/** A format's settings as they are at first. */
export function startingSettings({ options }: Format): FormatSettings {
	return Object.fromEntries(options.map(({ id, start }) => [id, start]))
}
