import { describe, expect, test } from 'vitest'
import { ringedOf } from '../path/enclosing'
import { groupPieces } from '../path/groups'
import { emptySheet, newPiece, type Piece, type Sheet } from '../path/model'
import { flawsOf, normalised } from '../path/normalise'
import { parsePathData } from '../path/parsePathData'
import { addPieces, changePiece } from '../path/pieces'
import type { FindingKind } from './finding'
import { findingSteps, findings } from './findings'
import { FINDING_KINDS } from './kinds'
import { limitsFor, matters } from './limits'
import { allMended, mended as mendedBy } from './mend'

/** Necks under 4 px, details under 6, nodes within 0.2, gaps under 2, ends within 4. */
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

function sheetOf(...paths: (string | Piece)[]): Sheet {
	const pieces = paths.map((one, n) =>
		typeof one === 'string' ? newPiece(`Piece ${n + 1}`, parsePathData(one)) : one,
	)
	return addPieces(emptySheet('Proof', 200, 200), pieces)
}
const kindsIn = (sheet: Sheet) => findings(sheet, LIMITS).map(({ kind }) => kind)
const nonzero = (path: string): Piece => ({
	...newPiece('Piece', parsePathData(path)),
	fillRule: 'nonzero',
})

const stroked = (path: string, fill: 'none' | 'solid'): Piece => {
	const piece = newPiece('Piece', parsePathData(path))
	const stroke = { paint: piece.fill, width: 8 }
	return { ...piece, stroke, ...(fill === 'none' && { fill: { kind: 'none' } }) }
}

const SQUARE = 'M20 20H120V120H20Z'
/** Two squares held together by a bar of a thickness. */
const bar = (thick: number, y = 0) =>
	`M20 ${20 + y}H80V${80 - thick / 2 + y}H120V${20 + y}H180V${140 + y}H120V${80 + thick / 2 + y}H80V${140 + y}H20Z`
const halves = (gap: number) => [`M20 20H100V120H20Z`, `M${100 + gap} 20H180V120H${100 + gap}Z`]
const joined = (turn: number) => {
	const [c, s] = [Math.cos(turn), Math.sin(turn)]
	return `M20 100C40 60 60 50 100 50C${100 + 40 * c} ${50 + 40 * s} 170 80 180 120L100 160Z`
}

/** A line of so many nodes, to and fro. */
const comb = (nodes: number) =>
	`M0 0L${Array.from({ length: nodes - 3 }, (_, k) => `${(k / nodes) * 180} ${20 + 60 * (k % 2)}`).join('L')}L180 180L0 180`

/** For each kind something that has it, and something that nearly has. */
const CASES: readonly (readonly [FindingKind, Sheet, Sheet])[] = [
	['open', sheetOf('M20 20H120V120'), sheetOf(SQUARE)],
	['ends-near', sheetOf('M20 20H120V120H20V23'), sheetOf('M20 20H120V120H20V30')],
	[
		'rules-differ',
		sheetOf(nonzero('M20 20H120V120H20ZM40 40H80V80H40Z')),
		sheetOf(nonzero('M20 20H120V120H20ZM40 40V80H80V40Z')),
	],
	['crosses', sheetOf('M20 20L120 120H20L120 20Z'), sheetOf('M20 20L70 69L120 20V120H20Z')],
	[
		'outside',
		sheetOf(nonzero('M20 20H120V120H20ZM140 20V60H180V20Z')),
		sheetOf(nonzero('M20 20H120V120H20ZM140 20H180V60H140Z')),
	],
	[
		'island',
		sheetOf('M20 20H120V120H20ZM40 40V100H100V40ZM60 60H80V80H60Z'),
		sheetOf('M20 20H120V120H20ZM40 40V100H100V40Z'),
	],
	['neck', sheetOf(bar(3)), sheetOf(bar(5))],
	[
		'small',
		sheetOf('M20 20H120V120H20ZM40 40V44H44V40Z'),
		sheetOf('M20 20H120V120H20ZM40 40V47H47V40Z'),
	],
	['hair', sheetOf('M20 20H120V120L119.9 120H20Z'), sheetOf('M20 20H120V120L119 120H20Z')],
	[
		'needless',
		sheetOf('M20 100C20 60 50 40 80 40L110 40L140 40L140 100Z'),
		sheetOf('M20 100C20 60 50 40 80 40L110 36L140 40L140 100Z'),
	],
	[
		'outermost',
		sheetOf('M20 100C40 20 120 20 140 100Z'),
		sheetOf('M20 100C20 60 50 40 80 40S140 60 140 100Z'),
	],
	['nearly-smooth', sheetOf(joined(0.08)), sheetOf(joined(0))],
	[
		'nearly-corner',
		sheetOf('M20 120C40 90 78.5 40 80 40C81.5 40 120 90 140 120Z'),
		sheetOf('M20 120L80 40L140 120Z'),
	],
	['kink', sheetOf(joined(0.3)), sheetOf(joined(0.9))],
	[
		'handles',
		sheetOf('M20 100C180 20 -40 20 120 100L70 160Z'),
		sheetOf('M20 100C40 40 100 40 120 100L70 160Z'),
	],
	['sliver', sheetOf(...halves(1)), sheetOf(...halves(3))],
	['twice', sheetOf(SQUARE, 'M120 120V20H20V120Z'), sheetOf(SQUARE, 'M120 121V20H20V121Z')],
	['overlap', sheetOf(SQUARE, 'M100 60H180V160H100Z'), sheetOf(SQUARE, 'M120 20H180V120H120Z')],
	['wide-line', sheetOf(stroked('M20 20H120V120H20Z', 'none')), sheetOf(SQUARE)],
	['wide-edge', sheetOf(stroked('M20 20H120V120H20Z', 'solid')), sheetOf(SQUARE)],
	['hidden', hiddenIn(sheetOf(SQUARE, bar(20))), sheetOf(SQUARE, bar(20))],
	['locked', lockedIn(sheetOf(SQUARE)), sheetOf(SQUARE)],
	['crowded', sheetOf(comb(401)), sheetOf(comb(399))],
]

