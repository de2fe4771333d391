import { describe, expect, test } from 'vitest'
import { type Cubic, pointAt } from '../geometry/cubic'
import type { Point } from '../geometry/point'
import { errorOf } from './chainError'
import { smoothJoint } from './joint'
import { type Chain, polish } from './polish'
import { flat } from './testing/shapes'
import { type Trail, trailOf } from './trail'

const DRAWN: readonly Cubic[] = [
	[
		[0, 0],
		[30, -60],
		[90, -90],
		[150, -90],
	],
	[
		[150, -90],
		[230, -90],
		[300, -40],
		[320, 40],
	],
]

function trail(): Trail {
	const points = DRAWN.flatMap((cubic) =>
		Array.from({ length: 200 }, (_, i): Point => pointAt(cubic, i / 200)),
	)
	return trailOf(flat([...points, [320, 40]]), false)
}

/** The drawn chain with its middle joint, its direction and all handles somewhat off. */
function disturbed({ centre: [cx, cy] }: Trail): Chain {
	const place = (i: number, x: number, y: number, dx: number, dy: number) => {
		const n = Math.hypot(dx, dy)
		return smoothJoint(i, x - cx, y - cy, dx / n, dy / n)
	}
	return {
		joints: [place(0, 0, 0, 30, -58), place(200, 150, -93, 1, 0.08), place(400, 320, 40, 20, 82)],
		spans: [
			{ start: 55, end: 68, straight: false },
			{ start: 70, end: 90, straight: false },
		],
	}
}

function worst(on: Trail, { joints, spans }: Chain): number {
	return Math.max(
		...spans.map((span, k) =>
			errorOf(on, joints[k]!, joints[k + 1]!, span, Number.POSITIVE_INFINITY),
		),
	)
}

describe('polishing', () => {
	test('brings a disturbed chain back onto its points', () => {
		const on = trail()
		const chain = disturbed(on)
		const before = worst(on, chain)
		polish(on, chain, () => false, 6, 0, 1)
		expect(before).toBeGreaterThan(2)
		expect(worst(on, chain)).toBeLessThan(0.1)
	})

	test('a joint that is held keeps its place, a direction that is given stays given', () => {
		const on = trail()
		const chain = disturbed(on)
		const [first, middle] = chain.joints
		Object.assign(middle!, { inX: 1, inY: 0, outX: 1, outY: 0, fixedIn: true, fixedOut: true })
		const place = [first!.x, first!.y, first!.outX, first!.outY]
		polish(on, chain, (k) => k === 0, 5, 0, 1)
		expect([first!.x, first!.y, first!.outX, first!.outY]).toEqual(place)
		expect([middle!.inX, middle!.inY, middle!.outX, middle!.outY]).toEqual([1, 0, 1, 0])
		expect(worst(on, chain)).toBeLessThan(1)
	})

	test('a joint that slides stays on its line', () => {
		const on = trail()
		const chain = disturbed(on)
		const middle = chain.joints[1]!
		middle.slide = [1, 0]
		const { y } = middle
		polish(on, chain, () => false, 5, 0, 1)
		expect(middle.y).toBe(y)
	})
})
