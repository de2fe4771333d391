import { describe, expect, test } from 'vitest'
import { emptySheet, newPiece, parsePathData } from '@/core'
import { NOTHING, selectContour } from '@/store/selection'
import { shownHandles } from './handles'

const [arch] = parsePathData('M0 100C0 40 40 0 100 0S200 40 200 100S300 200 300 100')
const sheet = { ...emptySheet('Arch', 400, 300), pieces: [newPiece('Arch', [arch!])] }
const [first, second, third] = arch!.nodes
const shown = (...nodes: string[]) =>
	shownHandles(sheet, selectContour(sheet, arch!.id, nodes)).map(({ node, side, own }) => [
		arch!.nodes.indexOf(node),
		side,
		own,
	])

describe('the handles that are shown', () => {
	test('are those of the selected node, and those that face it', () => {
		expect(shown(second!.id)).toEqual([
			[1, 'in', true],
			[1, 'out', true],
			[0, 'out', false],
			[2, 'in', false],
		])
	})

	test('of neighbours both selected each handle is shown once, as its own', () => {
		const pairs = shown(first!.id, second!.id)
		expect(pairs.filter(([node, side]) => node === 0 && side === 'out')).toEqual([[0, 'out', true]])
		expect(new Set(pairs.map(([node, side]) => `${node}${side}`)).size).toBe(pairs.length)
	})

	test('are none where nothing is selected, or too much', () => {
		expect(shownHandles(sheet, NOTHING)).toEqual([])
		const many = parsePathData(`M0 0${'C1 1 2 2 3 0'.repeat(40)}`)[0]!
		const crowd = { ...sheet, pieces: [newPiece('Crowd', [many])] }
		const all = selectContour(
			crowd,
			many.id,
			many.nodes.map((n) => n.id),
		)
		expect(shownHandles(crowd, all)).toEqual([])
	})

	test('a retracted handle is not shown', () => {
		expect(shown(first!.id).filter(([node, side]) => node === 0 && side === 'in')).toEqual([])
		expect(shown(third!.id).length).toBeGreaterThan(0)
	})
})
