import { describe, expect, test } from 'vitest'
import { boundsOf } from './contour'
import { addGuides, newGuide } from './guides'
import { emptySheet, newPiece, type Sheet } from './model'
import { parsePathData } from './parsePathData'
import { addPhoto, newPhoto, photoCorners } from './photos'
import { artworkBox, fitSheetTo, photosBox, resizeSheet } from './sheetSize'

/** A piece at (40, 30), a photo at (20, 10), a guide and a line of mirror work through both. */
function laid(): Sheet {
	const piece = newPiece('Key', parsePathData('M40 30H100.5V90H40Z'))
	const photo = newPhoto({ blob: 'b', name: 'Key', width: 200, height: 100 }, [1, 0, 0, 1, 20, 10])
	const sheet = addPhoto({ ...emptySheet('Key', 400, 300), pieces: [piece] }, photo)
	return {
		...addGuides(sheet, [newGuide('x', 40), newGuide('y', 30)]),
		mirror: { from: [40, 0], to: [40, 300] },
	}
}

describe('the sheet’s own size', () => {
	test('by numbers leaves all where it is, and is never nothing', () => {
		const sheet = laid()
		const wide = resizeSheet(sheet, { width: 900 })
		expect([wide.width, wide.height]).toEqual([900, 300])
		expect(wide.pieces).toBe(sheet.pieces)
		expect(resizeSheet(sheet, { height: -5 }).height).toBe(1)
	})

	test('round the artwork: it begins in the corner, and everything goes along', () => {
		const fitted = fitSheetTo(laid(), artworkBox(laid())!)
		expect([fitted.width, fitted.height]).toEqual([61, 60])
		expect(boundsOf(fitted.pieces[0]!.contours[0]!)).toEqual({
			minX: 0,
			minY: 0,
			maxX: 60.5,
			maxY: 60,
		})
		expect(photoCorners(fitted.photos[0]!)[0]).toEqual([-20, -20])
		expect(fitted.guides.map(({ at }) => at)).toEqual([0, 0])
		expect(fitted.mirror).toEqual({ from: [0, -30], to: [0, 270] })
	})

	test('round the photos, and nothing where there is nothing that shows', () => {
		const sheet = laid()
		const fitted = fitSheetTo(sheet, photosBox(sheet)!)
		expect([fitted.width, fitted.height]).toEqual([200, 100])
		expect(fitted.pieces[0]!.contours[0]!.nodes[0]!.at).toEqual([20, 20])
		const hidden = {
			photos: sheet.photos.map((photo) => ({ ...photo, hidden: true })),
			pieces: sheet.pieces.map((piece) => ({ ...piece, hidden: true })),
		}
		expect([photosBox(hidden), artworkBox(hidden)]).toEqual([null, null])
	})
})
