import { expect, test } from 'vitest'
import { contourBounds } from '../../path/contour'
import { rehearseLifting } from './rehearsal'

test.each([64, 100, 180])('a made-up thing %f px across is lifted whole', (across) => {
	const [thing, ...others] = rehearseLifting(across)
	expect(others).toEqual([])
	if (!thing) throw new Error('Nothing was lifted.')
	const { minX, maxX, minY, maxY } = contourBounds(thing)
	const size = 0.75 * across * 2 * 0.36
	expect(Math.abs(maxX - minX - size)).toBeLessThan(0.12 * across)
	expect(Math.abs(maxY - minY - size)).toBeLessThan(0.12 * across)
})
