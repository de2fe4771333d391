import fc from 'fast-check'
import { expect, test } from 'vitest'
import { withFreshIds } from './freshIds'
import { parsePathData } from './parsePathData'

const [line] = parsePathData('M0 0L10 0L10 10Z')
const ids = (contours: ReturnType<typeof withFreshIds>) =>
	contours.flatMap(({ id, nodes }) => [id, ...nodes.map((node) => node.id)])

test('however often an outline comes, every id is single and nothing else changes', () => {
	fc.assert(
		fc.property(fc.integer({ min: 1, max: 8 }), fc.boolean(), (times, known) => {
			const taken = new Set(known ? [line!.id] : [])
			const before = taken.size
			const found = withFreshIds(Array(times).fill(line), taken)
			expect(new Set(ids(found)).size).toBe(times * 4)
			expect(taken.size).toBe(before + times * 4)
			for (const { nodes, closed } of found) {
				expect(closed).toBe(true)
				expect(nodes.map(({ at }) => at)).toEqual(line!.nodes.map(({ at }) => at))
			}
		}),
	)
})

test('what needs no other id stays the same object', () => {
	expect(withFreshIds([line!])[0]).toBe(line)
})
