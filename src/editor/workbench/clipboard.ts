import {
	addPieces,
	contourHull,
	emptySheet,
	formatSvg,
	newId,
	outlinesOfNodes,
	type Piece,
	parseSheet,
	rehosted,
	removeOpen,
	removePieces,
	type Sheet,
	sheetToJson,
	transformPieces,
	withFreshGroups,
	withFreshIds,
} from '@/core'
import { toolInHand } from '@/editor/session/desk'
import { counted } from '@/kit/counted'
import { showSnack } from '@/kit/snackbar'
import { chosenPieces } from '@/store/selection'
import { type Laid, OWN_TYPE, SVG_TYPE } from './laid'
import type { Workbench } from './workbench'

/** What is pasted onto itself is moved by so much, px on screen. */
const BESIDE_PX = 16

/** The nodes that are chosen where outlines are worked on, else none. */
function nodesAtHand({ open, desk }: Workbench): ReadonlySet<string> {
	const { nodes } = open.getState().selection
	return toolInHand(desk.getState()).about === 'outlines' ? nodes : new Set()
}

function piecesAtHand(workbench: Workbench): Piece[] {
	const { open } = workbench
	const nodes = nodesAtHand(workbench)
	if (nodes.size > 0) return outlinesOfNodes(open.sheet(), nodes)
	const chosen = chosenPieces(open.getState().selection)
	return open.sheet().pieces.filter(({ id }) => chosen.has(id))
}

/** What this tab laid on the clipboard last: pasted in place it comes as plain text alone. */
let last: Laid | null = null

/**
 * Lays what is chosen on the clipboard: pieces, or the chosen nodes as outlines; for other programs as SVG.
 * @returns whether there was something to lay there
 */
export function copy(workbench: Workbench, data: DataTransfer, done = 'Copied'): boolean {
	const pieces = piecesAtHand(workbench)
	if (pieces.length === 0) {
		if (nodesAtHand(workbench).size > 0)
			showSnack(
				'Nothing was copied: one node by itself is no outline. Choose two that are neighbours.',
			)
		return false
	}
	const sheet: Sheet = { ...workbench.open.sheet(), photos: [], guides: [], pieces }
	const svg = formatSvg({ ...sheet, pieces: pieces.map((piece) => ({ ...piece, hidden: false })) })
	const own = sheetToJson(sheet)
	data.setData(OWN_TYPE, own)
	data.setData(SVG_TYPE, svg)
	data.setData('text/plain', svg)
	last = { own, svg }
	showSnack(`${done}: ${whatIs(workbench, pieces)}.`)
	return true
}

/** What is laid on the clipboard, in words. */
function whatIs(workbench: Workbench, pieces: readonly Piece[]): string {
	const nodes = nodesAtHand(workbench).size
	if (nodes > 0) return `${counted(nodes, 'node', 'nodes')}, as outlines of their own`
	const [piece, more] = pieces
	return piece && !more ? `“${piece.name}”` : counted(pieces.length, 'piece', 'pieces')
}

/** Copies what is chosen, and takes it away. @returns whether there was something */
export function cut(workbench: Workbench, data: DataTransfer): boolean {
	if (!copy(workbench, data, 'Cut')) return false
	const { open } = workbench
	const nodes = nodesAtHand(workbench)
	if (nodes.size > 0) open.apply('Cut nodes', (sheet) => removeOpen(sheet, nodes))
	else {
		const chosen = chosenPieces(open.getState().selection)
		open.apply(chosen.size > 1 ? 'Cut pieces' : 'Cut a piece', (sheet) =>
			removePieces(sheet, chosen),
		)
	}
	return true
}

/**
 * Brings in what lay on the clipboard.
 * @param takeSvg brings a drawing in that another program laid there
 */
export function paste({ open, desk }: Workbench, laid: Laid, takeSvg: (file: File) => void): void {
	const { inPlace = false } = laid
	const own = ownPieces(laid.own || (laid.svg === last?.svg ? last.own : ''))
	if (own) {
		const { pieces: grouped, groups } = withFreshGroups(own.pieces, own)
		const pieces = freshIn(
			open.sheet(),
			grouped,
			inPlace ? null : BESIDE_PX / desk.getState().view.scale,
		)
		open.apply(pieces.length > 1 ? 'Paste pieces' : 'Paste a piece', (sheet) =>
			addPieces(sheet, pieces, groups),
		)
		const ids = pieces.map(({ id }) => id)
		open.select({ piece: ids[0] ?? null, contour: null, nodes: new Set(), others: new Set(ids) })
	} else if (laid.svg) takeSvg(new File([laid.svg], 'The clipboard.svg', { type: SVG_TYPE }))
}

/** Pieces that a sheet of ours laid on the clipboard; `null` where there are none that can be read. */
function ownPieces(json: string): Sheet | null {
	if (json === '') return null
	try {
		const sheet = parseSheet({ ...emptySheet('', 1, 1), ...JSON.parse(json) })
		return sheet.pieces.length > 0 ? sheet : null
	} catch {
		return null
	}
}

/**
 * Pieces with ids and names of their own.
 * @param beside how far from what they would lie on exactly, px; `null` where they are to lie there
 */
function freshIn(sheet: Sheet, pieces: readonly Piece[], beside: number | null): readonly Piece[] {
	const names = new Set(sheet.pieces.map(({ name }) => name))
	const taken = new Set(
		sheet.pieces.flatMap(({ contours }) =>
			contours.flatMap(({ id, nodes }) => [id, ...nodes.map((node) => node.id)]),
		),
	)
	const made = pieces.map((piece) => ({
		...piece,
		id: newId(),
		name: ownName(piece.name, names),
		hidden: false,
		locked: false,
		contours: withFreshIds(piece.contours, taken),
	}))
	const fresh = rehosted(pieces, made)
	if (beside === null) return fresh
	const places = new Set(sheet.pieces.map(placeOf))
	let by = 0
	const moved = () => {
		const ids = new Set(fresh.map(({ id }) => id))
		return transformPieces({ ...sheet, pieces: fresh }, ids, [1, 0, 0, 1, by, by]).pieces
	}
	while (moved().some((piece) => places.has(placeOf(piece)))) by += beside
	return moved()
}

/** “Wing 2”, where there is a “Wing” already; the name is taken then. */
function ownName(name: string, taken: Set<string>): string {
	const [, stem = name, number = '1'] = /^(.*?)(?: (\d+))?$/.exec(name) ?? []
	let own = name
	for (let n = Number(number) + 1; taken.has(own); n++) own = `${stem} ${n}`
	taken.add(own)
	return own
}

function placeOf({ contours }: Piece): string {
	return contours.map((contour) => Object.values(contourHull(contour)).join()).join(';')
}