function hiddenIn(sheet: Sheet): Sheet {
	return changePiece(sheet, sheet.pieces[0]?.id ?? '', { hidden: true })
}

function lockedIn(sheet: Sheet): Sheet {
	return changePiece(sheet, sheet.pieces[0]?.id ?? '', { locked: true })
}

describe.each(CASES)('%s', (kind, has, nearly) => {
	test('is found where it is, and not where it nearly is', () => {
		expect(kindsIn(has)).toContain(kind)
		expect(kindsIn(nearly)).not.toContain(kind)
	})

	test('is told with its place and a key that tells it from all others', () => {
		const all = findings(has, LIMITS)
		expect(new Set(all.map(({ key }) => key)).size).toBe(all.length)
		for (const { at } of all) expect(at.every(Number.isFinite)).toBe(true)
		expect(findings(has, LIMITS)).toEqual(all)
	})

	const { mend } = FINDING_KINDS[kind]
	test.runIf(mend)('is gone once it is mended, and the sheet is sound', () => {
		const one = findings(has, LIMITS).find((finding) => finding.kind === kind)
		if (!one) throw new Error('It was found before.')
		const mended = normalised(mendedBy(has, one), has)
		expect(mended).not.toBe(has)
		expect(findings(mended, LIMITS).map(({ key }) => key)).not.toContain(one.key)
		expect(flawsOf(mended)).toEqual([])
	})
})

describe('what is cut otherwise than it is seen', () => {
	const found = (sheet: Sheet, kind: FindingKind) => {
		const one = findings(sheet, LIMITS).find((finding) => finding.kind === kind)
		if (!one) throw new Error('It is found.')
		return one
	}
	const size = ({ pieces }: Sheet, k = 0) =>
		(pieces[k]?.contours ?? []).reduce((sum, c) => sum + ringedOf(c).area, 0)

	test('is one, or the lower is cut away, as one chooses', () => {
		const sheet = sheetOf(SQUARE, 'M100 60H180V160H100Z')
		const overlap = found(sheet, 'overlap')
		const one = mendedBy(sheet, overlap)
		expect(one.pieces).toHaveLength(1)
		expect(size(one)).toBeCloseTo(100 * 100 + 80 * 100 - 20 * 60, 6)
		const cut = mendedBy(sheet, { ...overlap, other: true })
		expect(cut.pieces).toHaveLength(2)
		expect(cut.pieces[1]).toBe(sheet.pieces[1])
		expect(size(cut)).toBeCloseTo(100 * 100 - 20 * 60, 6)
		expect(kindsIn(cut)).not.toContain('overlap')
	})

	test('a line is a band, or scored; an edge is part of its piece, or gone', () => {
		const line = sheetOf(stroked('M20 20H120V120H20Z', 'none'))
		const band = mendedBy(line, found(line, 'wide-line'))
		expect(size(band)).toBeCloseTo(108 ** 2 - 92 ** 2, 3)
		expect(band.pieces[0]?.fill).toEqual(line.pieces[0]?.stroke.paint)
		const scored = mendedBy(line, { ...found(line, 'wide-line'), other: true })
		expect(scored.pieces[0]?.operation).toBe('score')
		expect(kindsIn(scored)).not.toContain('wide-line')
		const edge = sheetOf(stroked('M20 20H120V120H20Z', 'solid'))
		expect(size(mendedBy(edge, found(edge, 'wide-edge')))).toBeCloseTo(108 ** 2, 3)
		expect(size(mendedBy(edge, { ...found(edge, 'wide-edge'), other: true }))).toBeCloseTo(1e4, 6)
	})

	test('matters for cutting alone, and not where it is said what is done along a piece', () => {
		for (const kind of ['overlap', 'wide-line', 'wide-edge'] as const) {
			expect(matters(kind, 'cutting')).toBe(true)
			expect(matters(kind, 'print')).toBe(false)
		}
		const sheet = sheetOf(SQUARE, 'M100 60H180V160H100Z')
		const scored = changePiece(sheet, sheet.pieces[1]?.id ?? '', { operation: 'score' })
		expect(kindsIn(scored)).not.toContain('overlap')
		expect(findings(sheet, { ...LIMITS, cut: false }).map(({ kind }) => kind)).not.toContain(
			'overlap',
		)
	})
})

