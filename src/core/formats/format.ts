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

/** The contents of a file, in parts. */
export type Parts = readonly (string | Uint8Array<ArrayBuffer>)[]

/** What a drawing is made that goes out as pixels. */
export interface PixelKind {
	readonly type: 'image/png' | 'image/jpeg' | 'image/webp'
	/** What one sees through is filled with white. */
	readonly opaque: boolean
	/** Widths of a set of square pictures, px; one picture of the page where absent. */
	readonly sizes?: readonly number[]
}

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
	/** Of pictures: `write` gives the SVG that they are drawn from. */
	readonly pixels?: PixelKind
	/** The whole sheet goes out, with its photos. */
	readonly whole?: boolean
	/** Text that can also be laid on the clipboard. */
	readonly isText?: boolean
	/** The file's contents. */
	write(sheet: Sheet, settings: FormatSettings): Parts | Promise<Parts>
}

/** A format's settings as they are at first. */
export function startingSettings({ options }: Format): FormatSettings {
	return Object.fromEntries(options.map(({ id, start }) => [id, start]))
}
