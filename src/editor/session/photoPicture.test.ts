import { expect, test } from 'vitest'
import { applyAffine, emptySheet, newPhoto, parsePathData } from '@/core'
import { darkroomSlice } from './darkroomState'
import { pictureOf, pictureUnder } from './photoPicture'
import { createSlices } from './slices'

const bitmap = (width: number, height: number) => ({ width, height }) as ImageBitmap
const photo = {
	...newPhoto({ blob: 'pears', name: 'Pears', width: 4000, height: 3000 }),
	place: [0, 0.5, -0.5, 0, 1600, 100] as const,
}

function darkroom(levels: readonly ImageBitmap[] | null) {
	const slices = createSlices()
	const pyramid = levels && { width: 4000, height: 3000, levels }
	slices.of(darkroomSlice).setState({ pyramids: new Map([['pears', pyramid]]) })
	return slices
}

test('a copy that is small enough is taken; its pixels are where they are on the sheet, and back', () => {
	const slices = darkroom([bitmap(4000, 3000), bitmap(2000, 1500), bitmap(1000, 750)])
	const found = pictureOf(photo, slices)
	expect(found?.picture.key).toBe('pears 1000')
	if (!found) return
	// The middle of the photo, turned by a quarter and half as large.
	expect(applyAffine(found.from, applyAffine(photo.place, [2000, 1500]))).toEqual([500, 375])
	const [x, y] = applyAffine(found.to, [500, 375])
	expect([x, y]).toEqual(applyAffine(photo.place, [2000, 1500]))
	expect(found.scale).toBeCloseTo(0.5, 9)
})

test('there is none while the photo is being opened, or where none lies under the outlines', () => {
	expect(pictureOf(photo, darkroom(null))).toBeNull()
	const sheet = { ...emptySheet('Stall', 2000, 2000), photos: [photo] }
	const slices = darkroom([bitmap(1000, 750)])
	expect(pictureUnder(sheet, slices, parsePathData('M400 400H600V600Z'))).not.toBeNull()
	expect(pictureUnder(sheet, slices, parsePathData('M1800 1800H1900V1900Z'))).toBeNull()
})
