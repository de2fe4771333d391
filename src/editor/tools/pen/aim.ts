import { type Contour, findContour, type NodeKind, type PathNode, type Point } from '@/core'
import { type Hit, hitEdge, hitTest } from '@/editor/session/hitTest'
import { isKind } from '@/editor/session/holds'
import type { Sight } from '@/editor/session/machine'
import type { PointerInput } from '@/editor/session/tool'
import { isFreed } from '../snapped'
import { alongIfThere } from './along'

/** What a press where the pointer is would do. */
export type Target =
	| { readonly do: 'place' }
	| { readonly do: 'close' }
	| { readonly do: 'turn-last' }
	| { readonly do: 'pick-up'; readonly contour: string; readonly node: string }
	| { readonly do: 'join'; readonly node: string }
	| {
			/** Begin, or go on, just on an edge; along it where the last node lies on it. */
			readonly do: 'on-edge' | 'along'
			readonly contour: string
			readonly index: number
			readonly t: number
			readonly at: Point
	  }
	| { readonly do: 'insert'; readonly contour: string; readonly index: number; readonly t: number }
	| { readonly do: 'give-kind'; readonly node: string; readonly kind: NodeKind }

/** The outline being drawn, if it still stands: undo may have taken it. */
export function drawnOutline(drawing: string | null, sight: Sight): Contour | null {
	const contour = drawing === null ? undefined : findContour(sight.sheet(), drawing)?.contour
	return contour && !contour.closed ? contour : null
}

export function lastNode(contour: Contour | null): PathNode | undefined {
	return contour?.nodes.at(-1)
}

export function aim(drawn: Contour | null, input: PointerInput, sight: Sight): Target {
	const hit = hitTest(sight.sheet(), sight.selection(), input.at, input.reach)
	if (input.hold === 'along') return aimAtEdge(drawn, input, sight)
	if (!hit || hit.kind === 'handle') return { do: 'place' }
	if (hit.kind === 'node') return aimAtNode(hit, drawn, input, sight)
	// While drawing, placing wins: two edges of a thin thing lie within one reach of each other.
	if (drawn && input.hold !== 'insert') return { do: 'place' }
	return { do: 'insert', contour: hit.contour.id, index: hit.index, t: hit.t }
}

function aimAtNode(
	{ id, index, contour }: Hit & { kind: 'node' },
	drawn: Contour | null,
	{ hold }: PointerInput,
	sight: Sight,
): Target {
	if (isKind(hold)) return { do: 'give-kind', node: id, kind: hold }
	if (drawn && contour.id === drawn.id) {
		if (index === drawn.nodes.length - 1) return { do: 'turn-last' }
		return index === 0 && drawn.nodes.length > 1 ? { do: 'close' } : { do: 'place' }
	}
	const end = index === 0 || index === contour.nodes.length - 1
	if (!end || contour.closed) return { do: 'place' }
	if (!drawn) return { do: 'pick-up', contour: contour.id, node: id }
	return isFreed(sight) ? { do: 'place' } : { do: 'join', node: id }
}

/** The edge under the pointer, of any other outline that shows: on it, or along it. */
function aimAtEdge(drawn: Contour | null, { at, reach }: PointerInput, sight: Sight): Target {
	const edge = hitEdge(sight.sheet(), at, reach, drawn?.id)
	if (!edge) return { do: 'place' }
	const last = lastNode(drawn)
	// It is sent for with the first edge that is pointed at: going along it is what comes next.
	const along = alongIfThere()
	const on = last && along?.placeOn(edge.contour, last.at)
	const { contour, index, t } = edge
	return { do: on ? 'along' : 'on-edge', contour: contour.id, index, t, at: edge.at }
}
