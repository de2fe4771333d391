import { mapPieces } from './edit'
import { groupPath, groupsWhollyIn } from './groups'
import type { Group, Piece, Sheet, TableOperation } from './model'

/** What the table does along a piece's outlines, where it, or the innermost group that does, says so. */
export function operationOf(
	{ operation, group }: Piece,
	groups: readonly Group[] = [],
): TableOperation | undefined {
	if (operation) return operation
	const byId = new Map(groups.map((one) => [one.id, one]))
	const around = groupPath({ groups }, group).toReversed()
	return around.map((id) => byId.get(id)?.operation).find(Boolean)
}

/**
 * Says what the table does along pieces; of groups that are wholly among them, the outermost say it for all in them.
 * @param operation what their groups say, or how they are painted, where absent
 */
export function setOperation(
	sheet: Sheet,
	ids: ReadonlySet<string>,
	operation: TableOperation | undefined,
): Sheet {
	const whole = groupsWhollyIn(sheet, ids)
	const outermost = ({ id, within }: Group) =>
		whole.has(id) && (within === undefined || !whole.has(within))
	const groups = sheet.groups?.map((group) =>
		whole.has(group.id) ? told(group, outermost(group) ? operation : undefined) : group,
	)
	const next = mapPieces(sheet, (piece) => {
		if (!ids.has(piece.id)) return piece
		const byGroup = piece.group !== undefined && whole.has(piece.group)
		return told(piece, byGroup ? undefined : operation)
	})
	return groups?.some((group, k) => group !== sheet.groups?.[k]) ? { ...next, groups } : next
}

function told<T extends Piece | Group>(one: T, operation: TableOperation | undefined): T {
	if (one.operation === operation) return one
	const { operation: _, ...rest } = one
	return (operation ? { ...rest, operation } : rest) as T
}
