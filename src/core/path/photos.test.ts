import fc from 'fast-check'
import { describe, expect, test } from 'vitest'
import { distance } from '../geometry/point'
import { addGuides, newGuide } from './guides'
import { emptySheet, NEUTRAL_TONE, newPiece, type Sheet } from './model'
import { parsePathData } from './parsePathData'
import { enlargeSheet, resizePhoto } from './photoSizes'
import {
	addPhoto,
	changePhoto,
	changeTone,
	firstPlace,
	mirrorPhoto,
	newPhoto,
	photoAt,
	photoCorners,
	photoHolds,
	placementOf,
	placePhoto,
	removePhoto,
	reorderPhoto,
	replacePicture,
	turnPhoto,
	upperLeft,
} from './photos'
import { setRealSize } from './settings'

const PICTURE = { blob: 'b', name: 'Heron', width: 400, height: 300 }

function bench(...ids: string[]): Sheet {
	return ids.reduce(
		(sheet, id) => addPhoto(sheet, { ...newPhoto(PICTURE), id }),
		emptySheet('Bench', 400, 300),
	)
}
const photo = (sheet: Sheet, number = 0) => sheet.photos[number]!

describe('photos of a sheet', () => {
	test('are laid over and under each other', () => {
		const order = (sheet: Sheet) => sheet.photos.map(({ id }) => id).join('')
		const sheet = bench('a', 'b', 'c')
		expect(order(reorderPhoto(sheet, 'a', 1))).toBe('bac')
		expect(order(reorderPhoto(sheet, 'c', 0))).toBe('cab')
		expect(reorderPhoto(sheet, 'b', 1)).toBe(sheet)
		expect(reorderPhoto(sheet, 'nobody', 1)).toBe(sheet)
	})

	test('change one by one or all at once; what changes nothing is the same sheet', () => {
		const sheet = bench('a', 'b')
		expect(changePhoto(sheet, 'b', { hidden: true }).photos.map((p) => p.hidden)).toEqual([
			false,
			true,
		])
		expect(changePhoto(sheet, undefined, { strength: 0.5 }).photos.map((p) => p.strength)).toEqual([
			0.5, 0.5,
		])
		expect(changePhoto(sheet, 'a', { hidden: false })).toBe(sheet)
		expect(changePhoto(sheet, 'nobody', { hidden: true })).toBe(sheet)
		expect(removePhoto(sheet, 'nobody')).toBe(sheet)
		expect(removePhoto(sheet, 'a').photos.map((p) => p.id)).toEqual(['b'])
	})

	test('a tone changes by what is told of it', () => {
		const toned = changeTone(bench('a'), 'a', { black: 20, grey: true })
		expect(photo(toned).tone).toEqual({ ...NEUTRAL_TONE, black: 20, grey: true })
	})

	test('are laid by numbers and read back, all else of the placement kept', () => {
		const turned = placePhoto(bench('a'), 'a', { turn: 0.3, width: 800, height: 600 })
		const moved = placePhoto(turned, 'a', { centre: [10, 20] })
		expect(placementOf(photo(moved))).toMatchObject({ mirrored: false })
		expect(placementOf(photo(moved)).turn).toBeCloseTo(0.3)
		expect(placementOf(photo(moved)).width).toBeCloseTo(800)
		expect(placementOf(photo(moved)).centre[0]).toBeCloseTo(10)
	})

	test('mirrored twice, or turned and turned back, a photo lies as before', () => {
		fc.assert(
			fc.property(fc.double({ min: -3, max: 3, noNaN: true }), (angle) => {
				const sheet = turnPhoto(bench('a'), 'a', angle, [30, 40])
				const again = (['left-right', 'top-bottom'] as const).reduce(
					(s, axis) => mirrorPhoto(mirrorPhoto(s, 'a', axis), 'a', axis),
					sheet,
				)
				const back = turnPhoto(again, 'a', -angle, [30, 40])
				for (const [i, corner] of photoCorners(photo(back)).entries())
					expect(distance(corner, photoCorners(photo(bench('a')))[i]!)).toBeLessThan(1e-6)
			}),
		)
	})

	test('its upper left is the one that is seen, mirrored or not, and stays when it is resized', () => {
		const plain = bench('a')
		const ways: ((s: Sheet) => Sheet)[] = [
			(s) => s,
			(s) => mirrorPhoto(s, 'a', 'left-right'),
			(s) => mirrorPhoto(s, 'a', 'top-bottom'),
		]
		for (const way of ways) {
			const laid = way(plain)
			const corner = upperLeft(laid.photos[0]!)
			expect(distance(corner, upperLeft(plain.photos[0]!))).toBeLessThan(1e-9)
			const grown = resizePhoto(laid, 'a', { width: 800 }).photos[0]!
			expect(placementOf(grown).width).toBeCloseTo(800, 9)
			expect(distance(upperLeft(grown), corner)).toBeLessThan(1e-9)
		}
	})

	test('mirroring keeps the place: left and right corners change over', () => {
		const [a, b] = photoCorners(photo(mirrorPhoto(bench('a'), 'a', 'left-right')))
		expect(a).toEqual([400, 0])
		expect(b).toEqual([0, 0])
	})

	test('a point finds the topmost photo that shows and is not locked', () => {
		const sheet = placePhoto(bench('under', 'over'), 'over', { centre: [400, 150] })
		expect(photoAt(sheet, [300, 100])?.id).toBe('over')
		expect(photoAt(sheet, [100, 100])?.id).toBe('under')
		expect(photoAt(sheet, [100, 400])).toBeUndefined()
		expect(photoAt(changePhoto(sheet, 'over', { locked: true }), [300, 100])?.id).toBe('under')
		const mirrored = mirrorPhoto(sheet, 'under', 'left-right')
		expect(photoHolds(photo(mirrored), [1, 1])).toBe(true)
	})

	test('another picture keeps the place, turn, strength and tone, in its own proportion', () => {
		const sheet = changeTone(placePhoto(bench('a'), 'a', { turn: 0.2, centre: [50, 60] }), 'a', {
			grey: true,
		})
		const replaced = photo(
			replacePicture(sheet, 'a', { blob: 'c', name: 'Crane', width: 1000, height: 1000 }),
		)
		const lies = placementOf(replaced)
		expect(lies.centre[0]).toBeCloseTo(50)
		expect(lies.turn).toBeCloseTo(0.2)
		expect([lies.width, lies.height].map(Math.round)).toEqual([300, 300])
		expect(replaced).toMatchObject({ id: 'a', name: 'Crane', tone: { grey: true } })
	})

	test('a photo brought to a sheet lies in its middle, no larger than the sheet', () => {
		const large = { ...PICTURE, width: 4000, height: 3000 }
		const lies = placementOf(newPhoto(large, firstPlace(emptySheet('S', 400, 400), large)))
		expect(lies).toMatchObject({ centre: [200, 200], width: 400, height: 300, turn: 0 })
		const small = { ...PICTURE, width: 40, height: 30 }
		expect(placementOf(newPhoto(small, firstPlace(bench('a'), small))).width).toBe(40)
	})
})

test('working at twice the size doubles everything on the sheet and keeps its real size', () => {
	const piece = newPiece('Bill', parsePathData('M10 10L20 10C30 10 30 20 20 20Z'))
	const sheet = setRealSize(addGuides({ ...bench('a'), pieces: [piece] }, [newGuide('x', 60)]), 0.5)
	const large = enlargeSheet(sheet, 'a', { ...PICTURE, blob: 'c', width: 800, height: 600 }, 2)
	expect([large.width, large.height, large.mmPerPx]).toEqual([800, 600, 0.25])
	expect(large.guides[0]?.at).toBe(120)
	expect(large.pieces[0]?.contours[0]?.nodes[1]).toMatchObject({ at: [40, 20], out: [60, 20] })
	expect(photoCorners(photo(large))[2]).toEqual([800, 600])
	expect(photo(large).place.map((v) => v + 0)).toEqual([1, 0, 0, 1, 0, 0])
})
