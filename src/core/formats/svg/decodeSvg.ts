import { SvgSyntaxError } from './svgSyntaxError'

/** What a drawing may hold once unpacked, bytes. */
export const MOST_BYTES = 200_000_000

/**
 * The text of an SVG file: UTF-8, UTF-16 or what its XML declaration names; packed by gzip or not.
 * @throws {SvgSyntaxError} where it is too large, torn, or in an unknown encoding
 */
export async function decodeSvg(bytes: Uint8Array<ArrayBuffer>): Promise<string> {
	const plain = bytes[0] === 0x1f && bytes[1] === 0x8b ? await unpacked(bytes) : bytes
	if (plain.length > MOST_BYTES) throw tooLarge()
	const label = encodingOf(plain)
	try {
		return new TextDecoder(label).decode(plain)
	} catch {
		throw new SvgSyntaxError(`The SVG is written in “${label}”, which cannot be read.`)
	}
}

async function unpacked(bytes: Uint8Array<ArrayBuffer>): Promise<Uint8Array<ArrayBuffer>> {
	const stream = new Blob([bytes]).stream().pipeThrough(new DecompressionStream('gzip'))
	const parts: Uint8Array[] = []
	let length = 0
	try {
		for (const reader = stream.getReader(); ; ) {
			const { done, value } = await reader.read()
			if (done) break
			length += value.length
			if (length > MOST_BYTES) {
				await reader.cancel()
				throw tooLarge()
			}
			parts.push(value)
		}
	} catch (error) {
		if (error instanceof SvgSyntaxError) throw error
		throw new SvgSyntaxError('The packed SVG is torn: it cannot be unpacked.')
	}
	const whole = new Uint8Array(length)
	let at = 0
	for (const part of parts) {
		whole.set(part, at)
		at += part.length
	}
	return whole
}

function tooLarge(): SvgSyntaxError {
	return new SvgSyntaxError(`The drawing is larger than ${MOST_BYTES / 1e6} MB.`)
}

function encodingOf(bytes: Uint8Array): string {
	const [a, b, c] = bytes
	if (a === 0xff && b === 0xfe) return 'utf-16le'
	if (a === 0xfe && b === 0xff) return 'utf-16be'
	if (a === 0xef && b === 0xbb && c === 0xbf) return 'utf-8'
	if (a === 0x3c && b === 0) return 'utf-16le'
	if (a === 0 && b === 0x3c) return 'utf-16be'
	const start = String.fromCharCode(...bytes.subarray(0, 200))
	const [, label] = /^<\?xml[^>]*encoding\s*=\s*["']([\w.:-]+)["']/.exec(start) ?? []
	return label ?? 'utf-8'
}
