import { Blob, Face, Font, MetricsTag, Variation } from 'harfbuzzjs'
import decompress from 'woff2-encoder/decompress'

/** A file that is no font that can be read. */
export class NotAFont extends Error {
	constructor(readonly problem: string) {
		super(problem)
		this.name = 'NotAFont'
	}
}

/** What a font's maker lets one do with its file, as its `OS/2` table says it (OpenType 1.9, fsType). */
export type Licence = 'installable' | 'editable' | 'preview' | 'restricted'

/** What is said of a font. */
export interface FontSays {
	readonly family: string
	readonly style: string
	readonly licence: Licence
	/** The licence in its maker's words; empty where none are given. */
	readonly licenceText: string
	/** The weights between which it varies. */
	readonly weights?: readonly [least: number, most: number]
}

/** A font that text can be set in: one file, or several that each have some of its characters. */
export interface OpenFont {
	readonly fonts: readonly Font[]
	readonly em: number
	readonly ascent: number
	readonly descent: number
	readonly capHeight: number
	readonly xHeight: number
	readonly slant: number
	readonly says: FontSays
}

const WOFF2 = 0x774f4632
const WOFF = 0x774f4646
const SFNT = new Set([0x00010000, 0x4f54544f, 0x74727565, 0x74746366])

/**
 * Opens a font.
 * @param files OpenType, TrueType or WOFF2, the one that counts for its measures first
 * @param weight of a font whose weight varies
 * @throws {NotAFont} naming what is wrong
 */
export async function openFont(files: readonly Uint8Array[], weight?: number): Promise<OpenFont> {
	const fonts: Font[] = []
	for (const file of files) fonts.push(new Font(new Face(new Blob(await unpacked(file)))))
	const [first] = fonts
	if (!first) throw new NotAFont('The font has no file.')
	const { face } = first
	if (!(face.upem >= 16 && face.upem <= 16384) || !face.referenceTable('cmap'))
		throw new NotAFont('The font is damaged: it says nothing of its characters.')
	if (!['glyf', 'CFF ', 'CFF2'].some((table) => face.referenceTable(table)?.length))
		throw new NotAFont('The font holds no outlines, only pictures of its letters.')
	const weights = weightsOf(face)
	if (weight !== undefined && weights)
		for (const font of fonts) font.setVariations([new Variation('wght', weight)])
	const { ascender, descender } = first.hExtents()
	return {
		fonts,
		em: face.upem,
		ascent: ascender,
		descent: descender,
		capHeight: heightOf(first, MetricsTag.CAP_HEIGHT, 'H') ?? 0.7 * face.upem,
		xHeight: heightOf(first, MetricsTag.X_HEIGHT, 'x') ?? 0.5 * face.upem,
		slant: slantOf(face),
		says: saysOf(face, weights),
	}
}

async function unpacked(file: Uint8Array): Promise<Uint8Array> {
	if (file.length < 12) throw new NotAFont('The file is too short to be a font.')
	const kind = new DataView(file.buffer, file.byteOffset).getUint32(0)
	if (kind === WOFF)
		throw new NotAFont('The font is packed as WOFF. Use its WOFF2, TrueType or OpenType file.')
	if (kind !== WOFF2 && !SFNT.has(kind))
		throw new NotAFont('The file is no OpenType, TrueType or WOFF2 font.')
	if (kind !== WOFF2) return file
	return decompress(file).catch(() => {
		throw new NotAFont('The font is torn: it cannot be unpacked.')
	})
}

/** How high a letter stands: as it is drawn, for fonts say it wrongly; as the font says it where it lacks that letter. */
function heightOf(font: Font, tag: number, letter: string): number | undefined {
	const glyph = font.nominalGlyph(letter.codePointAt(0) ?? 0)
	const drawn = glyph ? font.glyphExtents(glyph)?.yBearing : undefined
	const height = drawn || font.getMetricPosition(tag)
	return height && height > 0 ? height : undefined
}

function weightsOf(face: Face): readonly [number, number] | undefined {
	const axis = face.getAxisInfos().wght
	return axis && [axis.min, axis.max]
}

/** From the `post` table: its angle counts from upright, to the left. */
function slantOf(face: Face): number {
	const post = face.referenceTable('post')
	if (!post || post.length < 8) return 0
	const angle = new DataView(post.buffer, post.byteOffset).getInt32(4) / 65536
	return angle !== 0 && Math.abs(angle) < 45 ? Math.tan((-angle * Math.PI) / 180) : 0
}

/** Bits of fsType, from what forbids most. */
const LICENCES = [
	[0x0002, 'restricted'],
	[0x0004, 'preview'],
	[0x0008, 'editable'],
] as const

function saysOf(face: Face, weights: FontSays['weights']): FontSays {
	const os2 = face.referenceTable('OS/2')
	const bits = os2 && os2.length >= 10 ? new DataView(os2.buffer, os2.byteOffset).getUint16(8) : 0
	const name = (id: number) => face.getName(id, 'en').trim()
	return {
		family: name(16) || name(1) || 'Without a name',
		style: name(17) || name(2) || 'Regular',
		licence: LICENCES.find(([bit]) => bits & bit)?.[1] ?? 'installable',
		licenceText: name(13),
		...(weights && { weights }),
	}
}
