import { type Guide, newId, type Sheet } from './model'

/** The most guides that one set may lay: beyond that a typing error is likelier than a wish. */
export const MOST_GUIDES_AT_ONCE = 200

export function addGuides(sheet: Sheet, guides: readonly Guide[]): Sheet {
	return guides.length > 0 ? { ...sheet, guides: [...sheet.guides, ...guides] } : sheet
}

export function newGuide(axis: Guide['axis'], at: number): Guide {
	return { id: newId(), axis, at }
}

export function moveGuide(sheet: Sheet, id: string, at: number): Sheet {
	const guides = sheet.guides.map((guide) =>
		guide.id === id && guide.at !== at ? { ...guide, at } : guide,
	)
	return guides.some((guide, i) => guide !== sheet.guides[i]) ? { ...sheet, guides } : sheet
}

/** Whether guides show, and whether they can be moved. */
export function changeGuides(
	sheet: Sheet,
	change: Partial<Pick<Sheet, 'guidesHidden' | 'guidesLocked'>>,
): Sheet {
	return { ...sheet, ...change }
}

/** Removes some guides, or all of them. */
export function removeGuides(sheet: Sheet, ids?: ReadonlySet<string>): Sheet {
	const guides = ids ? sheet.guides.filter((guide) => !ids.has(guide.id)) : []
	return guides.length === sheet.guides.length ? sheet : { ...sheet, guides }
}

/**
 * Evenly spaced guides, `every` px from `from` to `to`, both ends included where the step meets
 * them within rounding.
 * @returns `null` where the step is not positive or the set would be too large
 */
export function evenGuides(
	axis: Guide['axis'],
	o: { every: number; from: number; to: number },
): Guide[] | null {
	if (!(o.every > 0)) return null
	const [first, last] = [Math.min(o.from, o.to), Math.max(o.from, o.to)]
	const count = Math.floor((last - first) / o.every + 1e-6) + 1
	if (!(count <= MOST_GUIDES_AT_ONCE)) return null
	return Array.from({ length: count }, (_, i) => newGuide(axis, first + i * o.every))
}
