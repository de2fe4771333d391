import type { SheetFormat, TextFormat } from './format'
import { formatSvg } from './svg/writeSvg'

/** SVG: standard paths, groups and paints, on a page the size of the sheet. */
export const svgFormat: TextFormat = {
	kind: 'text',
	id: 'svg',
	name: 'SVG',
	extension: '.svg',
	mimeType: 'image/svg+xml',
	says: 'Each piece is one path with its openings and fill rule, in its groups. The photo is not included.',
	copied: true,
	options: [
		{
			id: 'digits',
			name: 'Precision',
			start: 3,
			choices: [
				{ value: 1, says: '0.1 px, smallest file' },
				{ value: 2, says: '0.01 px' },
				{ value: 3, says: '0.001 px, finest' },
			],
		},
		{
			id: 'paths',
			name: 'A path for each',
			start: 0,
			choices: [
				{ value: 0, says: 'piece' },
				{ value: 1, says: 'colour, where that looks the same' },
			],
		},
		{
			id: 'units',
			name: 'Size in',
			start: 0,
			choices: [
				{ value: 0, says: 'mm, where it was measured' },
				{ value: 1, says: 'px' },
			],
		},
		{
			id: 'letters',
			name: 'Letters',
			start: 0,
			choices: [
				{ value: 0, says: 'Outlines: the same everywhere' },
				{ value: 1, says: 'Text, where its font is there' },
			],
		},
		{
			id: 'layout',
			name: 'Layout',
			start: 0,
			choices: [
				{ value: 0, says: 'A line for each element' },
				{ value: 1, says: 'Without spaces and words, smallest' },
			],
		},
	],
	write: async (sheet, { digits = 3, layout = 0, paths = 0, units = 0, letters = 0 }) => {
		const artwork =
			paths === 1 ? (await import('../artwork/mergedByColour')).mergedByColour(sheet) : sheet
		const text = formatSvg(artwork, {
			digits,
			units: units === 1 ? 'px' : 'mm',
			words: layout === 0,
			...(letters === 1 && { textOf: (await import('./svg/textElement')).textElement }),
		})
		return layout === 1 ? text.replace(/>\s+</g, '><') : text
	},
}

/** The sheet with everything on it. */
export const sheetFormat: SheetFormat = {
	kind: 'sheet',
	id: 'sheet',
	name: 'SVG with everything',
	extension: '.svg',
	mimeType: 'image/svg+xml',
	says: 'The sheet itself: what other programs open as a drawing over its photo, and what opens here again with all that is on it.',
	options: [
		{
			id: 'photos',
			name: 'Photos',
			start: 1,
			choices: [
				{ value: 1, says: 'In the file' },
				{ value: 0, says: 'Left out' },
			],
		},
	],
	write: async (sheet, photos) => (await import('./svg/sheetFile')).formatSheetFile(sheet, photos),
}
