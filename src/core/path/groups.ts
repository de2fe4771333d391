import { countOf, countOne } from '../geometry/counts'
import { mapPieces } from './edit'
import { type Group, newId, type Piece, type Sheet } from './model'

/**
 * Groups are kept by the pieces: each names the innermost it is in, and a group the one that it is
 * in. What a group holds lies together in the order of drawing; {@link settleGroups} sees to it.
 */

/** Brings pieces together, where the topmost of them lies, as a group of their own. */
export function groupPieces(sheet: Sheet, ids: ReadonlySet<string>, name: string): Sheet {
	const chosen = sheet.pieces.filter((piece) => ids.has(piece.id))
	const top = sheet.pieces.findLastIndex((piece) => ids.has(piece.id))
	if (top < 0) return sheet
	const within = sharedGroup(sheet, chosen)
	if (within !== undefined && chosen.length === piecesIn(sheet, within).length) return sheet
	const group: Group = { id: newId(), name, ...(within !== undefined && { within }) }
	const added = { ...sheet, groups: [...(sheet.groups ?? []), group] }
	return layPieces(added, ids, { at: top + 1, within: group.id })
}

/** Lays pieces above, or below, all others of the innermost group that they share with others. */
export function layOutermost(
	sheet: Sheet,
	ids: ReadonlySet<string>,
	side: 'top' | 'bottom',
): Sheet {
	const chosen = sheet.pieces.filter((piece) => ids.has(piece.id))
	if (chosen.length === 0) return sheet
	const shared = sharedGroup(sheet, chosen)
	const whole = shared !== undefined && chosen.length === piecesIn(sheet, shared).length
	const within = whole ? groupPath(sheet, shared).at(-2) : shared
	const around = within === undefined ? sheet.pieces : piecesIn(sheet, within)
	const end = side === 'top' ? around.at(-1) : around[0]
	if (!end) return sheet
	const at = sheet.pieces.indexOf(end) + (side === 'top' ? 1 : 0)
	return layPieces(sheet, ids, { at, within })
}

/** Where pieces come to lie. */
export interface TreePlace {
	/** In front of the piece that has this number in the order of drawing, counted before they move. */
	readonly at: number
	/** The innermost group; none at all where absent. */
	readonly within?: string | undefined
}

/**
 * Moves pieces, in their order, to one place of the tree.
 * @param whole which groups may go along as groups, where all in them moves; any where absent
 */
export function layPieces(
	sheet: Sheet,
	ids: ReadonlySet<string>,
	{ at, within }: TreePlace,
	whole?: ReadonlySet<string>,
): Sheet {
	const around = new Set(groupPath(sheet, within))
	const chosen = groupsWhollyIn(sheet, ids)
	const moves = (group: string) =>
		!around.has(group) &&
		(!whole || groupPath(sheet, group).some((id) => whole.has(id))) &&
		chosen.has(group)
	const units = new Set<string>()
	const moved = sheet.pieces.flatMap((piece) => {
		if (!ids.has(piece.id)) return []
		const unit = groupPath(sheet, piece.group).find(moves)
		if (unit !== undefined) units.add(unit)
		return [unit === undefined ? inGroup(piece, within) : piece]
	})
	const stays = (piece: Piece) => !ids.has(piece.id)
	const pieces = [
		...sheet.pieces.slice(0, at).filter(stays),
		...moved,
		...sheet.pieces.slice(at).filter(stays),
	]
	const groups = sheet.groups?.map((group) => (units.has(group.id) ? inside(group, within) : group))
	return settleGroups({ ...sheet, pieces, ...(groups && { groups }) })
}

/** Takes a group apart: what it held is kept in the group that it was in, if in any. */
export function ungroup(sheet: Sheet, id: string): Sheet {
	const gone = sheet.groups?.find((group) => group.id === id)
	if (!gone) return sheet
	const rest = (sheet.groups ?? []).filter((group) => group !== gone)
	const groups = rest.map((group) => (group.within === id ? inside(group, gone.within) : group))
	const freed = mapPieces(sheet, (piece) =>
		piece.group === id ? inGroup(piece, gone.within) : piece,
	)
	return settleGroups({ ...freed, groups })
}

export function renameGroup(sheet: Sheet, id: string, name: string): Sheet {
	return mapGroup(sheet, id, (group) => (group.name === name ? group : { ...group, name }))
}

