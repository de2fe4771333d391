import { newGuide } from './guides'
import { LETTER_LINES, type Letterform, type LetterLine, type Sheet } from './model'

/** Where the lines of letters are, px from the top, as far as they are laid. */
export type LinesLaid = Readonly<Partial<Record<LetterLine, number>>>

export function letterLinesOf({ guides }: Pick<Sheet, 'guides'>): LinesLaid {
	return Object.fromEntries(guides.flatMap(({ line, at }) => (line ? [[line, at]] : [])))
}

/** Lays lines of letters, moves those that are there, and takes those away that are given as `null`. */
export function setLetterLines(
	sheet: Sheet,
	lines: Readonly<Partial<Record<LetterLine, number | null>>>,
): Sheet {
	let { guides } = sheet
	for (const line of LETTER_LINES) {
		const at = lines[line]
		const there = guides.find((guide) => guide.line === line)
		if (at === undefined || there?.at === at) continue
		if (at !== null && there)
			guides = guides.map((guide) => (guide === there ? { ...guide, at } : guide))
		else if (at !== null) guides = [...guides, { ...newGuide('y', at), line }]
		else guides = guides.filter((guide) => guide !== there)
	}
	return guides.length === sheet.guides.length && guides.every((one, k) => one === sheet.guides[k])
		? sheet
		: { ...sheet, guides }
}

/** Changes what letters have in common; what is given as `null` is no longer said. */
export function setLetterform(
	sheet: Sheet,
	change: { readonly [K in keyof Letterform]?: number | null | undefined },
): Sheet {
	const { letterform: before, ...rest } = sheet
	const all = { ...before, ...change }
	const said = Object.entries(all).filter(([, v]) => typeof v === 'number' && Number.isFinite(v))
	if (said.length === 0) return before ? rest : sheet
	return { ...rest, letterform: Object.fromEntries(said) as Letterform }
}

/** Lengths of letters on a sheet whose px became finer. */
export function grownLetterform(letterform: Letterform, factor: number): Letterform {
	const { overshoot, stem } = letterform
	return {
		...letterform,
		...(overshoot !== undefined && { overshoot: overshoot * factor }),
		...(stem !== undefined && { stem: stem * factor }),
	}
}

/** How high letters are, px: from the baseline to the highest line but the ascender; `null` where they have no lines. */
export function letterHeight(lines: LinesLaid): number | null {
	const { baseline } = lines
	if (baseline === undefined) return null
	const top = lines['cap height'] ?? lines['x-height'] ?? lines.ascender
	return top !== undefined && top < baseline ? baseline - top : null
}
