import { describe, expect, test } from 'vitest'
import { parsePathData } from '../../path/parsePathData'
import { randomNumbers } from '../../path/testing/anyEdit'
import type { Pixels } from '../pixels'
import { blurred } from './blur'
import { coverageOf } from './coverage'
import { cutOut, laidOn, maskOf } from './cutOut'

const SIZE = 80
const DISC = parsePathData(
	'M70 40C70 56.6 56.6 70 40 70S10 56.6 10 40S23.4 10 40 10S70 23.4 70 40Z',
)
const OBJECT = [190, 60, 40] as const
const BEHIND = [30, 60, 90] as const
const BRIGHT = '#fff3b0'

const lightOf = (level = 0) => (level / 255) ** 2.2
const levelOf = (light: number) => 255 * light ** (1 / 2.2)

/** An object's own colour at a pixel. */
type Own = (at: number) => readonly number[]
const plain: Own = () => OBJECT
const fromMiddle = (at: number) =>
	Math.hypot((at % SIZE) + 0.5 - 40, Math.floor(at / SIZE) + 0.5 - 40)
/** Brighter towards its rim, as what is glazed is. */
const glazed: Own = (at) => OBJECT.map((v) => v + 2.5 * Math.max(0, fromMiddle(at) - 18))

/** A red disc before blue, as a lens sees it: mixed at its edge over some two pixels. */
function photo(own: Own = plain, lens = 0.9): Pixels {
	const soft = blurred(coverageOf(DISC, 'nonzero', SIZE, SIZE), SIZE, SIZE, lens)
	const random = randomNumbers(5)
	const data = new Uint8ClampedArray(4 * SIZE * SIZE)
	for (let at = 0; at < SIZE * SIZE; at++) {
		const grain = 6 * (random() - 0.5)
		for (let c = 0; c < 3; c++) {
			const share = soft[at] ?? 0
			const light = lightOf(own(at)[c]) * share + lightOf(BEHIND[c]) * (1 - share)
			data[4 * at + c] = levelOf(light) + grain
		}
		data[4 * at + 3] = 255
	}
	return { width: SIZE, height: SIZE, data }
}

/** How far a cut-out on a bright ground is from what it should be, where the edge runs, in levels. */
function fringe(clean: boolean, own: Own = plain, lens = 0.9): number {
	const made = cutOut(photo(own, lens), DISC, { clean })
	const on = laidOn(made, { colours: [BRIGHT], angle: 0 }, null)
	const cover = coverageOf(DISC, 'nonzero', SIZE, SIZE)
	const ground = [255, 243, 176]
	let sum = 0
	let count = 0
	for (let at = 0; at < SIZE * SIZE; at++) {
		if (Math.abs(fromMiddle(at) - 30) > 3) continue
		const share = cover[at] ?? 0
		for (let c = 0; c < 3; c++) {
			const ideal = (own(at)[c] ?? 0) * share + (ground[c] ?? 0) * (1 - share)
			sum += Math.abs((on.data[4 * at + c] ?? 0) - ideal)
			count++
		}
	}
	return sum / count
}

describe('what is covered', () => {
	test('is as large as the shape, and partly covered where the edge runs', () => {
		const cover = coverageOf(DISC, 'nonzero', SIZE, SIZE)
		expect(cover.reduce((sum, v) => sum + v, 0)).toBeCloseTo(Math.PI * 900, -1)
		expect(cover[40 * SIZE + 40]).toBe(1)
		expect(cover[0]).toBe(0)
		const upright = coverageOf(parsePathData('M2.25 0H4.5V4H2.25Z'), 'nonzero', 8, 4)
		expect([...upright.slice(0, 6)]).toEqual([0, 0, 0.75, 1, 0.5, 0])
	})

	test('leaves openings out, by either rule as it says', () => {
		const ring = parsePathData('M0 0H8V8H0ZM2 2H6V6H2Z')
		expect(coverageOf(ring, 'evenodd', 8, 8)[4 * 8 + 4]).toBe(0)
		expect(coverageOf(ring, 'nonzero', 8, 8)[4 * 8 + 4]).toBe(1)
	})
})

