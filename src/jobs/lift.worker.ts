import { type Contour, combine, type Point } from '@/core'
import {
	type ByColourOptions,
	colourAt,
	type LiftHint,
	type Lifting,
	type LiftOptions,
	liftByColour,
	liftingFrom,
	NothingToLift,
	rehearseLifting,
} from '@/core/pictures'
import { exposed } from './exposed'
import { pixelsOf } from './pixelsOf'

/** What was lifted, px of the part of the photo it was lifted from; or why nothing was, in words. */
export type LiftAnswer =
	| {
			readonly ok: true
			readonly contours: readonly Contour[]
			readonly unsure: readonly Float64Array[]
			/** `#rrggbb`, of what was lifted by its colour */
			readonly colour?: string
	  }
	| { readonly ok: false; readonly problem: string }

/** What is wanted of an outline. */
export type LiftWanted = Omit<LiftOptions, 'early' | 'tell'>

/** A place whose colour is asked for, and how unlike it others may be. */
export interface ColourArea {
	readonly at: Point
	readonly spread: number
}

/** None takes long, as whoever asks for something meanwhile waits for it; together they are seen enough of to be compiled. */
const REHEARSALS_PX = [64, 100, 140, 180] as const

/** The part of a photo that was asked about last. */
let kept: { readonly key: string; readonly pixels: ImageData; readonly lift: Lifting } | null = null

const endpoint = {
	holds: (key: string): boolean => kept?.key === key,

	/** Lifts made-up things until all it takes is at hand, or something is asked for. */
	async warm(): Promise<void> {
		for (const across of REHEARSALS_PX) {
			await new Promise((done) => setTimeout(done))
			if (kept) return
			rehearseLifting(across)
		}
	},

	take(key: string, part: ImageBitmap): void {
		const pixels = pixelsOf(part)
		kept = { key, pixels, lift: liftingFrom(pixels) }
	},

	/**
	 * @param early is told the outlines roughly before they are known well
	 * @param tell is told how far it has come
	 */
	lift: (
		hint: LiftHint,
		o: LiftWanted,
		early: (contours: readonly Contour[]) => void,
		tell: (share: number) => void,
	): LiftAnswer => answered((part) => ({ ok: true, ...part.lift(hint, { ...o, early, tell }) })),

	byColour: (areas: readonly ColourArea[], o: ByColourOptions): LiftAnswer =>
		answered(({ pixels }) => {
			const all = areas.map(({ at, spread }) => liftByColour(pixels, at, { ...o, spread }))
			const contours = all.reduce((sum, more) => combine('merge', sum, more))
			const colour = areas[0] && colourAt(pixels, areas[0].at)
			return { ok: true, contours, unsure: [], ...(colour && { colour }) }
		}),
}

function answered(work: (part: NonNullable<typeof kept>) => LiftAnswer): LiftAnswer {
	if (!kept) throw new Error('No part of a photo is here to lift from.')
	try {
		return work(kept)
	} catch (error) {
		if (error instanceof NothingToLift) return { ok: false, problem: error.message }
		throw error
	}
}

export type LiftWorker = typeof endpoint

exposed(endpoint)
