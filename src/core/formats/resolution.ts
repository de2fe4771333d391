import { MM_PER_INCH } from '../geometry/lengths'

/** How large a picture is on paper, written into its file: PNG `pHYs`, JPEG's JFIF header, WebP's Exif. */

/**
 * A picture's file that says how many px it has to the inch, whatever it said before; one of another kind as it is.
 * @param bytes of a PNG, JPEG or WebP
 */
export function withResolution(
	bytes: Uint8Array<ArrayBuffer>,
	dpi: number,
): Uint8Array<ArrayBuffer> {
	if (!(dpi > 0) || !Number.isFinite(dpi)) return bytes
	if (begins(bytes, 0, '\x89PNG')) return inPng(bytes, dpi)
	if (bytes[0] === 0xff && bytes[1] === 0xd8) return inJpeg(bytes, dpi)
	return begins(bytes, 0, 'RIFF') && begins(bytes, 8, 'WEBP') ? inWebp(bytes, dpi) : bytes
}

function begins(bytes: Uint8Array, at: number, text: string): boolean {
	return [...text].every((c, k) => bytes[at + k] === c.charCodeAt(0))
}

const ascii = (text: string) => Uint8Array.from(text, (c) => c.charCodeAt(0))

function joined(...parts: readonly Uint8Array[]): Uint8Array<ArrayBuffer> {
	const all = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0))
	let at = 0
	for (const part of parts) {
		all.set(part, at)
		at += part.length
	}
	return all
}

/** Numbers one after the other. @param sizes bytes of each, 1, 2 or 4 */
function packed(
	values: readonly (readonly [value: number, size: 1 | 2 | 4])[],
	little = false,
): Uint8Array<ArrayBuffer> {
	const bytes = new Uint8Array(values.reduce((sum, [, size]) => sum + size, 0))
	const view = new DataView(bytes.buffer)
	let at = 0
	for (const [value, size] of values) {
		if (size === 1) view.setUint8(at, value)
		else if (size === 2) view.setUint16(at, value, little)
		else view.setUint32(at, value, little)
		at += size
	}
	return bytes
}

const viewOf = ({ buffer, byteOffset, byteLength }: Uint8Array) =>
	new DataView(buffer, byteOffset, byteLength)

/** PNG (W3C, 11.3.5.3): px to the metre, right after the header, of which there is one. */
function inPng(bytes: Uint8Array, dpi: number): Uint8Array<ArrayBuffer> {
	const view = viewOf(bytes)
	const perMetre = Math.round((1000 * dpi) / MM_PER_INCH)
	const body = joined(
		ascii('pHYs'),
		packed([
			[perMetre, 4],
			[perMetre, 4],
			[1, 1],
		]),
	)
	const chunk = joined(packed([[9, 4]]), body, packed([[crcOf(body), 4]]))
	const kept: Uint8Array[] = []
	for (let at = 8; at + 12 <= bytes.length; ) {
		const end = at + 12 + view.getUint32(at)
		if (!begins(bytes, at + 4, 'pHYs')) kept.push(bytes.subarray(at, end))
		at = end
	}
	const [header, ...rest] = kept
	return joined(bytes.subarray(0, 8), header ?? new Uint8Array(), chunk, ...rest)
}

/** The check of a chunk (PNG, annex D). */
function crcOf(bytes: Uint8Array): number {
	let crc = 0xffffffff
	for (const byte of bytes) {
		crc ^= byte
		for (let k = 0; k < 8; k++) crc = crc & 1 ? (crc >>> 1) ^ 0xedb88320 : crc >>> 1
	}
	return (crc ^ 0xffffffff) >>> 0
}

/** JFIF (ITU-T T.871): px to the inch, in the segment that comes first. */
function inJpeg(bytes: Uint8Array, dpi: number): Uint8Array<ArrayBuffer> {
	const perInch = Math.min(0xffff, Math.max(1, Math.round(dpi)))
	const segment = joined(
		packed([
			[0xffe0, 2],
			[16, 2],
		]),
		ascii('JFIF\0'),
		packed([
			[0x0102, 2],
			[1, 1],
			[perInch, 2],
			[perInch, 2],
			[0, 1],
			[0, 1],
		]),
	)
	const has = bytes[2] === 0xff && bytes[3] === 0xe0 && begins(bytes, 6, 'JFIF')
	const rest = has ? 4 + viewOf(bytes).getUint16(4) : 2
	return joined(bytes.subarray(0, 2), segment, bytes.subarray(rest))
}

