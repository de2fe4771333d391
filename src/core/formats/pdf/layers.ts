import { type PDFDict, type PDFDocument, PDFHexString, PDFName, type PDFRef } from '@cantoo/pdf-lib'
import { groupPath } from '../../path/groups'
import type { Sheet } from '../../path/model'

/** Layers of a page (PDF 1.7, 8.11 Optional Content): one for each piece and each group, by their names. */
export interface Layers {
	/** What a piece's, and a group's, layer is called in the contents. */
	piece(id: string): string
	group(id: string): string
	/** What all these names stand for. */
	properties(): PDFDict
}

/** Adds layers to a document, listed as the tree of pieces is, the uppermost first. */
export function createLayers(
	doc: PDFDocument,
	sheet: Sheet,
	only: ReadonlySet<string> | undefined,
): Layers {
	const { context } = doc
	const shown = sheet.pieces.filter(({ id, hidden }) => (only ? only.has(id) : !hidden))
	const held = new Set(shown.flatMap(({ group }) => groupPath(sheet, group)))
	const layer = (name: string) =>
		context.register(context.obj({ Type: 'OCG', Name: PDFHexString.fromText(name) }))
	const pieces = new Map(shown.map(({ id, name }) => [id, layer(name)]))
	const groups = new Map(
		(sheet.groups ?? []).filter(({ id }) => held.has(id)).map(({ id, name }) => [id, layer(name)]),
	)
	const all = [...groups, ...pieces]
	const names = new Map(all.map(([id], n) => [id, `/L${n}`]))
	type Listed = PDFRef | Listed[]
	/** A group, then what it holds in a list of its own. */
	const listed = (within: string | undefined): Listed[] => {
		const seen = new Set<string>()
		return shown.toReversed().flatMap((piece): Listed[] => {
			const path = groupPath(sheet, piece.group)
			const depth = within === undefined ? 0 : path.indexOf(within) + 1
			if (within !== undefined && depth === 0) return []
			const next = path[depth]
			if (next === undefined) {
				const own = pieces.get(piece.id)
				return own ? [own] : []
			}
			const group = groups.get(next)
			if (seen.has(next) || !group) return []
			seen.add(next)
			return [group, listed(next)]
		})
	}
	doc.catalog.set(
		PDFName.of('OCProperties'),
		context.obj({
			OCGs: all.map(([, ref]) => ref),
			D: { Order: listed(undefined), ListMode: 'AllPages' },
		} as never),
	)
	const nameOf = (id: string) => names.get(id) ?? '/L0'
	return {
		piece: nameOf,
		group: nameOf,
		properties: () => context.obj(Object.fromEntries(all.map(([, ref], n) => [`L${n}`, ref]))),
	}
}
