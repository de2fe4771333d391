import { type Affine, applyAffine, composeAffine, IDENTITY } from '../geometry/affine'
import {
	type Placement,
	placementMap,
	readPlacement,
	scaleAbout,
	turnAbout,
} from '../geometry/placement'
import type { Point } from '../geometry/point'
import { NEUTRAL_TONE, newId, type PlacedPhoto, type Sheet, type Tone } from './model'

/** What a stored picture file brings to the sheet. */
export interface Picture {
	readonly blob: string
	readonly name: string
	/** px, upright */
	readonly width: number
	readonly height: number
}

/** How strongly a new photo shows: enough to see its edges, faint enough to see the line. */
export const FIRST_STRENGTH = 0.75

/** A stored picture as a photo, its top left at the sheet's unless told otherwise. */
export function newPhoto(picture: Picture, place: Affine = IDENTITY): PlacedPhoto {
	return {
		id: newId(),
		...picture,
		place,
		strength: FIRST_STRENGTH,
		tone: NEUTRAL_TONE,
		hidden: false,
		locked: false,
	}
}

export function addPhoto(sheet: Sheet, photo: PlacedPhoto): Sheet {
	return { ...sheet, photos: [...sheet.photos, photo] }
}

export function removePhoto(sheet: Sheet, id: string): Sheet {
	const photos = sheet.photos.filter((photo) => photo.id !== id)
	return photos.length === sheet.photos.length ? sheet : { ...sheet, photos }
}

/** Lays a photo at another place of the order, 0 being under all others. */
export function reorderPhoto(sheet: Sheet, id: string, index: number): Sheet {
	const photo = sheet.photos.find((p) => p.id === id)
	if (!photo || sheet.photos.indexOf(photo) === index) return sheet
	const rest = sheet.photos.filter((p) => p !== photo)
	return { ...sheet, photos: rest.toSpliced(Math.max(0, index), 0, photo) }
}

/** Changes how photos show or lie. `id` undefined means every photo of the sheet. */
export function changePhoto(
	sheet: Sheet,
	id: string | undefined,
	change: Partial<Omit<PlacedPhoto, 'id' | 'blob'>>,
): Sheet {
	return mapPhotos(sheet, id, (photo) => {
		const differs = (Object.keys(change) as (keyof typeof change)[]).some(
			(k) => change[k] !== photo[k],
		)
		return differs ? { ...photo, ...change } : photo
	})
}

export function changeTone(sheet: Sheet, id: string, change: Partial<Tone>): Sheet {
	return mapPhotos(sheet, id, (photo) => ({ ...photo, tone: { ...photo.tone, ...change } }))
}

/** How a photo lies. */
export function placementOf({ place, width, height }: PlacedPhoto): Placement {
	return readPlacement(place, width, height)
}

/** The photo's corners on the sheet, from its own top left, clockwise where it is not mirrored. */
export function photoCorners({ place, width, height }: PlacedPhoto): [Point, Point, Point, Point] {
	const at = (x: number, y: number) => applyAffine(place, [x, y])
	return [at(0, 0), at(width, 0), at(width, height), at(0, height)]
}

/** The corner of a photo that is seen up left: its own, or, where it is mirrored, another of its corners. */
export function upperLeft(photo: PlacedPhoto): Point {
	const corners = photoCorners(photo)
	const [a, b, c, d] = photo.place
	if (a * d - b * c >= 0) return corners[0]
	return corners.reduce((best, one) => (one[0] + one[1] < best[0] + best[1] ? one : best))
}

/** Lays a photo anew by what differs in its placement. */
export function placePhoto(sheet: Sheet, id: string, change: Partial<Placement>): Sheet {
	return mapPhotos(sheet, id, (photo) => ({
		...photo,
		place: placementMap({ ...placementOf(photo), ...change }, photo.width, photo.height),
	}))
}

/** Moves a photo by a map of the sheet onto itself. */
export function transformPhoto(sheet: Sheet, id: string, map: Affine): Sheet {
	return mapPhotos(sheet, id, (photo) => ({ ...photo, place: composeAffine(map, photo.place) }))
}

/** Turns a photo by `angle` radians (clockwise on screen) about a point of the sheet. */
export function turnPhoto(sheet: Sheet, id: string, angle: number, about: Point): Sheet {
	return transformPhoto(sheet, id, turnAbout(about, angle))
}

/** Exchanges left and right of a photo, or top and bottom, as seen on the sheet, in its place. */
export function mirrorPhoto(sheet: Sheet, id: string, axis: 'left-right' | 'top-bottom'): Sheet {
	return mapPhotos(sheet, id, (photo) => {
		const { centre } = placementOf(photo)
		const map = scaleAbout(
			centre,
			0,
			axis === 'left-right' ? -1 : 1,
			axis === 'left-right' ? 1 : -1,
		)
		return { ...photo, place: composeAffine(map, photo.place) }
	})
}

/**
 * Puts another picture in a photo's place: same middle, same turn, as large as fits the old frame
 * in proportion. Strength and tone stay.
 */
export function replacePicture(sheet: Sheet, id: string, picture: Picture): Sheet {
	return mapPhotos(sheet, id, (photo) => {
		const old = placementOf(photo)
		const k = Math.min(old.width / picture.width, old.height / picture.height)
		const placement = { ...old, width: picture.width * k, height: picture.height * k }
		return {
			...photo,
			...picture,
			place: placementMap(placement, picture.width, picture.height),
		}
	})
}

/** Where a photo comes to lie that is brought to a sheet: in the middle, no larger than the sheet. */
export function firstPlace(sheet: Sheet, { width, height }: Picture): Affine {
	const k = Math.min(1, sheet.width / width, sheet.height / height)
	const placement = {
		centre: [sheet.width / 2, sheet.height / 2] as const,
		width: width * k,
		height: height * k,
		turn: 0,
		mirrored: false,
	}
	return placementMap(placement, width, height)
}

/** The topmost photo that shows under a point of the sheet and is not locked. */
export function photoAt(sheet: Sheet, p: Point): PlacedPhoto | undefined {
	return sheet.photos.findLast((photo) => !photo.hidden && !photo.locked && photoHolds(photo, p))
}

/** Whether a point of the sheet lies on a photo. */
export function photoHolds(photo: PlacedPhoto, p: Point): boolean {
	const corners = photoCorners(photo)
	const sides = corners.map((a, i) => {
		const b = corners[(i + 1) % 4] ?? a
		return (b[0] - a[0]) * (p[1] - a[1]) - (b[1] - a[1]) * (p[0] - a[0])
	})
	return sides.every((s) => s >= 0) || sides.every((s) => s <= 0)
}

function mapPhotos(
	sheet: Sheet,
	id: string | undefined,
	change: (photo: PlacedPhoto) => PlacedPhoto,
): Sheet {
	const photos = sheet.photos.map((photo) =>
		id === undefined || photo.id === id ? change(photo) : photo,
	)
	return photos.every((photo, i) => photo === sheet.photos[i]) ? sheet : { ...sheet, photos }
}