describe('a cut-out', () => {
	test('on another ground has no fringe once its edge is cleaned', () => {
		expect(fringe(false)).toBeGreaterThan(3.5)
		expect(fringe(true)).toBeLessThan(0.45 * fringe(false))
	})

	test.each([0.5, 0.9, 1.5])(
		'keeps an edge that is brighter than its inside, through a lens as soft as %f px',
		(lens) => {
			expect(fringe(true, glazed, lens)).toBeLessThan(0.75 * fringe(false, glazed, lens))
		},
	)

	test('is cleaned at the object’s edge, however far inside it is cut', () => {
		const inside = (o: Parameters<typeof cutOut>[2]) => {
			const { data } = cutOut(photo(), DISC, o)
			return [68.5, 69.5].map((x) => [
				...data.subarray(4 * (40 * SIZE + Math.floor(x))).slice(0, 3),
			])
		}
		expect(inside({ allowance: 1 })).toEqual(inside({}))
		// Just inside the edge the ground shines in; cleaned, it is the object's own.
		const [, last = []] = inside({ allowance: 1 })
		const [, raw = []] = inside({ clean: false })
		const off = (colour: readonly number[]) =>
			Math.max(...colour.map((v, c) => Math.abs(v - (OBJECT[c] ?? 0))))
		expect(off(last)).toBeLessThan(off(raw) / 2)
	})

	test('keeps what lies well inside as it was', () => {
		const before = photo()
		const after = cutOut(before, DISC)
		for (const at of [40 * SIZE + 40, 30 * SIZE + 45])
			expect([...after.data.subarray(4 * at, 4 * at + 4)]).toEqual([
				...before.data.subarray(4 * at, 4 * at + 4),
			])
	})

	test('is smaller by its allowance, and fades over its feather', () => {
		const area = (o: Parameters<typeof cutOut>[2]) =>
			cutOut(photo(), DISC, o).data.reduce((sum, v, i) => sum + (i % 4 === 3 ? v / 255 : 0), 0)
		expect(Math.sqrt(area({ allowance: 3 }) / Math.PI)).toBeCloseTo(27, 0)
		expect(area({ feather: 8 })).toBeCloseTo(area({}), -2)
		const row = (o: Parameters<typeof cutOut>[2]) => {
			const { data } = cutOut(photo(), DISC, o)
			return Array.from({ length: SIZE }, (_, x) => data[4 * (40 * SIZE + x) + 3] ?? 0)
		}
		const between = (o: Parameters<typeof cutOut>[2]) =>
			row(o).filter((v) => v > 8 && v < 247).length
		expect(between({})).toBeLessThanOrEqual(2)
		expect(between({ feather: 8 })).toBeGreaterThan(8)
	})

	test('its mask is white where it is kept', () => {
		const { data } = maskOf(cutOut(photo(), DISC))
		expect([...data.subarray(4 * (40 * SIZE + 40), 4 * (40 * SIZE + 40) + 4)]).toEqual([
			255, 255, 255, 255,
		])
		expect([...data.subarray(0, 4)]).toEqual([0, 0, 0, 255])
	})
})

describe('a backdrop and a shadow', () => {
	const SHADOW = { angle: 90, distance: 8, blur: 4, strength: 0.6, contact: 0 }
	const at = ({ data }: Pixels, x: number, y: number) => [
		...data.subarray(4 * (y * SIZE + x), 4 * (y * SIZE + x) + 4),
	]

	test('a gradient runs from one end to the other, at its angle', () => {
		const empty = cutOut(photo(), [])
		const down = laidOn(empty, { colours: ['#000000', '#ffffff'], angle: 90 }, null)
		expect(at(down, 40, 0)[0]).toBeLessThan(6)
		expect(at(down, 40, 79)[0]).toBeGreaterThan(249)
		expect(at(down, 3, 40)).toEqual(at(down, 70, 40))
	})

	test('another picture covers all, in its own proportions about its middle', () => {
		// Twice as wide as high: its outer quarters go over the edges.
		const data = new Uint8ClampedArray(4 * 160 * 80)
		for (let k = 0; k < 160 * 80; k++) data.set([k % 160, Math.floor(k / 160), 7, 255], 4 * k)
		const empty = cutOut(photo(), [])
		const behind = laidOn(empty, { picture: { width: 160, height: 80, data } }, null)
		expect(at(behind, 0, 0)).toEqual([40, 0, 7, 255])
		expect(at(behind, 79, 79)).toEqual([119, 79, 7, 255])
		const larger = laidOn(
			empty,
			{ picture: { width: 2, height: 1, data: data.slice(0, 8) } },
			SHADOW,
		)
		expect(at(larger, 40, 40)[3]).toBe(255)
	})

	test('a shadow falls where it is told, on the ground or on nothing', () => {
		const picture = cutOut(photo(), DISC)
		const on = laidOn(picture, { colours: ['#ffffff'], angle: 0 }, SHADOW)
		expect(at(on, 40, 75)[0]).toBeLessThan(160)
		expect(at(on, 40, 4)[0]).toBe(255)
		const bare = laidOn(picture, null, SHADOW)
		expect(at(bare, 40, 75)[3]).toBeGreaterThan(90)
		expect(at(bare, 40, 75).slice(0, 3)).toEqual([0, 0, 0])
		expect(at(bare, 40, 4)[3]).toBe(0)
	})

	test('where it stands the ground is darkest', () => {
		const picture = cutOut(photo(), DISC)
		const contact = laidOn(
			picture,
			{ colours: ['#ffffff'], angle: 0 },
			{ ...SHADOW, strength: 0, contact: 0.8 },
		)
		expect(at(contact, 40, 71)[0]).toBeLessThan(200)
		expect(at(contact, 40, 5)[0]).toBe(255)
	})
})
