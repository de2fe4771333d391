import { describe, expect, test } from 'vitest'
import { offset } from '../combine/offset'
import { keySheet } from '../formats/testing/keySheet'
import type { Point } from '../geometry/point'
import { flattenContour } from '../path/contour'
import { newPiece, type Piece } from '../path/model'
import { parsePathData } from '../path/parsePathData'
import { transformContour } from '../path/pieces'
import { randomNumbers } from '../path/testing/anyEdit'
import { toRing } from '../proof/rings'
import { WORKSHOP_BED as BED, FIRST_CUT, homeOf } from './bed'
import { beginOf, endOf } from './cuts'
import { formatGcode } from './gcode'
import { cuttingJob, type Job, tableJob } from './job'
import { improved, nearestFirst, type Stop, travelOf } from './order'
import { FIRST_SEEN, tableParts } from './parts'
import { GcodeError, lengthOf, type Motion, placeIn, readGcode, secondsOf } from './readGcode'
import { refusals, saysRefusal } from './refusals'

const IDENTITY = [1, 0, 0, 1, 0, 0] as const
const piece = (path: string, name = 'Part'): Piece => newPiece(name, parsePathData(path))
/** The key as large as it is, in mm, at a place of the bed. */
function keyAt(x: number, y: number): Piece {
	const [key] = keySheet().pieces as [Piece]
	return {
		...key,
		contours: key.contours.map((contour) => transformContour(contour, [0.25, 0, 0, 0.25, x, y])),
	}
}
const replayed = (pieces: readonly Piece[], settings = FIRST_CUT) =>
	readGcode(formatGcode(cuttingJob(pieces, BED, settings), 'Test'))

/** Places along what is burnt, on the sheet. */
function burnt(motions: readonly Motion[]): Point[][] {
	const runs: Motion[][] = []
	for (const motion of motions) {
		if (motion.what === 'wait') runs.push([])
		if (motion.what === 'cut') runs.at(-1)?.push(motion)
	}
	return runs.map((run) =>
		run.flatMap((motion) =>
			Array.from({ length: 9 }, (_, k): Point => {
				const [x, y] = placeIn(motion, k / 8)
				return [x, BED.height - y]
			}),
		),
	)
}

describe('the program of a key, replayed', () => {
	const motions = replayed([keyAt(50, 40)])
	const kept = offset(keyAt(50, 40).contours, BED.kerf / 2, { rule: 'evenodd', tolerance: 0.001 })
	const rings = kept.map((contour) => flattenContour(contour, 0.001))

	test('keeps to the outline half a kerf outside, all round, to its tolerance', () => {
		const bareOfLeads = replayed([keyAt(50, 40)], { ...FIRST_CUT, lead: 0 })
		const places = burnt(bareOfLeads).flat()
		expect(places.length).toBeGreaterThan(200)
		const off = places.map((p) => Math.min(...rings.map((ring) => toRing(p, ring))))
		expect(Math.max(...off)).toBeLessThan(FIRST_CUT.tolerance + 0.015)
		const bare = rings.flat().filter((_, n) => n % 7 === 0)
		const way = burnt(bareOfLeads)
		const missed = bare.map((p) => Math.min(...way.map((run) => toRing(p, run))))
		expect(Math.max(...missed)).toBeLessThan(0.05)
	})

	test('burns through beside the path, in what falls out', () => {
		const first = motions.find(({ what }) => what === 'cut') as Motion
		const from: Point = [first.from[0], BED.height - first.from[1]]
		expect(Math.min(...rings.map((ring) => toRing(from, ring)))).toBeGreaterThan(0.2)
	})

	test('takes as long as it was said to', () => {
		const { figures } = cuttingJob([keyAt(50, 40)], BED, FIRST_CUT)
		const seconds = motions.reduce((sum, motion) => sum + secondsOf(motion, BED.travelFeed), 0)
		expect(Math.abs(seconds - figures.seconds)).toBeLessThan(0.05 * figures.seconds)
		const cut = motions
			.filter(({ what }) => what === 'cut')
			.reduce((sum, m) => sum + lengthOf(m), 0)
		expect(cut).toBeCloseTo(figures.cut, 0)
	})

	test('says in few lines and arcs what chords would say in hundreds', () => {
		expect(motions.filter(({ what }) => what === 'cut').length).toBeLessThan(130)
		expect(motions.some(({ centre }) => centre)).toBe(true)
	})
})

test('however long and odd the sheet’s name is, the program can be read', () => {
	const job = cuttingJob([keyAt(50, 40)], BED, FIRST_CUT)
	for (const name of ['A name that goes on. '.repeat(40), '(((', '', 'é\n'.repeat(300)])
		expect(readGcode(formatGcode(job, name))).toEqual(readGcode(formatGcode(job, 'Test')))
})

