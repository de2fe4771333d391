import {
	type Contour,
	suggestionsFor,
	type ThinSettings,
	type ThinTarget,
	thinOutlines,
	tradeOff,
} from '@/core'
import { exposed } from './exposed'

const endpoint = {
	thin: (targets: readonly ThinTarget[], settings: ThinSettings) => thinOutlines(targets, settings),
	tradeOff: (targets: readonly ThinTarget[], settings: Omit<ThinSettings, 'tolerance' | 'ease'>) =>
		tradeOff(targets, settings),
	suggest: (contours: readonly Contour[]) => contours.flatMap((contour) => suggestionsFor(contour)),
}

export type ThinWorker = typeof endpoint

exposed(endpoint)
