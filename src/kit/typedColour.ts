import { typedHex } from '@/core/colours'

/** What a colour field takes, in words. */
export const COLOURS_WANTED =
	'# and 3 or 6 digits, or a colour as CSS has it: black, teal, rgb(20 60 90).'

/** A colour as it was typed, as `#rrggbb`: hex digits or any colour of CSS that is not see-through; `null` for anything else. */
export function typedColour(text: string): string | null {
	const hex = typedHex(text)
	if (hex !== null) return hex
	const typed = text.trim()
	if (typed === '' || !CSS.supports('color', typed)) return null
	const ctx = Object.assign(document.createElement('canvas'), { width: 1, height: 1 }).getContext(
		'2d',
	)
	if (!ctx) return null
	ctx.fillStyle = typed
	ctx.fillRect(0, 0, 1, 1)
	const [r = 0, g = 0, b = 0, a = 0] = ctx.getImageData(0, 0, 1, 1).data
	if (a < 255) return null
	return `#${[r, g, b].map((level) => level.toString(16).padStart(2, '0')).join('')}`
}
