import { expect, test } from 'vitest'
import { reverseContour } from '../path/contour'
import { parsePathData } from '../path/parsePathData'
import { profileBetween } from './profile'

const [square] = parsePathData('M0 0H100V100H0Z')
const [wider] = parsePathData('M-2 -2H102V102H-2Z')

test('what lies outside is positive, what lies inside negative, whichever way an outline runs', () => {
	if (!square || !wider) throw new Error('There are two squares.')
	for (const sample of profileBetween(square, wider)) expect(sample.off).toBeCloseTo(2, 6)
	for (const sample of profileBetween(wider, square)) expect(sample.off).toBeLessThan(-1.9)
	for (const sample of profileBetween(reverseContour(square), reverseContour(wider)))
		expect(sample.off).toBeCloseTo(2, 6)
})

test('samples lie evenly along the outline, and against itself it is level', () => {
	if (!square) throw new Error('There is a square.')
	const samples = profileBetween(square, square, 40)
	expect(samples.map(({ at }) => at).slice(0, 3)).toEqual([
		[0, 0],
		[10, 0],
		[20, 0],
	])
	for (const { off } of samples) expect(Math.abs(off)).toBe(0)
})
