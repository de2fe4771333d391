import { describe, expect, test, vi } from 'vitest'
import { divide, parsePathData } from '@/core'
import { runMachine } from '@/editor/session/machine'
import { at, handyBench } from '@/editor/tools/testing/handyBench'
import type { Apart } from './cutSlice'
import { type RegionsNeeds, regionsMachine, startingFates } from './regions'

const createRegions = (needs: RegionsNeeds) => runMachine(regionsMachine(needs), handyBench())

const square = (x: number) => ({
	contours: parsePathData(`M${x} 0H${x + 20}V20H${x}Z`),
	rule: 'nonzero' as const,
})

/** Two squares that overlap by half: three regions side by side, 0–10, 10–20 and 20–30. */
function handy(brush: Apart['brush']) {
	const regions = divide([square(0), square(10)]).sort((a, b) => a.inside[0] - b.inside[0])
	let apart: Apart | null = {
		pieces: ['a', 'b'],
		regions,
		fates: startingFates(regions.length),
		brush,
		hovered: null,
	}
	const accept = vi.fn()
	const leave = vi.fn(() => {
		apart = null
	})
	const tool = createRegions({
		get: () => apart,
		set: (next) => {
			apart = next
		},
		accept,
		leave,
	})
	return { tool, accept, leave, now: () => apart! }
}

const key = (name: string) => ({ key: name, shift: false, mod: false, finely: false })

describe('choosing among regions', () => {
	test('the region under the pointer is lit, and none beside them', () => {
		const { tool, now } = handy('keep')
		tool.move(at([5, 5]))
		expect(now().hovered).toBe(0)
		tool.move(at([15, 5]))
		expect(now().hovered).toBe(1)
		tool.move(at([95, 5]))
		expect(now().hovered).toBe(null)
	})

	test('a click drops one, a drag across several drops each', () => {
		const { tool, now } = handy('drop')
		tool.down(at([5, 5]))
		tool.up(at([5, 5]))
		expect(now().fates).toEqual([0, 2, 3])
		tool.down(at([15, 5]))
		tool.move(at([25, 5]))
		tool.up(at([25, 5]))
		expect(now().fates).toEqual([0, 0, 0])
	})

	test('moved over without a press, nothing is chosen', () => {
		const { tool, now } = handy('drop')
		tool.move(at([5, 5]))
		tool.move(at([25, 5]))
		expect(now().fates).toEqual([1, 2, 3])
	})

	test('one drag joins all it crosses; what was joined is parted by keeping it', () => {
		const { tool, now } = handy('join')
		tool.down(at([5, 5]))
		tool.move(at([15, 5]))
		tool.up(at([15, 5]))
		expect(now().fates).toEqual([1, 1, 3])
		const keeping = { ...now(), brush: 'keep' as const }
		const other = createRegions({
			get: () => keeping,
			set: (next) => Object.assign(keeping, next),
			accept: () => {},
			leave: () => {},
		})
		other.down(at([15, 5]))
		expect(new Set(keeping.fates).size).toBe(3)
	})

	test('a dropped region is kept again as a piece of its own', () => {
		const { tool, now } = handy('drop')
		tool.down(at([5, 5]))
		tool.up(at([5, 5]))
		now()
		const kept = { ...now(), brush: 'keep' as const }
		const other = createRegions({
			get: () => kept,
			set: (next) => Object.assign(kept, next),
			accept: () => {},
			leave: () => {},
		})
		other.down(at([5, 5]))
		expect(kept.fates[0]).toBeGreaterThan(0)
		expect(new Set(kept.fates).size).toBe(3)
	})

	test('Enter accepts, Escape leaves all as it was, other keys are not its own', () => {
		const { tool, accept, leave } = handy('keep')
		expect(tool.key(key('c'))).toBe(false)
		expect(tool.key(key('enter'))).toBe(true)
		expect(accept).toHaveBeenCalledOnce()
		expect(tool.key(key('escape'))).toBe(true)
		expect(leave).toHaveBeenCalledOnce()
		expect(tool.key(key('escape'))).toBe(false)
	})
})
