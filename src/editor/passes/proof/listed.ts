import type { Piece, Sheet } from '@/core'
import {
	FINDING_KINDS,
	type Finding,
	type FindingKind,
	matters,
	type ProofFor,
} from '@/core/proofs'

const GRADES = ['wrong', 'risk', 'hint'] as const

/** Findings of one kind. */
export interface ListedKind {
	readonly kind: FindingKind
	readonly all: readonly Finding[]
}

/** What of the findings matters for a purpose and was not left as it is, by kind, the worst first. */
export function listed(
	findings: readonly Finding[],
	purpose: ProofFor,
	left: readonly string[] = [],
): ListedKind[] {
	const aside = new Set(left)
	const kinds = new Map<FindingKind, Finding[]>()
	for (const finding of findings) {
		if (aside.has(finding.key) || !matters(finding.kind, purpose)) continue
		const all = kinds.get(finding.kind)
		if (all) all.push(finding)
		else kinds.set(finding.kind, [finding])
	}
	const rank = (kind: FindingKind) => GRADES.indexOf(FINDING_KINDS[kind].grade)
	return [...kinds]
		.map(([kind, all]) => ({ kind, all }))
		.sort((a, b) => rank(a.kind) - rank(b.kind))
}

/** How many matter of each grade. */
export function counts(kinds: readonly ListedKind[]) {
	const of = (grade: (typeof GRADES)[number]) =>
		kinds
			.filter(({ kind }) => FINDING_KINDS[kind].grade === grade)
			.reduce((sum, { all }) => sum + all.length, 0)
	return { wrong: of('wrong'), risk: of('risk'), hint: of('hint') }
}

/**
 * What is mended by one press: what is wrong or may come out so, but for what only its owner can know to be meant.
 * @param pieces those that are locked stay as they are
 */
export function mendable(
	kinds: readonly ListedKind[],
	pieces: readonly Pick<Piece, 'id' | 'locked'>[] = [],
): Finding[] {
	const held = new Set(pieces.flatMap(({ id, locked }) => (locked ? [id] : [])))
	const asks: readonly FindingKind[] = [
		'small',
		'open',
		'neck',
		'overlap',
		'wide-line',
		'wide-edge',
	]
	return kinds
		.filter(({ kind }) => {
			const { mend, grade } = FINDING_KINDS[kind]
			return mend && grade !== 'hint' && !asks.includes(kind)
		})
		.flatMap(({ all }) => all)
		.filter(({ piece = '', beside = '' }) => !held.has(piece) && !held.has(beside))
}

/** The sheet with pieces in place of those of the same ids, and without some. */
export function withMended(
	sheet: Sheet,
	{ changed, gone }: { readonly changed: Sheet['pieces']; readonly gone: readonly string[] },
): Sheet {
	const now = new Map(changed.map((piece) => [piece.id, piece]))
	const away = new Set(gone)
	return {
		...sheet,
		pieces: sheet.pieces.flatMap((piece) =>
			away.has(piece.id) ? [] : [now.get(piece.id) ?? piece],
		),
	}
}