/** Hides all of a group, or shows again what was hidden with it. */
export function hideGroup(sheet: Sheet, id: string, hidden: boolean): Sheet {
	return setInGroup(sheet, id, 'hidden', 'hides', hidden)
}

/** Locks all of a group, or unlocks what was locked with it. */
export function lockGroup(sheet: Sheet, id: string, locked: boolean): Sheet {
	return setInGroup(sheet, id, 'locked', 'locks', locked)
}

function setInGroup(
	sheet: Sheet,
	id: string,
	state: 'hidden' | 'locked',
	memory: 'hides' | 'locks',
	on: boolean,
): Sheet {
	const group = sheet.groups?.find((one) => one.id === id)
	if (!group) return sheet
	const held = piecesIn(sheet, id)
	const known = held.filter((piece) => piece[state] && group[memory]?.includes(piece.id))
	// Nothing is known of those that were set one by one: then all are meant.
	const back = known.length > 0 ? known : held.filter((piece) => piece[state])
	const meant = new Set((on ? held.filter((piece) => !piece[state]) : back).map((p) => p.id))
	const { [memory]: _, ...plain } = group
	const remembered = on ? { ...plain, [memory]: [...meant] } : plain
	return mapGroup(
		mapPieces(sheet, (piece) => (meant.has(piece.id) ? { ...piece, [state]: on } : piece)),
		id,
		() => remembered,
	)
}

/** All pieces in a group and in the groups in it, from the lowest up. */
export function piecesIn(sheet: Sheet, group: string): readonly Piece[] {
	return sheet.pieces.filter((piece) => groupPath(sheet, piece.group).includes(group))
}

/** The groups that a piece or group kept in `group` is in, the outermost first. */
export function groupPath(sheet: Pick<Sheet, 'groups'>, group?: string): readonly string[] {
	return (group !== undefined && pathsOf(sheet.groups ?? []).get(group)) || NO_PATH
}

const NO_PATH: readonly string[] = []
const keptPaths = new WeakMap<readonly Group[], ReadonlyMap<string, readonly string[]>>()

function pathsOf(groups: readonly Group[]): ReadonlyMap<string, readonly string[]> {
	const kept = keptPaths.get(groups)
	if (kept) return kept
	const byId = new Map(groups.map((group) => [group.id, group]))
	const paths = new Map<string, readonly string[]>()
	for (const { id } of groups) {
		const path: string[] = []
		for (let at = byId.get(id); at && !path.includes(at.id); at = byId.get(at.within ?? ''))
			path.unshift(at.id)
		paths.set(id, path)
	}
	keptPaths.set(groups, paths)
	return paths
}

/** Pieces with the groups that hold two or more of them, those under ids of their own. */
export function withFreshGroups(
	pieces: readonly Piece[],
	sheet: Pick<Sheet, 'groups'>,
): { pieces: readonly Piece[]; groups: readonly Group[] } {
	const count = new Map<string, number>()
	const paths = pieces.map((piece) => groupPath(sheet, piece.group))
	for (const id of paths.flat()) countOne(count, id)
	const used = (sheet.groups ?? []).filter(({ id }) => countOf(count, id) > 1)
	const fresh = new Map(used.map(({ id }) => [id, newId()]))
	const nearest = (path: readonly string[]) => fresh.get(path.findLast((id) => fresh.has(id)) ?? '')
	return {
		pieces: pieces.map((piece, i) => inGroup(piece, nearest(paths[i] ?? []))),
		groups: used.map(({ id, name, within }) =>
			inside({ id: fresh.get(id) ?? id, name }, nearest(groupPath(sheet, within))),
		),
	}
}

/**
 * Makes groups true again after an edit: those that hold nothing go, what names a group that is
 * not there is in none, a piece laid between two of a group is of it, and what a group holds lies
 * together, where the topmost of it lies.
 * @returns the same object where nothing had to be mended
 */
export function settleGroups(sheet: Sheet): Sheet {
	const { groups: all = [] } = sheet
	if (all.length === 0) {
		const free = mapPieces(sheet, (piece) => inGroup(piece, undefined))
		if (!sheet.groups) return free
		const { groups: _, ...rest } = free
		return rest
	}
	const known = new Set(all.map(({ id }) => id))
	const sound = same(
		all,
		all.map((group) => {
			const own = group.within === undefined || known.has(group.within)
			const round = group.within !== undefined && groupPath(sheet, group.within).includes(group.id)
			return own && !round ? group : inside(group, undefined)
		}),
	)
	const told = same(
		sheet.pieces,
		sheet.pieces.map((piece) =>
			piece.group === undefined || known.has(piece.group) ? piece : inGroup(piece, undefined),
		),
	)
	const joined = withJoining(told, { groups: sound })
	const pieces = same(joined, gathered(joined, { groups: sound }))
	const held = new Set(pieces.flatMap((piece) => groupPath({ groups: sound }, piece.group)))
	const groups = same(
		sound,
		sound.filter(({ id }) => held.has(id)),
	)
	if (pieces === sheet.pieces && groups === sheet.groups) return sheet
	if (groups.length > 0) return { ...sheet, pieces, groups }
	const { groups: _, ...rest } = sheet
	return { ...rest, pieces }
}

