import type { Affine } from '../geometry/affine'

/** Whether a picture is stored on its side: its width and height change over when it is set upright. */
export function liesOnItsSide(orientation: number): boolean {
	return orientation >= 5 && orientation <= 8
}

/**
 * The map that sets a stored picture upright (EXIF 2.3, tag 0112).
 * @param orientation 1 to 8; anything else counts as 1, upright
 * @param width px as stored
 * @param height px as stored
 * @returns from stored to upright px
 */
export function uprightMap(orientation: number, width: number, height: number): Affine {
	switch (orientation) {
		case 2:
			return [-1, 0, 0, 1, width, 0]
		case 3:
			return [-1, 0, 0, -1, width, height]
		case 4:
			return [1, 0, 0, -1, 0, height]
		case 5:
			return [0, 1, 1, 0, 0, 0]
		case 6:
			return [0, 1, -1, 0, height, 0]
		case 7:
			return [0, -1, -1, 0, height, width]
		case 8:
			return [0, -1, 1, 0, 0, width]
		default:
			return [1, 0, 0, 1, 0, 0]
	}
}
