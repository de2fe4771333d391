import { proxy, type Remote } from 'comlink'
import type { Contour } from '@/core'
import type { ByColourOptions, LiftHint } from '@/core/pictures'
import { endpoint, type Progress, type Watch } from './endpoint'
import { handOver, type PictureFrom } from './handOver'
import type { ColourArea, LiftAnswer, LiftWanted, LiftWorker } from './lift.worker'
import { newestOnly } from './newestOnly'

export type { ColourArea, LiftAnswer } from './lift.worker'

const spawn = () => new Worker(new URL('./lift.worker.ts', import.meta.url), { type: 'module' })

const worker = endpoint<LiftWorker>('Lifting', spawn)

/** What is lifted in the background neither waits for what a hand asks for nor overtakes it. */
const background = endpoint<LiftWorker>('Lifting', spawn)

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

/** One object's outlines, px of the part, while something else is done; each request is answered. */
export function liftBeside(part: PictureFrom, hint: LiftHint, o: LiftWanted): Promise<LiftAnswer> {
	return background.run(async (remote, tell) => {
		await handOver(remote, part)
		return remote.lift(
			hint,
			o,
			proxy(() => {}),
			proxy(tell),
		)
	})
}

/** Has the worker and what it sees by at hand before anything is asked of it. */
export function warmLifting(): void {
	worker
		.run((remote) => remote.warm())
		.catch(() => {
			// What is asked for next says why it could not come.
		})
}

const colours = (
	part: PictureFrom,
	areas: readonly ColourArea[],
	o: ByColourOptions,
	watch: Watch = {},
) => from(part, (remote) => remote.byColour(areas, o), watch)

/** Areas of like colours, as one; `null` for a request that a newer one overtook. */
export const liftColours = newestOnly(colours)

/** The same, roughly, while a hand widens them: `null` only for a request that was never begun. */
export const liftColoursRoughly = newestOnly(
	(part: PictureFrom, areas: readonly ColourArea[], o: ByColourOptions, watch: Watch = {}) =>
		colours(part, areas, { ...o, ...ROUGH }, watch),
	'given',
)

/** A look at so many pixels, an outline so far off, is there at once. */
const ROUGH = { most: 2e5, tolerance: 4 } as const
