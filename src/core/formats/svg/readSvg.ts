import { composeAffine } from '../../geometry/affine'
import { type Box, boxesTouch } from '../../geometry/box'
import { countOne } from '../../geometry/counts'
import { withLettering } from '../../letter/follow'
import { withFreshIds } from '../../path/freshIds'
import { inferKinds } from '../../path/kinds'
import { type Group, newId, newPiece, type Piece } from '../../path/model'
import { PathSyntaxError, readPathData } from '../../path/parsePathData'
import { drawChildren } from './draw'
import { type CarriedPicture, type Drawn, paintedBox, type Within } from './drawn'
import { parseElements, type SvgTree } from './elements'
import { type LeftOut, newTally, type Tally } from './leftOut'
import { FIRST_LOOKS, looksOf } from './looks'
import { createVisits, type Place, type Reader, type SetWords } from './reader'
import { documentSize } from './sizes'
import { createStyles } from './styles'
import { parseTransform } from './transforms'
import { lengthPx } from './units'
import { readViewBox, viewBoxMap } from './viewports'

export interface SvgDrawing {
	/** px, from the document's width and height or its view box */
	readonly width: number
	readonly height: number
	/** Real size of one px, where the document says it in mm, cm or inches. */
	readonly mmPerPx?: number
	readonly pieces: readonly Piece[]
	/** Pictures that it carries, the lowest first; none where absent. */
	readonly pictures?: readonly DrawnPicture[]
	/** What elements held together; none where absent. */
	readonly groups?: readonly Group[]
	/** What was met and could not be taken over as it is, each kind once. */
	readonly skipped: readonly LeftOut[]
}

/** A picture of a drawing, where it lies: it becomes a photo under the pieces. */
export interface DrawnPicture extends Omit<CarriedPicture, 'cut'> {
	readonly name: string
	/** How strongly it shows, 0 to 1. */
	readonly strength: number
}

/**
 * Reads the shapes of an SVG document as pieces that look as the document does: shapes under their
 * styles, transforms, viewports, clip paths and masks (SVG 1.1, and of SVG 2 what browsers draw).
 * Text comes in as words where something is given that sets them. Nothing is fetched and no script runs. What no piece can show is named in `skipped`.
 * @throws {SvgSyntaxError} where the text is no SVG, or more than can be held
 * @throws {PathSyntaxError} where nothing is left of a drawing whose path data cannot be read
 */
export function readSvg(text: string, o: { readonly setWords?: SetWords } = {}): SvgDrawing {
	const tree = parseElements(text)
	const tally = newTally()
	if (tree.tooDeep > 0) tally.add('elements that lie too deep', tree.tooDeep)
	const { place, size, cssPx } = page(tree)
	const reader: Reader = {
		tree,
		tally,
		declared: createStyles(tree.styles),
		cssPx,
		using: new Set(),
		drawChildren: (element, place) => drawChildren(reader, element, place),
		visit: createVisits(),
		...(o.setWords && { setWords: o.setWords }),
	}
	const looks = looksOf(FIRST_LOOKS, reader.declared(tree.root), place.ruler)
	const hidden = reader.declared(tree.root).get('display') === 'none'
	const all = hidden ? [] : drawChildren(reader, tree.root, { ...place, looks })
	const pictures = picturesOf(all, tally)
	const items = all.filter(({ picture }) => !picture)
	if (all.length === 0) throwPathError(tree)
	const groups = groupsOf(items)
	const pieces = withSingleIds(items).map((item, i): Piece => {
		const group = item.within?.flatMap((one) => groups.get(one)?.id ?? []).at(-1)
		return { ...pieceOf(item, i), ...(group !== undefined && { group }) }
	})
	return {
		...size,
		pieces,
		...(pictures.length > 0 && { pictures }),
		...(groups.size > 0 && { groups: [...groups.values()] }),
		skipped: tally.all(),
	}
}

/** Pictures, which lie under all pieces of a sheet and are whole; where they did not or were not is named. */
function picturesOf(items: readonly Drawn[], tally: Tally): DrawnPicture[] {
	const beneath: Box[] = []
	return items.flatMap((item) => {
		const box = paintedBox(item)
		if (!item.picture) {
			beneath.push(box)
			return []
		}
		const { cut, ...picture } = item.picture
		if (cut) tally.add('images that are cut, each shown whole')
		if (beneath.some((other) => boxesTouch(other, box)))
			tally.add('images that lay over shapes, now under them')
		return [{ name: item.name, ...picture, strength: item.opacity }]
	})
}

/** Groups for the elements that hold some of what is drawn together; one that holds all of it does not. */
function groupsOf(items: readonly Drawn[]): Map<Within, Group> {
	const counts = new Map<Within, number>()
	for (const one of items.flatMap(({ within = [] }) => within)) countOne(counts, one)
	const groups = new Map<Within, Group>()
	for (const { within = [] } of items) {
		let outer: string | undefined
		for (const [depth, one] of within.entries()) {
			// An element in another that holds nothing else is one group with it.
			const inner = within[depth + 1]
			const alone = inner !== undefined && counts.get(inner) === counts.get(one)
			if (counts.get(one) === items.length || alone) continue
			const group = groups.get(one) ?? {
				id: newId(),
				name: one.name || `Group ${groups.size + 1}`,
				...(outer !== undefined && { within: outer }),
			}
			groups.set(one, group)
			outer = group.id
		}
	}
	return groups
}

/** What came of the same outlines by combining them may share their ids, and has kinds to be told. */
function withSingleIds(items: readonly Drawn[]): readonly Drawn[] {
	if (!items.some(({ combined }) => combined)) return items
	const taken = new Set<string>()
	return items.map((item) => ({
		...item,
		contours: withFreshIds(item.contours, taken).map(inferKinds),
	}))
}

function pieceOf(
	{ name, contours, rule, fill, stroke, strokeBelow, opacity, lettering, combined }: Drawn,
	i: number,
): Piece {
	const piece: Piece = {
		...newPiece(name || `Piece ${i + 1}`, contours),
		fillRule: rule,
		fill,
		stroke,
		opacity,
		...(strokeBelow && { strokeBelow }),
	}
	// What was cut are no words any more.
	return lettering && !combined ? withLettering(piece, lettering, () => undefined) : piece
}

/** The page that the drawing is on: from its units to px of the sheet. */
function page({ root }: SvgTree): {
	place: Place
	size: ReturnType<typeof documentSize>
	cssPx: number
} {
	const size = documentSize(root)
	const box = readViewBox(root.attributes.viewBox)
	const fit = box
		? viewBoxMap(box, size, root.attributes.preserveAspectRatio)
		: ([1, 0, 0, 1, 0, 0] as const)
	const map = composeAffine(fit, parseTransform(root.attributes.transform))
	const ruler = {
		fontSize: 16,
		width: box?.width ?? size.width,
		height: box?.height ?? size.height,
	}
	const shown = lengthPx(root.attributes.width, ruler, 'width') ?? size.width
	const place: Place = { map, looks: FIRST_LOOKS, ruler, title: '', clipping: false }
	return { place, size, cssPx: shown > 0 && size.width > 0 ? shown / size.width : 1 }
}

/** Where nothing could be drawn, an error in path data is the reason to tell. */
function throwPathError({ root }: SvgTree): void {
	const waiting = [root]
	for (let element = waiting.pop(); element; element = waiting.pop()) {
		const { error } = element.name === 'path' ? readPathData(element.attributes.d ?? '') : {}
		if (error instanceof PathSyntaxError) throw error
		waiting.push(...element.children)
	}
}
