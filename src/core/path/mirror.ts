import { type Affine, applyAffine } from '../geometry/affine'
import { distance, dot, type Point, subtract, unit } from '../geometry/point'
import { reverseContour, withHandles } from './contour'
import { mapPiece } from './edit'
import { inferKind, replaceNode } from './kinds'
import { type Contour, type MirrorLine, newId, type PathNode, type Sheet } from './model'
import { settleSince } from './nodes'
import { transformContour } from './pieces'

/** Mirror work: one side of a shape is drawn, the other follows and is welded to it on the line. */

/** The sheet with its line of mirror work, where it has one, under a map of the plane. */
export function movedMirror(sheet: Sheet, map: Affine): Sheet {
	const { mirror } = sheet
	if (!mirror) return sheet
	const { from, to } = mirror
	return { ...sheet, mirror: { from: applyAffine(map, from), to: applyAffine(map, to) } }
}

/** The reflection in a line through two points. */
export function reflection({ from, to }: MirrorLine): Affine {
	const [x, y] = unit(subtract(to, from))
	const [a, b, d] = [x * x - y * y, 2 * x * y, y * y - x * x]
	return [a, b, b, d, from[0] - (a * from[0] + b * from[1]), from[1] - (b * from[0] + d * from[1])]
}

/** Sets the line that shapes are mirrored in, or takes it away. */
export function setMirror(sheet: Sheet, mirror: MirrorLine | undefined): Sheet {
	const { mirror: _, ...rest } = sheet
	return mirror && distance(mirror.from, mirror.to) > 0 ? { ...rest, mirror } : rest
}

/** The other side of an outline. */
export function mirrored(contour: Contour, line: MirrorLine): Contour {
	const other = transformContour(contour, reflection(line))
	// Every node is looked at: a handle of next to nothing may have gone in the rounding.
	return settleSince({ ...contour, nodes: [] }, other)
}

/**
 * Accepts the other side of a piece's outlines. An open outline that ends on the line, within
 * `reach` px, is welded to its other side there: with both ends it closes, with one it goes on. All
 * others get their other side as an outline of its own.
 */
export function weldMirror(sheet: Sheet, pieceId: string, line: MirrorLine, reach: number): Sheet {
	return mapPiece(sheet, pieceId, (piece) => ({
		...piece,
		contours: piece.contours.flatMap((contour) => completed(contour, line, reach)),
	}))
}

function completed(contour: Contour, line: MirrorLine, reach: number): Contour[] {
	const first = contour.nodes[0]
	const last = contour.nodes.at(-1)
	const onLine = (node: PathNode | undefined) =>
		node !== undefined && distance(node.at, footOn(line, node.at)) <= reach
	const starts = !contour.closed && contour.nodes.length > 1 && onLine(first)
	const ends = !contour.closed && contour.nodes.length > 1 && onLine(last)
	if (!starts && !ends) return [contour, withNewIds(mirrored(contour, line))]
	// With an end on the line, that end is where the other side goes on.
	const half = ends ? contour : reverseContour(contour)
	const seated = seatedOn(line, half, starts && ends)
	const other = reverseContour(withNewIds(mirrored(seated, line)))
	const back = other.nodes.slice(1, starts && ends ? -1 : undefined)
	const nodes = [...seated.nodes, ...back]
	const seam = seated.nodes.length - 1
	const joined = [
		{ at: seam, out: other.nodes[0]?.out },
		...(starts && ends ? [{ at: 0, in: other.nodes.at(-1)?.in }] : []),
	]
	const whole = joined.reduce<Contour>(
		(current, { at, ...handles }) => {
			const node = current.nodes[at]
			if (!node) return current
			const welded = withHandles(node, { in: node.in, out: node.out, ...handles })
			const placed = replaceNode(current, at, welded)
			return replaceNode(placed, at, { ...welded, kind: inferKind(placed, at) })
		},
		{ ...seated, nodes, closed: starts && ends },
	)
	return [settleSince(contour, whole)]
}

/** The outline with its last node, and its first with `both`, moved onto the line. */
function seatedOn(line: MirrorLine, contour: Contour, both: boolean): Contour {
	const last = contour.nodes.length - 1
	return {
		...contour,
		nodes: contour.nodes.map((node, i) => {
			if (i !== last && !(both && i === 0)) return node
			const at = footOn(line, node.at)
			const by = subtract(at, node.at)
			const along = (p: Point | undefined) => p && ([p[0] + by[0], p[1] + by[1]] as const)
			// What lies beyond the end is the other side's.
			const handles =
				i === last
					? { in: along(node.in), out: undefined }
					: { in: undefined, out: along(node.out) }
			return withHandles({ ...node, at }, handles)
		}),
	}
}

function footOn({ from, to }: MirrorLine, p: Point): Point {
	const along = unit(subtract(to, from))
	const k = dot(subtract(p, from), along)
	return [from[0] + along[0] * k, from[1] + along[1] * k]
}

function withNewIds(contour: Contour): Contour {
	return { ...contour, id: newId(), nodes: contour.nodes.map((node) => ({ ...node, id: newId() })) }
}
