import type { NodeKind } from '@/core'

/** A key that hides, shows or changes something for as long as it is held. */
export interface HoldDef {
	readonly hold: string
	readonly key: string
	readonly does: string
	/** What is seen, or how the canvas answers, whatever the tool; else each tool names those that mean something to it. */
	readonly bench?: true
	/** What stands on its button at the canvas's edge, where it has one. */
	readonly button?: string
}

/** All keys that are held, each with one meaning; the kinds of holds are told by them. */
const KEYS = [
	{ bench: true, hold: 'pan', key: 'space', does: 'Drag to pan' },
	{ bench: true, hold: 'zoom-box', key: 'z', does: 'Drag a box to zoom to it' },
	{ bench: true, hold: 'photo', key: 'h', does: 'Hide the photo', button: 'No photo' },
	{ bench: true, hold: 'artwork', key: 'j', does: 'Hide the artwork' },
	{ bench: true, hold: 'silhouette', key: 'k', does: 'Silhouette' },
	{ bench: true, hold: 'outlines', key: ',', does: 'Pieces without their paint, in Colour' },
	{ bench: true, hold: 'loupe', key: 'v', does: 'Loupe: 8 × at the pointer' },
	{
		bench: true,
		hold: 'finely',
		key: 'g',
		does: 'Snap to nothing; arrows go by 0.1 px',
		button: 'No snap',
	},
	{ hold: 'insert', key: 'a', does: 'Click a segment: insert a node', button: 'Insert' },
	{ hold: 'pull', key: 'p', does: 'Drag a node: pull a handle out', button: 'Pull' },
	{ hold: 'lasso', key: 'r', does: 'Drag: a lasso round nodes', button: 'Lasso' },
	{ hold: 'copy', key: 'u', does: 'Drag a piece: move a copy', button: 'Copy' },
	{
		hold: 'along',
		key: 'u',
		does: 'Click an edge: begin on it, go on along it',
		button: 'Along an edge',
	},
	{ hold: 'apart', key: 'b', does: 'Drag a corner: each side by itself', button: 'Sides apart' },
	{ hold: 'outside', key: 't', does: 'Dab: too much is lifted here', button: 'Too much' },
	{ hold: 'for-stroke', key: 'i', does: 'Click: a colour for the stroke', button: 'For stroke' },
	{ hold: 'corner', key: 'c', does: 'Click nodes: corners', button: 'Corner' },
	{ hold: 'smooth', key: 's', does: 'Click nodes: smooth', button: 'Smooth' },
	{ hold: 'symmetric', key: 'y', does: 'Click nodes: symmetric', button: 'Symmetric' },
	{ hold: 'cusp', key: 'x', does: 'Click nodes: cusps', button: 'Cusp' },
] as const satisfies readonly HoldDef[]

type Key = (typeof KEYS)[number]

/** What is seen, or how the canvas answers, while a key is held, whatever the tool. */
export type BenchHold = Extract<Key, { bench: true }>['hold']

/** What a held key makes of a press; each tool names those that mean something to it. */
export type PressHold = Exclude<Key['hold'], BenchHold>

/** Shift stands here for the hands that have no keys. */
export type Hold = Key['hold'] | 'shift'

/** The same, each with all that may be said of a key. */
export const HOLDS: readonly (HoldDef & { readonly hold: Key['hold'] })[] = KEYS

/** What a kind's key does, tapped while a node or a handle is dragged. */
export const KINDS_IN_DRAG: Readonly<Record<NodeKind, string>> = {
	corner: 'Take both handles away',
	smooth: 'Handles in line',
	symmetric: 'Handles in line and equal',
	cusp: 'The other handle stays as it is',
}

const BENCH_HOLDS: ReadonlySet<Hold> = new Set(
	HOLDS.flatMap(({ hold, bench }) => (bench ? [hold] : [])),
)

export function isBenchHold(hold: Hold): hold is BenchHold {
	return BENCH_HOLDS.has(hold)
}

export function isKind(hold: Hold | null): hold is NodeKind {
	return hold !== null && hold in KINDS_IN_DRAG
}

/** The key of a hold as it is written in hints and lists. */
export function keyOf(hold: Hold): string {
	const { key = 'shift' } = HOLDS.find((one) => one.hold === hold) ?? {}
	return key.length > 1 ? key.charAt(0).toUpperCase() + key.slice(1) : key.toUpperCase()
}

/** `Hold P`, for hints and lists. */
export function heldKey(hold: Hold): string {
	return `Hold ${keyOf(hold)}`
}

/** What fingers do where a pointer clicks, and how Shift is held. */
const FINGER_WORDS: readonly (readonly [RegExp, string])[] = [
	[/\bShift-click\b/g, 'Hold “Add, 45°” and tap'],
	[/\bShift:/g, 'Hold “Add, 45°”:'],
	[/\bDouble-click\b/g, 'Double-tap'],
	[/\bdouble-click\b/g, 'double-tap'],
	[/\bClick\b/g, 'Tap'],
	[/\bclick\b/g, 'tap'],
	[/\bCtrl and wheel, or pinch:/g, 'Pinch:'],
]

/** Sentences about keys that have no button. */
const KEYS_ALONE =
	/^(?:Enter|Esc|Backspace|Delete|Arrows|Ctrl [A-Z]|[A-Z0-9])(?::| nudge| keeps| removes| copies)/

/** A hint for hands that have no keys: held keys by the names of their buttons, taps for clicks. */
export function forFingers(hint: string): string {
	const held = HOLDS.reduce(
		(text, { hold, button }) =>
			button ? text.replace(new RegExp(`${heldKey(hold)}\\b`), `Hold “${button}”`) : text,
		hint,
	)
	const words = FINGER_WORDS.reduce((text, [what, said]) => text.replace(what, said), held)
	return words
		.split(/(?<=\.) /)
		.filter((sentence) => !KEYS_ALONE.test(sentence))
		.join(' ')
}

/** What a press means by what is held: of those that mean something to the tool, the one held last. */
export function pressHold(
	holds: ReadonlySet<Hold>,
	{ holds: own = [] }: { readonly holds?: readonly PressHold[] },
): PressHold | null {
	const meant = [...holds].filter((hold): hold is PressHold =>
		(own as readonly Hold[]).includes(hold),
	)
	return meant.at(-1) ?? null
}
