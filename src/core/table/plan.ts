import { thin } from '../fit/thin'
import type { Contour, Group, Piece } from '../path/model'
import { formatPathData } from '../path/pathData'
import { transformContour } from '../path/pieces'
import type { Bed, CutSettings } from './bed'
import { formatGcode } from './gcode'
import { type JobFigures, tableJob } from './job'
import { type NestOptions, nestParts } from './nest'
import { type Part, type SeenWish, tableParts } from './parts'
import { partRefusals, type Refusal } from './refusals'

/** What is asked of the table. */
export interface CutWish {
	readonly name: string
	/** px of the sheet, in the order of drawing */
	readonly pieces: readonly Piece[]
	readonly groups?: readonly Group[]
	readonly mmPerPx: number
	readonly seen: SeenWish
	readonly bed: Bed
	readonly settings: CutSettings
	readonly nesting: NestOptions
}

/** A cut as the bed shows it. */
export interface ShownCut {
	/** Path data, mm on the bed, y down. */
	readonly d: string
	readonly kind: 'opening' | 'outline' | 'line'
	readonly operation: 'cut' | 'score'
	/** How often the beam has gone off when it is done, from the program's beginning. */
	readonly offs: number
}

export interface CutPlan {
	readonly refusals: readonly Refusal[]
	/** How many parts there are to cut, and how many pieces of the sheet they came of. */
	readonly parts: number
	/** How many of them found no room. */
	readonly left: number
	/** How much of the strip of card that is used is kept, 0 to 1. */
	readonly cover: number
	/** G-code; empty where something was refused. */
	readonly program: string
	readonly figures: JobFigures
	readonly cuts: readonly ShownCut[]
	/** The same with outlines thinned by a tenth of a mm. */
	readonly thinned: { readonly figures: JobFigures; readonly bytes: number }
}

/** Outlines may move by so much when they are thinned for comparison, mm. */
const THIN_MM = 0.1
const NO_FIGURES: JobFigures = { cut: 0, score: 0, travel: 0, pierces: 0, moves: 0, seconds: 0 }

/**
 * The job for the table from what is seen on a sheet: parts, laid side by side, in order, as a program.
 * @param tell how far it is, 0 to 1
 */
export function cutPlan(wish: CutWish, tell: (share: number) => void = () => {}): CutPlan {
	const { bed, settings, nesting } = wish
	const parts = tableParts(wish.pieces, wish.seen, wish.groups).map((part) =>
		scaledPart(part, wish.mmPerPx),
	)
	tell(0.1)
	const refused = partRefusals(parts, bed)
	const none = { program: '', figures: NO_FIGURES, cuts: [], parts: parts.length * nesting.copies }
	const nothing = { figures: NO_FIGURES, bytes: 0 }
	if (refused.length > 0) return { ...none, refusals: refused, left: 0, cover: 0, thinned: nothing }
	// Ways in begin in the waste, where no other part may lie.
	const gap = Math.max(nesting.gap, settings.lead + bed.kerf)
	const { laid, left, cover } = nestParts(parts, bed, { ...nesting, gap }, (share) =>
		tell(0.1 + 0.5 * share),
	)
	const job = tableJob(laid, bed, settings, (share) => tell(0.6 + 0.2 * share))
	let offs = 0
	const cuts = job.order.flatMap((k): ShownCut[] => {
		const cut = job.cuts[k]
		if (!cut) return []
		offs += cut.runs.length
		const { kind, operation } = cut
		return [{ d: formatPathData([cut.path], 2), kind, operation, offs }]
	})
	const fewer = new Map(parts.map((part) => [part, thinnedPart(part)]))
	const thinnedJob = tableJob(
		laid.map((one) => ({ ...one, part: fewer.get(one.part) ?? one.part })),
		bed,
		settings,
		(share) => tell(0.8 + 0.2 * share),
	)
	return {
		...none,
		refusals: [],
		left,
		cover,
		program: formatGcode(job, wish.name),
		figures: job.figures,
		cuts,
		thinned: { figures: thinnedJob.figures, bytes: formatGcode(thinnedJob, wish.name).length },
	}
}

function scaledPart(part: Part, scale: number): Part {
	return mapPart(part, (contour) => transformContour(contour, [scale, 0, 0, scale, 0, 0]))
}

function thinnedPart(part: Part): Part {
	return mapPart(part, (contour) => thin(contour, { tolerance: THIN_MM }).contour)
}

function mapPart({ piece, lines }: Part, change: (contour: Contour) => Contour): Part {
	return {
		piece: { ...piece, contours: piece.contours.map(change) },
		lines: lines.map((line) => ({ ...line, contour: change(line.contour) })),
	}
}
