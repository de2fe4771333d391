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
import { beginOf } from './cuts'
import { formatGcode } from './gcode'
import { cuttingJob } from './job'
import { cuttingSequence, improved, nearestFirst, travelOf } from './order'
import { GcodeError, lengthOf, type Motion, placeIn, readGcode, secondsOf } from './readGcode'
import { refusals, saysRefusal } from './refusals'

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
			...Array.from({ length: 20 }, () => travelOf(cuts, improved(cuts, any(), home), home)),
		)
		expect(travelOf(cuts, order, home)).toBeLessThanOrEqual(1.15 * best)
		expect(travelOf(cuts, order, home)).toBeLessThanOrEqual(
			travelOf(cuts, nearestFirst(cuts, home), home),
		)
		expect(cuttingSequence(cuts, home)).toEqual(order)
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