describe('the order', () => {
	const scattered = () => {
		const random = randomNumbers(7)
		return Array.from({ length: 14 }, () => keyAt(20 + 430 * random(), 20 + 300 * random()))
	}
	const home = homeOf(BED)
	const { cuts, order } = cuttingJob(scattered(), BED, { ...FIRST_CUT, lead: 0 })

	const stops = cuts.map(
		(cut): Stop => ({ begin: beginOf(cut), end: endOf(cut), after: cut.after, rank: 0 }),
	)

	test('has openings before what is round them, always', () => {
		const place = new Map(order.map((k, n) => [k, n]))
		for (const [k, { after }] of cuts.entries())
			for (const inner of after) expect(place.get(inner) ?? 0).toBeLessThan(place.get(k) ?? 0)
		expect(cuts.filter(({ kind }) => kind === 'opening')).toHaveLength(28)
	})

	test('travels hardly further than the best of twenty begun at random', () => {
		const random = randomNumbers(3)
		const any = () => {
			const left = new Set(cuts.keys())
			const made: number[] = []
			while (left.size > 0) {
				const ready = [...left].filter((k) => !cuts[k]?.after.some((inner) => left.has(inner)))
				const next = ready[Math.floor(random() * ready.length)] as number
				made.push(next)
				left.delete(next)
			}
			return made
		}
		const best = Math.min(
			...Array.from({ length: 20 }, () =>
				travelOf(stops, improved(stops, any(), { from: home, to: home }), home),
			),
		)
		expect(travelOf(stops, order, home)).toBeLessThanOrEqual(1.15 * best)
		expect(travelOf(stops, order, home)).toBeLessThanOrEqual(
			travelOf(stops, nearestFirst(stops, home), home),
		)
		expect(cuttingJob(scattered(), BED, { ...FIRST_CUT, lead: 0 }).order).toEqual(order)
	})
})

describe('what is done first', () => {
	const laid = (pieces: readonly Piece[]) =>
		tableParts(pieces, FIRST_SEEN).map((part) => ({ part, copy: 0, map: IDENTITY }))
	const done = ({ cuts, order }: Job) =>
		order.map((k) => `${cuts[k]?.operation} ${cuts[k]?.piece} ${cuts[k]?.kind}`)

	test('scores, then small parts, then large ones, each from the inside out', () => {
		const large = piece('M20 20H220V220H20ZM60 60H180V180H60Z', 'Frame')
		const near = piece('M230 20H240V30H230Z', 'Chip')
		const far = piece('M500 300H510V310H500Z', 'Crumb')
		const fold = { ...piece('M25 30H200', 'Fold'), operation: 'score' as const }
		const job = tableJob(laid([large, near, far, fold]), BED, FIRST_CUT)
		expect(done(job)).toEqual([
			'score Fold line',
			'cut Chip outline',
			'cut Crumb outline',
			'cut Frame opening',
			'cut Frame outline',
		])
		expect(job.figures.score).toBeCloseTo(175)
		const motions = readGcode(formatGcode(job, 'Fold')).filter(({ what }) => what === 'cut')
		expect(motions.findIndex(({ power }) => power === BED.cutPower)).toBe(1)
		expect(motions[0]).toMatchObject({ power: BED.scorePower, feed: BED.scoreFeed })
	})

	test('a part in the opening of another that is larger by itself comes before it', () => {
		const hoop = piece('M20 20H220V220H20ZM22 22H218V218H22Z', 'Hoop')
		const disc = piece('M40 40H200V200H40Z', 'Disc')
		expect(done(tableJob(laid([hoop, disc]), BED, FIRST_CUT))).toEqual([
			'cut Disc outline',
			'cut Hoop opening',
			'cut Hoop outline',
		])
	})

	test('slits are cut before the outline of their part, along their middle', () => {
		const sail = piece('M20 20H120V120H20Z', 'Sail')
		const slit = { ...piece('M40 40H80', 'Slit'), operation: 'cut' as const }
		const lines = {
			...slit,
			fill: { kind: 'none' },
			stroke: { ...slit.stroke, paint: slit.fill },
		} as const
		const job = tableJob(laid([sail, lines]), BED, FIRST_CUT)
		expect(done(job)).toEqual(['cut Slit line', 'cut Sail outline'])
		const first = job.cuts[job.order[0] ?? 0]
		expect(first?.runs.flat()).toEqual([{ from: [40, 40], to: [80, 40], sweep: 0 }])
	})
})

