import type { Action } from './actions'
import { EVERYDAY } from './everydayWords'

/** What was done by name lately, the last first, kept for the next time. */
const USED_KEY = 'skiagram:used-actions'
const MOST_USED = 5

function usedLately(): readonly string[] {
	try {
		const used: unknown = JSON.parse(localStorage.getItem(USED_KEY) ?? '[]')
		return Array.isArray(used) ? used.filter((name) => typeof name === 'string') : []
	} catch {
		return []
	}
}

export function rememberUsed(name: string): void {
	const used = [name, ...usedLately().filter((each) => each !== name)].slice(0, MOST_USED)
	try {
		localStorage.setItem(USED_KEY, JSON.stringify(used))
	} catch {
		// Whoever lets nothing be stored finds all of it in its usual place.
	}
}

/** What was used lately first, then what belongs to the pass at hand, then the rest; what cannot be done last in its part. */
export function inOrder(
	actions: readonly Action[],
	pass: string,
	used: readonly string[] = usedLately(),
): Action[] {
	const lately = used.flatMap((name) => {
		const action = actions.find((each) => each.name === name && each.needs === undefined)
		return action ? [{ ...action, group: 'Used lately' }] : []
	})
	const rest = actions.filter(({ name }) => !lately.some((each) => each.name === name))
	const rank = ({ group, needs }: Action) =>
		group === pass ? 0 : group === 'Tools' ? 1 : needs === undefined ? 2 : 3
	return [...lately, ...together(rest.toSorted((a, b) => rank(a) - rank(b)))]
}

/** Actions of one group beside each other, groups as they come. */
function together(actions: readonly Action[]): Action[] {
	const groups = new Map<string, Action[]>()
	for (const action of actions)
		groups.set(action.group, [...(groups.get(action.group) ?? []), action])
	return [...groups.values()].flat()
}

/**
 * Those of which every word typed begins a word of the name, or else of what they are called every day, or is somewhere
 * in what they do.
 */
export function found(actions: readonly Action[], typed: string): Action[] {
	const words = typed.toLowerCase().split(/\s+/).filter(Boolean)
	if (words.length === 0) return [...actions]
	const begins = (text: string) =>
		words.every((word) => ` ${text}`.toLowerCase().includes(` ${word}`))
	const ranks: readonly ((action: Action) => boolean)[] = [
		({ name }) => begins(name),
		({ name }) => begins(`${name} ${EVERYDAY[name] ?? ''}`),
		({ name, group }) => begins(`${group} ${name}`),
		({ name, says = '' }) => words.every((word) => `${name} ${says}`.toLowerCase().includes(word)),
	]
	const rank = (action: Action) => ranks.findIndex((holds) => holds(action))
	const some = actions.filter((action) => rank(action) >= 0)
	// What cannot be done comes after what can.
	const place = (action: Action) => rank(action) + (action.needs === undefined ? 0 : ranks.length)
	return together(some.toSorted((a, b) => place(a) - place(b)))
}
