import { describe, expect, test } from 'vitest'
import { newPiece, parsePathData } from '@/core'
import { NOTHING } from '@/store/selection'
import { between, nextAmong, nextStop, stopAt } from './walk'

const piece = newPiece('Ring', parsePathData('M0 0H100V100H0ZM40 40V60H60V40Z'))
const [outer, inner] = piece.contours
const at = (contour: typeof outer, ...places: number[]) => ({
	...NOTHING,
	piece: piece.id,
	contour: contour!.id,
	nodes: new Set(places.map((i) => contour!.nodes[i]!.id)),
})

describe('the walk', () => {
	test('begins at the first node, goes round clockwise and on to the next outline', () => {
		let place = nextStop([piece], { ...NOTHING, piece: piece.id }, 1)
		const seen = [place?.index]
		for (let i = 0; i < 8; i++) {
			place = nextStop([piece], at(place!.contour, place!.index), 1)
			seen.push(place?.index)
		}
		// The opening runs against the outline round it: on means back along it. Then it begins anew.
		expect(seen).toEqual([0, 1, 2, 3, 0, 3, 2, 1, 0])
		expect(nextStop([piece], at(outer, 0), -1)).toMatchObject({ contour: inner, index: 1 })
	})

	test('goes only to some nodes where that is wished, on to the next outline too', () => {
		const only = new Set([outer!.nodes[2]!.id, inner!.nodes[1]!.id])
		const first = nextAmong([piece], { ...NOTHING, piece: piece.id }, 1, null, only)
		expect(first).toMatchObject({ contour: outer, index: 2 })
		const second = nextAmong([piece], at(outer, 2), 1, null, only)
		expect(second).toMatchObject({ contour: inner, index: 1 })
		expect(nextAmong([piece], at(inner, 1), 1, null, only)).toMatchObject({ index: 2 })
		expect(nextAmong([piece], at(outer, 2), 1, null, new Set())).toBeNull()
		expect(nextAmong([piece], at(outer, 2), 1, null, null)).toMatchObject({ index: 3 })
	})

	test('says where one is', () => {
		const id = inner!.nodes[3]!.id
		expect(stopAt([piece], id)).toMatchObject({ outline: 2, outlines: 2, node: 2 })
		expect(stopAt([{ ...piece, locked: true }], id)).toBeNull()
	})

	test('goes on to the piece below, past what is hidden or locked', () => {
		const [below, between, top] = ['Below', 'Between', 'Top'].map((name) =>
			newPiece(name, parsePathData('M0 0H10V10Z')),
		)
		for (const held of [{ locked: true }, { hidden: true }]) {
			const pieces = [below!, { ...between!, ...held }, top!]
			const last = { ...NOTHING, nodes: new Set([top!.contours[0]!.nodes[2]!.id]) }
			expect(nextStop(pieces, last, 1)?.contour).toBe(below!.contours[0])
			expect(nextStop(pieces, { ...NOTHING, piece: between!.id }, 1)?.contour).toBe(
				top!.contours[0],
			)
		}
	})

	test('goes on from where a node was taken away, either way', () => {
		const stood = { contour: outer!, index: 2 }
		const left = { ...outer!, nodes: outer!.nodes.toSpliced(2, 1) }
		const pieces = [{ ...piece, contours: [left, inner!] }]
		const gone = { ...NOTHING, piece: piece.id, contour: outer!.id }
		expect(nextStop(pieces, gone, 1, stood)).toMatchObject({ contour: left, index: 2, node: 3 })
		expect(nextStop(pieces, gone, -1, stood)).toMatchObject({ contour: left, index: 1 })
		// The last one gone, the next outline is next.
		const short = { ...outer!, nodes: outer!.nodes.slice(0, 3) }
		const end = [{ ...piece, contours: [short, inner!] }]
		expect(nextStop(end, gone, 1, { contour: outer!, index: 3 })?.contour).toBe(inner)
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
