import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { type Area, addPieces, combineAreas, newPiece, parsePathData, removePieces } from '@/core'
import { goToPass } from '@/editor/session/desk'
import { handyWorkbench } from '@/editor/testing/handyWorkbench'
import { penTool } from '@/editor/tools/pen/pen'
import { roughPass } from '../rough/pass'
import { cutSlice } from './cutSlice'
import { cutPass } from './pass'
import { punching } from './punching'

// What the worker does, done here.
vi.mock('@/jobs/combining', () => ({
	combined: async (op: 'cut-out', areas: Area[]) => combineAreas(op, areas),
}))

const settled = () => new Promise((resolve) => setTimeout(resolve, 5))
let bench: ReturnType<typeof handyWorkbench>
let stop: () => void
let host: string

beforeEach(() => {
	bench = handyWorkbench('M0 0H100V100H0Z')
	host = bench.open.sheet().pieces[0]?.id ?? ''
	goToPass(bench.desk, cutPass)
	bench.desk.setState({ tool: penTool })
	bench.slices.of(cutSlice).setState({ punchInto: host })
	stop = punching(bench)
})
afterEach(() => stop())

const draw = (d: string) => {
	bench.open.apply('Draw', (s) => addPieces(s, [newPiece('Drawn', parsePathData(d))]))
	return settled()
}
const outlines = () => bench.open.sheet().pieces.map(({ contours }) => contours.length)
const labels = () => bench.open.getState().history.past.map(({ label }) => label)

test('what is drawn closed within the piece is an opening of it at once', async () => {
	await draw('M20 20H40V40H20Z')
	expect(outlines()).toEqual([2])
	await draw('M60 60H80V80H60Z')
	expect(outlines()).toEqual([3])
	// Drawn and punched is one step.
	expect(labels()).toEqual(['Punch an opening', 'Punch an opening'])
})

test('what comes back by undo and redo was not drawn: it stays as it comes', async () => {
	await draw('M20 20H40V40H20Z')
	bench.open.undo()
	await settled()
	expect(outlines()).toEqual([1])
	bench.open.redo()
	await settled()
	expect(outlines()).toEqual([2])
	// The next that is drawn is cut out again.
	await draw('M60 60H80V80H60Z')
	expect(outlines()).toEqual([3])
})

test('elsewhere than in its pass nothing is cut; there again it goes on', async () => {
	goToPass(bench.desk, roughPass)
	bench.desk.setState({ tool: penTool })
	await draw('M20 20H40V40H20Z')
	expect(outlines()).toEqual([1, 1])
	goToPass(bench.desk, cutPass)
	bench.desk.setState({ tool: penTool })
	await draw('M60 60H80V80H60Z')
	expect(outlines()).toEqual([2, 1])
})

test('once the piece is gone nothing is punched into', async () => {
	bench.open.apply('Delete', (s) => removePieces(s, new Set([host])))
	await draw('M20 20H40V40H20Z')
	expect(outlines()).toEqual([1])
	expect(bench.slices.of(cutSlice).getState().punchInto).toBeNull()
})
