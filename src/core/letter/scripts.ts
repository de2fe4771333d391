/** The scripts that are told apart, by their names in Unicode's `Scripts.txt`. */
const SCRIPTS = [
	'Latin',
	'Greek',
	'Cyrillic',
	'Armenian',
	'Georgian',
	'Hebrew',
	'Arabic',
	'Syriac',
	'Thaana',
	'Ethiopic',
	'Devanagari',
	'Bengali',
	'Gurmukhi',
	'Gujarati',
	'Oriya',
	'Tamil',
	'Telugu',
	'Kannada',
	'Malayalam',
	'Sinhala',
	'Thai',
	'Lao',
	'Tibetan',
	'Myanmar',
	'Khmer',
	'Mongolian',
	'Hangul',
	'Hiragana',
	'Katakana',
	'Han',
] as const

const OF_SCRIPT = SCRIPTS.map((name) => [name, new RegExp(`\\p{Script=${name}}`, 'u')] as const)

/** The script of a character; `null` for what goes with any, such as digits, spaces and marks. */
export function scriptOf(character: string): string | null {
	return OF_SCRIPT.find(([, is]) => is.test(character))?.[0] ?? null
}
