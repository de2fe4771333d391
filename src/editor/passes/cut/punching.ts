import { findPiece, openingsOf, type Piece, type Sheet, takeOutlines } from '@/core'
import type { ServiceContext } from '@/editor/session/definitions'
import { toolInHand } from '@/editor/session/desk'
import { combined } from '@/jobs/combining'
import { Cancelled } from '@/jobs/problems'
import { showProblem, showSnack } from '@/kit/snackbar'
import type { OpenSheet } from '@/store/openSheet'
import { areaOf } from '../chosen'
import { cutSlice } from './cutSlice'

/**
 * While a piece is punched into, cuts every outline out of it that a drawing tool closes. What comes back along
 * the history was not drawn.
 * @returns what ends it
 */
export function punching({ open, atRest, desk, slices, refresh }: ServiceContext): () => void {
	const cut = slices.of(cutSlice)
	let { travels } = open.getState()
	return atRest.subscribe(({ sheet }, { sheet: was }) => {
		const travelled = open.getState().travels !== travels
		travels = open.getState().travels
		const { punchInto: into } = cut.getState()
		if (into === null || travelled || desk.getState().pass.id !== 'cut') return
		const host = findPiece(sheet, into)
		if (!host) return cut.setState({ punchInto: null })
		const drawn = toolInHand(desk.getState()).draws && justClosed(was, sheet, into)
		if (!drawn) return
		punch(open, host, drawn)
			.then((problem) => {
				if (problem) showSnack(problem, { variant: 'warning' })
				refresh()
			})
			.catch((error) => {
				if (!(error instanceof Cancelled)) showProblem(error)
			})
	})
}

/** A piece of one closed outline that was open, or not there, before; or one that came whole, as what is lifted does. */
export function justClosed(was: Sheet, now: Sheet, host: string): Piece | undefined {
	const closed = new Set(
		was.pieces.flatMap(({ contours }) => contours.filter((c) => c.closed).map((c) => c.id)),
	)
	const known = new Set(was.pieces.map(({ id }) => id))
	return now.pieces.find(
		({ id, contours }) =>
			id !== host &&
			contours.every((contour) => contour.closed && !closed.has(contour.id)) &&
			(contours.length === 1 || !known.has(id)),
	)
}

/** @returns what there is to say where nothing was cut */
async function punch(open: OpenSheet, host: Piece, drawn: Piece): Promise<string | null> {
	const result = await combined('cut-out', [areaOf(host), areaOf(drawn)])
	const { pieces } = open.sheet()
	if (!pieces.includes(host) || !pieces.includes(drawn)) return null
	if (result.length === 0)
		return `That outline covers all of “${host.name}”: nothing was cut. It is a piece of its own.`
	if (sameNodes(result, host))
		return `That outline lies beside “${host.name}”: nothing was cut. It is a piece of its own.`
	const openings = openingsOf({ ...host, contours: result }).length
	const label = openings > openingsOf(host).length ? 'Punch an opening' : 'Bite an edge'
	// Drawing the outline and punching by it are one thing to whoever does it.
	open.amend(label, (s) => takeOutlines(s, host.id, result, { gone: new Set([drawn.id]) }))
	open.select({ piece: host.id, contour: null, nodes: new Set() })
	return null
}

/** Nothing was cut where all nodes of a piece, and no others, stand in the result. */
function sameNodes(result: Piece['contours'], host: Piece): boolean {
	const ids = (contours: Piece['contours']) =>
		contours
			.flatMap((c) => c.nodes.map((n) => n.id))
			.sort()
			.join()
	return ids(result) === ids(host.contours.filter((c) => c.closed))
}
