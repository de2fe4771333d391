import type { Sheet } from '../path/model'
import type { FindingKind, Limits } from './finding'

/** What the artwork is for. */
export const PROOFS = ['print', 'cutting', 'screen'] as const
export type ProofFor = (typeof PROOFS)[number]

/** Where no real size was measured, artwork is thought to be made so wide, mm. */
const SUPPOSED_WIDTH_MM = 200

/** Limits in mm, but for the photo's px to the inch. */
const MM: Readonly<Record<ProofFor, Limits>> = {
	print: { neck: 0.25, small: 0.4, hair: 0.03, sliver: 0.2, ends: 0.8, photoPpi: 200 },
	cutting: { neck: 1, small: 1.5, hair: 0.05, sliver: 0.5, ends: 1, photoPpi: 0 },
	screen: { neck: 0.3, small: 0.5, hair: 0.05, sliver: 0.2, ends: 0.8, photoPpi: 0 },
}

/** Kinds that do not matter for a purpose. */
const NO_MATTER: Readonly<Record<ProofFor, readonly FindingKind[]>> = {
	print: ['island', 'neck'],
	cutting: ['coarse-photo'],
	screen: ['island', 'neck', 'coarse-photo'],
}

/** The limits of a purpose on a sheet, px. */
export function limitsFor(purpose: ProofFor, { mmPerPx, width }: Sheet): Limits {
	const mm = mmPerPx ?? SUPPOSED_WIDTH_MM / width
	const { photoPpi, ...lengths } = MM[purpose]
	const px = Object.fromEntries(Object.entries(lengths).map(([name, v]) => [name, v / mm]))
	return { ...(px as unknown as Omit<Limits, 'photoPpi'>), photoPpi }
}

export function matters(kind: FindingKind, purpose: ProofFor): boolean {
	return !NO_MATTER[purpose].includes(kind)
}
