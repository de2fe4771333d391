import type { Affine } from '../geometry/affine'

/** Words set as outlines: what a piece of lettering keeps beside its outlines, so that they can be set anew. */
export interface Lettering {
	readonly text: string
	readonly font: FontRef
	/** px to the em */
	readonly size: number
	/** Room between letters beyond what the font gives, em; ligatures are parted where it is not 0. */
	readonly spacing: number
	/** From one baseline to the next, em. */
	readonly leading: number
	/** Which end of its lines keeps its place. */
	readonly align: 'left' | 'middle' | 'right'
	readonly setting: Setting
	/** Strips that tie what lies in letters to what lies round them. */
	readonly bridges?: {
		/** px */
		readonly width: number
	}
	/** What the font makes of the text; letters are laid anew from it without the font. */
	readonly shaped: ShapedText
}

/** A font by its name: those that come with Skiagram by theirs, others by their bytes' sum. */
export interface FontRef {
	readonly id: string
	readonly family: string
	readonly style: string
	/** Of a font whose weight varies, 1 to 1000. */
	readonly weight?: number
}

/** An outline that letters go by. */
export interface HostRef {
	readonly piece: string
	readonly contour: string
}

/** Where words stand. */
export type Setting =
	/** By themselves: from px at their size, y down, the first baseline at 0, to the sheet. */
	| { readonly kind: 'free'; readonly place: Affine }
	/** Along an outline. */
	| ({
			readonly kind: 'along'
			/** The nodes between which they go; the whole outline where absent. */
			readonly between?: readonly [string, string]
			/** How far from the way's beginning (its middle, its end: see `align`) they begin, px. */
			readonly start: number
			/** How far above the outline, as the letters see it, their baseline lies, px. */
			readonly offset: number
			/** The other way along the outline: they stand on its other side. */
			readonly reversed: boolean
			/** They hang beneath the outline, their caps' height below it, read the same way. */
			readonly under: boolean
			/** Letters stay upright; else they turn with the outline. */
			readonly upright: boolean
			/** What becomes of what is left of the way: nothing, more room between letters, or wider letters. */
			readonly fit: 'none' | 'spread' | 'stretch'
	  } & HostRef)
	/** Bent between two outlines: the baseline lies on one, the caps' height on the other. */
	| {
			readonly kind: 'between'
			readonly top: HostRef
			readonly bottom: HostRef
	  }
	/** As large as lines fit into a closed outline. */
	| ({
			readonly kind: 'within'
			/** Room kept from its edge, em */
			readonly margin: number
	  } & HostRef)

/** What a font makes of a text; lengths in units of the font, y up. */
export interface ShapedText {
	/** Units to the em. */
	readonly em: number
	readonly ascent: number
	/** Below the baseline, and so below 0. */
	readonly descent: number
	readonly capHeight: number
	readonly xHeight: number
	/** How far its stems lean to the right for each unit of height. */
	readonly slant: number
	readonly lines: readonly ShapedLine[]
	/** Path data of every glyph in use, by its name in `lines`. */
	readonly glyphs: Readonly<Record<string, string>>
	/** What the font has no glyph for. */
	readonly missing: readonly string[]
}

export interface ShapedLine {
	/** Where the line begins in the text, and where it ends, before its line break; UTF-16 units. */
	readonly from: number
	readonly to: number
	/** From left to right, as one sees them. */
	readonly letters: readonly ShapedLetter[]
}

export interface ShapedLetter {
	readonly glyph: string
	readonly advance: number
	readonly dx: number
	readonly dy: number
	/** What of the text it stands for, UTF-16 units. */
	readonly from: number
	readonly to: number
	/** It is read from right to left. */
	readonly rtl: boolean
}
