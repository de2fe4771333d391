import { proxy, type Remote } from 'comlink'
import type { Contour } from '@/core'
import type { ByColourOptions, LiftHint } from '@/core/pictures'
import { endpoint, type Progress, type Watch } from './endpoint'
import { handOver, type PictureFrom } from './handOver'
import type { ColourArea, LiftAnswer, LiftWanted, LiftWorker } from './lift.worker'
import { newestOnly } from './newestOnly'

export type { ColourArea, LiftAnswer } from './lift.worker'

const worker = endpoint<LiftWorker>(
	'Lifting',
	() => new Worker(new URL('./lift.worker.ts', import.meta.url), { type: 'module' }),
)

const from = (
	part: PictureFrom,
	work: (remote: Remote<LiftWorker>, tell: Progress) => Promise<LiftAnswer>,
	watch: Watch,
): Promise<LiftAnswer> =>
	worker.run(async (remote, tell) => {
		await handOver(remote, part)
		return work(remote, tell)
	}, watch)

/**
 * One object's outlines, px of the part; `null` for a request that a newer one overtook.
 * @param early is told them roughly before they are known well
 */
export const liftOutlines = newestOnly(
	(
		part: PictureFrom,
		hint: LiftHint,
		o: LiftWanted,
		early: (contours: readonly Contour[]) => void,
		watch: Watch = {},
	) => from(part, (remote, tell) => remote.lift(hint, o, proxy(early), proxy(tell)), watch),
)

/** Has the worker and what it sees by at hand before anything is asked of it. */
export function warmLifting(): void {
	worker
		.run((remote) => remote.warm())
		.catch(() => {
			// What is asked for next says why it could not come.
		})
}

/** Areas of like colours, as one; `null` for a request that a newer one overtook. */
export const liftColours = newestOnly(
	(part: PictureFrom, areas: readonly ColourArea[], o: ByColourOptions, watch: Watch = {}) =>
		from(part, (remote) => remote.byColour(areas, o), watch),
)
