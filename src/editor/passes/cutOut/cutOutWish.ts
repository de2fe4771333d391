import {
	artworkBox,
	asSeen,
	type Contour,
	formatPathData,
	isFilled,
	type Piece,
	type Sheet,
	transformContour,
} from '@/core'
import { photoUnder } from '@/editor/session/photoEdges'
import { type PhotoPicture, pictureOf } from '@/editor/session/photoPicture'
import type { Slices } from '@/editor/session/slices'
import type { CutOutWish } from '@/jobs/cuttingOut'
import type { CutOutState } from './cutOutSlice'

/** What is said in place of a cut-out. */
export const NOTHING_TO_CUT_OUT = 'No photo shows under the pieces: there is nothing to cut out.'

/** So much is kept free round a cut-out, px of the picture. */
const AROUND_PX = 2

/** The photo under pieces and what is asked of it; `null` where no photo shows, or it is still being opened. */
export function cutOutAsked(
	sheet: Sheet,
	pieces: readonly Piece[],
	state: CutOutState,
	slices: Slices,
	o: { readonly most?: number; readonly as: CutOutWish['as']; readonly type: CutOutWish['type'] },
): { readonly photo: PhotoPicture; readonly wish: CutOutWish } | null {
	const seen = pieces.map(asSeen)
	const contours = seen.flatMap((piece) => piece.contours.filter(isFilled))
	const under = contours.length > 0 ? photoUnder(sheet, contours) : undefined
	const photo = under ? pictureOf(under, slices, o.most) : null
	if (!photo) return null
	const { scale } = photo
	const on = contours.map((contour): Contour => transformContour(contour, photo.from))
	const { fall, shadow } = state
	const box = artworkBox({
		pieces: seen.map((piece) => ({ ...piece, hidden: false, contours: on })),
	})
	if (!box) return null
	// A shadow reaches as far as it falls and is blurred.
	const reach = shadow ? (fall.distance + 2 * fall.blur) * scale : 0
	const around = AROUND_PX + Math.ceil(state.feather * scale + reach)
	const [x, y] = [Math.floor(box.minX) - around, Math.floor(box.minY) - around]
	return {
		photo,
		wish: {
			contours: on,
			options: {
				// Several pieces may lie on each other: all that any fills is kept.
				rule: pieces.length > 1 ? 'nonzero' : (pieces[0]?.fillRule ?? 'evenodd'),
				allowance: state.allowance * scale,
				feather: state.feather * scale,
				clean: state.clean,
			},
			backdrop: backdropOf(state),
			shadow: shadow ? { ...fall, distance: fall.distance * scale, blur: fall.blur * scale } : null,
			as: o.as,
			part: {
				x,
				y,
				width: Math.ceil(box.maxX) + around - x,
				height: Math.ceil(box.maxY) + around - y,
			},
			type: o.type,
		},
	}
}

function backdropOf({ backdrop, picture, colours, angle }: CutOutState): CutOutWish['backdrop'] {
	if (backdrop === 'none') return null
	if (backdrop === 'picture') return picture && { file: picture }
	return { colours: backdrop === 'flat' ? [colours[0]] : colours, angle }
}

/** A shape that clips: as a declaration for a style sheet, or as an element of SVG. */
export function clipText(sheet: Sheet, pieces: readonly Piece[], as: 'css' | 'svg'): string {
	const contours = pieces.map(asSeen).flatMap((piece) => piece.contours.filter(isFilled))
	const evenodd = pieces.length === 1 && pieces[0]?.fillRule === 'evenodd'
	const d = formatPathData(contours, 2)
	return as === 'css'
		? `clip-path: path(${evenodd ? 'evenodd, ' : ''}"${d}");`
		: `<clipPath id="clip"><path d="${d}"${evenodd ? ' clip-rule="evenodd"' : ''}/></clipPath><!-- ${sheet.width} × ${sheet.height} px -->`
}
