import type { Format } from './format'
import { formatSvg } from './svg/writeSvg'

/** SVG: standard paths, groups and paints, on a page the size of the sheet. */
export const svgFormat: Format = {
	id: 'svg',
	name: 'SVG',
	extension: '.svg',
	mimeType: 'image/svg+xml',
	says: 'Each piece is one path with its openings and fill rule, on a page the size of the sheet. The photo is not included.',
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
	],
	write: (sheet, { digits = 3 }) => [formatSvg(sheet, { digits })],
}

/** The formats that artwork goes out in; the first is offered first. */
export const FORMATS: readonly Format[] = [svgFormat]
