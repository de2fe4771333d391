import type { Skill } from '@/core/practice'

/** Skills as they are called on screen. */
export const SKILL_NAMES: Readonly<Record<Skill, string>> = {
	corners: 'Corners',
	curves: 'Curves',
	kinds: 'Kinds of nodes',
	'few nodes': 'Few nodes',
	mending: 'Mending',
	openings: 'Openings',
	photos: 'From photographs',
	pieces: 'Several pieces',
	letters: 'Letters',
}
