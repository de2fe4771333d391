import { expect, test } from 'vitest'
import { ruleDifference } from '../combine/resolve'
import { parsePathData } from '../formats/pathData'
import { reverseContour } from './contour'
import { runAgainst } from './nesting'

const contours = parsePathData('M0 0H90V90H0ZM10 10H80V80H10ZM20 20H70V70H20ZM200 0H240V40H200Z')

test('outlines run against each other fill the same under both rules, however they ran', () => {
	for (let turned = 0; turned < 16; turned++) {
		const some = contours.map((c, i) => ((turned >> i) & 1 ? reverseContour(c) : c))
		expect(ruleDifference(runAgainst(some))).toEqual([])
	}
})

test('what runs against its surroundings stays the same object', () => {
	const [outer, inner] = parsePathData('M0 0H90V90H0ZM10 10V80H80V10Z')
	expect(runAgainst([outer!, inner!])).toEqual([outer, inner])
})
