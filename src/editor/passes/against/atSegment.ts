import { findContour, isStraight, replaceOutlines } from '@/core'
import type { PassContext } from '@/editor/session/definitions'
import { sayOnce } from '@/editor/session/saying'
import { againstSlice } from './againstSlice'
import { Nothing, propose } from './propose'

/** An edge is looked for no further off than this, sheet px. */
const MOST_REACH_PX = 64

/** The segment under the pointer goes to the photo's edge at once: bent where it is straight, else fitted. */
export async function segmentToPhoto({
	open,
	desk,
	slices,
	edges,
	refresh,
}: Pick<PassContext, 'open' | 'desk' | 'slices' | 'edges' | 'refresh'>): Promise<void> {
	const { hover } = desk.getState().overlay
	if (hover?.kind !== 'segment') return
	const { contour, index } = hover
	const piece = open.sheet().pieces.find(({ contours }) => contours.includes(contour))
	const [from, to] = [contour.nodes[index], contour.nodes[(index + 1) % contour.nodes.length]]
	if (!from || !to) return
	const against = slices.of(againstSlice)
	const { reach: wished, deviation, silentSegment } = against.getState()
	const nodes = `${from.id} ${to.id}`
	// Asked for again where nothing was found, it is looked for twice as far off.
	const reach =
		silentSegment?.nodes === nodes ? Math.min(MOST_REACH_PX, 2 * silentSegment.reach) : wished
	const target = {
		contours: [contour],
		allowance: piece?.allowance ?? 0,
		only: new Set([from.id, to.id]),
	}
	const what = isStraight(from, to) ? 'bend' : 'fit'
	try {
		const made = await propose(what, [target], edges, { reach, deviation })
		// Something else may have changed the outline meanwhile.
		if (!made || findContour(open.sheet(), contour.id)?.contour !== contour) return
		against.setState({ silentSegment: null })
		open.apply('Segment to the photo', (sheet) => replaceOutlines(sheet, made.ghost.contours))
		refresh()
	} catch (error) {
		if (!(error instanceof Nothing)) throw error
		against.setState({ silentSegment: { nodes, reach } })
		const more = Math.min(MOST_REACH_PX, 2 * reach)
		const on = more > reach ? ` 9 once more: within ${more} px.` : ''
		sayOnce(desk, `Within ${reach} px: ${error.message}${on}`)
	}
}
