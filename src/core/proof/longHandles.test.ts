import { describe, expect, test } from 'vitest'
import { isSelfCrossing } from '../combine/selfCrossing'
import { deviation } from '../measure/deviation'
import { segments } from '../path/contour'
import type { Contour } from '../path/model'
import { parsePathData } from '../path/parsePathData'
import { areHandlesLong, withShortHandles } from './longHandles'

const only = (d: string) => parsePathData(d)[0] as Contour
const long = (contour: Contour) => segments(contour).filter(areHandlesLong)
const shortened = (contour: Contour) =>
	long(contour).reduce((now, { from }) => withShortHandles(now, from.id), contour)

describe('handles that cross or are overlong, of a curve that is fine', () => {
	test.each([
		['a deep arch', 'M20 100C20 -100 120 -100 120 100L70 160Z'],
		['a narrow loop of wire', 'M60 100C40 20 120 20 80 100L70 160Z'],
		['a hook', 'M20 100C20 20 60 20 62 90L70 160Z'],
		['an arch of handles that cross', 'M20 100C90 30 60 30 120 100L70 160Z'],
	])('%s keeps its shape, with nodes between', (_, d) => {
		const before = only(d)
		expect(long(before)).not.toHaveLength(0)
		expect(isSelfCrossing(before)).toBe(false)
		const after = shortened(before)
		expect(long(after)).toEqual([])
		expect(after.nodes.length).toBeGreaterThan(before.nodes.length)
		expect(after.nodes.length).toBeLessThanOrEqual(before.nodes.length + 3)
		expect(deviation([before], [after]).max).toBeLessThan(0.02)
	})
})

test('a loop goes: the handles end where they would cross', () => {
	const before = only('M20 100C180 20 -40 20 120 100L70 160Z')
	expect(isSelfCrossing(before)).toBe(true)
	const after = shortened(before)
	expect(isSelfCrossing(after)).toBe(false)
	expect(long(after)).toEqual([])
	expect(after.nodes).toHaveLength(before.nodes.length)
	expect(after.nodes.map(({ at }) => at)).toEqual(before.nodes.map(({ at }) => at))
})

test('handles that are fine stay', () => {
	const fine = only('M20 100C40 40 100 40 120 100L70 160Z')
	expect(withShortHandles(fine, fine.nodes[0]?.id ?? '')).toBe(fine)
})
