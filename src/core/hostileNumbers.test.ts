import { describe, expect, test } from 'vitest'
import { arcToCubics } from './geometry/arc'
import { arcLength, type Cubic, flattenCubic } from './geometry/cubic'
import { nearestOn } from './geometry/nearest'
import type { Point } from './geometry/point'
import {
	combineAreas,
	contains,
	deviation,
	divide,
	formatPathData,
	nestingOf,
	newPiece,
	offset,
	openingsOf,
	outlineStroke,
	parsePathData,
	resolveSelfCrossings,
	ruleDifference,
	sketchPathData,
	suggestionsFor,
	thinOutlines,
	windingRegions,
} from './index'
import type { Contour } from './path/model'
import { randomNumbers } from './path/testing/anyEdit'

const NUMBERS = [
	Number.NaN,
	Number.POSITIVE_INFINITY,
	Number.NEGATIVE_INFINITY,
	1e308,
	-1e308,
	1e-308,
	5e-324,
	1e154,
	1e16,
	1e7,
	-1e7,
	0,
	-0,
	1,
	3,
]
const random = randomNumbers(3)
const number = () =>
	random() < 0.5 ? (NUMBERS[Math.floor(random() * NUMBERS.length)] ?? 0) : random() * 100
const size = () => Math.abs(number()) || 1
const point = (): Point => [number(), number()]
const cubic = (): Cubic => [point(), point(), point(), point()]
const contour = (closed = random() < 0.7): Contour => ({
	id: `c${random()}`,
	closed,
	nodes: Array.from({ length: 2 + Math.floor(random() * 4) }, () => ({
		id: `n${random()}`,
		at: point(),
		...(random() < 0.6 && { in: point() }),
		...(random() < 0.6 && { out: point() }),
		kind: 'cusp' as const,
	})),
})
const rings = () => [contour(true), contour(true)]
const area = () => ({ contours: rings(), rule: 'evenodd' as const })
const SETTINGS = { ease: 0, keepCorners: true, preferExtrema: true, levelled: true }

/** What outside callers may give any numbers to. */
const FUNCTIONS: Readonly<Record<string, () => unknown>> = {
	arcToCubics: () =>
		arcToCubics(point(), point(), {
			rx: number(),
			ry: number(),
			rotation: number(),
			large: true,
			sweep: random() < 0.5,
		}),
	arcLength: () => arcLength(cubic(), 1e-3),
	flattenCubic: () => flattenCubic(cubic(), size()),
	nearestOn: () => nearestOn(cubic(), point()),
	parsePathData: () =>
		parsePathData(`M${number()} 0A${number()} ${number()} ${number()} 1 1 9 ${number()}Z`),
	formatPathData: () => formatPathData([contour()]),
	sketchPathData: () => sketchPathData([contour()]),
	thinOutlines: () => thinOutlines([{ contour: contour() }], { ...SETTINGS, tolerance: size() }),
	suggestionsFor: () => suggestionsFor(contour()),
	combineAreas: () => combineAreas('cut-out', [area(), area()]),
	divide: () => divide([area(), area()]),
	resolveSelfCrossings: () => resolveSelfCrossings(rings(), 'nonzero'),
	ruleDifference: () => ruleDifference(rings()),
	windingRegions: () => windingRegions(rings()),
	contains: () => contains(rings(), point()),
	offset: () => offset(rings(), number()),
	outlineStroke: () => outlineStroke([contour()], size(), { cap: 'round', join: 'miter' }),
	deviation: () => deviation(rings(), rings()),
	nestingOf: () => nestingOf({ contours: rings(), fillRule: 'nonzero' }),
	openingsOf: () => openingsOf(newPiece('x', rings())),
}

describe('numbers at the ends of what there are, and none at all', () => {
	test.each(Object.keys(FUNCTIONS))(
		'%s comes back, with a result or an error that says why',
		(name) => {
			for (let k = 0; k < 60; k++) {
				try {
					FUNCTIONS[name]?.()
				} catch (error) {
					expect(error).toBeInstanceOf(Error)
					expect((error as Error).message).not.toMatch(/undefined|call stack|not a function/i)
				}
			}
		},
		30_000,
	)
})
