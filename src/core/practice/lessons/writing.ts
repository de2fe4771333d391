import type { FillRule } from '../../path/model'
import { parsePathData } from '../../path/parsePathData'
import type { Drill, DrillNeeds, Trace } from '../drill'

/** The sheet that drills are drawn on, px. */
const [WIDTH, HEIGHT] = [1000, 750]

export const trace = (d: string, fillRule: FillRule = 'nonzero'): Trace => ({
	contours: parsePathData(d),
	fillRule,
})

/** A polygon of so many corners to a segment, as a free hand leaves it. */
export function inManyNodes({ contours, fillRule }: Trace, each: number): Trace {
	const points = contours.map(({ nodes }) =>
		nodes.flatMap((node, k) => {
			const next = nodes[(k + 1) % nodes.length] ?? node
			const [a, b, c, d] = [node.at, node.out ?? node.at, next.in ?? next.at, next.at]
			return Array.from({ length: each }, (_, i) => {
				const t = i / each
				const u = 1 - t
				const at = (axis: 0 | 1) =>
					u ** 3 * a[axis] + 3 * u * u * t * b[axis] + 3 * u * t * t * c[axis] + t ** 3 * d[axis]
				return `${at(0).toFixed(2)} ${at(1).toFixed(2)}`
			})
		}),
	)
	return trace(points.map((own) => `M${own.join('L')}Z`).join(''), fillRule)
}

export const EGG =
	'M500 130C600 130 690 290 690 430C690 540 605 620 500 620C395 620 310 540 310 430C310 290 400 130 500 130Z'
export const RING =
	'M500 175C613 175 705 267 705 380C705 493 613 585 500 585C387 585 295 493 295 380C295 267 387 175 500 175Z'

/** What tracing by hand needs. */
const TRACING: DrillNeeds = { passes: ['rough', 'refine'], tools: ['pen', 'nodes'] }
/** The same, and cutting. */
export const CUTTING: DrillNeeds = { passes: ['rough', 'refine', 'cut'], tools: ['pen', 'nodes'] }

type Written = Omit<Drill, 'width' | 'height' | 'answer' | 'begin' | 'pass' | 'tool' | 'picture'> &
	Partial<Pick<Drill, 'pass' | 'tool' | 'picture' | 'begin'>> & { readonly d: string }

export function drill({ d, ...rest }: Written): Drill {
	return {
		width: WIDTH,
		height: HEIGHT,
		pass: 'rough',
		tool: 'pen',
		picture: 'shape',
		needs: TRACING,
		answer: trace(d),
		...rest,
	}
}
