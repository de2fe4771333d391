import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { pointAt } from '../geometry/cubic'
import { add, distance } from '../geometry/point'
import { cases } from '../testing/cases'
import { segmentCount, segmentCubic, segments } from './contour'
import { findNode } from './edit'
import { bendSegment, insertNode, moveHandle, moveNodes, placeNode, retractHandle } from './nodes'
import { parsePathData } from './parsePathData'
import { removeNodes } from './remove'
import { anyContour, anyPoint, onlyContour, sheetOf } from './testing/arbitrary'

const inner = fc.double({ min: 0.05, max: 0.95, noNaN: true })

describe('inserting a node', () => {
	test('moves the curve by less than 1e-9 px', () => {
		fc.assert(
			fc.property(anyContour, fc.nat(), inner, (contour, at, t) => {
				const index = at % segmentCount(contour)
				const { sheet, id } = insertNode(sheetOf(contour), contour.id, index, t)
				const after = onlyContour(sheet)
				expect(after.nodes).toHaveLength(contour.nodes.length + 1)
				expect(after.nodes[index + 1]!.id).toBe(id)
				const before = segments(contour)[index]
				const halves = [segments(after)[index], segments(after)[index + 1]]
				if (!before) return
				const whole = segmentCubic(before)
				for (let i = 0; i <= 20; i++) {
					const u = i / 20
					const [half, v] = u < t ? [halves[0], u / t] : [halves[1], (u - t) / (1 - t)]
					expect(distance(pointAt(segmentCubic(half!), v), pointAt(whole, u))).toBeLessThan(1e-9)
				}
			}),
		)
	})

	test('and removing it again gives the old segment back within 1e-6 px', () => {
		fc.assert(
			fc.property(
				anyContour,
				fc.nat(),
				fc.double({ min: 0.2, max: 0.8, noNaN: true }),
				(contour, at, t) => {
					const index = at % segmentCount(contour)
					const source = segments(contour)[index]
					// Two handles, neither too short to tell a direction: otherwise the split hides the shape.
					fc.pre(Boolean(source!.from.out && source!.to.in))
					fc.pre(
						distance(source!.from.at, source!.from.out!) > 1 &&
							distance(source!.to.at, source!.to.in!) > 1,
					)
					const { sheet, id } = insertNode(sheetOf(contour), contour.id, index, t)
					const node = findNode(sheet, id)!.node
					fc.pre(Boolean(node!.in && node.out && distance(node.in, node.out) > 1))
					const back = onlyContour(removeNodes(sheet, new Set([id])))
					const was = segmentCubic(source!)
					const is = segmentCubic(segments(back)[index]!)
					for (let i = 0; i <= 10; i++)
						expect(distance(pointAt(was, i / 10), pointAt(is, i / 10))).toBeLessThan(1e-6)
				},
			),
			{ numRuns: cases(60) },
		)
	})
})

