import { contains } from '../combine/winding'
import { item } from '../geometry/numbers'
import { distance, type Point } from '../geometry/point'
import { isFilled, isStraight, neighbours, segments } from '../path/contour'
import type { Contour, FillRule, PathNode } from '../path/model'

/** Where a letter reaches highest or lowest for a stretch: level, round, or in a point. */
export interface Feature {
	readonly form: 'flat' | 'round' | 'pointed'
	/** Whether the letter is beneath it, or above. */
	readonly end: 'top' | 'bottom'
	/** Its middle, px. */
	readonly at: Point
	readonly contour: string
	/** The nodes that make it. */
	readonly nodes: readonly string[]
}

/** The outlines of a letter, and by which rule they fill. */
export interface Letter {
	readonly contours: readonly Contour[]
	readonly fillRule: FillRule
}

/** What rises or falls less than this on its way is level, as a slope. */
const LEVEL = 0.035
/** A handle that leans less from level is a level one, as a slope. */
const LEVEL_HANDLE = 0.12
/** What comes in and goes out more steeply than this makes a point, as a slope. */
const STEEP = 0.18

/**
 * The tops and bottoms of a letter: each level straight segment, each smooth node where the outline turns back, each
 * point, with the letter beneath it or above; those of its openings are among them.
 * @param size how high letters are, px: what is looked at beside an outline is a share of it
 */
export function featuresOf({ contours, fillRule }: Letter, size: number): Feature[] {
	const filled = contours.filter(isFilled)
	const beside = size / 200
	const inside = ([x, y]: Point) => contains(filled, [x, y], fillRule)
	const endOf = ([x, y]: Point): Feature['end'] | null => {
		const [above, below] = [inside([x, y - beside]), inside([x, y + beside])]
		return above === below ? null : below ? 'top' : 'bottom'
	}
	return filled.flatMap((contour) => {
		const found: Feature[] = []
		const flat = new Set<string>()
		for (const { from, to } of segments(contour)) {
			const long = distance(from.at, to.at)
			if (!isStraight(from, to) || long < 2 * beside) continue
			if (Math.abs(to.at[1] - from.at[1]) > LEVEL * long) continue
			const at: Point = [(from.at[0] + to.at[0]) / 2, (from.at[1] + to.at[1]) / 2]
			const end = endOf(at)
			if (!end) continue
			found.push({ form: 'flat', end, at, contour: contour.id, nodes: [from.id, to.id] })
			flat.add(from.id).add(to.id)
		}
		for (const [k, node] of contour.nodes.entries()) {
			if (flat.has(node.id)) continue
			const form = turnOf(contour, k, node, BROAD * size)
			const end = form && endOf(node.at)
			if (form && end) found.push({ form, end, at: node.at, contour: contour.id, nodes: [node.id] })
		}
		return found
	})
}

/** Round ends are so broad at least, from handle to handle, as a share of the height: rounded corners are none. */
const BROAD = 0.09

/** How an outline turns back at a node, up and down; `null` where it goes on. */
function turnOf(
	contour: Contour,
	k: number,
	node: PathNode,
	broad: number,
): 'round' | 'pointed' | null {
	const { before, after } = neighbours(contour, k)
	if (!before || !after) return null
	const { at } = node
	const back = node.in ?? before.out ?? before.at
	const on = node.out ?? after.in ?? after.at
	if (node.in && node.out && isLevel(at, back) && isLevel(at, on)) {
		// It comes from one side and goes to the same: by the places beyond the level handles.
		const from = (before.out ?? before.at)[1] - at[1]
		const to = (after.in ?? after.at)[1] - at[1]
		return from * to > 0 && Math.abs(on[0] - back[0]) >= broad ? 'round' : null
	}
	const [dy, ey] = [back[1] - at[1], on[1] - at[1]]
	const steep = (p: Point, d: number) => Math.abs(d) > STEEP * Math.abs(p[0] - at[0])
	return dy * ey > 0 && steep(back, dy) && steep(on, ey) ? 'pointed' : null
}

const isLevel = (a: Point, b: Point) =>
	Math.abs(b[1] - a[1]) <= LEVEL_HANDLE * Math.abs(b[0] - a[0]) && a[0] !== b[0]

/** The middle of some numbers; of two the mean. */
export function median(values: readonly number[]): number {
	const sorted = [...values].sort((a, b) => a - b)
	const half = Math.floor(sorted.length / 2)
	if (sorted.length === 0) return Number.NaN
	return sorted.length % 2 === 1
		? item(sorted, half)
		: (item(sorted, half - 1) + item(sorted, half)) / 2
}
