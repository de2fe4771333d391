import { describe, expect, test } from 'vitest'
import { isStraight, segments } from '../path/contour'
import type { Sheet } from '../path/model'
import { flawsOf, normalised } from '../path/normalise'
import { randomNumbers } from '../path/testing/anyEdit'
import { cases } from '../testing/cases'
import type { Finding, FindingKind } from './finding'
import { findings } from './findings'
import { FINDING_KINDS } from './kinds'
import { mended } from './mend'
import { flawedSheet } from './testing/flawedSheet'

const LIMITS = {
	neck: 4,
	small: 6,
	hair: 0.2,
	sliver: 2,
	ends: 4,
	strays: 0,
	photoPpi: 0,
	cut: true,
}
/** What is found so near to where it was before is the same, px. */
const SAME_PX = 3
/** Edges that turn by less are as straight as they were, radians. */
const TURNED = 2e-3
/** What a remedy may leave, and why. */
const ALLOWED: Readonly<Partial<Record<FindingKind, readonly FindingKind[]>>> = {
	// The loop that is parted off is as small as it was; a line is no wider than it was drawn.
	crosses: ['small'],
	'wide-line': ['neck'],
	overlap: ['neck'],
}
/** Of a hundred remedies so many may leave something else: what lies a hair beside a bend is not told from it. */
const ODD = 5

interface Tried {
	readonly seed: number
	readonly kind: FindingKind
	readonly other: boolean
	readonly isGone: boolean
	readonly left: readonly FindingKind[]
	readonly turned: boolean
	readonly sound: boolean
}

/** Every remedy there is, one at a time, on random artwork. */
function tried(): Tried[] {
	return Array.from({ length: cases(90) }, (_, k) => k + 1).flatMap((seed) => {
		const sheet = flawedSheet(randomNumbers(seed))
		const before = findings(sheet, LIMITS)
		return before.flatMap((one) => {
			const { mend, or } = FINDING_KINDS[one.kind]
			return [...(mend ? [false] : []), ...(or ? [true] : [])].map((other): Tried => {
				const after = normalised(mended(sheet, other ? { ...one, other } : one), sheet)
				const now = findings(after, LIMITS)
				return {
					seed,
					kind: one.kind,
					other,
					isGone: now.every(({ key }) => key !== one.key),
					left: leftOver(before, now).filter((kind) => !ALLOWED[one.kind]?.includes(kind)),
					turned: one.kind !== 'open' && hasTurned(sheet, after),
					sound: flawsOf(after).length === 0,
				}
			})
		})
	})
}

/** Kinds of which there are more than before, at places where there were none. */
function leftOver(before: readonly Finding[], now: readonly Finding[]): FindingKind[] {
	const count = (all: readonly Finding[], kind: FindingKind) =>
		all.filter((one) => one.kind === kind).length
	const fresh = now.filter(({ kind, at }) =>
		before.every(
			(one) => one.kind !== kind || Math.hypot(one.at[0] - at[0], one.at[1] - at[1]) > SAME_PX,
		),
	)
	const kinds = new Set(fresh.map(({ kind }) => kind))
	return [...kinds].filter((kind) => count(now, kind) > count(before, kind))
}

/** Whether a straight edge runs in a direction that none had. */
function hasTurned(before: Sheet, after: Sheet): boolean {
	const had = directions(before)
	return directions(after).some((now) => had.every((was) => Math.abs(Math.sin(now - was)) > TURNED))
}

function directions({ pieces }: Sheet): number[] {
	return pieces
		.flatMap(({ contours }) => contours.flatMap(segments))
		.filter(({ from, to }) => isStraight(from, to))
		.map(({ from, to }) => Math.atan2(to.at[1] - from.at[1], to.at[0] - from.at[0]))
}

describe('a remedy, whatever it is for, on random artwork', () => {
	const all = tried()
	const kinds = [...new Set(all.map(({ kind }) => kind))]

	test('is tried for nearly every kind, both ways where there are two', () => {
		expect(kinds.length).toBeGreaterThanOrEqual(16)
		expect(all.filter(({ other }) => other).length).toBeGreaterThan(20)
	})

	test.each(kinds)('of %s leaves nothing that a proof would report', (kind) => {
		const own = all.filter((one) => one.kind === kind)
		const wrong = own.filter(({ left, isGone }) => left.length > 0 || !isGone)
		expect(wrong.length, JSON.stringify(wrong)).toBeLessThanOrEqual(
			Math.ceil((ODD * own.length) / 100),
		)
	})

	test.each(kinds)('of %s leaves what is straight straight, and the sheet sound', (kind) => {
		const own = all.filter((one) => one.kind === kind)
		expect(own.filter(({ turned }) => turned)).toEqual([])
		expect(own.filter(({ sound }) => !sound)).toEqual([])
	})
})