test('a photo is coarse where its pixels would show at the size asked for', () => {
	const photo = {
		id: 'photo',
		blob: 'b',
		name: 'P',
		width: 200,
		height: 200,
		place: [1, 0, 0, 1, 0, 0],
		strength: 1,
		hidden: false,
		locked: false,
	} as unknown as Sheet['photos'][number]
	const at = (mmPerPx: number) =>
		findings({ ...sheetOf(SQUARE), photos: [photo], mmPerPx }, { ...LIMITS, photoPpi: 200 }).map(
			({ kind }) => kind,
		)
	expect(at(0.2)).toContain('coarse-photo')
	expect(at(0.1)).not.toContain('coarse-photo')
})

test('limits follow the real size; for print an island does not matter', () => {
	const sheet = emptySheet('Size', 400, 300)
	expect(limitsFor('cutting', { ...sheet, mmPerPx: 0.5 }).neck).toBe(2)
	expect(limitsFor('cutting', sheet).neck).toBe(2)
	expect([matters('island', 'print'), matters('island', 'cutting')]).toEqual([false, true])
})

test('a plain silhouette with corners, curves and a spike has nothing to be said of it', () => {
	const plain = 'M20 120L20 60C20 40 40 20 60 20S100 40 100 60L102 119L180 120L104 124L60 180Z'
	expect(kindsIn(sheetOf(plain)).filter((kind) => FINDING_KINDS[kind].grade !== 'hint')).toEqual([])
})

test('all that can be mended is, one after the other, and what is gone by then is left alone', () => {
	const sheet = sheetOf('M20 20H120V120H20V23', 'M20 20L120 120H20L120 20Z', SQUARE, SQUARE)
	const wrong = findings(sheet, LIMITS)
	const after = normalised(allMended(sheet, [...wrong, ...wrong]), sheet)
	expect(flawsOf(after)).toEqual([])
	expect(kindsIn(after).filter((kind) => FINDING_KINDS[kind].grade === 'wrong')).toEqual([])
	expect(kindsIn(after)).not.toContain('twice')
})

test('open outlines of a piece with a stroke and no fill are lines, and no fault', () => {
	const sheet = sheetOf('M20 20H120V120H20')
	const lines = sheet.pieces.map((piece) => ({
		...piece,
		fill: { kind: 'none' } as const,
		stroke: { paint: { kind: 'solid', colour: '#22272e' } as const, width: 3 },
	}))
	const kinds = (pieces: Sheet['pieces']) =>
		findings({ ...sheet, pieces }, LIMITS).map(({ kind }) => kind)
	expect(kinds(sheet.pieces)).toContain('open')
	expect(kinds(lines)).not.toContain('open')
	// Without a stroke nothing of it would be seen.
	expect(kinds(lines.map((piece) => ({ ...piece, stroke: sheet.pieces[0]!.stroke })))).toContain(
		'open',
	)
})

