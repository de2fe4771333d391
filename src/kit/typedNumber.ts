/** “+5”, “+-5”: by so much more; “*2”, “/3”: so many times as much. */
const RELATIVE = /^\s*([+*/])(.+)$/

/** A change of a number. */
export type NumberChange = (now: number) => number

/**
 * What a text typed into a number's field asks for: another value, or a change of the one there.
 * @param read what a plain text means in the field's unit; `null` for what means nothing
 * @returns `null` for what cannot be read
 */
export function typedChange(
	text: string,
	read: (text: string) => number | null = readNumber,
): NumberChange | null {
	const [, sign, rest = ''] = RELATIVE.exec(text) ?? []
	if (sign === '*' || sign === '/') {
		const factor = readNumber(rest)
		if (!factor) return null
		return (now) => (sign === '*' ? now * factor : now / factor)
	}
	const value = read(sign ? rest : text)
	if (value === null) return null
	return sign ? (now) => now + value : () => value
}

/** A number alone; a comma serves as a decimal point. */
export function readNumber(text: string): number | null {
	const value = Number(text.trim().replace(',', '.'))
	return text.trim() !== '' && Number.isFinite(value) ? value : null
}
