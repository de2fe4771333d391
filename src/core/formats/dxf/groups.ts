/** A DXF that cannot be read: why. Nothing of it was taken over. */
export class DxfSyntaxError extends Error {
	constructor(problem: string) {
		super(problem)
		this.name = 'DxfSyntaxError'
	}
}

/** A group: its code, and its value as it is written. */
export interface Group {
	readonly code: number
	readonly value: string
}

/** A thing of a drawing with its groups, such as a line. */
export interface Item {
	readonly type: string
	readonly groups: readonly Group[]
}

/** More groups than this are a trap, or more than can be held. */
const MOST_GROUPS = 8_000_000

/** Whether a text is a drawing of this kind. */
export function isDxf(text: string): boolean {
	return /^\uFEFF?(\s*999\r?\n[^\n]*\n)*\s*0\s*\r?\n\s*SECTION\b/.test(text.slice(0, 4000))
}

/** The sections of a drawing by their names, each as the things in it. @throws {DxfSyntaxError} */
export function sectionsOf(text: string): ReadonlyMap<string, readonly Item[]> {
	const lines = text.replace(/^\uFEFF/, '').split(/\r\n|\r|\n/)
	if (lines.length / 2 > MOST_GROUPS)
		throw new DxfSyntaxError('It holds more than can be taken over.')
	const sections = new Map<string, Item[]>()
	let section: Item[] | null = null
	let item: { type: string; groups: Group[] } | null = null
	let named = false
	for (let n = 0; n + 1 < lines.length; n += 2) {
		const code = Number(lines[n])
		if (!Number.isInteger(code))
			throw new DxfSyntaxError(
				`Line ${n + 1} should be a group code and is “${(lines[n] ?? '').slice(0, 20)}”.`,
			)
		const value = unescaped((lines[n + 1] ?? '').trim())
		if (code === 0) {
			if (value === 'EOF') return sections
			if (value === 'SECTION') named = true
			else if (value === 'ENDSEC') section = null
			item = { type: value, groups: [] }
			if (section && value !== 'ENDSEC') section.push(item)
		} else if (named && code === 2) {
			section = []
			sections.set(value, section)
			named = false
			item = { type: 'HEAD', groups: [] }
			section.push(item)
		} else item?.groups.push({ code, value })
	}
	if (sections.size === 0) throw new DxfSyntaxError('It holds no section.')
	return sections
}

/** Text in which characters beyond ASCII stand by their code units. */
function unescaped(text: string): string {
	if (!text.includes('\\U+')) return text
	return text.replace(/\\U\+([\da-f]{4})/gi, (_, code: string) =>
		String.fromCharCode(Number.parseInt(code, 16)),
	)
}

/** The first number under a code; what is none counts as absent. */
export function numberIn({ groups }: Pick<Item, 'groups'>, code: number, otherwise = 0): number {
	const value = Number(groups.find((group) => group.code === code)?.value)
	return Number.isFinite(value) ? value : otherwise
}

export function numbersIn({ groups }: Pick<Item, 'groups'>, code: number): number[] {
	return groups.flatMap((group) => {
		const value = Number(group.value)
		return group.code === code && Number.isFinite(value) ? [value] : []
	})
}

export function textIn({ groups }: Pick<Item, 'groups'>, code: number): string {
	return groups.find((group) => group.code === code)?.value ?? ''
}
