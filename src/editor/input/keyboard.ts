import type { KeyInput } from '@/editor/session/tool'

/**
 * The key's name as the shortcuts know it, on any layout: the Latin letter that it types, or,
 * where it types none, the letter in that place of a Latin keyboard. Digits go by place.
 */
export function keyName(event: Pick<KeyboardEvent, 'key' | 'code'>): string {
	const digit = /^(?:Digit|Numpad)(\d)$/.exec(event.code)
	if (digit?.[1]) return digit[1]
	if (event.key === ' ') return 'space'
	if (/^[\x21-\x7e]$/.test(event.key)) return event.key.toLowerCase()
	const letter = /^Key([A-Z])$/.exec(event.code)
	return letter?.[1] && event.key.length <= 2 ? letter[1].toLowerCase() : event.key.toLowerCase()
}

export function keyInput(event: KeyboardEvent, finely: boolean): KeyInput {
	const { shiftKey: shift } = event
	return { key: keyName(event), shift, mod: event.ctrlKey || event.metaKey, finely }
}

/** Keys by which a slider is set. */
const SLIDER_KEYS = /^(?:Arrow\w+|Home|End|Page\w+)$/

/**
 * Whether a key belongs to the element that has the focus rather than to the bench. A slider or a
 * switch that was just used takes only the keys that set it; a field in which nothing is being typed
 * leaves undo to the bench, and a button that was clicked leaves its keys to a canvas under the pointer.
 * @param clicked what a pointer last clicked, where the pointer is over the canvas since
 */
export function belongsToField(event: KeyboardEvent, clicked: Node | null = null): boolean {
	const target = event.target
	if (!(target instanceof HTMLElement)) return false
	const undoes = (event.ctrlKey || event.metaKey) && /^[zy]$/i.test(event.key)
	if (undoes && target.dataset.resting !== undefined) return false
	if (target.closest('[role="dialog"], [role="menu"], [role="listbox"]')) return true
	const input = target.closest('input')
	if (input?.type === 'range') return SLIDER_KEYS.test(event.key)
	const left = clicked !== null && target.contains(clicked)
	if (input?.type === 'checkbox') return event.key === ' ' && !left
	if (target.closest('input, textarea, select, [contenteditable="true"]')) return true
	const presses = event.key === 'Enter' || event.key === ' '
	// Inside a group of tools arrows go from one to the next.
	if (event.key.startsWith('Arrow') && target.closest('[role="radiogroup"]')) return true
	const button = presses && target.closest('button, a, [role="button"], [role="tab"]')
	return Boolean(button) && !left
}
