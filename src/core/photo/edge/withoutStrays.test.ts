import { expect, test } from 'vitest'
import { distance, type Point } from '../../geometry/point'
import type { Contour } from '../../path/model'
import { rendered } from '../testing/rendered'
import { edgeField } from './edgeField'
import { withoutStrays } from './withoutStrays'

const [LEFT, TOP, RIGHT, BOTTOM] = [30.3, 25.6, 90.7, 85.2]
const FIELD = edgeField(
	rendered(120, 120, (x, y) => x > LEFT && x < RIGHT && y > TOP && y < BOTTOM, { grain: 2 }),
)
/** Five places to a side, all round. */
const TRUE: readonly Point[] = [
	[LEFT, TOP],
	[RIGHT, TOP],
	[RIGHT, BOTTOM],
	[LEFT, BOTTOM],
].flatMap(([x = 0, y = 0], k, corners) => {
	const [u = 0, v = 0] = corners[(k + 1) % 4] ?? []
	return [0, 1, 2, 3, 4].map((n): Point => [x + (n / 5) * (u - x), y + (n / 5) * (v - y)])
})
const through = (places: readonly Point[]): Contour => ({
	id: 'sides',
	closed: true,
	nodes: places.map((at, k) => ({ id: `n${k}`, at, kind: 'corner' })),
})
const BEGUN = through(TRUE.map(([x, y]) => [x + 2, y - 1.5]))

test('a node that went elsewhere goes as what is about it, and the others stay where they came to', () => {
	const gone = through(TRUE.map(([x, y], k) => (k === 5 ? [x + 5, y + 6] : [x, y])))
	const [mended] = withoutStrays([BEGUN], [gone], FIELD, {})
	for (const [k, node] of (mended?.nodes ?? []).entries())
		expect(distance(node.at, TRUE[k] ?? [0, 0])).toBeLessThan(0.4)
})

test('nothing changes where none strays, or so many do that nobody knows which', () => {
	const right = through(TRUE)
	expect(withoutStrays([BEGUN], [right], FIELD, {})[0]).toBe(right)
	const wild = through(TRUE.map(([x, y], k) => (k % 2 === 0 ? [x + 4, y + 4] : [x, y])))
	expect(withoutStrays([BEGUN], [wild], FIELD, {})[0]).toBe(wild)
})
