import type { Point } from '@/core'
import type { KeyInput } from '@/editor/session/tool'

/** Which way each arrow key moves what is chosen. */
export const ARROWS: Readonly<Record<string, Point>> = {
	arrowleft: [-1, 0],
	arrowright: [1, 0],
	arrowup: [0, -1],
	arrowdown: [0, 1],
}

/** For the key list, what {@link nudgeStep} gives. */
export const NUDGES = 'Nudge 1 px; Shift 10'

/** How far one press of an arrow key moves it, px. */
export function nudgeStep({ shift, finely }: Pick<KeyInput, 'shift' | 'finely'>): number {
	return finely ? 0.1 : shift ? 10 : 1
}
