import { extname } from 'node:path'
import sharp from 'sharp'
import { cutPlan, FIRST_CUT, FIRST_SEEN, saysRefusal, WORKSHOP_BED } from '../src/core/cutting'
import {
	dpiOf,
	FORMATS,
	type Format,
	formatSvg,
	mmPerPx,
	outgoing,
	type PictureFormat,
	type Sheet,
	withResolution,
} from '../src/core/index'
import { UsageError } from './usage'

const SHARP = { 'image/png': 'png', 'image/jpeg': 'jpeg', 'image/webp': 'webp' } as const

/** How a drawing is written. */
export interface OutWish {
	/** Decimals of a px, of SVG. */
	readonly digits: number
	/** How far arcs may leave curves, mm; exact splines where absent. */
	readonly tolerance?: number
	/** How wide it is to be: mm, or px of a picture. */
	readonly size?: { readonly mm: number } | { readonly px: number }
}

/** Endings by which a file is called that has another ending here. */
const ALSO: Readonly<Record<string, string>> = { '.jpeg': '.jpg' }
const PROGRAM = '.nc'

/** What a file is written as, by its ending: single drawings and pictures; of two alike, the first. */
function formatBy(extension: string): Format | undefined {
	const own = ALSO[extension] ?? extension
	return FORMATS.find(
		(one) => one.extension === own && !(one.kind === 'picture' && one.pixels.sizes),
	)
}

/** The endings of files that drawings can be written to. */
export const OUT_EXTENSIONS: readonly string[] = [
	...new Set([...FORMATS.map(({ extension }) => extension), PROGRAM, ...Object.keys(ALSO)]),
].filter((extension) => extension === PROGRAM || formatBy(extension))

/** Why nothing is written to a file by its ending. */
export const saysEndings = (extension: string): string =>
	`Files end in ${OUT_EXTENSIONS.join(', ')}, not in “${extension}”.`

/** A sheet as the contents of a file, by the file's ending; SVG where it has none. */
export async function contentFor(
	path: string,
	sheet: Sheet,
	wish: OutWish,
): Promise<string | Uint8Array> {
	// What has no ending, such as a device, takes a drawing as it came.
	const extension = extname(path).toLowerCase() || '.svg'
	const page = pageOf(sheet, wish)
	if (extension === PROGRAM) return programOf(page, wish)
	const format = formatBy(extension)
	if (!format) throw new UsageError(saysEndings(extension))
	if (format.kind === 'picture') return pictureOf(page, format, wish)
	if (format.kind === 'sheet') return format.write(page, [])
	return format.write(page, { digits: wish.digits, curves: wish.tolerance ?? 0 })
}

function pageOf(sheet: Sheet, { size }: OutWish): Sheet {
	const widthMm = size && 'mm' in size ? { widthMm: size.mm } : {}
	return outgoing(sheet, { page: 'sheet', strokes: 'scale', ...widthMm }) ?? sheet
}

async function pictureOf(
	page: Sheet,
	{ pixels: { type, opaque } }: PictureFormat,
	{ size }: OutWish,
): Promise<Uint8Array> {
	const width = Math.round(size && 'px' in size ? size.px : page.width)
	const height = Math.max(1, Math.round((width * page.height) / page.width))
	assertDrawable(width, height, SHARP[type])
	const svg = formatSvg(page).replace(
		/(<svg[^>]*?) width="[^"]*" height="[^"]*"/,
		`$1 width="${width}px" height="${height}px"`,
	)
	const drawn = sharp(Buffer.from(svg))
	const made = await (opaque ? drawn.flatten({ background: '#ffffff' }) : drawn)
		.toFormat(SHARP[type])
		.toBuffer()
	const dpi = dpiOf(page, page, width)
	return dpi === undefined ? made : withResolution(new Uint8Array(made), dpi)
}

/** The longest side of a picture, px: what draws it goes so far, and WebP no further than this. */
const LONGEST = 32_767
const LONGEST_WEBP = 16_383
/** The largest picture that is drawn, px. */
const LARGEST = 250e6

function assertDrawable(width: number, height: number, type: 'png' | 'jpeg' | 'webp'): void {
	const longest = type === 'webp' ? LONGEST_WEBP : LONGEST
	const why =
		Math.max(width, height) > longest
			? `a side of it has at most ${longest} px`
			: width * height > LARGEST && `it has at most ${LARGEST / 1e6} megapixels`
	if (why)
		throw new Error(`A picture of ${width} × ${height} px cannot be made: ${why}. Say --size.`)
}

/** The program that cuts out what is seen of a sheet on the workshop's table. @throws where it cannot be cut, with why */
function programOf(page: Sheet, { tolerance = FIRST_CUT.tolerance }: OutWish): string {
	const { program, left, refusals } = cutPlan({
		name: page.name,
		pieces: page.pieces,
		...(page.groups && { groups: page.groups }),
		mmPerPx: mmPerPx(page),
		seen: FIRST_SEEN,
		bed: WORKSHOP_BED,
		settings: { ...FIRST_CUT, tolerance },
		nesting: { copies: 1, gap: 0, turns: true },
	})
	const [refused] = refusals
	if (refused) throw new Error(saysRefusal(refused))
	if (left > 0) throw new Error(`${left} of its parts find no room on the bed.`)
	return program
}

/** A width as it is said: `120mm`, `12cm`, `5in`, `800px`. @throws {UsageError} */
export function sizeSaid(said: string | undefined): OutWish['size'] {
	if (said === undefined) return undefined
	const [, number = '', unit = ''] = /^(\d*\.?\d+)(mm|cm|in|px)$/.exec(said) ?? []
	const value = Number(number)
	if (!(value > 0))
		throw new UsageError(`A size is a width with its unit, such as 120mm or 800px, not “${said}”.`)
	return unit === 'px' ? { px: value } : { mm: value * { mm: 1, cm: 10, in: 25.4 }[unit as 'mm'] }
}
