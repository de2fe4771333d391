import { describe, expect, it } from 'vitest'
import { parsePathData } from '../path/parsePathData'
import { inmost } from './inmost'

describe('a place well inside', () => {
	it('is near the middle of what is plain', () => {
		const [x, y] = inmost(parsePathData('M0 0H100V80H0Z')) ?? [0, 0]
		expect(x).toBeCloseTo(50)
		expect(Math.abs(y - 40)).toBeLessThan(4)
	})

	it('keeps to the middle of the band of a frame', () => {
		const frame = parsePathData('M0 0H300V270H0ZM40 40V230H260V40Z')
		const [x, y] = inmost(frame) ?? [0, 0]
		const room = Math.min(x, y, 300 - x, 270 - y)
		expect(room).toBeGreaterThan(15)
		expect(x > 40 && x < 260 && y > 40 && y < 230).toBe(false)
	})

	it('is nowhere in nothing', () => {
		expect(inmost([])).toBeNull()
	})
})
