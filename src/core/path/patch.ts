type Path = readonly (string | number)[]

/** What turns one tree of plain data into another, change after change. */
export type Patch = readonly Change[]
type Change =
	/** Nothing stands at a place any more. */
	| readonly [path: Path]
	/** What stands there now. */
	| readonly [path: Path, value: unknown]
	/** Items that a list has from some place on, instead of so many that it had. */
	| readonly [path: Path, items: readonly unknown[], from: number, gone: number]

/** Where more of an array's items than this share changed, it is written whole. */
const WHOLE_SHARE = 0.5

/**
 * The changes from one tree to another. What is the same object in both is not looked into, so that
 * trees that share most of what they hold are compared in no time.
 */
export function difference(before: unknown, after: unknown): Patch {
	const changes: Change[] = []
	compare(before, after, [], changes)
	return changes
}

/** The tree with all changes made; the one given stays as it is. */
export function patched(tree: unknown, patch: Patch): unknown {
	return patch.reduce((now, [path, ...what]) => put(now, path, what), tree)
}

function compare(before: unknown, after: unknown, path: Path, changes: Change[]): void {
	if (Object.is(before, after)) return
	if (Array.isArray(before) && Array.isArray(after)) compareLists(before, after, path, changes)
	else if (isRecord(before) && isRecord(after)) {
		for (const key of Object.keys(before)) if (!(key in after)) changes.push([[...path, key]])
		for (const key of Object.keys(after)) compare(before[key], after[key], [...path, key], changes)
	} else changes.push([path, after])
}

/**
 * Lists of which some items were taken out or put in at one place: what is the same before and behind it is, and what
 * lies between is laid side by side from its start or from its end, whichever leaves less to say.
 */
function compareLists(
	before: readonly unknown[],
	after: readonly unknown[],
	path: Path,
	changes: Change[],
): void {
	const shorter = Math.min(before.length, after.length)
	const by = after.length - before.length
	let head = 0
	while (head < shorter && Object.is(before[head], after[head])) head++
	let tail = 0
	while (
		tail < shorter - head &&
		Object.is(before[before.length - 1 - tail], after[after.length - 1 - tail])
	)
		tail++
	const both = shorter - head - tail
	const differing = (shift: readonly [number, number]) => {
		const places: number[] = []
		for (let k = head; k < head + both; k++)
			if (!Object.is(before[k + shift[0]], after[k + shift[1]])) places.push(k)
		return places
	}
	const shift = [Math.max(0, -by), Math.max(0, by)] as const
	const fromStart = differing([0, 0])
	const fromEnd = by === 0 ? fromStart : differing(shift)
	const atEnd = fromEnd.length < fromStart.length
	const differ = atEnd ? fromEnd : fromStart
	if (differ.length > Math.max(1, after.length * WHOLE_SHARE)) {
		changes.push([path, after])
		return
	}
	const [old, now] = atEnd ? shift : [0, 0]
	for (const k of differ) compare(before[k + old], after[k + now], [...path, k + old], changes)
	if (by === 0) return
	const from = atEnd ? head : head + both
	changes.push([path, after.slice(from, from + shift[1]), from, shift[0]])
}

/** @param what nothing, a value, or items with their place and how many they stand for */
function put(tree: unknown, path: Path, what: readonly unknown[]): unknown {
	const [key, ...rest] = path
	if (key === undefined) return what.length > 1 ? spliced(tree, what) : what[0]
	if (Array.isArray(tree) && typeof key === 'number')
		return tree.with(key, put(tree[key], rest, what))
	if (!isRecord(tree) || typeof key !== 'string') throw new TypeError(`There is no place ${key}.`)
	if (rest.length === 0 && what.length === 0) {
		const { [key]: _, ...others } = tree
		return others
	}
	return { ...tree, [key]: put(tree[key], rest, what) }
}

function spliced(list: unknown, [items, from, gone]: readonly unknown[]): unknown[] {
	if (!Array.isArray(list) || !Array.isArray(items)) throw new TypeError('There is no list there.')
	const at = Number(from)
	return [...list.slice(0, at), ...items, ...list.slice(at + Number(gone))]
}

function isRecord(value: unknown): value is Record<string, unknown> {
	return typeof value === 'object' && value !== null && !Array.isArray(value)
}
