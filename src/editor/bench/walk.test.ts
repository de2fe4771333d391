import { describe, expect, test } from 'vitest'
import { newPiece, parsePathData, reverseContour } from '@/core'
import { NOTHING } from '@/store/selection'
import { between, nextStop } from './walk'

const piece = newPiece('Ring', parsePathData('M0 0H100V100H0ZM40 40V60H60V40Z'))
const [outer, inner] = piece.contours
const at = (contour: typeof outer, ...places: number[]) => ({
	...NOTHING,
	piece: piece.id,
	contour: contour!.id,
	nodes: new Set(places.map((i) => contour!.nodes[i]!.id)),
})

describe('the walk', () => {
	test('begins at the first node, goes round clockwise and comes back to it', () => {
		let place = nextStop([piece], { ...NOTHING, piece: piece.id }, 1)
		const seen = [place?.index]
		for (let i = 0; i < 4; i++) {
			place = nextStop([piece], at(outer, place!.index), 1)
			seen.push(place?.index)
		}
		expect(seen).toEqual([0, 1, 2, 3, 0])
		expect(nextStop([piece], at(outer, 0), -1)?.index).toBe(3)
	})

	test('is clockwise on screen too where the outline runs the other way', () => {
		// The opening runs against the outline round it: on means back along it.
		expect(nextStop([piece], at(inner, 0), 1)?.index).toBe(3)
		const turned = { ...piece, contours: [reverseContour(outer!)] }
		const place = { ...NOTHING, piece: piece.id, nodes: new Set([outer!.nodes[0]!.id]) }
		const next = nextStop([turned], place, 1)!
		expect(next.contour.nodes[next.index]!.at).toEqual([100, 0])
	})

	test('goes on from the last of several, and back from the first', () => {
		expect(nextStop([piece], at(outer, 1, 2), 1)?.index).toBe(3)
		expect(nextStop([piece], at(outer, 1, 2), -1)?.index).toBe(0)
	})

	test('has nowhere to go on an empty sheet', () => {
		expect(nextStop([], NOTHING, 1)).toBeNull()
	})

	test('the view glides from one to the other, its middle and zoom along with it', () => {
		const size = { width: 800, height: 600 }
		const [from, to] = [
			{ scale: 1, x: 0, y: 0 },
			{ scale: 4, x: -1000, y: -500 },
		]
		expect(between(from, to, 0, size)).toEqual(from)
		const end = between(from, to, 1, size)
		for (const key of ['scale', 'x', 'y'] as const) expect(end[key]).toBeCloseTo(to[key], 9)
		expect(between(from, to, 0.5, size).scale).toBeCloseTo(2)
	})
})