describe('pieces of one group that lie edge to edge', () => {
	const grouped = (...paths: string[]) => {
		const sheet = sheetOf(...paths)
		return groupPieces(sheet, new Set(sheet.pieces.map(({ id }) => id)), 'Shades')
	}

	test('fill each other’s openings: no outline is there twice', () => {
		const ring = 'M20 20H120V120H20ZM40 40V100H100V40Z'
		expect(kindsIn(grouped(ring, 'M40 40H100V100H40Z'))).not.toContain('twice')
		expect(kindsIn(grouped(ring, ring))).toContain('twice')
	})

	test('reach a little under each other: that is no overlap, as it is between others', () => {
		const trapped = ['M20 20H101V120H20Z', 'M100 20H180V120H100Z']
		expect(kindsIn(grouped(...trapped))).not.toContain('overlap')
		expect(kindsIn(sheetOf(...trapped))).toContain('overlap')
		expect(kindsIn(grouped('M20 20H120V120H20Z', 'M100 20H180V120H100Z'))).toContain('overlap')
	})

	test('leave no sliver where others lie over what is between them', () => {
		expect(kindsIn(grouped(...halves(1)))).toContain('sliver')
		expect(kindsIn(grouped(...halves(1), 'M90 10H110V130H90Z'))).not.toContain('sliver')
		expect(kindsIn(grouped(...halves(1), 'M90 10H110V60H90Z'))).toContain('sliver')
		// What lies beneath shines through it as the ground does.
		expect(kindsIn(grouped('M90 10H110V130H90Z', ...halves(1)))).toContain('sliver')
	})
})

describe('a proof step by step', () => {
	const sheet = sheetOf(SQUARE, bar(2, 150), 'M121 20H180V120H121C121 90 121.4 60 121 20Z')

	test('says all that there is, each once, and how far it is; what is quick comes before advice and gaps', () => {
		const steps = [...findingSteps(sheet, LIMITS)]
		expect(steps.flatMap(({ found }) => found)).toEqual(findings(sheet, LIMITS))
		const shares = steps.map(({ share }) => share)
		expect(shares).toEqual([...shares].sort((a, b) => a - b))
		expect(shares.at(-1)).toBeCloseTo(1, 6)
		const first = (kind: FindingKind) =>
			steps.findIndex(({ found }) => found.some((one) => one.kind === kind))
		expect(first('sliver')).toBeGreaterThan(first('neck'))
		expect(first('neck')).toBeGreaterThanOrEqual(0)
	})

	test('of some pieces alone it says what it says of them, and nothing of others or the sheet', () => {
		const [square, neck, beside] = sheet.pieces.map(({ id }) => id) as [string, string, string]
		const of = (...ids: string[]) =>
			[...findingSteps(sheet, LIMITS, new Set(ids))].flatMap(({ found }) => found)
		const all = findings(sheet, LIMITS)
		expect(of(neck)).toEqual(all.filter(({ piece, beside: two }) => piece === neck && !two))
		expect(of(square, beside).some(({ kind }) => kind === 'sliver')).toBe(true)
		expect(of(square).some(({ kind }) => kind === 'sliver')).toBe(false)
	})

	test('what did not change is remembered, by its objects', () => {
		const before = findings(sheet, LIMITS)
		const moved = changePiece(sheet, sheet.pieces[1]?.id ?? '', { opacity: 0.5 })
		const after = findings(moved, LIMITS)
		const own = (all: typeof before) => all.filter(({ kind }) => kind === 'sliver')
		expect(own(after).length).toBeGreaterThan(0)
		for (const one of own(after))
			if (one.piece !== sheet.pieces[1]?.id && one.beside !== sheet.pieces[1]?.id)
				expect(before).toContain(one)
	})
})

test('nothing is mended in a piece that is locked, nor beside it, but its lock', () => {
	const overlapping = sheetOf(SQUARE, 'M100 60H180V160H100Z', 'M20 150L60 190H20L60 150Z')
	const locked = overlapping.pieces.reduce(
		(sheet, { id, name }) =>
			name === 'Piece 1' ? sheet : changePiece(sheet, id, { locked: true }),
		overlapping,
	)
	const all = findings(locked, LIMITS)
	expect(all.map(({ kind }) => kind)).toEqual(
		expect.arrayContaining(['overlap', 'crosses', 'locked']),
	)
	const others = all.filter(({ kind }) => kind !== 'locked')
	for (const one of others) expect(mendedBy(locked, one)).toBe(locked)
	expect(allMended(locked, others)).toBe(locked)
	const freed = allMended(
		locked,
		all.filter(({ kind }) => kind === 'locked'),
	)
	expect(freed.pieces.every((piece) => !piece.locked)).toBe(true)
})
