import { item, quantile } from '../../geometry/numbers'
import type { Contour } from '../../path/model'
import { edgeDeviation, outwardSides } from './edgeDeviation'
import type { EdgeField } from './edgeField'
import type { FitToEdgesOptions } from './fitOptions'
import { uncrossed } from './uncrossed'

/** The worst place of what is near enough is off by so many times what is allowed at most. */
const OUTERMOST = 1.25
/** Twice as many nodes are worth it where the outline comes nearer by this share. */
const NODES_COST = 0.5
/** So much less of its length may have a sure edge, as a share. */
const LESS_SEEN = 0.04
/** What is measured twice differs by so much, px. */
const NO_MORE_PX = 0.05

/** Of each outline the form that lies nearest to its edges, as it is measured; as it was where none is nearer. */
export function nearest(
	begun: readonly Contour[],
	forms: readonly (readonly Contour[])[],
	field: EdgeField,
	{ allowance = 0, addWithin = 0 }: FitToEdgesOptions,
): Contour[] {
	const sides = outwardSides(begun)
	const measured = (contour: Contour, k: number) => {
		const { offset, covered } = edgeDeviation([contour], field, { side: item(sides, k) })
		const off = Float64Array.from(
			offset.filter((v) => !Number.isNaN(v)),
			(v) => Math.abs(v + allowance),
		).sort()
		return {
			contour,
			covered,
			p95: quantile(off, 0.95),
			worst: quantile(off, 1),
		}
	}
	const made = begun.map((contour, k) => {
		const was = measured(contour, k)
		const all = forms.map((form) => measured(item(form, k), k))
		// What has lost sight of its edge only seems to be near to it.
		const seen = Math.max(was.covered, ...all.map(({ covered }) => covered)) - LESS_SEEN
		const others = all.filter(
			({ p95, worst, covered }) =>
				p95 <= was.p95 &&
				worst <= Math.max(was.worst, addWithin) + NO_MORE_PX &&
				covered >= Math.min(seen, was.covered),
		)
		const sharp = others.filter(({ covered }) => covered >= seen)
		// What is near enough with fewer nodes is better than what is nearer.
		const enough = sharp.filter(
			({ p95, worst }) => p95 <= addWithin && worst <= OUTERMOST * addWithin,
		)
		const dear = ({ p95, contour: { nodes } }: (typeof all)[number]) =>
			p95 * (1 + NODES_COST * Math.max(0, nodes.length / contour.nodes.length - 1))
		const best = (enough.length > 0 ? enough : sharp.length > 0 ? sharp : others).sort((a, b) =>
			enough.length > 0 ? a.contour.nodes.length - b.contour.nodes.length : dear(a) - dear(b),
		)[0]
		return best?.contour ?? contour
	})
	return uncrossed(made, begun)
}
