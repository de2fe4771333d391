import { scaleAbout } from '../../geometry/placement'
import type { Point } from '../../geometry/point'
import { alignNodes, spaceNodes, transformNodes } from '../arrangeNodes'
import { distributePieces, duplicatePieces, mirrorPieces } from '../arrangePieces'
import { segmentCount } from '../contour'
import { closeOutline } from '../draw'
import { CannotJoin, joinEnds, removeOpen, reverseOutline, setFirstNode, splitAt } from '../ends'
import { setMirror, weldMirror } from '../mirror'
import type { Contour, NodeKind, Piece, Sheet } from '../model'
import { bendSegment, insertNode, moveHandle, moveNodes, retractHandle, setKind } from '../nodes'
import { isSound } from '../reach'
import { removeNodes } from '../remove'
import { addExtrema, evenHandles, insertMiddles, levelHandles, makeFlat, mendCusp } from '../shape'

/** Random edits for the laws that tests state: every edit of outlines that the editor can make. */

const KINDS: readonly NodeKind[] = ['corner', 'smooth', 'symmetric', 'cusp']
/** Sheets do not grow beyond this in a long run of edits. */
const MOST_NODES = 60
const LARGEST_PX = 5000

/** Numbers in [0, 1) that are the same for the same seed (mulberry32). */
export function randomNumbers(seed: number): () => number {
	let state = seed | 0
	return () => {
		state = (state + 0x6d2b79f5) | 0
		let t = Math.imul(state ^ (state >>> 15), 1 | state)
		t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t
		return ((t ^ (t >>> 14)) >>> 0) / 4294967296
	}
}

/** One random edit of a random piece, outline or nodes. What cannot be done leaves the sheet. */
export function anyEdit(sheet: Sheet, random: () => number): Sheet {
	const pick = <T>(all: readonly T[]): T | undefined => all[Math.floor(random() * all.length)]
	const piece = pick(sheet.pieces)
	const contour = piece && pick(piece.contours)
	const node = contour && pick(contour.nodes)
	if (!piece || !contour || !node) return sheet
	const point: Point = [random() * 900 - 400, random() * 900 - 400]
	const some = new Set(contour.nodes.filter(() => random() < 0.4).map((n) => n.id))
	const one = new Set([node.id])
	const next = contour.nodes[contour.nodes.indexOf(node) + 1] ?? node
	const two = new Set([node.id, next.id])
	const axis = random() < 0.5 ? 'x' : 'y'
	const side = random() < 0.5 ? 'in' : 'out'
	const index = Math.floor(random() * Math.max(1, segmentCount(contour)))
	const edits: readonly (() => Sheet)[] = [
		() => moveNodes(sheet, some, [point[0] / 20, point[1] / 20]),
		() => moveHandle(sheet, node.id, side, point, random() < 0.3),
		() => retractHandle(sheet, node.id, side),
		() => setKind(sheet, some, pick(KINDS) ?? 'corner'),
		() => bendSegment(sheet, contour.id, index, 0.2 + 0.6 * random(), point),
		() => insertNode(sheet, contour.id, index, 0.1 + 0.8 * random()).sheet,
		() => insertMiddles(sheet, two).sheet,
		() => addExtrema(sheet, two).sheet,
		() => makeFlat(sheet, node.id)?.sheet ?? sheet,
		() => levelHandles(sheet, some),
		() => evenHandles(sheet, some),
		() => mendCusp(sheet, node.id, side),
		() => removeNodes(sheet, contour.nodes.length > 3 ? one : new Set()),
		() => removeOpen(sheet, contour.nodes.length > 5 ? (random() < 0.5 ? one : two) : new Set()),
		() => splitAt(sheet, random() < 0.5 ? one : some).sheet,
		() => joinAny(sheet, random),
		() => closeOutline(sheet, contour.id),
		() => reverseOutline(sheet, contour.id),
		() => setFirstNode(sheet, node.id),
		() => alignNodes(sheet, some, axis),
		() => spaceNodes(sheet, some, axis),
		() => transformNodes(sheet, some, scaleAbout(point, random(), 0.7 + random(), 0.7 + random())),
		() => mirrorPieces(sheet, new Set([piece.id]), axis === 'x' ? 'left-right' : 'top-bottom'),
		() => duplicated(sheet, piece),
		() => distributePieces(sheet, new Set(sheet.pieces.map((p) => p.id)), axis),
		() => mirroredWhole(sheet, piece, point),
	]
	const edited = pick(edits)?.() ?? sheet
	return nodeCount(edited) > MOST_NODES || extent(edited) > LARGEST_PX ? sheet : edited
}

function joinAny(sheet: Sheet, random: () => number): Sheet {
	const ends = sheet.pieces
		.flatMap((piece) => piece.contours)
		.filter((contour) => !contour.closed)
		.flatMap(({ nodes }) => [nodes[0], nodes.at(-1)])
		.flatMap((end) => (end && random() < 0.6 ? [end.id] : []))
	try {
		return joinEnds(sheet, new Set(ends.slice(0, 2)), random() < 0.5 ? 'segment' : 'node')
	} catch (error) {
		if (error instanceof CannotJoin) return sheet
		throw error
	}
}

function duplicated(sheet: Sheet, piece: Piece): Sheet {
	return sheet.pieces.length < 4 ? duplicatePieces(sheet, new Set([piece.id]), [9, 9]).sheet : sheet
}

function mirroredWhole(sheet: Sheet, piece: Piece, through: Point): Sheet {
	const line = { from: through, to: [through[0] + 3, through[1] + 50] as const }
	return weldMirror(setMirror(sheet, line), piece.id, line, 40)
}

/** The largest coordinate of any node. */
function extent(sheet: Sheet): number {
	const places = contoursOf(sheet).flatMap((contour) => contour.nodes.flatMap((node) => node.at))
	return Math.max(0, ...places.map(Math.abs))
}

function nodeCount(sheet: Sheet): number {
	return contoursOf(sheet).reduce((sum, contour) => sum + contour.nodes.length, 0)
}

export function contoursOf(sheet: Sheet): Contour[] {
	return sheet.pieces.flatMap((piece) => piece.contours)
}

/** Whether all numbers of a sheet's outlines are numbers, and some are larger than it can hold. */
export function leavesReach(sheet: Sheet): boolean {
	const numbers = contoursOf(sheet).flatMap(({ nodes }) =>
		nodes.flatMap(({ at, in: into = at, out = at }) => [...at, ...into, ...out]),
	)
	return numbers.every(Number.isFinite) && !numbers.every(isSound)
}
