import { thin } from '../fit/thin'
import { nodeCount } from '../path/contour'
import { emptySheet, type Piece } from '../path/model'
import type { Finding, FindingKind } from '../proof/finding'
import { findings } from '../proof/findings'
import { limitsFor } from '../proof/limits'
import { type OffPhoto, strays } from '../proof/strays'
import { isAlong, outermostWay, sizeOf } from './compare'
import type { Ratio } from './grade'
import type { Mistake, Remark } from './remarks'

/** A trace judged where nobody knows the answer: by the photo's edge, and by the craft. */
export interface Judgement {
	readonly nodes: number
	/** So many would do within what is allowed. */
	readonly least: number
	/** The greatest distance from the photo's edge, px; `null` where it shows none. */
	readonly deviation: number | null
	/** How far it may be, px. */
	readonly allowed: number
	readonly outlines: Ratio
	readonly outermost: Ratio
	readonly level: Ratio
	/** The costliest first. */
	readonly remarks: readonly Remark[]
}

/** What findings are to who learns, and what each costs. */
const MISTAKES: Partial<
	Record<FindingKind, { readonly mistake: Mistake; readonly costs: number }>
> = {
	open: { mistake: 'open', costs: 0.9 },
	'ends-near': { mistake: 'open', costs: 0.9 },
	'rules-differ': { mistake: 'fills two ways', costs: 0.8 },
	crosses: { mistake: 'crosses itself', costs: 0.7 },
	handles: { mistake: 'handle too long', costs: 0.65 },
	kink: { mistake: 'kinked', costs: 0.45 },
	'nearly-smooth': { mistake: 'kinked', costs: 0.4 },
	'nearly-corner': { mistake: 'rounded', costs: 0.4 },
	outermost: { mistake: 'no node outermost', costs: 0.3 },
}

/** Lines are straight to the eye, and need no node, within this of what is allowed. */
const SPARE_NODES = 0.1

/**
 * Judges pieces by what the photo shows and by what holds of any trace.
 * @param samples how far they lie off the photo's edge, in order along each outline; none where there is no photo
 * @param allowed how far they may, px
 */
export function judged(
	pieces: readonly Piece[],
	samples: readonly OffPhoto[],
	allowed: number,
): Judgement {
	const contours = pieces.flatMap((piece) => piece.contours)
	const nodes = nodeCount(contours)
	const least = nodeCount(contours.map((contour) => thin(contour, { tolerance: allowed }).contour))
	const { width, height } = sizeOf({ contours, fillRule: 'nonzero' })
	const sheet = { ...emptySheet('Trace', width, height), pieces }
	const found = findings(sheet, limitsFor('screen', sheet))
	const sure = samples.filter(({ off }) => !Number.isNaN(off)).map(({ off }) => Math.abs(off))
	const turns = contours.flatMap((contour) =>
		contour.nodes.flatMap((node, k) => {
			// What turns back there and is not level is told by its direction all the same.
			const way = outermostWay(contour, k, node)
			return way ? [{ node, level: isAlong(node, way, EXACTLY) }] : []
		}),
	)
	const missing = found.filter(({ kind }) => kind === 'outermost').length
	const leaning = turns.filter(({ level }) => !level)
	const over = nodes - least
	const first = contours[0]?.nodes[0]
	const remarks: Remark[] = [
		...found.flatMap(asRemark),
		...strays(samples, pieces, allowed).map((finding) => strayed(finding, samples, allowed)),
		...leaning.map(
			({ node }): Remark => ({ mistake: 'not level', at: node.at, costs: 0.2, amount: 1 }),
		),
		...(over > SPARE_NODES * least && first
			? [
					{
						mistake: 'needless nodes',
						at: found.find(({ kind }) => kind === 'needless')?.at ?? first.at,
						costs: Math.min(0.9, 0.25 + over / (2 * Math.max(1, least))),
						amount: over,
					} as const,
				]
			: []),
	]
	return {
		nodes,
		least: Math.min(nodes, least),
		deviation: sure.length > 0 ? Math.max(...sure) : null,
		allowed,
		outlines: {
			right: contours.filter(({ closed }) => closed).length,
			of: contours.length,
		},
		outermost: { right: turns.length, of: turns.length + missing },
		level: { right: turns.length - leaning.length, of: turns.length },
		remarks: remarks.sort((a, b) => b.costs - a.costs),
	}
}

/** Level to the eye of who looks closely, radians. */
const EXACTLY = 0.01

function asRemark({ kind, at, size = 1 }: Finding): Remark[] {
	const told = MISTAKES[kind]
	return told ? [{ ...told, at, amount: size }] : []
}

function strayed({ at, size = 0 }: Finding, samples: readonly OffPhoto[], allowed: number): Remark {
	const off = samples.find((one) => one.at === at)?.off ?? size
	return {
		mistake: off > 0 ? 'strays outside' : 'strays inside',
		at,
		costs: Math.min(0.95, size / (5 * allowed)),
		amount: size,
	}
}
