import { formatPathData, type Piece, thin, transformContour } from '@/core'
import {
	type Bed,
	type CutSettings,
	cuttingJob,
	formatGcode,
	type JobFigures,
	type NestOptions,
	nest,
	type Refusal,
	refusals,
} from '@/core/cutting'
import { exposed } from './exposed'

/** What is asked of the table. */
export interface CutWish {
	readonly name: string
	/** px of the sheet */
	readonly pieces: readonly Piece[]
	readonly mmPerPx: number
	readonly bed: Bed
	readonly settings: CutSettings
	readonly nesting: NestOptions
}

/** A cut as the bed shows it. */
export interface ShownCut {
	/** Path data, mm on the bed, y down. */
	readonly d: string
	readonly opening: boolean
	/** How often the beam has gone off when it is done, from the program's beginning. */
	readonly offs: number
}

export interface CutPlan {
	readonly refusals: readonly Refusal[]
	/** How many pieces found no room. */
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
const NO_FIGURES: JobFigures = { cut: 0, travel: 0, pierces: 0, moves: 0, seconds: 0 }

const endpoint = {
	plan({ name, pieces, mmPerPx, bed, settings, nesting }: CutWish): CutPlan {
		const inMm = pieces.map(
			(piece): Piece => ({
				...piece,
				contours: piece.contours.map((c) => transformContour(c, [mmPerPx, 0, 0, mmPerPx, 0, 0])),
			}),
		)
		// Ways in begin in the waste, where no other piece may lie.
		const gap = Math.max(nesting.gap, settings.lead + bed.kerf)
		const { pieces: laid, left, cover } = nest(inMm, bed, { ...nesting, gap })
		const refused = refusals(laid, bed)
		if (refused.length > 0)
			return {
				refusals: refused,
				left,
				cover,
				program: '',
				figures: NO_FIGURES,
				cuts: [],
				thinned: { figures: NO_FIGURES, bytes: 0 },
			}
		const job = cuttingJob(laid, bed, settings)
		let offs = 0
		const cuts = job.order.map((k): ShownCut => {
			const cut = job.cuts[k]
			offs += cut?.runs.length ?? 0
			return {
				d: cut ? formatPathData([cut.path], 2) : '',
				opening: cut?.kind === 'opening',
				offs,
			}
		})
		const thinnedJob = cuttingJob(laid.map(thinnedPiece), bed, settings)
		return {
			refusals: [],
			left,
			cover,
			program: formatGcode(job, name),
			figures: job.figures,
			cuts,
			thinned: {
				figures: thinnedJob.figures,
				bytes: formatGcode(thinnedJob, name).length,
			},
		}
	},
}

function thinnedPiece(piece: Piece): Piece {
	return {
		...piece,
		contours: piece.contours.map((contour) => thin(contour, { tolerance: THIN_MM }).contour),
	}
}

export type CuttingWorker = typeof endpoint

exposed(endpoint)
