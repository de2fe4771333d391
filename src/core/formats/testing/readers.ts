import { spawnSync } from 'node:child_process'
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import sharp, { type Sharp } from 'sharp'

/** What other people's programs make of our files, against which they are judged. */

export interface Seen {
	readonly width: number
	readonly height: number
	/** RGB on white, row-major. */
	readonly data: Uint8Array
}

/** A PDF's page as poppler draws it, so many px wide and high. */
export async function seenPdf(bytes: Uint8Array, width: number, height: number): Promise<Seen> {
	return drawnBy('pdf', bytes, (file, out) => [
		'pdftocairo',
		[
			'-png',
			'-singlefile',
			'-scale-to-x',
			String(width),
			'-scale-to-y',
			String(height),
			// It rounds pages up to whole points, and draws a column more.
			...['-x', '0', '-y', '0', '-W', String(width), '-H', String(height)],
			file,
			out.replace(/\.png$/, ''),
		],
	])
}

/** A PDF's page as Ghostscript draws it, so many px wide and high. */
export async function printedPdf(bytes: Uint8Array, width: number, height: number): Promise<Seen> {
	return drawnBy('pdf', bytes, (file, out) => [
		'gs',
		[
			'-q',
			'-dSAFER',
			'-dBATCH',
			'-dNOPAUSE',
			'-sDEVICE=png16m',
			'-dTextAlphaBits=4',
			'-dGraphicsAlphaBits=4',
			'-dPDFFitPage',
			`-g${width}x${height}`,
			`-sOutputFile=${out}`,
			file,
		],
	])
}

/** An EPS as Ghostscript draws it, cut to its bounding box, so many px to a point. */
export async function seenEps(text: string | Uint8Array, scale: number): Promise<Seen> {
	return drawnBy('eps', text, (file, out) => [
		'gs',
		[
			'-q',
			'-dSAFER',
			'-dBATCH',
			'-dNOPAUSE',
			'-dEPSCrop',
			'-dLanguageLevel=2',
			'-sDEVICE=png16m',
			'-dTextAlphaBits=4',
			'-dGraphicsAlphaBits=4',
			`-r${72 * scale}`,
			`-sOutputFile=${out}`,
			file,
		],
	])
}

/** An SVG as librsvg draws it, so many px wide. */
export async function seenSvg(svg: string, width: number, height: number): Promise<Seen> {
	const sized = svg.replace(
		/(<svg[^>]*?) width="[^"]*" height="[^"]*"/,
		`$1 width="${width}px" height="${height}px"`,
	)
	return read(sharp(Buffer.from(sized)))
}

async function drawnBy(
	extension: string,
	bytes: Uint8Array | string,
	command: (file: string, out: string) => readonly [string, readonly string[]],
): Promise<Seen> {
	const folder = mkdtempSync(join(tmpdir(), 'skiagram-'))
	try {
		const [file, out] = [join(folder, `in.${extension}`), join(folder, 'out.png')]
		writeFileSync(file, bytes)
		const [name, args] = command(file, out)
		const { status, stderr, error } = spawnSync(name, args, { encoding: 'utf8' })
		if (error || status !== 0) throw new Error(`${name} cannot read it: ${error ?? stderr}`)
		return await read(sharp(readFileSync(out)))
	} finally {
		rmSync(folder, { recursive: true })
	}
}

async function read(picture: Sharp): Promise<Seen> {
	const { data, info } = await picture
		.flatten({ background: '#ffffff' })
		.removeAlpha()
		.toColourspace('srgb')
		.raw()
		.toBuffer({ resolveWithObject: true })
	return { width: info.width, height: info.height, data }
}

/** The overlap of what is inked in two pictures of one size: intersection over union of ink. */
export function overlapOfInk(a: Seen, b: Seen): number {
	let both = 0
	let either = 0
	for (let i = 0; i < a.data.length; i += 3) {
		const [p, q] = [inkAt(a, i), inkAt(b, i)]
		both += Math.min(p, q)
		either += Math.max(p, q)
	}
	return either > 0 ? both / either : 1
}

function inkAt({ data }: Seen, i: number): number {
	return 1 - ((data[i] ?? 255) + (data[i + 1] ?? 255) + (data[i + 2] ?? 255)) / (3 * 255)
}

/** The share of pixels that differ by more than so many levels in any channel. */
export function shareOfDifferent(a: Seen, b: Seen, levels: number): number {
	let differ = 0
	for (let i = 0; i < a.data.length; i += 3)
		if ([0, 1, 2].some((c) => Math.abs((a.data[i + c] ?? 0) - (b.data[i + c] ?? 0)) > levels))
			differ++
	return (3 * differ) / a.data.length
}

/** The names of the plates of inks of their own that Ghostscript makes of a PDF's page, sorted. */
export function platesOf(bytes: Uint8Array): string[] {
	const folder = mkdtempSync(join(tmpdir(), 'plates-'))
	try {
		writeFileSync(join(folder, 'in.pdf'), bytes)
		const args = ['-q', '-dSAFER', '-dBATCH', '-dNOPAUSE', '-sDEVICE=tiffsep', '-r36']
		const made = spawnSync('gs', [
			...args,
			`-sOutputFile=${join(folder, 'out.tif')}`,
			join(folder, 'in.pdf'),
		])
		if (made.status !== 0) throw new Error(String(made.stderr))
		const names = readdirSync(folder).flatMap((file) => /\((.+)\)\.tif$/.exec(file)?.[1] ?? [])
		return names.filter((name) => !['Cyan', 'Magenta', 'Yellow', 'Black'].includes(name)).sort()
	} finally {
		rmSync(folder, { recursive: true })
	}
}
