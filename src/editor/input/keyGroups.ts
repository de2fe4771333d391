import type { Shortcut } from '@/editor/bench/definitions'
import { PASSES, TOOLS } from '@/editor/passes/passes'
import { BENCH_KEYS, EVERYWHERE, HOLD_KEYS, SEEING } from './benchKeys'

export interface KeyGroup {
	readonly group: string
	readonly keys: readonly Shortcut[]
}

/** All keys there are, from where each is defined: what has a key is in this list by that. */
export function keyGroups(): KeyGroup[] {
	return [
		{
			group: 'Passes',
			keys: PASSES.map(({ number, name }) => ({ keys: String(number), does: name })),
		},
		{
			group: 'Tools',
			keys: [
				...TOOLS.flatMap(({ key, name, about }) =>
					key
						? [{ keys: key.toUpperCase(), does: about === 'photos' ? `${name} photos` : name }]
						: [],
				),
				...TOOLS.flatMap(({ name, lends }) =>
					lends ? [{ keys: `Ctrl in the ${name}`, does: `${lends.name} for the moment` }] : [],
				),
			],
		},
		...TOOLS.flatMap(({ name, about, shortcuts = [] }) =>
			shortcuts.length > 0
				? [{ group: about === 'photos' ? `${name} photos` : name, keys: shortcuts }]
				: [],
		),
		...PASSES.flatMap(({ name, keys = [] }) => (keys.length > 0 ? [{ group: name, keys }] : [])),
		{ group: 'Seeing', keys: [...HOLD_KEYS, ...BENCH_KEYS, ...SEEING] },
		{ group: 'Everywhere', keys: EVERYWHERE },
	]
}
