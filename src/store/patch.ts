/** What turns one tree of plain data into another: places, and what stands there now. */
export type Patch = readonly Change[]
type Change = readonly [path: readonly (string | number)[], value?: unknown]

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
	return patch.reduce((now, [path, ...value]) => put(now, path, value), tree)
}

function compare(
	before: unknown,
	after: unknown,
	path: readonly (string | number)[],
	changes: Change[],
): void {
	if (Object.is(before, after)) return
	if (Array.isArray(before) && Array.isArray(after) && before.length === after.length) {
		const differ = after.flatMap((item, i) => (Object.is(item, before[i]) ? [] : [i]))
		if (differ.length > Math.max(1, after.length * WHOLE_SHARE)) changes.push([path, after])
		else for (const i of differ) compare(before[i], after[i], [...path, i], changes)
	} else if (isRecord(before) && isRecord(after)) {
		for (const key of Object.keys(before)) if (!(key in after)) changes.push([[...path, key]])
		for (const key of Object.keys(after)) compare(before[key], after[key], [...path, key], changes)
	} else changes.push([path, after])
}

function put(
	tree: unknown,
	path: readonly (string | number)[],
	value: readonly unknown[],
): unknown {
	const [key, ...rest] = path
	if (key === undefined) return value[0]
	if (Array.isArray(tree) && typeof key === 'number')
		return tree.with(key, put(tree[key], rest, value))
	if (!isRecord(tree) || typeof key !== 'string') throw new TypeError(`There is no place ${key}.`)
	if (rest.length === 0 && value.length === 0) {
		const { [key]: _, ...others } = tree
		return others
	}
	return { ...tree, [key]: put(tree[key], rest, value) }
}

function isRecord(value: unknown): value is Record<string, unknown> {
	return typeof value === 'object' && value !== null && !Array.isArray(value)
}