describe('bending a segment', () => {
	test('the grabbed point comes to lie under the pointer, and no node moves', () => {
		fc.assert(
			fc.property(
				anyContour,
				fc.nat(),
				fc.double({ min: 0.25, max: 0.75, noNaN: true }),
				anyPoint,
				(contour, at, t, to) => {
					// A two-node loop's handles answer to both segments at once.
					fc.pre(contour.nodes.length > 2)
					const index = at % segmentCount(contour)
					const after = onlyContour(bendSegment(sheetOf(contour), contour.id, index, t, to))
					const bent = segmentCubic(segments(after)[index]!)
					expect(distance(pointAt(bent, t), to)).toBeLessThan(0.01)
					expect(after.nodes.map((n) => n.at)).toEqual(contour.nodes.map((n) => n.at))
				},
			),
		)
	})

	test('nothing of the curve moves further than it is pulled, wherever it is taken', () => {
		const [line] = parsePathData('M0 0C10 40 70 40 90 0')
		const before = segmentCubic(segments(line!)[0]!)
		for (const t of [0.02, 0.1, 0.2, 0.3, 0.5, 0.8, 0.97]) {
			const to = add(pointAt(before, t), [3, -7])
			const bent = segmentCubic(
				segments(onlyContour(bendSegment(sheetOf(line!), line!.id, 0, t, to)))[0]!,
			)
			const moved = Array.from({ length: 101 }, (_, i) =>
				distance(pointAt(bent, i / 100), pointAt(before, i / 100)),
			)
			expect(Math.max(...moved)).toBeLessThanOrEqual(Math.hypot(3, 7) * (1 + 1e-9))
			expect(Math.max(...moved)).toBeGreaterThan(0.99 * Math.hypot(3, 7))
		}
	})

	test('a straight segment becomes a curve with balanced handles', () => {
		const [line] = parsePathData('M0 0H90')
		const bent = onlyContour(bendSegment(sheetOf(line!), line!.id, 0, 0.5, [45, 30]))
		expect(bent.nodes[0]).toMatchObject({ out: [30, 40], kind: 'cusp' })
		expect(bent.nodes[1]).toMatchObject({ in: [60, 40], kind: 'cusp' })
	})

	test('a smooth neighbour stays in line', () => {
		const [curve] = parsePathData('M0 0C0 20 20 40 40 40S80 20 80 0')
		const bent = onlyContour(bendSegment(sheetOf(curve!), curve!.id, 0, 0.5, [5, 50]))
		const joint = bent.nodes[1]!
		expect(joint.kind).toBe('symmetric')
		expect(joint.in![0] + joint.out![0]).toBeCloseTo(2 * joint.at[0], 9)
		expect(joint.in![1] + joint.out![1]).toBeCloseTo(2 * joint.at[1], 9)
	})

	test('a smooth end beside a straight segment keeps to its line', () => {
		const [curve] = parsePathData('M0 0H40C60 0 80 20 80 60')
		expect(curve!.nodes[1]!.kind).toBe('smooth')
		const bent = onlyContour(bendSegment(sheetOf(curve!), curve!.id, 1, 0.5, [75, 10]))
		expect(bent.nodes[1]!.kind).toBe('smooth')
		expect(bent.nodes[1]!.out![1]).toBeCloseTo(0, 9)
	})
})

describe('handles', () => {
	const [curve] = parsePathData('M0 0C0 20 20 40 40 40C50 40 80 20 80 0')

	test('the far handle of a smooth node turns along and keeps its length', () => {
		const joint = curve!.nodes[1]!
		const moved = findNode(moveHandle(sheetOf(curve!), joint.id, 'in', [40, 10]), joint.id)!.node
		expect(moved.in).toEqual([40, 10])
		expect(moved.out![0]).toBeCloseTo(40, 9)
		expect(distance(moved.at, moved.out!)).toBeCloseTo(10, 9)
	})

	test('broken, it moves alone and the node is a cusp', () => {
		const joint = curve!.nodes[1]!
		const moved = findNode(
			moveHandle(sheetOf(curve!), joint.id, 'in', [40, 10], true),
			joint.id,
		)!.node
		expect(moved).toMatchObject({ in: [40, 10], out: joint.out, kind: 'cusp' })
	})

	test('the last handle taken away leaves a corner', () => {
		const end = curve!.nodes[2]!
		const bare = findNode(retractHandle(sheetOf(curve!), end.id, 'in'), end.id)!.node
		expect(bare.kind).toBe('corner')
		expect(bare.in).toBeUndefined()
	})
})

describe('moving', () => {
	test('nodes go exactly by the distance asked, their handles with them', () => {
		fc.assert(
			fc.property(anyContour, anyPoint, (contour, by) => {
				const all = new Set(contour.nodes.map((n) => n.id))
				const after = onlyContour(moveNodes(sheetOf(contour), all, by))
				for (const [i, n] of after.nodes.entries()) {
					expect(
						distance(n.at, [contour.nodes[i]!.at[0] + by[0], contour.nodes[i]!.at[1] + by[1]]),
					).toBeLessThan(1e-9)
				}
			}),
		)
	})

	test('a typed place is met to the last digit', () => {
		const [line] = parsePathData('M0.1 0.2L5 5')
		const id = line!.nodes[0]!.id
		expect(findNode(placeNode(sheetOf(line!), id, [0.3, 7.77]), id)!.node.at).toEqual([0.3, 7.77])
	})

	test('by nothing is no edit at all', () => {
		const [line] = parsePathData('M0 0L5 5')
		const sheet = sheetOf(line!)
		expect(moveNodes(sheet, new Set([line!.nodes[0]!.id]), [0, 0])).toBe(sheet)
	})
})
