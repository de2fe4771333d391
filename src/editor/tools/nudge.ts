import type { Point } from '@/core'
import type { KeyInput } from './tool'

/** Which way each arrow key moves what is chosen. */
export const ARROWS: Readonly<Record<string, Point>> = {
	arrowleft: [-1, 0],
	arrowright: [1, 0],
	arrowup: [0, -1],
	arrowdown: [0, 1],
}

/** How far one press of an arrow key moves it, px. */
export function nudgeStep({ shift, alt }: Pick<KeyInput, 'shift' | 'alt'>): number {
	return shift ? 10 : alt ? 0.1 : 1
}
