import type { SheetSummary } from '@/store/database'

/** The orders in which home shows sheets. */
export const ORDERS = {
	edited: 'Last edited first',
	name: 'By name',
	nodes: 'Most nodes first',
} as const

export type Order = keyof typeof ORDERS

const names = new Intl.Collator('en', { numeric: true, sensitivity: 'base' })

const COMPARE: Readonly<Record<Order, (a: SheetSummary, b: SheetSummary) => number>> = {
	edited: (a, b) => b.editedAt - a.editedAt,
	name: (a, b) => names.compare(a.name, b.name),
	nodes: (a, b) => b.nodes - a.nodes,
}

/** The sheets whose names hold each word that is looked for, in an order. */
export function shownSheets(
	sheets: readonly SheetSummary[],
	wanted: string,
	order: Order,
): readonly SheetSummary[] {
	const words = plain(wanted).split(/\s+/).filter(Boolean)
	const found =
		words.length === 0
			? sheets
			: sheets.filter(({ name }) => words.every((word) => plain(name).includes(word)))
	return [...found].sort(COMPARE[order])
}

/** Without capitals and accents. */
const plain = (text: string): string =>
	text
		.normalize('NFD')
		.replace(/\p{Mn}/gu, '')
		.toLowerCase()
