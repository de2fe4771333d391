import { add, type Point, samePoint, subtract } from '../geometry/point'
import type { Contour, PathNode } from '../path/model'
import type { Drill } from './drill'
import { depthsOf } from './nesting'
import { piecesIn } from './ofPieces'
import type { Move, ShownStep } from './shown'

/** How somebody who knows the craft does a drill, from what is on the sheet at first. */
export function showingOf(drill: Drill): readonly ShownStep[] {
	return drill.shown ?? tracedWithPen(drill)
}

/**
 * An answer traced with the Pen alone: what lies outside first, then what is cut out of it, then what stands in
 * openings.
 */
function tracedWithPen({ answer }: Drill): ShownStep[] {
	return piecesIn(answer).flatMap(({ contours }) => {
		const depths = depthsOf(contours)
		const at = (wished: number) => contours.filter((_, k) => depths[k] === wished)
		const shown: ShownStep[] = []
		for (let depth = 0; depth <= Math.max(0, ...depths); depth += 2) {
			const openings = at(depth + 1)
			for (const contour of [...at(depth), ...openings]) shown.push(...penSteps(contour))
			if (openings.length > 0) shown.push(cutting(openings.length))
		}
		return shown
	})
}

function cutting(count: number): ShownStep {
	return {
		says:
			count === 1
				? 'In Cut the inner outline becomes an opening: one sees through it.'
				: `In Cut the ${count} inner outlines become openings: one sees through them.`,
		moves: [key('5'), { do: 'press', name: count === 1 ? 'Cut “' : 'Cut all' }, key('d')],
	}
}

const key = (name: string): Move => ({ do: 'key', key: name })

/** An outline drawn with the Pen, a step a node. */
export function penSteps(contour: Contour): ShownStep[] {
	const { nodes, closed } = contour
	const [first] = nodes
	const placed = nodes.map((node, k) => placing(node, k, !closed && k === nodes.length - 1))
	if (!first) return []
	return closed
		? [
				...placed,
				{ says: 'The first node once more: it closes.', moves: [{ do: 'click', at: first.at }] },
				{ says: 'Esc lets go.', moves: [key('escape')] },
			]
		: [...placed, { says: 'Enter ends it open.', moves: [key('enter')] }]
}

/** How the Pen places a node with the handles that it is to have. */
function placing({ at, in: into, out, kind }: PathNode, k: number, ends: boolean): ShownStep {
	const begins = k === 0 ? 'Begin: ' : ''
	if (!into && !out)
		return { says: sentence(begins, 'a corner is a click.'), moves: [{ do: 'click', at }] }
	if (into && !out && ends)
		return {
			says: 'The end: drag for the curve that comes in.',
			moves: [{ do: 'drag', from: at, to: mirrored(at, into) }],
		}
	if (into && !out)
		return {
			says: sentence(begins, 'drag for the curve that comes in, then click the node: straight on.'),
			moves: [
				{ do: 'drag', from: at, to: mirrored(at, into) },
				{ do: 'click', at },
			],
		}
	if (out && !into)
		return {
			says: sentence(
				begins,
				kind === 'cusp'
					? 'press, X, and drag: only the handle that goes out.'
					: 'press, X, and drag on in line with the straight: no bump where the curve begins.',
			),
			moves: [{ do: 'drag', from: at, tap: { key: 'x', at }, to: out }],
		}
	return withBoth({ at, in: into ?? at, out: out ?? at, kind }, begins)
}

function withBoth(
	{ at, in: into, out, kind }: Required<Pick<PathNode, 'at' | 'in' | 'out' | 'kind'>>,
	begins: string,
): ShownStep {
	const across = mirrored(at, into)
	if (samePoint(across, out))
		return {
			says: sentence(begins, 'smooth: press, and drag the way the curve goes.'),
			moves: [{ do: 'drag', from: at, to: out }],
		}
	return kind === 'cusp'
		? {
				says: sentence(begins, 'a cusp: drag for what comes in, X, then the new way out.'),
				moves: [{ do: 'drag', from: at, tap: { key: 'x', at: across }, to: out }],
			}
		: {
				says: sentence(begins, 'smooth: drag for what comes in, S, then on for what goes out.'),
				moves: [{ do: 'drag', from: at, tap: { key: 's', at: across }, to: out }],
			}
}

const mirrored = (at: Point, handle: Point): Point => add(at, subtract(at, handle))

function sentence(begins: string, rest: string): string {
	return begins + (begins ? rest : rest.charAt(0).toUpperCase() + rest.slice(1))
}
