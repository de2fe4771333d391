import type {
	BytesFormat,
	Format,
	FormatOption,
	FormatSettings,
	PictureFormat,
	TextFormat,
} from './format'
import { formatSvg } from './svg/writeSvg'
import { sheetFormat, svgFormat } from './svgFormats'
import { PAPERS, saysTooManyTiles, type TileOptions } from './tiles/papers'

const emSquare: TextFormat = {
	kind: 'text',
	id: 'em-square',
	name: 'SVG on an em square',
	extension: '.svg',
	mimeType: 'image/svg+xml',
	ownPage: true,
	says: 'Letters for a font: in units of its em, the baseline at four fifths of its height. It goes by the letter lines of the sheet.',
	options: [
		{
			id: 'units',
			name: 'Units to the em',
			start: 1000,
			choices: [
				{ value: 1000, says: '1000' },
				{ value: 2048, says: '2048' },
			],
		},
		{
			id: 'bearing',
			name: 'Room on either side',
			start: 0.05,
			choices: [
				{ value: 0, says: 'None' },
				{ value: 0.03, says: '3 % of the em' },
				{ value: 0.05, says: '5 % of the em' },
				{ value: 0.08, says: '8 % of the em' },
			],
		},
		{
			id: 'digits',
			name: 'Precision',
			start: 0,
			choices: [
				{ value: 0, says: 'Whole units' },
				{ value: 1, says: 'A tenth of a unit' },
				{ value: 3, says: 'As it was drawn' },
			],
		},
	],
	write: async (sheet, { units = 1000, bearing = 0.05, digits = 0 }) => {
		const { onEmSquare } = await import('../letterform/emSquare')
		return formatSvg(onEmSquare(sheet, { units, bearing }), { digits, units: 'px' })
	},
}

const pdf: BytesFormat = {
	kind: 'bytes',
	id: 'pdf',
	name: 'PDF',
	extension: '.pdf',
	mimeType: 'application/pdf',
	says: 'One page of vector shapes, as large as it really is: for print, and for programs that open PDF.',
	options: [
		{
			id: 'layers',
			name: 'Layers',
			start: 0,
			choices: [
				{ value: 0, says: 'None' },
				{ value: 1, says: 'Pieces and groups by name' },
			],
		},
		{
			id: 'bleed',
			name: 'Bleed',
			start: 0,
			choices: [
				{ value: 0, says: 'None' },
				{ value: 2, says: '2 mm' },
				{ value: 3, says: '3 mm' },
				{ value: 5, says: '5 mm' },
			],
		},
		{
			id: 'marks',
			name: 'Crop marks',
			start: 0,
			choices: [
				{ value: 0, says: 'None' },
				{ value: 1, says: 'At each corner' },
			],
		},
		{
			id: 'inks',
			name: 'Flat colours',
			start: 0,
			choices: [
				{ value: 0, says: 'Mixed, as on screen' },
				{ value: 1, says: 'Spot colours by name' },
			],
		},
	],
	write: async (sheet, { layers = 0, bleed = 0, marks = 0, inks = 0 }) =>
		(await import('./pdf/writePdf')).writePdf(sheet, {
			layers: layers === 1,
			bleed,
			marks: marks === 1,
			spots: inks === 1,
		}),
}

const PAPERS_OFFERED = ['a4', 'letter', 'a3'] as const

/** How a setting of the tiles is said. */
function tileOptions({ paper = 0, overlap = 10 }: FormatSettings): TileOptions {
	return { paper: PAPERS_OFFERED[paper] ?? 'a4', overlap, margin: TILE_MARGIN_MM }
}

/** What printers leave free at most, mm. */
const TILE_MARGIN_MM = 8

const tiles: BytesFormat = {
	kind: 'bytes',
	id: 'tiles',
	name: 'PDF, tiled',
	extension: '.pdf',
	suffix: '-pages',
	mimeType: 'application/pdf',
	says: 'What is larger than the printer’s paper, as large as it is: numbered pages to stick together, lying over each other, and a plan of them. Pages with nothing on them are left out.',
	options: [
		{
			id: 'paper',
			name: 'Paper',
			start: 0,
			choices: PAPERS_OFFERED.map((paper, value) => ({ value, says: PAPERS[paper].name })),
		},
		{
			id: 'overlap',
			name: 'Pages overlap',
			start: 10,
			choices: [
				{ value: 0, says: 'Edge to edge' },
				{ value: 5, says: '5 mm' },
				{ value: 10, says: '10 mm' },
				{ value: 20, says: '20 mm' },
			],
		},
	],
	refuses: (sheet, settings) => saysTooManyTiles(sheet, tileOptions(settings)),
	write: async (sheet, settings) =>
		(await import('./tiles/writeTiles')).writeTiles(sheet, tileOptions(settings)),
	look: async (sheet, settings) =>
		(await import('./tiles/planSvg')).planSvg(sheet, tileOptions(settings)),
}

const contactSays =
	'Every piece that shows in a picture of its own, with its name and how large it is: to choose by, and to check what was sent.'

