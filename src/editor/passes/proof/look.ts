import { levelsOf } from '@/core'
import { BLACK_ON_WHITE, type Silhouette } from '@/editor/session/definitions'
import type { Look } from './proofSlice'

/** Card, and what one sees where it is cut away. */
const STENCIL: Silhouette = { ground: '#d3c3a1', shape: '#2c2a27' }
/** The cut-out is painted in the shape's place. */
const NOTHING_ON_WHITE: Silhouette = { ground: '#ffffff', shape: 'transparent' }

/** Whether the photo is to be seen cut out by the pieces. */
export const isCutOut = ({ ground }: Look): boolean => ground === 'cut out'

const INKS: Readonly<Partial<Record<Look['ground'], Silhouette>>> = {
	'black on white': BLACK_ON_WHITE,
	'white on black': { ground: '#000000', shape: '#ffffff' },
	stencil: STENCIL,
	'cut out': NOTHING_ON_WHITE,
}

/** How a look shows the shape. */
export function silhouetteOf({ ground, colour, mirrored, upsideDown, divider }: Look): Silhouette {
	const inks = INKS[ground] ?? { ground: colour, shape: inkOn(colour) }
	return {
		...inks,
		...(mirrored && { mirrored }),
		...(upsideDown && { upsideDown }),
		...(divider !== null && { from: divider }),
	}
}

/** Black or white, whichever is told better from a colour (ITU-R BT.709 brightness of coded values). */
export function inkOn(colour: string): string {
	const [r, g, b] = levelsOf(colour)
	return 0.2126 * r + 0.7152 * g + 0.0722 * b > 110 ? '#000000' : '#ffffff'
}
