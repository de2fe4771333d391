import { formatHex, parse as parseColour } from 'culori'
import { SaxesParser, type SaxesTagPlain } from 'saxes'
import { type Affine, composeAffine, IDENTITY } from '../geometry/affine'
import { ellipseCubics } from '../geometry/arc'
import type { Cubic } from '../geometry/cubic'
import { inferKinds } from '../path/kinds'
import { type Contour, newId, newPiece, type Paint, type Piece } from '../path/model'
import { transformContour } from '../path/pieces'
import { parsePathData } from './pathData'
import { SvgSyntaxError } from './svgSyntaxError'
import { parseTransform } from './svgTransform'

export interface SvgDrawing {
	/** px, from the document's width and height or its view box */
	readonly width: number
	readonly height: number
	/** Real size of one px, where the document says it in mm, cm or inches. */
	readonly mmPerPx?: number
	readonly pieces: readonly Piece[]
	/** Element names that were met and cannot be taken over, such as text or image. */
	readonly skipped: readonly string[]
}

const SHAPES = new Set(['path', 'rect', 'circle', 'ellipse', 'line', 'polyline', 'polygon'])
/** What these hold is not drawn where it stands. */
const UNDRAWN = new Set([
	'defs',
	'clipPath',
	'mask',
	'symbol',
	'marker',
	'pattern',
	'metadata',
	'style',
	'script',
])
const UNTAKEN = new Set(['text', 'image', 'use', 'foreignObject', 'switch'])
const UNIT_PX: Record<string, number> = {
	'': 1,
	px: 1,
	in: 96,
	cm: 96 / 2.54,
	mm: 96 / 25.4,
	pt: 96 / 72,
	pc: 16,
}

interface Style {
	readonly fill: string
	readonly stroke: string
	readonly strokeWidth: string
	readonly fillRule: string
	readonly display: string
}

interface Level {
	readonly map: Affine
	readonly style: Style
	readonly drawn: boolean
	/** What a <title> child says, and the place of the piece that it may still name. */
	title: string
	piece: number
}

/** Handle length of a quarter circle's cubic, in radii. */
const QUARTER_HANDLE = (4 / 3) * Math.tan(Math.PI / 8)

const INITIAL: Style = {
	fill: '#000000',
	stroke: 'none',
	strokeWidth: '1',
	fillRule: 'nonzero',
	display: 'inline',
}

/**
 * Reads the shapes of an SVG document as pieces: paths, rectangles, circles, ellipses, lines and
 * polygons, under their groups' transforms and paints. Nothing is fetched, no script runs and no
 * entity is expanded. Text, images and references are named in `skipped`.
 * @throws {SvgSyntaxError} where the text is no SVG, or holds path data that cannot be read
 */
export function readSvg(text: string): SvgDrawing {
	const parser = new SaxesParser({ xmlns: false })
	const pieces: Piece[] = []
	const skipped = new Set<string>()
	const levels: Level[] = []
	let size: DocumentSize = { width: 0, height: 0 }
	let titleText: string | null = null

	parser.on('error', (error) => {
		throw new SvgSyntaxError(`The SVG cannot be read. ${error.message}`)
	})
	parser.on('doctype', (doctype) => {
		if (doctype.includes('<!ENTITY')) {
			throw new SvgSyntaxError('The SVG declares entities, which are never expanded.')
		}
	})
	parser.on('opentag', (tag) => {
		const name = localName(tag)
		if (levels.length === 0) {
			if (name !== 'svg') throw new SvgSyntaxError(`The file holds <${tag.name}>, not a drawing.`)
			size = documentSize(tag)
		}
		const level = enter(levels.at(-1) ?? OUTSIDE, tag, name)
		levels.push(level)
		if (name === 'title') titleText = ''
		if (!level.drawn) return
		if (UNTAKEN.has(name)) skipped.add(name)
		if (!SHAPES.has(name)) return
		const contours = shapeContours(name, tag.attributes)
			.filter((c) => c.nodes.length > 1)
			.map((c) => inferKinds(transformContour(c, level.map)))
		if (contours.length === 0) return
		const titled = levels.slice(1).findLast((l) => l.title !== '')?.title
		const label = titled ?? (tag.attributes.id || `Piece ${pieces.length + 1}`)
		level.piece = pieces.push(styledPiece(label, contours, level)) - 1
	})
	parser.on('text', (part) => {
		if (titleText !== null) titleText += part
	})
	parser.on('closetag', (tag) => {
		levels.pop()
		if (localName(tag) !== 'title') return
		const parent = levels.at(-1)
		const named = parent && pieces[parent.piece]
		if (parent) parent.title = titleText?.trim() ?? ''
		if (parent?.title && named) pieces[parent.piece] = { ...named, name: parent.title }
		titleText = null
	})
	parser.write(text.replace(/^\uFEFF/, '')).close()
	return { ...size, pieces, skipped: [...skipped] }
}