const contactSvg: TextFormat = {
	kind: 'text',
	id: 'contact-svg',
	name: 'Contact sheet, SVG',
	extension: '.svg',
	suffix: '-contact',
	mimeType: 'image/svg+xml',
	ownPage: true,
	says: contactSays,
	options: [],
	write: async (sheet) => (await import('./contact/writeContact')).formatContactSvg(sheet),
	look: async (sheet) => (await import('./contact/writeContact')).firstContactSvg(sheet),
}

const contactPdf: BytesFormat = {
	kind: 'bytes',
	id: 'contact-pdf',
	name: 'Contact sheet, PDF',
	extension: '.pdf',
	suffix: '-contact',
	mimeType: 'application/pdf',
	ownPage: true,
	says: contactSays,
	options: [],
	write: async (sheet) => (await import('./contact/writeContact')).writeContactPdf(sheet),
	look: async (sheet) => (await import('./contact/writeContact')).firstContactSvg(sheet),
}

const eps: TextFormat = {
	kind: 'text',
	id: 'eps',
	name: 'EPS',
	extension: '.eps',
	mimeType: 'application/postscript',
	says: 'PostScript of level 2, for older machines: gradients become bands of colour, what is see-through is mixed with white.',
	options: [],
	write: async (sheet) => (await import('./eps/writeEps')).writeEps(sheet),
}

const dxf: TextFormat = {
	kind: 'text',
	id: 'dxf',
	name: 'DXF',
	extension: '.dxf',
	mimeType: 'image/vnd.dxf',
	says: 'Outlines in mm for cutters and engineers, openings before what is round them. Colours and lines’ widths are not in it.',
	options: [
		{
			id: 'curves',
			name: 'Curves',
			start: 0,
			choices: [
				{ value: 0, says: 'Splines, exact' },
				{ value: 0.01, says: 'Lines and arcs, within 0.01 mm' },
				{ value: 0.05, says: 'Lines and arcs, within 0.05 mm' },
				{ value: 0.2, says: 'Lines and arcs, within 0.2 mm' },
			],
		},
		{
			id: 'layers',
			name: 'A layer for each',
			start: 0,
			choices: [
				{ value: 0, says: 'piece' },
				{ value: 1, says: 'colour' },
			],
		},
	],
	write: async (sheet, { curves = 0, layers = 0 }) =>
		(await import('./dxf/writeDxf')).writeDxf(sheet, {
			curves: curves === 0 ? 'splines' : 'arcs',
			...(curves > 0 && { tolerance: curves }),
			layers: layers === 0 ? 'piece' : 'colour',
		}),
}

function picture(
	look: Pick<PictureFormat, 'id' | 'name' | 'extension' | 'says' | 'pixels'>,
	options: readonly FormatOption[] = [],
): PictureFormat {
	const mimeType = look.pixels.sizes ? 'application/zip' : look.pixels.type
	return { kind: 'picture', ...look, mimeType, options }
}

const QUALITY: FormatOption = {
	id: 'quality',
	name: 'Quality',
	start: 0.92,
	choices: [
		{ value: 0.75, says: 'Small file' },
		{ value: 0.92, says: 'Good' },
		{ value: 0.98, says: 'Best' },
	],
}

/** What lies behind where one could see through; the words of {@link groundOf}. */
const GROUND: FormatOption = {
	id: 'ground',
	name: 'Behind it',
	start: 0,
	choices: [
		{ value: 0, says: 'The sheet’s background, if any' },
		{ value: 1, says: 'Nothing, to see through' },
		{ value: 2, says: 'White' },
	],
}

/** The formats that artwork goes out in; the first is offered first. */
export const FORMATS: readonly Format[] = [
	svgFormat,
	sheetFormat,
	emSquare,
	pdf,
	tiles,
	contactSvg,
	contactPdf,
	eps,
	dxf,
	picture(
		{
			id: 'png',
			name: 'PNG',
			extension: '.png',
			says: 'A picture in pixels; one sees through where nothing is painted.',
			pixels: { type: 'image/png', opaque: false },
		},
		[GROUND],
	),
	picture(
		{
			id: 'jpeg',
			name: 'JPEG',
			extension: '.jpg',
			says: 'A picture in pixels on white, or on the sheet’s background: small, without sharp edges.',
			pixels: { type: 'image/jpeg', opaque: true },
		},
		[QUALITY],
	),
	picture(
		{
			id: 'webp',
			name: 'WebP',
			extension: '.webp',
			says: 'A picture in pixels for web pages; one sees through where nothing is painted.',
			pixels: { type: 'image/webp', opaque: false },
		},
		[GROUND, QUALITY],
	),
	picture({
		id: 'icons',
		name: 'Set of icons',
		extension: '.zip',
		says: 'Square PNGs from 16 to 512 px in one file, the artwork in their middle.',
		pixels: { type: 'image/png', opaque: false, sizes: [16, 24, 32, 48, 64, 128, 256, 512] },
	}),
]
