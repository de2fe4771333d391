import { darkroomSlice } from '@/editor/session/darkroomState'
import type { Desk } from '@/editor/session/desk'
import type { Slices } from '@/editor/session/slices'
import { mayBeNeeded } from '@/kit/ahead'
import type { OpenSheet } from '@/store/openSheet'

export const fetchGround = mayBeNeeded(() => import('./ground'))

/** What lies beneath lines is looked at once it has not changed for so long, ms. */
const STILL_MS = 200
/** Until a hand is felt what is opened comes first, ms. */
const FIRST_MS = 5000

interface Watched {
	subscribe(listener: () => void): () => void
}

/**
 * Has what lies beneath lines looked at once more whenever it changed and then stood still for a moment.
 * @param seen what it is made of: it is the same for as long as each of these is
 * @param hands where pointers and keys are felt: whoever uses them is at work
 * @param look looks; where it fails lines keep the casing they have
 * @returns what ends it
 */
export function watchGround(
	seen: () => readonly unknown[],
	hands: EventTarget,
	look: () => Promise<void>,
	watched: readonly Watched[],
): () => void {
	let before: readonly unknown[] = []
	let timer: ReturnType<typeof setTimeout> | undefined
	let waits = true
	const check = () => {
		if (waits) return
		const now = seen()
		if (now.length === before.length && now.every((what, i) => what === before[i])) return
		before = now
		clearTimeout(timer)
		timer = setTimeout(() => void look().catch(() => {}), STILL_MS)
	}
	const ends = watched.map((each) => each.subscribe(check))
	const begin = () => {
		waits = false
		check()
	}
	const bound = new AbortController()
	for (const event of ['pointermove', 'pointerdown', 'keydown'])
		hands.addEventListener(event, begin, { once: true, signal: bound.signal })
	const first = setTimeout(begin, FIRST_MS)
	return () => {
		bound.abort()
		clearTimeout(first)
		clearTimeout(timer)
		for (const end of ends) end()
	}
}

/** What lies beneath lines is made of these. */
export function groundOf(open: OpenSheet, desk: Desk, slices: Slices): readonly unknown[] {
	const { photos, background, pieces, width, height } = open.sheet()
	const { pyramids, developed } = slices.of(darkroomSlice).getState()
	const { pass, tool, holds, scheme, surround } = desk.getState()
	const held = HOLDS.map((hold) => holds.has(hold))
	const shows = pass.shows === 'trace' ? '' : JSON.stringify(pass.shows(slices))
	const paints = pass.paints?.(slices, tool) ?? 0
	const painted = (shows !== '' || paints > 0 || holds.has('silhouette')) && pieces
	return [
		...[photos, background, painted, width, height, pyramids, developed],
		...[scheme, surround, shows, paints, pass.hidesPhoto],
		...held,
	]
}

/** Keys by which something else lies beneath lines while they are held. */
const HOLDS = ['photo', 'silhouette', 'outlines'] as const
