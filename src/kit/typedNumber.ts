/** “+5”, “+-5”: by so much more; “*2”, “/3”: so many times as much. */
const RELATIVE = /^\s*([+*/])(.+)$/

/** What is only begun may still become something. */
const UNFINISHED = /^\s*[+*/]?\s*[-.,]?$/

/** What a number may be. */
export interface Bounds {
	readonly least?: number
	readonly most?: number
}

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

/**
 * Why a typed text is not taken, in words; `null` where it can be, or is only begun.
 * @param now the number that it would change
 * @param bounds what it may be at least and at most
 */
export function whyNotTyped(
	text: string,
	now: number,
	read: (text: string) => number | null = readNumber,
	{ least = Number.NEGATIVE_INFINITY, most = Number.POSITIVE_INFINITY }: Bounds = {},
): string | null {
	const change = typedChange(text, read)
	if (change) {
		const next = change(now)
		if (!Number.isFinite(next)) return 'That is more than a number can say.'
		if (next < least) return `At least ${least}.`
		return next > most ? `At most ${most}.` : null
	}
	if (UNFINISHED.test(text)) return null
	const [, sign, rest = ''] = RELATIVE.exec(text) ?? []
	const by = readNumber(rest)
	if (by === 0)
		return sign === '/' ? 'Nothing can be divided by 0.' : 'Times 0 would leave nothing.'
	return 'This is no number. +5 adds, *2 multiplies.'
}

/** A number alone; a comma serves as a decimal point. */
export function readNumber(text: string): number | null {
	const value = Number(text.trim().replace(',', '.'))
	return text.trim() !== '' && Number.isFinite(value) ? value : null
}
