import type { Sheet } from '../path/model'
import type { CarriedPhoto } from './svg/sheetFile'

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

/** What a drawing is made that goes out as pixels. */
export interface PixelKind {
	readonly type: 'image/png' | 'image/jpeg' | 'image/webp'
	/** What one sees through is filled with white. */
	readonly opaque: boolean
	/** Widths of a set of square pictures, px; one picture of the page where absent. */
	readonly sizes?: readonly number[]
}

interface Described {
	readonly id: string
	readonly name: string
	/** With its dot. */
	readonly extension: string
	/** What its files are told from the artwork's own by, after the sheet's name. */
	readonly suffix?: string
	readonly mimeType: string
	/** One line on what is in the file. */
	readonly says: string
	readonly options: readonly FormatOption[]
	/** It goes out on a page of its own, whatever page is asked for. */
	readonly ownPage?: boolean
	/** Why a sheet does not go out as it; nothing where it does. */
	refuses?(sheet: Sheet, settings: FormatSettings): string | null
	/** What it looks like where that is not the page itself: an SVG. */
	look?(sheet: Sheet, settings: FormatSettings): Promise<string>
}

/** Artwork as text. */
export interface TextFormat extends Described {
	readonly kind: 'text'
	/** It is of use on the clipboard. */
	readonly copied?: boolean
	write(sheet: Sheet, settings: FormatSettings): Promise<string>
}

/** Artwork as bytes. */
export interface BytesFormat extends Described {
	readonly kind: 'bytes'
	write(sheet: Sheet, settings: FormatSettings): Promise<Uint8Array<ArrayBuffer>>
}

/** Artwork as one picture or several, drawn from the SVG of it: they look the same. */
export interface PictureFormat extends Described {
	readonly kind: 'picture'
	readonly pixels: PixelKind
}

/** The whole sheet, with its photos where these are wished for. */
export interface SheetFormat extends Described {
	readonly kind: 'sheet'
	write(sheet: Sheet, photos: readonly CarriedPhoto[]): Promise<string>
}

/** A kind of file that artwork goes out as. */
export type Format = TextFormat | BytesFormat | PictureFormat | SheetFormat

/** A format's settings as they are at first. */
export function startingSettings({ options }: Format): FormatSettings {
	return Object.fromEntries(options.map(({ id, start }) => [id, start]))
}

/** What lies behind a picture by its settings. */
export function groundOf({ ground = 0 }: FormatSettings): 'sheet' | 'nothing' | 'white' {
	return (['sheet', 'nothing', 'white'] as const)[ground] ?? 'sheet'
}