/** Pieces between two of one group are kept in it too. */
function withJoining(pieces: readonly Piece[], tree: Pick<Sheet, 'groups'>): readonly Piece[] {
	const paths = pieces.map((piece) => groupPath(tree, piece.group))
	const out = [...pieces]
	for (let i = 0; i < pieces.length; ) {
		const own = paths[i] ?? []
		let end = i + 1
		while (end < pieces.length && pieces[end]?.group === pieces[i]?.group) end++
		const around = sharedPath(paths[i - 1] ?? [], paths[end] ?? [])
		const joins = around.length > own.length && own.every((id, k) => around[k] === id)
		if (joins) for (let k = i; k < end; k++) out[k] = inGroup(pieces[k] as Piece, around.at(-1))
		i = end
	}
	return same(pieces, out)
}

/** Pieces in an order in which each group's lie together, each where the topmost of its group lies. */
function gathered(pieces: readonly Piece[], tree: Pick<Sheet, 'groups'>): readonly Piece[] {
	const paths = new Map(pieces.map((piece) => [piece, groupPath(tree, piece.group)]))
	const level = (some: readonly Piece[], depth: number): readonly Piece[] => {
		const held = new Map<string, Piece[]>()
		for (const piece of some) {
			const group = paths.get(piece)?.[depth]
			if (group !== undefined) (held.get(group) ?? held.set(group, []).get(group))?.push(piece)
		}
		return some.flatMap((piece) => {
			const group = paths.get(piece)?.[depth]
			if (group === undefined) return [piece]
			const all = held.get(group) ?? []
			return all.at(-1) === piece ? level(all, depth + 1) : []
		})
	}
	return level(pieces, 0)
}

/** The innermost group that pieces are all in. */
function sharedGroup(sheet: Sheet, pieces: readonly Piece[]): string | undefined {
	return pieces
		.map((piece) => groupPath(sheet, piece.group))
		.reduce(sharedPath)
		.at(-1)
}

/** The outermost groups that are chosen wholly. */
export function wholeGroups(sheet: Sheet, ids: ReadonlySet<string>): readonly Group[] {
	const whole = groupsWhollyIn(sheet, ids)
	return (sheet.groups ?? []).filter(
		({ id, within }) =>
			whole.has(id) && !groupPath(sheet, within).some((outer) => whole.has(outer)),
	)
}

/** The ids of all groups whose pieces are all among some. */
export function groupsWhollyIn(sheet: Sheet, ids: ReadonlySet<string>): ReadonlySet<string> {
	const whole = new Set(sheet.groups?.map(({ id }) => id))
	for (const { id, group } of sheet.pieces)
		if (!ids.has(id)) for (const outer of groupPath(sheet, group)) whole.delete(outer)
	return whole
}

function sharedPath(a: readonly string[], b: readonly string[]): readonly string[] {
	const ends = a.findIndex((id, k) => id !== b[k])
	return ends < 0 ? a : a.slice(0, ends)
}

function mapGroup(sheet: Sheet, id: string, change: (group: Group) => Group): Sheet {
	const { groups = [] } = sheet
	const next = same(
		groups,
		groups.map((group) => (group.id === id ? change(group) : group)),
	)
	return next === groups ? sheet : { ...sheet, groups: next }
}

function inGroup(piece: Piece, group: string | undefined): Piece {
	if (piece.group === group) return piece
	const { group: _, ...free } = piece
	return group === undefined ? free : { ...free, group }
}

function inside(group: Group, within: string | undefined): Group {
	if (group.within === within) return group
	const { within: _, ...free } = group
	return within === undefined ? free : { ...free, within }
}

function same<T>(before: readonly T[], after: readonly T[]): readonly T[] {
	const kept = before.length === after.length && before.every((one, i) => one === after[i])
	return kept ? before : after
}
