import { boundsOf } from './contour'
import { createEnclosing, ringedOf } from './enclosing'
import type { Contour, FillRule } from './model'

/**
 * What a closed outline is to its piece: an outer edge, the edge of an opening, or that of an
 * island, which lies filled inside an opening and is tied to nothing.
 */
export type Role = 'edge' | 'opening' | 'island'

export interface Nested {
	readonly contour: Contour
	readonly role: Role
	/** The outline next round it. */
	readonly round: Contour | null
}

interface Outlines {
	readonly contours: readonly Contour[]
	readonly fillRule: FillRule
}

/** How the closed outlines of a piece lie inside each other, the outermost first. */
export function nestingOf(piece: Outlines): Nested[] {
	const steps = nestingSteps(piece)
	for (let step = steps.next(); ; step = steps.next()) if (step.done) return step.value
}

/** So many outlines are looked at between two rests. */
const STEP = 256

/** Like {@link nestingOf}, resting now and then: for many thousands of outlines beside other work. */
export function* nestingSteps(piece: Outlines): Generator<void, Nested[]> {
	for (const [k, contour] of piece.contours.entries()) {
		boundsOf(contour)
		ringedOf(contour)
		if (k % STEP === STEP - 1) yield
	}
	const all = piece.contours
		.filter(({ closed, nodes }) => closed && nodes.length > 0)
		.map((contour) => ({ contour, size: Math.abs(ringedOf(contour).area) }))
		.sort((a, b) => b.size - a.size)
		.map(({ contour }) => contour)
	yield
	const enclosing = createEnclosing(all)
	const found: Nested[] = []
	for (const [k, contour] of all.entries()) {
		if (k % STEP === STEP - 1) yield
		const at = contour.nodes[0]?.at ?? [0, 0]
		const around = enclosing(at).filter((other) => other < k)
		const next = around.at(-1)
		const round = next === undefined ? null : (all[next] ?? null)
		const winding = [...around.flatMap((other) => all[other] ?? []), contour]
			.map((c) => Math.sign(ringedOf(c).area))
			.reduce((sum, turn) => sum + turn, 0)
		const filled = piece.fillRule === 'nonzero' ? winding !== 0 : (around.length + 1) % 2 !== 0
		const inOpening = next !== undefined && found[next]?.role === 'opening'
		found.push({
			contour,
			round,
			role: !filled ? 'opening' : round && inOpening ? 'island' : 'edge',
		})
	}
	return found
}