/** WebP (RFC 9649): an extended file has its Exif after the picture, and says so in its header. */
function inWebp(bytes: Uint8Array, dpi: number): Uint8Array<ArrayBuffer> {
	const chunks = chunksOf(bytes).filter(({ name }) => name !== 'EXIF')
	const head = chunks.find(({ name }) => name === 'VP8X')
	const picture = chunks.find(({ name }) => name === 'VP8 ' || name === 'VP8L')
	const size = picture && sizeOf(picture)
	if (!head && !size) return joined(bytes)
	const flags = (head?.body[0] ?? (size?.alpha ? ALPHA : 0)) | EXIF
	const canvas = head
		? head.body.subarray(4, 10)
		: joined(threeBytes((size?.width ?? 1) - 1), threeBytes((size?.height ?? 1) - 1))
	const extended = joined(
		packed([
			[flags, 1],
			[0, 1],
			[0, 1],
			[0, 1],
		]),
		canvas,
	)
	const body = joined(
		ascii('WEBP'),
		chunkOf('VP8X', extended),
		...chunks.filter(({ name }) => name !== 'VP8X').map(({ name, body }) => chunkOf(name, body)),
		chunkOf('EXIF', exifOf(dpi)),
	)
	return joined(ascii('RIFF'), packed([[body.length, 4]], true), body)
}

/** Flags of an extended WebP. */
const EXIF = 0x08
const ALPHA = 0x10

interface Chunk {
	readonly name: string
	readonly body: Uint8Array
}

function chunksOf(bytes: Uint8Array): Chunk[] {
	const view = viewOf(bytes)
	const found: Chunk[] = []
	for (let at = 12; at + 8 <= bytes.length; ) {
		const length = view.getUint32(at + 4, true)
		const name = String.fromCharCode(...bytes.subarray(at, at + 4))
		found.push({ name, body: bytes.subarray(at + 8, at + 8 + length) })
		at += 8 + length + (length % 2)
	}
	return found
}

function chunkOf(name: string, body: Uint8Array): Uint8Array<ArrayBuffer> {
	const even = body.length % 2 === 0 ? [] : [new Uint8Array(1)]
	return joined(ascii(name), packed([[body.length, 4]], true), body, ...even)
}

const threeBytes = (value: number) => Uint8Array.from([value, value >> 8, value >> 16])

/** How large a picture in a WebP is, px, and whether one sees through it. */
function sizeOf({ name, body }: Chunk) {
	const view = viewOf(body)
	if (name === 'VP8L') {
		const bits = view.getUint32(1, true)
		return {
			width: (bits & 0x3fff) + 1,
			height: ((bits >> 14) & 0x3fff) + 1,
			alpha: ((bits >> 28) & 1) === 1,
		}
	}
	return {
		width: view.getUint16(6, true) & 0x3fff,
		height: view.getUint16(8, true) & 0x3fff,
		alpha: false,
	}
}

/** The least Exif that says a resolution (CIPA DC-008): across, down, and that it is to the inch. */
function exifOf(dpi: number): Uint8Array<ArrayBuffer> {
	const ratio = [
		[Math.round(dpi * 1000), 4],
		[1000, 4],
	] as const
	const entries = 3
	const data = 8 + 2 + entries * 12 + 4
	const tag = (code: number, type: number, value: number) =>
		[
			[code, 2],
			[type, 2],
			[1, 4],
			[value, 4],
		] as const
	const [RATIONAL, SHORT] = [5, 3]
	return joined(
		ascii('II'),
		packed(
			[
				[42, 2],
				[8, 4],
				[entries, 2],
				...tag(0x011a, RATIONAL, data),
				...tag(0x011b, RATIONAL, data + 8),
				...tag(0x0128, SHORT, 2),
				[0, 4],
				...ratio,
				...ratio,
			],
			true,
		),
	)
}
