import type { Lettering, ShapedLetter } from '../path/lettering'

/** A letter in its line; px at the lettering's size, y up from the baseline. */
export interface PlacedLetter {
	readonly letter: ShapedLetter
	/** Where it begins, … */
	readonly x: number
	/** … and the room it takes, what is put between letters not counted. */
	readonly width: number
}

/** A line of letters, from x = 0 on. */
export interface PlacedLine {
	readonly letters: readonly PlacedLetter[]
	/** px */
	readonly width: number
}

/** The lines of a lettering from left to right, not yet lined up; px at its size. */
export function placedLines({ shaped, size, spacing }: Lettering): PlacedLine[] {
	const px = size / shaped.em
	return shaped.lines.map(({ letters }) => {
		let x = 0
		const placed = letters.map((letter, k): PlacedLetter => {
			const at = x
			const width = letter.advance * px
			// Marks go with the letter that bears them.
			const parts = k < letters.length - 1 && letter.advance > 0
			x += width + (parts ? spacing * size : 0)
			return { letter, x: at, width }
		})
		return { letters: placed, width: x }
	})
}

/** How many gaps between its letters a line has. */
export function gapsOf({ letters }: PlacedLine): number {
	return Math.max(0, letters.filter(({ width }) => width > 0).length - 1)
}

/** The line with more room between its letters. */
export function spread(line: PlacedLine, more: number): PlacedLine {
	let gone = 0
	const letters = line.letters.map((one) => {
		const moved = { ...one, x: one.x + gone }
		if (one.width > 0) gone += more
		return moved
	})
	return { letters, width: line.width + gapsOf(line) * more }
}

/** How far along a way of a length words are put: `start` counts from its beginning, its middle or, backwards, its end. */
export function putAt(align: Lettering['align'], start: number, length: number): number {
	return LINED_UP[align] * length + (align === 'right' ? -start : start)
}

/** How far to the left of where it is put a line begins, as a share of its width. */
export const LINED_UP: Readonly<Record<Lettering['align'], number>> = {
	left: 0,
	middle: 0.5,
	right: 1,
}
