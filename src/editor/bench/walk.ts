import {
	type Box,
	boxOf,
	type Contour,
	flattenContour,
	growBox,
	neighbours,
	type Point,
	signedArea,
} from '@/core'
import type { OpenSheet } from '@/store/openSheet'
import { selectContour } from '@/store/selection'
import type { Desk } from './desk'
import { centredOn, fitBox, type Size, type View } from './view'

/** How long the view takes to glide to the next node, ms. */
const GLIDE_MS = 240
/** The node and its two segments take up at most this share of the window. */
const ROOM = 0.62
/** However short its segments, a walk does not go closer than this, screen px for a px. */
const CLOSEST = 6

/** Steps from node to node round an outline, the view following. */
export interface Walk {
	/** @param by 1 clockwise, -1 back */
	step(by: 1 | -1): boolean
}

/**
 * A walk round the outline that is selected. It keeps to the zoom that was last chosen by hand while
 * walking; until then each node and its two segments are shown large.
 */
export function createWalk(open: OpenSheet, desk: Desk): Walk {
	/** The view as the walk last left it: another zoom than that was chosen by hand. */
	let left: View | null = null
	let preferred: number | null = null
	let frame = 0

	const glide = (to: View) => {
		cancelAnimationFrame(frame)
		left = to
		const from = desk.getState().view
		if (matchMedia('(prefers-reduced-motion: reduce)').matches) {
			desk.setState({ view: to })
			return
		}
		const begun = performance.now()
		let last = from
		const move = (now: number) => {
			// The view was taken in hand meanwhile: it stays there.
			if (desk.getState().view !== last) return
			const t = Math.min(1, (now - begun) / GLIDE_MS)
			last = t < 1 ? between(from, to, t * t * (3 - 2 * t), desk.getState().size) : to
			desk.setState({ view: last })
			if (t < 1) frame = requestAnimationFrame(move)
		}
		frame = requestAnimationFrame(move)
	}

	return {
		step: (by) => {
			const { selection } = open.getState()
			const next = nextStop(open.sheet().pieces, selection, by)
			if (!next) return false
			const { contour, index } = next
			const node = contour.nodes[index]
			if (!node) return false
			open.select(selectContour(open.sheet(), contour.id, [node.id]))
			const { view, size } = desk.getState()
			if (left && view.scale !== left.scale) preferred = view.scale
			const near = fitBox(aroundNode(contour, index), size)
			const scale = preferred ?? Math.min(CLOSEST, near.scale * ROOM)
			glide(centredOn(node.at, scale, size))
			return true
		},
	}
}

/** The node that comes next on a walk: clockwise on screen, whichever way the outline runs. */
export function nextStop(
	pieces: readonly {
		readonly id: string
		readonly contours: readonly Contour[]
		readonly hidden: boolean
	}[],
	selection: {
		readonly piece: string | null
		readonly contour: string | null
		readonly nodes: ReadonlySet<string>
	},
	by: 1 | -1,
): { contour: Contour; index: number } | null {
	const piece = pieces.find((p) => p.id === selection.piece) ?? pieces.findLast((p) => !p.hidden)
	const contour =
		piece?.contours.find((c) => c.nodes.some((node) => selection.nodes.has(node.id))) ??
		piece?.contours.find((c) => c.id === selection.contour) ??
		piece?.contours[0]
	if (!contour || contour.nodes.length === 0) return null
	const n = contour.nodes.length
	const clockwise = !contour.closed || signedArea(flattenContour(contour, 1)) >= 0
	const way = clockwise ? by : -by
	const chosen = contour.nodes.map((node) => selection.nodes.has(node.id))
	const at = way > 0 ? chosen.lastIndexOf(true) : chosen.indexOf(true)
	if (at < 0) return { contour, index: 0 }
	return { contour, index: (at + way + n) % n }
}

/** The box round a node, its two segments and their handles. */
function aroundNode(contour: Contour, index: number): Box {
	const node = contour.nodes[index]
	const { before, after } = neighbours(contour, index)
	const points: Point[] = [node, before, after].flatMap((p) =>
		p ? [p.at, ...(p.in ? [p.in] : []), ...(p.out ? [p.out] : [])] : [],
	)
	return growBox(boxOf(points), 1)
}

/** A view on the way from one to another: the zoom in even steps, the middle along with it. */
export function between(from: View, to: View, t: number, size: Size): View {
	const scale = from.scale * (to.scale / from.scale) ** t
	const middle = (view: View): Point => [
		(size.width / 2 - view.x) / view.scale,
		(size.height / 2 - view.y) / view.scale,
	]
	const [a, b] = [middle(from), middle(to)]
	return centredOn([a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t], scale, size)
}
