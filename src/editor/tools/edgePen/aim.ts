import { add, type Contour, distance, dot, type Point, scale, subtract } from '@/core'
import { hitTest } from '@/editor/session/hitTest'
import type { Sight } from '@/editor/session/machine'
import type { PointerInput } from '@/editor/session/tool'
import type { Over } from './hints'
import { canClose, isFixed, type Run, startOf } from './run'

/** What the pointer is over; its pin, or the pin that the way leads to, and -1 where there is none. */
export interface Target {
	readonly what: Over
	readonly pin: number
}

export const OVER_NOTHING: Target = { what: 'nothing', pin: -1 }

/** What the pointer is over, of the run's or of the outlines that a run could go on from. */
export function overWhat(run: Run | null, input: PointerInput, sight: Sight): Target {
	if (!run) return endNear(input, sight) ? { what: 'end', pin: -1 } : OVER_NOTHING
	const near = (at: Point | undefined) => at !== undefined && distance(at, input.at) <= input.reach
	if (run.base && canClose(run) && near(startOf(run))) return { what: 'start', pin: -1 }
	const pin = run.pins.findIndex(({ at }, k) => near(at) && !(run.closed && isFixed(run, k)))
	if (pin === 0 && run.pins.length > 1) return { what: run.base ? 'pin' : 'first', pin }
	if (pin >= 0 && pin === run.pins.length - 1 && !run.closed) return { what: 'last', pin }
	if (pin >= 0) return { what: 'pin', pin }
	// While drawing, placing wins: two edges of a thin thing lie within one reach of each other.
	if (!run.closed && input.hold !== 'insert') return OVER_NOTHING
	const way = run.pins.findIndex((one) => one.way && nearWay(one.way, input))
	return way >= 0 ? { what: 'way', pin: way } : OVER_NOTHING
}

/** Whether a way passes within reach, anywhere between two of its points too: x0, y0, x1, y1 … */
function nearWay(way: Float64Array, { at, reach }: PointerInput): boolean {
	for (let i = 0; i + 3 < way.length; i += 2) {
		const from: Point = [way[i] ?? 0, way[i + 1] ?? 0]
		const along = subtract([way[i + 2] ?? 0, way[i + 3] ?? 0], from)
		const out = subtract(at, from)
		const square = dot(along, along)
		const t = square > 0 ? Math.max(0, Math.min(1, dot(out, along) / square)) : 0
		if (distance(at, add(from, scale(along, t))) <= reach) return true
	}
	return false
}

/** The end node of an open outline within reach. */
export function endNear(
	input: PointerInput,
	sight: Sight,
): { contour: Contour; node: string } | null {
	const hit = hitTest(sight.sheet(), sight.selection(), input.at, input.reach)
	if (hit?.kind !== 'node' || hit.contour.closed) return null
	const isEnd = hit.index === 0 || hit.index === hit.contour.nodes.length - 1
	return isEnd ? { contour: hit.contour, node: hit.id } : null
}