const OUTSIDE: Level = { map: IDENTITY, style: INITIAL, drawn: true, title: '', piece: -1 }

type Attributes = Readonly<Record<string, string>>

function localName(tag: SaxesTagPlain): string {
	return tag.name.replace(/^.*:/, '')
}

function enter(parent: Level, tag: SaxesTagPlain, name: string): Level {
	const style = cascade(parent.style, tag.attributes)
	const drawn = parent.drawn && !UNDRAWN.has(name) && style.display !== 'none'
	const map = composeAffine(parent.map, parseTransform(tag.attributes.transform))
	const viewBox = name === 'svg' ? viewBoxMap(tag) : IDENTITY
	return { map: composeAffine(map, viewBox), style, drawn, title: '', piece: -1 }
}

/** Presentation attributes, overruled by the `style` attribute; `inherit` and absence inherit. */
function cascade(parent: Style, attributes: Attributes): Style {
	const declared = new Map(
		(attributes.style ?? '').split(';').map((rule): [string, string] => {
			const [property = '', value = ''] = rule.split(':', 2)
			return [property.trim(), value.replace(/!important/, '').trim()]
		}),
	)
	const value = (property: string, inherited: string) => {
		const own = declared.get(property) ?? attributes[property]?.trim()
		return !own || own === 'inherit' ? inherited : own
	}
	return {
		fill: value('fill', parent.fill),
		stroke: value('stroke', parent.stroke),
		strokeWidth: value('stroke-width', parent.strokeWidth),
		fillRule: value('fill-rule', parent.fillRule),
		display: value('display', parent.display === 'none' ? 'none' : 'inline'),
	}
}

function styledPiece(name: string, contours: readonly Contour[], { style, map }: Level): Piece {
	const scale = Math.sqrt(Math.abs(map[0] * map[3] - map[1] * map[2]))
	return {
		...newPiece(name, contours),
		fillRule: style.fillRule === 'evenodd' ? 'evenodd' : 'nonzero',
		fill: paintOf(style.fill),
		stroke: { paint: paintOf(style.stroke), width: lengthPx(style.strokeWidth, 1) * scale },
	}
}

/** A colour as `#rrggbb`; what is no plain colour (a gradient's reference) becomes black. */
function paintOf(text: string): Paint {
	if (text === 'none' || text === 'transparent') return { kind: 'none' }
	return { kind: 'solid', colour: formatHex(parseColour(text)) ?? '#000000' }
}

interface DocumentSize {
	readonly width: number
	readonly height: number
	readonly mmPerPx?: number
}

/**
 * The drawing's size. Where the document tells its real size and has a view box in proportion, the
 * box's own units are the px, so that what was drawn on a px comes back on a px.
 */
function documentSize(tag: SaxesTagPlain): DocumentSize {
	const { width, height } = tag.attributes
	const [, , boxWidth = 0, boxHeight = 0] = viewBoxOf(tag) ?? []
	const size = { width: lengthPx(width, boxWidth), height: lengthPx(height, boxHeight) }
	const [across, down] = [realLength(width), realLength(height)]
	if (across === null || down === null) return size
	const fits = Math.abs(across * boxHeight - down * boxWidth) < 1e-3 * across * boxHeight
	return fits
		? { width: boxWidth, height: boxHeight, mmPerPx: across / boxWidth }
		: { ...size, mmPerPx: across / size.width }
}

/** A length in mm, where it says how long it really is; `null` for px, points and shares. */
function realLength(text: string | undefined): number | null {
	const [, value, unit] = /^\s*([\d.eE+-]+)\s*(mm|cm|in)\s*$/.exec(text ?? '') ?? []
	const mm = Number(value) * ({ mm: 1, cm: 10, in: 25.4 }[unit ?? ''] ?? Number.NaN)
	return mm > 0 ? mm : null
}

