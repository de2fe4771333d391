import { useEffect, useRef } from 'react'
import { openingsOf, type Piece, type Sheet, takeOutlines } from '@/core'
import { toolInHand } from '@/editor/bench/desk'
import { told } from '@/editor/workbench/useAnswer'
import { useSheetAtRest, useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { combined } from '@/jobs/combining'
import { showSnack } from '@/kit/snackbar'
import type { OpenSheet } from '@/store/openSheet'
import { areaOf } from '../chosen'
import { cutSlice } from './cutSlice'

/** While a piece is punched into, cuts every outline out of it that a drawing tool closes. */
export function usePunch(): void {
	const { open, desk, slices, refresh } = useWorkbench()
	const sheet = useSheetAtRest()
	const into = useSlice(cutSlice, (state) => state.punchInto)
	const before = useRef(sheet)
	useEffect(() => {
		const was = before.current
		before.current = sheet
		const undone = open.getState().history.future.length > 0
		if (into === null || was === sheet || undone) return
		const host = sheet.pieces.find((p) => p.id === into)
		if (!host) return slices.of(cutSlice).setState({ punchInto: null })
		const drawn = toolInHand(desk.getState()).draws && justClosed(was, sheet, into)
		if (!drawn) return
		void told(punch(open, host, drawn)).then((problem) => {
			if (problem) showSnack(problem, { variant: 'warning' })
			refresh()
		})
	}, [sheet, into, open, desk, slices, refresh])
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
	open.apply(label, (s) => takeOutlines(s, host.id, result, { gone: new Set([drawn.id]) }))
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
