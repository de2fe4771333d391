import { type Affine, composeAffine, invertAffine } from '../../geometry/affine'
import { apart } from './apart'
import { clippedBy, rectangle } from './clips'
import { clipped, type Drawn } from './drawn'
import type { SvgElement } from './elements'
import { imageItems } from './images'
import { looksOf, opacityOf } from './looks'
import { maskedBy } from './masks'
import { referenceOf } from './paints'
import type { Place, Reader } from './reader'
import { shapeItems } from './shapeItem'
import { SHAPES } from './shapes'
import type { Declared } from './styles'
import { about, parseTransform, transformOrigin } from './transforms'
import { lengthOrNone, lengthPx, type Ruler } from './units'
import { readViewBox, viewBoxMap } from './viewports'
import { wordItems } from './words'

/** What is drawn of the elements in another. */
export function drawChildren(reader: Reader, element: SvgElement, place: Place): Drawn[] {
	return element.children.flatMap((child) => draw(reader, child, place))
}

/** What is drawn of an element where it stands, from the lowest up. */
export function draw(reader: Reader, element: SvgElement, outer: Place, asked?: Asked): Drawn[] {
	if (reader.using.size > 0) reader.visit()
	const words = element.name === 'text' && reader.setWords !== undefined
	const left = LEFT_OUT[element.name]
	if (left && !words) reader.tally.add(left)
	if (!DRAWN.has(element.name) && !asked && !words) return []
	const declared = reader.declared(element)
	if (declared.get('display') === 'none') {
		reader.tally.add('hidden shapes')
		return []
	}
	const map = composeAffine(outer.map, transformOf(declared, outer.ruler))
	if (!invertAffine(map)) return []
	const looks = looksOf(outer.looks, declared, outer.ruler)
	// Of what is used again and again the use tells more than the name of what it uses.
	const own = SHAPES.has(element.name) && reader.using.size === 0 ? element.attributes.id : ''
	const title = titleOf(element) || own || outer.title
	const { fontSize } = looks
	const ruler = fontSize === outer.ruler.fontSize ? outer.ruler : { ...outer.ruler, fontSize }
	const place: Place = { ...outer, map, looks, ruler, title }
	return finished(reader, declared, place, contentOf(reader, element, place, asked))
}

/** The size that a `use` asks of what it draws. */
interface Asked {
	readonly width?: string
	readonly height?: string
}

const DRAWN = new Set([...SHAPES, 'g', 'a', 'svg', 'switch', 'use', 'image'])

/** What no piece can be made of, in the words that name it. */
const LEFT_OUT: Readonly<Record<string, string>> = {
	text: 'text',
	foreignObject: 'foreign content',
	video: 'films',
	animate: 'animations',
	animateTransform: 'animations',
	animateMotion: 'animations',
	set: 'animations',
}

function contentOf(reader: Reader, element: SvgElement, place: Place, asked?: Asked): Drawn[] {
	if (SHAPES.has(element.name))
		return shapeItems(reader, element, place).concat(besides(reader, element, place))
	switch (element.name) {
		case 'text':
			return together(element, wordItems(reader, element, place))
		case 'image':
			return imageItems(reader, element, place)
		case 'use':
			return used(reader, element, place)
		case 'svg':
		case 'symbol':
			return viewport(reader, element, place, asked)
		case 'switch': {
			const chosen = element.children.find(isMeant)
			return chosen ? draw(reader, chosen, place) : []
		}
		default:
			return together(element, drawChildren(reader, element, place))
	}
}

/** What stands in an element of more than one thing, as a group. */
function together(element: SvgElement, items: Drawn[]): Drawn[] {
	if (items.length < 2) return items
	const group = { name: titleOf(element) || element.attributes.id || '' }
	return items.map((item) => ({ ...item, within: [group, ...(item.within ?? [])] }))
}

/** What stands in a shape and is no part of it, such as what would move it. */
function besides(reader: Reader, element: SvgElement, place: Place): Drawn[] {
	return element.children.length > 0
		? drawChildren(
				reader,
				{ ...element, children: element.children.filter(({ name }) => LEFT_OUT[name]) },
				place,
			)
		: []
}

/** Whether a child of a `switch` is for a reader of English with nothing special installed. */
function isMeant({ attributes }: SvgElement): boolean {
	const { systemLanguage, requiredExtensions } = attributes
	const languages = systemLanguage?.split(',').map((tag) => tag.trim().toLowerCase())
	return !requiredExtensions && (!languages || languages.some((tag) => /^en\b/.test(tag)))
}

