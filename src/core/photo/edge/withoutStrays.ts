import { item, quantile } from '../../geometry/numbers'
import { distance } from '../../geometry/point'
import type { Contour, PathNode } from '../../path/model'
import { type EdgeSample, edgeSamples, outwardSides } from './edgeDeviation'
import type { EdgeField } from './edgeField'
import { type FitToEdgesOptions, REACH_PX } from './fitOptions'
import { type Equation, leastSquares } from './leastSquares'
import { DAMPING, STAYS, settle, shifted } from './settle'

/** A place strays that is off by more than so much, and by so many times what 19 of 20 places are off, px. */
const LEAST_STRAY_PX = 0.7
const STRAY = 3
/** Where more than one of so many nodes strays, nobody knows which. */
const FEW = 4
/** So near to its ends nothing is asked of a segment, px, or a quarter of it. */
const BY_END_PX = 3
/** A node that strays goes as what is about so far from it, px. */
const NEARBY_PX = 40

/**
 * Outlines without nodes that went to an edge that is not theirs, so that places beside them lie far off: they go as
 * what is about them goes instead.
 */
export function withoutStrays(
	begun: readonly Contour[],
	fitted: readonly Contour[],
	field: EdgeField,
	o: FitToEdgesOptions,
): Contour[] {
	const { allowance = 0, addWithin = 0, only } = o
	const sides = outwardSides(begun)
	const far = (contour: Contour, k: number) =>
		edgeSamples([contour], field, o.reach ?? REACH_PX, { side: item(sides, k) })
			.filter((one) => !isByEnd(contour, one))
			.map((one) => ({
				...one,
				off: Number.isNaN(one.edge) ? 0 : Math.abs(one.edge - allowance),
			}))
	return fitted.map((contour, k) => {
		const before = item(begun, k)
		const { nodes } = contour
		if (contour === before || nodes.length !== before.nodes.length) return contour
		const was = far(before, k)
		const is = far(contour, k)
		const off = is.map((one) => one.off).sort((a, b) => a - b)
		const largest = was.reduce((sum, one) => Math.max(sum, one.off), 0)
		const usual = LEAST_STRAY_PX + STRAY * quantile(off, 0.95)
		const most = Math.max(addWithin, Math.min(usual, largest))
		const strays = new Set(
			is
				.filter((one) => one.off > most)
				.flatMap(({ segment }) => [segment, (segment + 1) % nodes.length]),
		)
		if (strays.size === 0 || FEW * strays.size > nodes.length) return contour
		const known = was.filter(({ segment, edge }) => !strays.has(segment) && !Number.isNaN(edge))
		const along = { ...contour, nodes: nodes.map((node, n) => (strays.has(n) ? carried(n) : node)) }
		const free = nodes.filter(({ id }, n) => !strays.has(n) && (!only || only.has(id)))
		const [settled] = settle([along], field, { ...o, only: new Set(free.map(({ id }) => id)) })
		return settled ?? contour

		/** A node gone as the edges near it, those of strays left out, say that all is to go. */
		function carried(n: number): PathNode {
			const node = item(before.nodes, n)
			if (only && !only.has(node.id)) return node
			const equations = known.map(({ edge, outward, at, length }): Equation => {
				const near = 1 / (1 + (distance(at, node.at) / NEARBY_PX) ** 2)
				const terms: [number, number][] = [
					[0, outward[0]],
					[1, outward[1]],
				]
				return { weight: length * near, right: edge - allowance, terms }
			})
			const [dx = 0, dy = 0] = leastSquares(equations, 2, { damping: DAMPING, stays: STAYS })
			return shifted(node, [dx, dy])
		}
	})
}

/** Whether a place is so near to an end of its segment that the edge of another may be meant there. */
function isByEnd({ nodes }: Contour, { segment, at }: EdgeSample): boolean {
	const [from, to] = [item(nodes, segment), item(nodes, (segment + 1) % nodes.length)]
	const near = Math.min(BY_END_PX, distance(from.at, to.at) / 4)
	return [from, to].some((node) => distance(node.at, at) < near)
}
