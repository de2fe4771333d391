import { beforeEach, describe, expect, test, vi } from 'vitest'
import {
	combineAreas,
	contains,
	divide,
	emptySheet,
	newPiece,
	parsePathData,
	seamless,
} from '@/core'
import { createDesk } from '@/editor/session/desk'
import { createSlices } from '@/editor/session/slices'
import { nodesTool } from '@/editor/tools/nodes/nodes'
import { createOpenSheet } from '@/store/openSheet'
import { named } from '../chosen'
import { acceptApart } from './acceptApart'
import { cutSlice } from './cutSlice'
import { cutPass } from './pass'
import { justClosed } from './punching'
import { regionsTool, startingFates } from './regions'

// What the worker does, done here.
vi.mock('@/jobs/combining', () => ({
	joinedRegions: async (regions: ReturnType<typeof divide>, own: ReadonlySet<string>) =>
		combineAreas(
			'merge',
			regions.map(({ contours }) => ({ contours, rule: 'nonzero' as const })),
		).map((contour) => seamless(contour, ({ id }) => own.has(id))),
}))

const board = newPiece('Board', parsePathData('M0 0H60V60H0Z'))
const bar = newPiece('Bar', parsePathData('M40 20H100V40H40Z'))
const sheet = { ...emptySheet('Test', 200, 100), pieces: [board, bar] }

function handy(change: (fates: number[]) => number[]) {
	const open = createOpenSheet(sheet)
	const desk = createDesk({ pass: cutPass, tool: regionsTool })
	const slices = createSlices()
	const regions = divide(
		[board, bar].map(({ contours, fillRule }) => ({ contours, rule: fillRule })),
	).sort((a, b) => a.within.length - b.within.length || (a.within[0] ?? 0) - (b.within[0] ?? 0))
	slices.of(cutSlice).setState({
		apart: {
			pieces: [board.id, bar.id],
			regions,
			fates: change(startingFates(regions.length)),
			brush: 'keep',
			hovered: null,
		},
	})
	return { open, desk, slices }
}

describe('regions accepted', () => {
	// In order: the board alone, the bar alone, what both cover.
	let done: ReturnType<typeof handy>
	beforeEach(() => {
		done = handy((fates) => fates)
	})

	test('each becomes a piece, painted and named like the topmost that covered it', async () => {
		const { open, desk, slices } = done
		await acceptApart({ open, desk, slices })
		expect(open.sheet().pieces.map((p) => p.name)).toEqual(['Board', 'Bar', 'Piece 3'])
		expect(slices.of(cutSlice).getState().apart).toBeNull()
		expect(desk.getState().tool).toBe(nodesTool)
		expect(open.getState().history.past).toHaveLength(1)
		open.undo()
		expect(open.sheet()).toBe(sheet)
	})

	test('what is joined is one piece without a seam; what is dropped is gone', async () => {
		const { open, desk, slices } = handy(() => [0, 1, 1])
		await acceptApart({ open, desk, slices })
		const [piece, more] = open.sheet().pieces
		expect(more).toBeUndefined()
		expect(piece?.contours[0]?.nodes.map(({ at }) => at.join()).sort()).toEqual(
			bar.contours[0]?.nodes.map(({ at }) => at.join()).sort(),
		)
		expect(contains(piece?.contours ?? [], [10, 10])).toBe(false)
	})
})

test('open outlines of pieces taken apart are not lost', async () => {
	const open = createOpenSheet({
		...sheet,
		pieces: [{ ...board, contours: [...board.contours, ...parsePathData('M5 5H9V9')] }, bar],
	})
	const { desk, slices } = handy(() => [1, 1, 1])
	await acceptApart({ open, desk, slices })
	expect(open.sheet().pieces.map((p) => p.contours.map((c) => c.closed))).toEqual([[true], [false]])
})

describe('words and punches', () => {
	test('pieces are named as one says them', () => {
		expect(named([board])).toBe('“Board”')
		expect(named([board, bar])).toBe('“Board” and “Bar”')
		expect(named([board, bar, board])).toBe('“Board”, “Bar” and “Board”')
	})

	test('what was open or not there and is closed now was just closed; nothing else', () => {
		const line = newPiece('Line', parsePathData('M10 10H20V20'))
		const closed = { ...line, contours: line.contours.map((c) => ({ ...c, closed: true })) }
		const before = { ...sheet, pieces: [board, line] }
		const after = { ...sheet, pieces: [board, closed] }
		expect(justClosed(before, after, board.id)).toBe(closed)
		expect(justClosed({ ...sheet, pieces: [board] }, after, board.id)).toBe(closed)
		expect(justClosed(after, after, board.id)).toBeUndefined()
		expect(justClosed(before, before, board.id)).toBeUndefined()
		expect(justClosed(before, after, closed.id)).toBeUndefined()
	})
})
