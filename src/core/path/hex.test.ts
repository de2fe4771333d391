import { describe, expect, it } from 'vitest'
import { levelsOf } from './hex'

describe('levelsOf', () => {
	it('reads red, green and blue in this order, in either case of letters', () => {
		expect(levelsOf('#0a80ff')).toEqual([10, 128, 255])
		expect(levelsOf('#0A80FF')).toEqual([10, 128, 255])
	})
})
