import { PASSES, TOOLS } from '@/editor/passes/passes'
import type { PassDef, Shortcut, ToolDef } from '@/editor/session/definitions'
import { isTracing } from '@/editor/session/desk'
import { HOLDS, heldKey, isBenchHold, isKind, KINDS_IN_DRAG, keyOf } from '@/editor/session/holds'
import { NODES_KEYS } from '@/editor/tools/nodes/keys'
import { BENCH_KEYS, EVERYWHERE, SEEING } from './benchKeys'
import { toolFor } from './heldKeys'

/** What a key does in a state of the bench: it acts when tapped, or changes something while held. */
export interface KeyUse {
	readonly key: string
	readonly how: 'tap' | 'hold'
	readonly does: string
	/** Only with Shift, or only without. */
	readonly shift?: boolean | undefined
}

/** The states of the bench that keys know: which pass, which tool, and whether that drags something. */
export interface KeyState {
	readonly pass: PassDef
	readonly tool: ToolDef
	readonly dragging: boolean
}

/** All keys that mean something in a state, without Ctrl: no two meanings of one key, tapped or held. */
export function keysIn({ pass, tool, dragging }: KeyState): KeyUse[] {
	const traces = isTracing({ pass })
	const { holds = [] } = traces ? tool : {}
	const held = HOLDS.flatMap(({ hold, key, does }): KeyUse[] => {
		if (isBenchHold(hold)) return [{ key, how: 'hold', does }]
		if (!holds.some((own) => own === hold) || (dragging && isKind(hold))) return []
		return [{ key, how: 'hold', does }]
	})
	const kinds = HOLDS.flatMap(({ hold, key }): KeyUse[] =>
		isKind(hold) && tool.kindsInDrag ? [{ key, how: 'tap', does: KINDS_IN_DRAG[hold] }] : [],
	)
	if (dragging) {
		const shows = BENCH_KEYS.filter(({ shows }) => shows).flatMap(taps)
		return [...held, ...kinds, ...shows, { key: 'escape', how: 'tap', does: 'Call the drag off' }]
	}
	const tools = new Map(
		TOOLS.flatMap(({ key }) => {
			const taken = key ? toolFor(key, { pass, only: null }) : undefined
			return key && taken ? [[key, taken] as const] : []
		}),
	)
	const lent = [...tools].flatMap(([key, { name }]): KeyUse[] => [
		{ key, how: 'tap', does: name },
		{ key, how: 'hold', does: `${name} for the moment` },
	])
	const own = (traces ? (tool.shortcuts ?? []) : []).flatMap(taps)
	// What a tool for outlines leaves, Nodes answers.
	const left = traces && tool.about === 'outlines' ? NODES_KEYS.flatMap(taps) : []
	return [
		...held,
		...lent,
		...PASSES.map(({ number, name }): KeyUse => ({ key: String(number), how: 'tap', does: name })),
		...(pass.keys ?? []).map(
			({ key, shift, does }): KeyUse => ({
				key,
				how: 'tap',
				does,
				...(shift !== undefined && { shift }),
			}),
		),
		...BENCH_KEYS.flatMap(taps),
		...own,
		...left.filter(({ key }) => !own.some((one) => one.key === key)),
	]
}

function taps(one: Shortcut & { readonly shift?: boolean; readonly mod?: boolean }): KeyUse[] {
	if (one.mod) return []
	return (one.taps ?? []).map((key) => ({ key, how: 'tap', does: one.does, shift: one.shift }))
}

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
			group: 'Tools: tap to take, hold for the moment',
			keys: TOOLS.flatMap(({ key, name, about }) =>
				key
					? [{ keys: key.toUpperCase(), does: about === 'photos' ? `${name} photos` : name }]
					: [],
			),
		},
		...TOOLS.flatMap((tool) => {
			const { name, about, shortcuts = [] } = tool
			const keys = [...heldWith(tool), ...shortcuts]
			return keys.length > 0 ? [{ group: about === 'photos' ? `${name} photos` : name, keys }] : []
		}),
		{
			group: 'In the midst of a drag',
			keys: [
				...HOLDS.flatMap(({ hold }) =>
					isKind(hold) ? [{ keys: keyOf(hold), does: KINDS_IN_DRAG[hold] }] : [],
				),
				{ keys: 'Esc', does: 'Call it off: all is as it was' },
			],
		},
		...PASSES.flatMap(({ name, keys = [] }) => (keys.length > 0 ? [{ group: name, keys }] : [])),
		{
			group: 'Seeing',
			keys: [
				...HOLDS.flatMap(({ hold, does }) =>
					isBenchHold(hold) ? [{ keys: heldKey(hold), does }] : [],
				),
				...SEEING,
			],
		},
		{ group: 'Everywhere', keys: [...BENCH_KEYS, ...EVERYWHERE] },
	]
}

/** The keys that mean something to a tool while they are held. */
function heldWith({ holds = [] }: ToolDef): Shortcut[] {
	return HOLDS.flatMap(({ hold, does }) =>
		holds.some((own) => own === hold) ? [{ keys: heldKey(hold), does }] : [],
	)
}
