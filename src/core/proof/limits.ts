import type { Sheet } from '../path/model'
import type { FindingKind, Limits } from './finding'

/** What the artwork is for. */
export const PROOFS = ['print', 'cutting', 'stencil', 'screen'] as const
export type ProofFor = (typeof PROOFS)[number]

/** Where no real size was measured, artwork is thought to be made so wide, mm. */
const SUPPOSED_WIDTH_MM = 200

type Lengths = Omit<Limits, 'photoPpi' | 'strays' | 'cut' | 'stencil'>

/** Limits in mm. */
const MM: Readonly<Record<ProofFor, Lengths>> = {
	print: { neck: 0.25, small: 0.4, hair: 0.03, sliver: 0.2, ends: 0.8 },
	cutting: { neck: 1, small: 1.5, hair: 0.05, sliver: 0.5, ends: 1 },
	stencil: { neck: 1, small: 1.5, hair: 0.05, sliver: 1, ends: 1 },
	screen: { neck: 0.3, small: 0.5, hair: 0.05, sliver: 0.2, ends: 0.8 },
}
/** Print shows a photo's pixels where there are fewer to the inch than this. */
const PRINT_PPI = 200
/** Being true to the photo is a matter of its own px, whatever the artwork is for. */
const STRAYS_PX = 2

/** What matters only where pieces are cut one by one. */
const OF_CUTS = ['overlap', 'wide-line', 'wide-edge'] as const

/** Kinds that do not matter for a purpose. */
const NO_MATTER: Readonly<Record<ProofFor, readonly FindingKind[]>> = {
	print: ['island', 'neck', 'counter', 'shut-in', ...OF_CUTS],
	cutting: ['coarse-photo', 'counter', 'shut-in'],
	// There the shape is what is not: what is thin or loose of it is a hole all the same.
	stencil: ['coarse-photo', 'island', 'neck'],
	screen: ['island', 'neck', 'counter', 'shut-in', 'coarse-photo', ...OF_CUTS],
}

/** The limits of a purpose on a sheet, px. */
export function limitsFor(purpose: ProofFor, { mmPerPx, width }: Sheet): Limits {
	const mm = mmPerPx ?? SUPPOSED_WIDTH_MM / width
	const px = Object.fromEntries(Object.entries(MM[purpose]).map(([name, v]) => [name, v / mm]))
	return {
		...(px as unknown as Lengths),
		strays: STRAYS_PX,
		photoPpi: purpose === 'print' ? PRINT_PPI : 0,
		cut: purpose === 'cutting' || purpose === 'stencil',
		stencil: purpose === 'stencil',
	}
}

export function matters(kind: FindingKind, purpose: ProofFor): boolean {
	return !NO_MATTER[purpose].includes(kind)
}
