import { boxOf, growBox } from '../geometry/box'
import { item } from '../geometry/numbers'
import { distance, mix } from '../geometry/point'
import { boundsOf } from '../path/contour'
import { indexBoxes } from '../path/enclosing'
import type { Contour, PathNode, Piece } from '../path/model'
import { nestingOf } from '../path/nesting'
import type { Finding, Limits } from './finding'
import { middleOf } from './rings'

/** Ends of different open outlines that nearly meet, and outlines that are there twice. */
export function betweenOutlines(pieces: readonly Piece[], { ends }: Limits): Finding[] {
	return [...nearEnds(pieces, ends), ...twins(pieces)]
}

function nearEnds(pieces: readonly Piece[], reach: number): Finding[] {
	const all = pieces.flatMap((piece) =>
		piece.contours
			.filter(({ closed }) => !closed)
			.flatMap((contour) =>
				[contour.nodes[0], contour.nodes.at(-1)].flatMap((node) =>
					node ? [{ piece, contour, node }] : [],
				),
			),
	)
	const index = indexBoxes(all.map(({ node }) => boxOf([node.at])))
	return all.flatMap(({ piece, contour, node }, i) => {
		const { minX, minY, maxX, maxY } = growBox(boxOf([node.at]), reach)
		const near = index.search(minX, minY, maxX, maxY, (k) => k > i).sort((a, b) => a - b)
		return near.flatMap((k): Finding[] => {
			const other = item(all, k)
			const gap = distance(node.at, other.node.at)
			if (other.contour === contour || gap > reach) return []
			return [
				{
					kind: 'ends-near',
					key: `ends-near ${node.id} ${other.node.id}`,
					piece: piece.id,
					contour: contour.id,
					nodes: [node.id, other.node.id],
					at: mix(node.at, other.node.at, 0.5),
					size: gap,
				},
			]
		})
	})
}

/** Outlines that are there twice; one that just fills an opening of another piece shares its edge, and is not. */
function twins(pieces: readonly Piece[]): Finding[] {
	const seen = new Map<string, Owned[]>()
	const found: Finding[] = []
	for (const piece of pieces)
		for (const contour of piece.contours) {
			const print = printOf(contour)
			const alike = seen.get(print) ?? []
			const first = alike.find((one) => !areNeighbours(one, { piece, contour }))?.contour
			if (first)
				found.push({
					kind: 'twice',
					key: `twice ${contour.id} ${first.id}`,
					piece: piece.id,
					contour: contour.id,
					at: middleOf(contour),
				})
			else seen.set(print, [...alike, { piece, contour }])
		}
	return found
}

interface Owned {
	readonly piece: Piece
	readonly contour: Contour
}

function areNeighbours(a: Owned, b: Owned): boolean {
	return a.piece !== b.piece && isOpening(a) !== isOpening(b)
}

const isOpening = ({ piece, contour }: Owned) =>
	nestingOf(piece).some((nested) => nested.contour === contour && nested.role === 'opening')

/** The same for outlines that lie on each other, wherever they begin and whichever way they run; to a hundredth of a px. */
function printOf(contour: Contour): string {
	const round = (v: number | undefined) => (v === undefined ? '' : Math.round(v * 100))
	const place = ({ at, in: into, out }: PathNode) => {
		const handles = [into, out].map((p) => `${round(p?.[0])} ${round(p?.[1])}`).sort()
		return `${round(at[0])} ${round(at[1])} ${handles.join(' ')}`
	}
	const box = Object.values(boundsOf(contour)).map(round).join()
	return `${contour.closed} ${box} ${contour.nodes.map(place).sort().join(';')}`
}
