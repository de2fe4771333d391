import type { Point } from '@/core'
import type { Note } from '@/editor/session/tool'

const notes = new WeakMap<Point, Map<string, Note>>()

/** A word at a place: the same object for the same word there, so that nothing is drawn anew for it. */
export function noteAt(at: Point, says: string): Note {
	const there = notes.get(at) ?? new Map<string, Note>()
	const note = there.get(says) ?? { at, says }
	notes.set(at, there.set(says, note))
	return note
}