describe('the way in', () => {
	const start = (path: string, kind: 'opening' | 'outline') => {
		const { cuts } = cuttingJob([piece(path)], BED, FIRST_CUT)
		const cut = cuts.find((one) => one.kind === kind)
		const lead = cut?.runs[0]?.[0]
		if (!cut || !lead) throw new Error('There is one.')
		return { from: lead.from, to: lead.to, ring: flattenContour(cut.path, 0.01) }
	}

	test('is never in a notch, though that is the sharpest corner', () => {
		// A square with a notch of a mm that goes deep into it.
		const { from, to } = start('M20 20H60V60H40.5L40 30L39.5 60H20Z', 'outline')
		expect(Math.hypot(to[0] - 40, to[1] - 30)).toBeGreaterThan(15)
		expect(from[0] < 20 || from[0] > 60 || from[1] < 20 || from[1] > 60).toBe(true)
	})

	test('of an opening whose corners are all narrow begins in the middle of its longest side', () => {
		const { from, to, ring } = start('M0 0H200V200H0ZM20 100L100 20L180 100L100 180Z', 'opening')
		expect(toRing(from, ring)).toBeGreaterThan(1)
		expect(
			Math.min(
				...[
					[20, 100],
					[100, 20],
					[180, 100],
					[100, 180],
				].map(([x = 0, y = 0]) => Math.hypot(to[0] - x, to[1] - y)),
			),
		).toBeGreaterThan(40)
	})

	test('burns through well beside the path, wherever there is room', () => {
		for (const path of [
			'M20 20H60V60H20Z',
			'M20 20C60 20 60 60 20 60Z',
			'M20 20L80 40L30 44L80 60L20 80Z',
		]) {
			const { from, ring } = start(path, 'outline')
			expect(toRing(from, ring)).toBeGreaterThan(0.6 * FIRST_CUT.lead - 0.01)
		}
	})
})

test('tabs leave the outline hanging by so many bridges of a width, and no opening', () => {
	const settings = { ...FIRST_CUT, lead: 0, tabs: 3, tabWidth: 1 }
	const { cuts, figures } = cuttingJob([keyAt(50, 40)], BED, settings)
	const whole = cuttingJob([keyAt(50, 40)], BED, { ...settings, tabs: 0 })
	expect(whole.figures.cut - figures.cut).toBeCloseTo(3, 1)
	expect(figures.pierces).toBe(whole.figures.pierces + 3)
	expect(cuts.filter(({ kind }) => kind === 'opening').every(({ runs }) => runs.length === 1)).toBe(
		true,
	)
})

test('a way in that has no room in a small opening is shorter, or left out', () => {
	const tiny = piece('M20 20H60V60H20Z M39.6 39.6V40.4H40.4V39.6Z')
	const { cuts } = cuttingJob([tiny], BED, { ...FIRST_CUT, lead: 5 })
	const opening = cuts.find(({ kind }) => kind === 'opening')
	if (!opening) throw new Error('There is one.')
	expect(Math.hypot(beginOf(opening)[0] - 40, beginOf(opening)[1] - 40)).toBeLessThan(0.6)
})

describe('what cannot be cut is refused, and why', () => {
	test.each([
		['off-bed', 'M590 20H610V40H590Z'],
		['open', 'M20 20H60V60'],
		['crossing', 'M20 20L60 60H20L60 20Z'],
		['island', 'M20 20H80V80H20ZM30 30V70H70V30ZM40 40H60V60H40Z'],
		['narrow', 'M20 20H80V80H20ZM30 30V70H30.1V30Z'],
	] as const)('%s', (why, path) => {
		expect(refusals([piece(path)], BED)).toEqual([{ why, piece: 'Part' }])
		expect(saysRefusal({ why, piece: 'Part' })).toContain('“Part”')
	})

	test('nothing is refused of what can be cut; of nothing there is nothing to cut', () => {
		expect(refusals([keyAt(10, 10)], BED)).toEqual([])
		expect(refusals([], BED)).toEqual([{ why: 'nothing' }])
	})
})

describe('a program that the table could not follow', () => {
	test.each([
		['G1 X10 Y10', 'at no speed'],
		['M3\nG0 X10 Y10', 'with the beam on'],
		['X10', 'not how'],
		['G1 X10 F100\nM3', 'ends with the beam on'],
		['G2 X10 Y0 I3 J0 F100', 'does not end on its circle'],
		['G2 X10 Y0 F100', 'has no middle'],
		['G81 X1', 'does not know G81'],
		['M2\nG0 X1', 'has ended'],
		['G1 X', 'cannot be read'],
	])('%s', (text, problem) => {
		expect(() => readGcode(text)).toThrow(GcodeError)
		expect(() => readGcode(text)).toThrow(problem)
	})

	test('inches, whole circles and comments are read', () => {
		const [move, circle] = readGcode('G20 (inches)\nG1 X1 F10 ; there\nG21\nG3 X25.4 Y0 I5 J0')
		expect(move?.to).toEqual([25.4, 0])
		expect(lengthOf(circle as Motion)).toBeCloseTo(10 * Math.PI)
	})
})
