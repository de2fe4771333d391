import { dailyDrill, seedOf } from './dailyDrill'
import type { Drill } from './drill'
import { LETTERS } from './lessons/letters'
import { MENDING } from './lessons/mending'
import { OPENINGS } from './lessons/openings'
import { FROM_PHOTOS } from './lessons/photos'
import { OF_PIECES } from './lessons/pieces'
import { TRACING_DRILLS } from './lessons/tracing'

/** The lessons, in the order in which they are learnt. */
export const DRILLS: readonly Drill[] = [
	...TRACING_DRILLS,
	...MENDING,
	...OPENINGS,
	...FROM_PHOTOS,
	...OF_PIECES,
	...LETTERS,
]

/** The drill of an id, if there is one: a lesson, or the shape of a seed. */
export function drillNamed(id: string): Drill | undefined {
	const seed = seedOf(id)
	return seed === null ? DRILLS.find((one) => one.id === id) : dailyDrill(seed)
}
