import { differenceEuclidean } from 'culori'
import { describe, expect, test } from 'vitest'
import { lineColour } from './lineColour'
import { picture } from './testing/arbitraryPixels'

const apart = differenceEuclidean('oklab')

describe('the trace line’s colour', () => {
	test.each([
		['black card', '#101010', [16, 16, 16]],
		['white paper', '#f4f4f0', [244, 244, 240]],
		['a green leaf', '#2f7a3a', [47, 122, 58]],
		['red enamel', '#9c2a22', [156, 42, 34]],
		['verdigris', '#0e7466', [14, 116, 102]],
	] as const)('stands out from %s', (_, hex, rgb) => {
		const colour = lineColour(picture(20, 20, () => rgb))
		expect(colour).toMatch(/^#[0-9a-f]{6}$/)
		expect(apart(colour, hex)).toBeGreaterThan(0.3)
	})

	test('looks where the lines run, not at the rest of the photo', () => {
		// All verdigris, but for a pale strip along which the outline runs.
		const photo = picture(40, 40, (_, y) => (y === 20 ? [235, 230, 220] : [14, 116, 102]))
		const along = Array.from({ length: 40 }, (_, x) => [x + 0.5, 20.5] as const)
		expect(apart(lineColour(photo, along), '#ebe6dc')).toBeGreaterThan(
			apart(lineColour(photo), '#ebe6dc'),
		)
	})

	test('places off the photo count for nothing', () => {
		const photo = picture(4, 4, () => 128)
		expect(
			lineColour(photo, [
				[-5, 2],
				[9, 9],
			]),
		).toBe(lineColour(photo))
	})
})