function used(reader: Reader, element: SvgElement, place: Place): Drawn[] {
	const id = referenceOf(element.attributes.href)
	const target = reader.tree.byId.get(id ?? '')
	if (!target || reader.using.has(target) || holds(target, element)) {
		reader.tally.add(id === undefined ? 'references to other files' : 'references to nothing')
		return []
	}
	// What cuts others is a shape, or used directly (SVG 1.1, 14.3.5).
	if (place.clipping && !SHAPES.has(target.name) && target.name !== 'text') return []
	const declared = reader.declared(element)
	const x = lengthOrNone(declared.get('x'), place.ruler, 'width')
	const y = lengthOrNone(declared.get('y'), place.ruler, 'height')
	const map = composeAffine(place.map, [1, 0, 0, 1, x, y])
	const { width, height } = element.attributes
	const sized = target.name === 'symbol' || target.name === 'svg'
	const asked = sized ? { ...(width && { width }), ...(height && { height }) } : undefined
	reader.using.add(target)
	try {
		return draw(
			reader,
			target,
			{ ...place, map, title: place.title || element.attributes.id || '' },
			asked,
		)
	} finally {
		reader.using.delete(target)
	}
}

function holds(outer: SvgElement, inner: SvgElement): boolean {
	for (let at: SvgElement | null = inner; at; at = at.parent) if (at === outer) return true
	return false
}

/** A viewport within the drawing: what lies beyond its edges is cut off. */
function viewport(reader: Reader, element: SvgElement, place: Place, asked: Asked = {}): Drawn[] {
	const declared = reader.declared(element)
	const { ruler } = place
	const read = (name: 'x' | 'y' | 'width' | 'height', fallback: string) => {
		const said =
			(name === 'width' || name === 'height' ? asked[name] : undefined) ?? declared.get(name)
		const side = name === 'x' || name === 'width' ? 'width' : 'height'
		return lengthPx(said ?? fallback, ruler, side) ?? lengthOrNone(fallback, ruler, side)
	}
	const [x, y] = [read('x', '0'), read('y', '0')]
	const size = { width: read('width', '100%'), height: read('height', '100%') }
	if (!(size.width > 0 && size.height > 0)) return []
	const box = readViewBox(element.attributes.viewBox)
	const { preserveAspectRatio } = element.attributes
	const fit = box ? viewBoxMap(box, size, preserveAspectRatio) : NOT_MOVED
	const map = composeAffine(place.map, composeAffine([1, 0, 0, 1, x, y], fit))
	const inner = { ...place, map, ruler: { ...ruler, ...(box ?? size) } }
	const items = drawChildren(reader, element, inner)
	if (declared.get('overflow') === 'visible') return items
	const frame = rectangle(x, y, size.width, size.height, place.map)
	return items.flatMap((item) => clipped(item, { contours: [frame], rule: 'nonzero' }))
}

const NOT_MOVED: Affine = [1, 0, 0, 1, 0, 0]

/** Items as what they stand in shows them as a whole: clipped, masked, see-through. */
function finished(reader: Reader, declared: Declared, place: Place, items: Drawn[]): Drawn[] {
	if (declared.size === 0 || items.length === 0) return items
	const { tally } = reader
	if ((declared.get('filter') ?? 'none') !== 'none') tally.add('filters')
	if ((declared.get('mix-blend-mode') ?? 'normal') !== 'normal') tally.add('blend modes')
	const cut = clippedBy(reader, declared.get('clip-path'), place, items)
	const shown = maskedBy(reader, declared.get('mask'), place, cut)
	const opacity = opacityOf(declared.get('opacity'))
	if (opacity === 1 || place.clipping) return shown
	if (opacity === 0) {
		tally.add('hidden shapes', shown.length)
		return []
	}
	const shapes = shown.filter(({ picture }) => !picture)
	const parted = shapes.length > 1 ? apart(shapes) : shapes
	if (!parted) tally.add('groups that are see-through as a whole')
	const pictures = shown.filter(({ picture }) => picture)
	return [...pictures, ...(parted ?? shapes)].map((item) => ({
		...item,
		opacity: item.opacity * opacity,
	}))
}

function transformOf(declared: Declared, ruler: Ruler): Affine {
	const said = declared.get('transform')
	if (said === undefined || said === 'none') return NOT_MOVED
	return about(
		transformOrigin(declared.get('transform-origin'), ruler),
		parseTransform(said, ruler),
	)
}

function titleOf({ children }: SvgElement): string {
	return children.find(({ name }) => name === 'title')?.text.trim() ?? ''
}
