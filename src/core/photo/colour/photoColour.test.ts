import { describe, expect, test } from 'vitest'
import { parsePathData } from '../../path/parsePathData'
import { painted } from '../testing/painted'
import { discColour, photoColour } from './photoColour'

const PIECE = parsePathData('M10 10H50V50H10Z')

describe('the colour under a piece', () => {
	test('is the photo’s, whatever lies beyond the piece', () => {
		const photo = painted(60, 60, (x, y) =>
			x >= 10 && x < 50 && y >= 10 && y < 50 ? [200, 60, 40] : [0, 0, 255],
		)
		expect(photoColour(photo, PIECE)).toBe('#c83c28')
	})

	test('a reflection of less than half does not shift it', () => {
		const photo = painted(60, 60, (x) => (x < 28 ? [255, 255, 255] : [90, 120, 60]))
		expect(photoColour(photo, PIECE)).toBe('#5a783c')
	})

	test('near its edge the ground is left out', () => {
		const photo = painted(60, 60, (x) => (x < 13 || x > 14 ? [255, 255, 255] : [20, 30, 40]))
		const narrow = parsePathData('M10 10H18V50H10Z')
		expect(photoColour(photo, narrow, { margin: 0 })).toBe('#ffffff')
		expect(photoColour(photo, narrow)).toBe('#141e28')
	})

	test('what other pieces cover is left out, unless they cover all of it', () => {
		const photo = painted(60, 60, (x) => (x < 35 ? [10, 200, 10] : [200, 10, 200]))
		const patch = parsePathData('M8 8H36V52H8Z')
		expect(photoColour(photo, PIECE)).toBe('#0ac80a')
		expect(photoColour(photo, PIECE, { covered: [patch] })).toBe('#c80ac8')
		const all = parsePathData('M0 0H60V60H0Z')
		expect(photoColour(photo, PIECE, { covered: [all] })).toBe('#0ac80a')
	})

	test('openings and what lies beyond the photo do not count; with nothing under it there is none', () => {
		const photo = painted(60, 60, (x) => (x < 30 ? [255, 0, 0] : [0, 128, 0]))
		const frame = parsePathData('M2 2H58V58H2ZM4 4V56H32V4Z')
		expect(photoColour(photo, frame)).toBe('#008000')
		expect(photoColour(photo, parsePathData('M40 40H400V400H40Z'))).toBe('#008000')
		expect(photoColour(photo, parsePathData('M100 100H200V200Z'))).toBeNull()
		expect(photoColour(photo, [])).toBeNull()
	})

	test('a piece of less than a pixel has the colour of where it lies, if a pixel’s middle does', () => {
		const photo = painted(60, 60, () => [9, 99, 199])
		expect(photoColour(photo, parsePathData('M20.3 20.3H20.8V20.8H20.3Z'))).toBe('#0963c7')
	})
})

test('the colour in a ring is the mean of what lies in it, not beyond', () => {
	const picture = painted(11, 11, (x, y) =>
		Math.hypot(x - 5, y - 5) < 5.4 ? [120, 80, 40] : [0, 0, 255],
	)
	expect(discColour(picture)).toBe('#785028')
	expect(discColour(painted(1, 1, () => [7, 8, 9]))).toBe('#070809')
})