function viewBoxOf(tag: SaxesTagPlain): number[] | null {
	const numbers = (tag.attributes.viewBox ?? '')
		.trim()
		.split(/[\s,]+/)
		.map(Number)
	const fits = numbers.length === 4 && numbers.every(Number.isFinite)
	return fits && (numbers[2] ?? 0) > 0 && (numbers[3] ?? 0) > 0 ? numbers : null
}

/** From view box units to px, kept in proportion and centred (SVG 1.1, section 7.8). */
function viewBoxMap(tag: SaxesTagPlain): Affine {
	const box = viewBoxOf(tag)
	if (!box) return IDENTITY
	const [x = 0, y = 0, width = 1, height = 1] = box
	const size = documentSize(tag)
	if (tag.attributes.preserveAspectRatio?.trim() === 'none') {
		const [kx, ky] = [size.width / width, size.height / height]
		return [kx, 0, 0, ky, -x * kx, -y * ky]
	}
	const k = Math.min(size.width / width, size.height / height)
	return [k, 0, 0, k, (size.width - width * k) / 2 - x * k, (size.height - height * k) / 2 - y * k]
}

/** A length in px; percentages and what cannot be read give the fallback. */
function lengthPx(text: string | undefined, fallback: number): number {
	const found = /^\s*([+-]?(?:\d+\.?\d*|\.\d+)(?:[eE][+-]?\d+)?)\s*([a-z]*)\s*$/.exec(text ?? '')
	const unit = UNIT_PX[found?.[2] ?? '']
	return found && unit !== undefined ? Number(found[1]) * unit : fallback
}

function shapeContours(name: string, a: Attributes): Contour[] {
	const px = (attribute: string) => lengthPx(a[attribute], 0)
	switch (name) {
		case 'path':
			return parsePathData(a.d ?? '')
		case 'rect':
			return rectangle(px('x'), px('y'), px('width'), px('height'), a)
		case 'circle':
			return ring(px('cx'), px('cy'), px('r'), px('r'))
		case 'ellipse':
			return ring(px('cx'), px('cy'), px('rx'), px('ry'))
		case 'line':
			return [polyline([px('x1'), px('y1'), px('x2'), px('y2')], false)]
		default: {
			const numbers = (a.points ?? '')
				.split(/[\s,]+/)
				.filter(Boolean)
				.map(Number)
			const end = numbers.findIndex((n) => !Number.isFinite(n))
			return [polyline(end < 0 ? numbers : numbers.slice(0, end), name === 'polygon')]
		}
	}
}

function rectangle(x: number, y: number, width: number, height: number, a: Attributes): Contour[] {
	if (!(width > 0 && height > 0)) return []
	const rx = Math.min(lengthPx(a.rx ?? a.ry, 0), width / 2)
	const ry = Math.min(lengthPx(a.ry ?? a.rx, 0), height / 2)
	if (rx <= 0 || ry <= 0)
		return [polyline([x, y, x + width, y, x + width, y + height, x, y + height], true)]
	const quarter = (dx: number, dy: number, level: boolean) => {
		const [hx, hy] = level ? [dx * QUARTER_HANDLE, 0] : [0, dy * QUARTER_HANDLE]
		const [gx, gy] = level ? [dx, dy - dy * QUARTER_HANDLE] : [dx - dx * QUARTER_HANDLE, dy]
		return `c${hx} ${hy} ${gx} ${gy} ${dx} ${dy}`
	}
	return parsePathData(
		`M${x + rx} ${y}h${width - 2 * rx}${quarter(rx, ry, true)}v${height - 2 * ry}` +
			`${quarter(-rx, ry, false)}h${2 * rx - width}${quarter(-rx, -ry, true)}` +
			`v${2 * ry - height}${quarter(rx, -ry, false)}z`,
	)
}

function ring(cx: number, cy: number, rx: number, ry: number): Contour[] {
	if (!(rx > 0 && ry > 0)) return []
	const cubics = ellipseCubics(cx, cy, rx, ry)
	const nodes = cubics.map((c, i) => {
		const before: Cubic = cubics.at(i - 1) ?? c
		return { id: newId(), at: c[0], in: before[2], out: c[1], kind: 'smooth' as const }
	})
	return [{ id: newId(), nodes, closed: true }]
}

function polyline(numbers: readonly number[], closed: boolean): Contour {
	const count = Math.floor(numbers.length / 2)
	const nodes = Array.from({ length: count }, (_, i) => ({
		id: newId(),
		at: [numbers[2 * i] ?? 0, numbers[2 * i + 1] ?? 0] as const,
		kind: 'corner' as const,
	}))
	return { id: newId(), nodes, closed }
}
