import type { Piece, Point } from '@/core'
import type { PassContext } from '@/editor/session/definitions'
import { findAgain } from '@/jobs/edges'
import { messageFor } from '@/kit/messages'
import { type AgainState, againSlice, finding, NOT_SOUGHT } from './againSlice'

type Context = Pick<PassContext, 'open' | 'edges' | 'slices' | 'refresh'>

/** Looks for a piece once more in all of the photo under it. */
export function seekInPhoto(context: Context, piece: Piece): Promise<void> {
	const of = { piece: piece.id, contours: piece.contours }
	const slice = context.slices.of(againSlice)
	// What was found stands until the same is found otherwise.
	const same = slice.getState().of?.piece === piece.id
	slice.setState({ ...(!same && NOT_SOUGHT), of })
	return seek(context)
}

/** Looks once more for what is sought: at a place, or in the whole photo unless said otherwise. */
export async function seek({ open, edges, slices, refresh }: Context, near?: Point): Promise<void> {
	const slice = slices.of(againSlice)
	const { of } = slice.getState()
	if (!of) return
	const ended = (change: Partial<AgainState>) => {
		slice.setState({ ...change, busy: null })
		refresh()
	}
	slice.setState({ busy: near ? 'place' : 'photo', problem: null })
	refresh()
	try {
		const read = await edges.under(of.contours, 'all')
		if (slice.getState().of !== of) return
		if (!read)
			return ended({
				problem: 'No photo that shows lies under the piece, or its edges are not read yet.',
			})
		const { within, mirrored, sizes } = slice.getState()
		const own = open.sheet().pieces.find(({ id }) => id === of.piece)
		const others = open.sheet().pieces.filter(({ id, hidden }) => id !== of.piece && !hidden)
		// What was found before and is left out may be looked for once more where it is pointed at.
		const before = near ? slice.getState().found : []
		const found = await findAgain(read, {
			within,
			mirrored,
			allowance: own?.allowance ?? 0,
			...(!sizes && { scales: SAME_SIZE }),
			...(near && { near }),
			taken: [...others, ...before].map(({ contours }) => contours),
		})
		const now = slice.getState()
		if (!found || now.of !== of) return
		if (found.length === 0)
			return ended({ problem: near ? NOTHING_HERE : NOTHING, ...(!near && { found: [] }) })
		ended(
			near
				? finding(now, { found: [...now.found, ...found], out: now.out })
				: { found, out: new Set(), past: [], future: [] },
		)
	} catch (error) {
		ended({ problem: messageFor(error) })
	}
}

/** Things of one size differ by this much where a photo shows one nearer than the other. */
const SAME_SIZE = [0.94, 1.06] as const

const NOTHING =
	'It was found nowhere else in the photo. Click where it is: there it is looked for less strictly.'
const NOTHING_HERE = 'It was not found here. Click in its middle.'
