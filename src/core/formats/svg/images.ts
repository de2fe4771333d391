import { composeAffine } from '../../geometry/affine'
import { readPictureHeader } from '../../photo/pictureHeader'
import { rectangle } from './clips'
import { type CarriedPicture, type Drawn, NO_STROKE } from './drawn'
import type { SvgElement } from './elements'
import type { Place, Reader } from './reader'
import { lengthPx } from './units'
import { viewBoxMap } from './viewports'

/** An image as a picture in its frame (SVG 1.1, 5.7), where the drawing carries it. */
export function imageItems(reader: Reader, { attributes }: SvgElement, place: Place): Drawn[] {
	const { tally } = reader
	if (place.looks.visibility !== 'visible') {
		tally.add('hidden shapes')
		return []
	}
	if (place.clipping) {
		tally.add('images that cut others')
		return []
	}
	const carried = bytesOf(attributes.href ?? '')
	if (!carried) {
		tally.add('images in other files')
		return []
	}
	const picture = sizedPicture(carried)
	if (!picture) {
		tally.add('images that cannot be read')
		return []
	}
	const { ruler, map } = place
	const x = lengthPx(attributes.x, ruler, 'width') ?? 0
	const y = lengthPx(attributes.y, ruler, 'height') ?? 0
	const [width, height] = frameOf(
		[lengthPx(attributes.width, ruler, 'width'), lengthPx(attributes.height, ruler, 'height')],
		picture,
	)
	if (!(width > 0 && height > 0)) return []
	const own = { x: 0, y: 0, width: picture.width, height: picture.height }
	const fit = viewBoxMap(own, { width, height }, attributes.preserveAspectRatio)
	const inFrame = composeAffine([1, 0, 0, 1, x, y], fit)
	const sliced = /\bslice\b/.test(attributes.preserveAspectRatio ?? '')
	const shown: CarriedPicture = {
		...picture,
		place: composeAffine(map, inFrame),
		...(sliced && { cut: true }),
	}
	const name = place.title || attributes.id || 'Picture'
	return [
		{
			name,
			contours: [rectangle(0, 0, picture.width, picture.height, shown.place)],
			rule: 'nonzero',
			fill: { kind: 'none' },
			stroke: NO_STROKE,
			strokeBelow: false,
			opacity: 1,
			picture: shown,
		},
	]
}

/** Width and height as they are said; what is not follows from the picture's own. */
function frameOf(
	[width, height]: readonly [number | undefined, number | undefined],
	own: { readonly width: number; readonly height: number },
): [number, number] {
	if (width === undefined && height === undefined) return [own.width, own.height]
	if (width === undefined) return [((height ?? 0) * own.width) / own.height, height ?? 0]
	return [width, height ?? (width * own.height) / own.width]
}

type Carried = Pick<CarriedPicture, 'type' | 'bytes'>

/** What a `data:` address carries (RFC 2397); `null` for any other. */
function bytesOf(address: string): Carried | null {
	const [, type = '', parameters = '', data = ''] =
		/^\s*data:(image\/[\w.+-]+)((?:;[^,;]*)*),(.*)$/is.exec(address) ?? []
	if (!type) return null
	try {
		const coded = decodeURIComponent(data.replace(/%(?![\da-f]{2})/gi, '%25'))
		const text = /;base64$/i.test(parameters) ? atob(coded.replace(/\s+/g, '')) : coded
		return { type, bytes: Uint8Array.from(text, (character) => character.charCodeAt(0)) }
	} catch {
		return { type, bytes: new Uint8Array() }
	}
}

function sizedPicture(carried: Carried): (Carried & { width: number; height: number }) | null {
	try {
		const { width, height } = readPictureHeader(carried.bytes)
		return { ...carried, width, height }
	} catch {
		return null
	}
}
