import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { thin } from '@/core'
import { liftSlice } from '@/editor/tools/lift/liftSlice'
import { handyWorkbench } from '../testing/handyWorkbench'
import { acceptThin } from './thin/acceptThin'
import { thinSlice } from './thin/thinSlice'

beforeEach(() => void vi.useFakeTimers())

afterEach(() => {
	vi.useRealTimers()
	vi.unstubAllGlobals()
})

const MANY = 'M0 0L10 0L20 0L30 0L100 0L100 50L100 100L0 100Z'

/** A piece with needless nodes, and what thinning would make of it. */
function withGhost() {
	const workbench = handyWorkbench(MANY)
	const contour = workbench.open.sheet().pieces[0]?.contours[0]
	if (!contour) throw new Error('There is an outline.')
	const { contour: fewer, deviation } = thin(contour, { tolerance: 0.5 })
	const count = { before: contour.nodes.length, after: fewer.nodes.length }
	const marks = { going: [], staying: [], moving: [], profile: [] }
	workbench.slices
		.of(thinSlice)
		.setState({ ghost: { contours: [fewer], deviation, ...count, ...marks } })
	return { workbench, nodes: () => workbench.open.sheet().pieces[0]?.contours[0]?.nodes.length }
}

test('what would change all of an outline waits while it is still being found, and says so', () => {
	vi.stubGlobal('window', new EventTarget())
	const { workbench, nodes } = withGhost()
	const lift = workbench.slices.of(liftSlice)
	lift.setState({ busy: true, keeping: true })
	expect(acceptThin(workbench)).toBe(true)
	expect(nodes()).toBe(8)
	expect(workbench.desk.getState().said).toContain('still being found')
	lift.setState({ busy: false, keeping: false })
	expect(acceptThin(workbench)).toBe(true)
	expect(nodes()).toBe(4)
})

test('a lift that nothing was kept of makes nothing wait', () => {
	const { workbench, nodes } = withGhost()
	workbench.slices.of(liftSlice).setState({ busy: true })
	acceptThin(workbench)
	expect(nodes()).toBe(4)
})
