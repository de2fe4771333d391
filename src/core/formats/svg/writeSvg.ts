import { type DisplayItem, type DisplayShape, displayList } from '../../artwork/displayList'
import { nodeCount } from '../../path/contour'
import { figurePath } from '../../path/figures'
import { focusWithin, type Gradient, type Pattern } from '../../path/gradients'
import { groupPath } from '../../path/groups'
import type { Paint, Piece, Sheet, Stroke } from '../../path/model'
import { formatPathData } from '../../path/pathData'
import { escapeXml } from './escapeXml'
import type { TextElement } from './textElement'

export interface SvgOptions {
	/** Decimals of a pixel that are written. */
	readonly digits?: number
	/** Only these pieces; all that show where absent. */
	readonly only?: ReadonlySet<string>
	/** How the page's size is said; in mm where one was measured, if not said. */
	readonly units?: 'px' | 'mm'
	/** Whether titles and a description are written; so unless it is said otherwise. */
	readonly words?: boolean
	/** Says pieces of lettering as text, where it can; all pieces are outlines where absent. */
	readonly textOf?: (piece: Piece, sheet: Sheet, id: string, digits: number) => TextElement | null
}

/**
 * The sheet's artwork as an SVG document, in px of the photo, and as large as it really is where
 * that was measured. A piece is one `path` with
 * its openings and its fill rule; open outlines are written as lines, unfilled, in the same group.
 */
export function formatSvg(sheet: Sheet, o: SvgOptions = {}): string {
	const items = displayList(sheet, o.only)
	const { width, height } = sheet
	const idOf = createIds()
	const pieceIds = items.map((item) => idOf(item.piece.name))
	const { digits = 3, words = true } = o
	const scale = o.units === 'px' ? {} : sheet
	const servers = createServers(idOf, digits)
	const { textOf } = o
	const textFor = ({ piece, shapes }: DisplayItem) => {
		if (!textOf || !piece.lettering || shapes.length !== 1) return null
		const text = textOf(piece, sheet, idOf('way'), digits)
		for (const line of text?.defs ?? []) servers.add(line)
		return text
	}
	const drawn = inGroups(
		sheet,
		items,
		idOf,
		items.map((item, n) =>
			pieceElement(item, pieceIds[n] ?? '', { digits, words }, servers, textFor(item)),
		),
		words,
	)
	const { background } = sheet
	const ground =
		background && !o.only
			? [
					`\t<rect width="${width}" height="${height}" fill="${servers.valueOf(background)}"${paintAlpha(
						'fill-opacity',
						background,
					)
						.map((one) => ` ${one}`)
						.join('')}/>`,
				]
			: []
	return [
		'<?xml version="1.0" encoding="UTF-8"?>',
		`<svg xmlns="http://www.w3.org/2000/svg" width="${size(width, scale)}" height="${size(height, scale)}" viewBox="0 0 ${width} ${height}">`,
		...(words
			? [`\t<title>${escapeXml(sheet.name)}</title>`, `\t<desc>${description(items)}</desc>`]
			: []),
		...servers.elements(),
		...ground,
		...drawn,
		'</svg>',
		'',
	].join('\n')
}

/** What is drawn, in figures: for who cannot see it, and for who looks into the file. */
function description(items: readonly DisplayItem[]): string {
	const nodes = nodeCount(items.flatMap(({ piece }) => piece.contours))
	const counted = (count: number, what: string) => `${count} ${what}${count === 1 ? '' : 's'}`
	return `${counted(items.length, 'piece')}, ${counted(nodes, 'node')}.`
}

function size(px: number, { mmPerPx }: Pick<Sheet, 'mmPerPx'>): string {
	return mmPerPx === undefined ? `${px}px` : `${Number((px * mmPerPx).toFixed(4))}mm`
}

/** Ids made from names, each once: XML names that also stand in a style sheet or an address as they are. */
function createIds(): (name: string) => string {
	const given = new Set<string>()
	return (name) => {
		const words = name.normalize('NFC').replace(/[^\p{L}\p{Nd}]+/gu, '-')
		const plain = words.replace(/^-+|-+$/g, '')
		const stem = /^\p{L}/u.test(plain) ? plain : `piece-${plain || given.size + 1}`
		let id = stem
		for (let k = 2; given.has(id); k++) id = `${stem}-${k}`
		given.add(id)
		return id
	}
}

/** The elements of pieces in those of their groups. */
function inGroups(
	sheet: Sheet,
	items: readonly DisplayItem[],
	idOf: (name: string) => string,
	elements: readonly string[],
	words: boolean,
): string[] {
	const named = new Map(sheet.groups?.map((group) => [group.id, group.name]))
	const lines: string[] = []
	let open: readonly string[] = []
	const goTo = (path: readonly string[]) => {
		const apart = open.findIndex((id, k) => id !== path[k])
		const kept = apart < 0 ? open.length : apart
		for (let depth = open.length; depth > kept; depth--) lines.push(indented('</g>', depth))
		for (const [k, id] of path.slice(kept).entries()) {
			const name = named.get(id) ?? ''
			lines.push(indented(`<g id="${idOf(name)}">`, kept + k + 1))
			if (words) lines.push(indented(`<title>${escapeXml(name)}</title>`, kept + k + 2))
		}
		open = path
	}
	for (const [n, { piece }] of items.entries()) {
		goTo(groupPath(sheet, piece.group))
		lines.push(indented(elements[n] ?? '', open.length))
	}
	goTo([])
	return lines
}

function indented(text: string, depth: number): string {
	return text.replace(/^/gm, '\t'.repeat(depth))
}

function pieceElement(
	{ piece, opacity, shapes }: DisplayItem,
	id: string,
	{ digits, words }: Required<Pick<SvgOptions, 'digits' | 'words'>>,
	servers: Servers,
	text: TextElement | null,
): string {
	const faint = opacity < 1 ? ` opacity="${opacity}"` : ''
	const [shape, more] = shapes
	// Without words one path says it all.
	if (!words && shape && !more && !text)
		return `\t${pathElement(shape, digits, servers).replace('<path', `<path id="${id}"${faint}`)}`
	return [
		`\t<g id="${id}"${faint}>`,
		...(words ? [`\t\t<title>${escapeXml(piece.name)}</title>`] : []),
		...shapes.map(
			(shape) =>
				`\t\t${text ? text.element(paintAttributes(shape, servers)) : pathElement(shape, digits, servers)}`,
		),
		'\t</g>',
	].join('\n')
}

function pathElement(shape: DisplayShape, digits: number, servers: Servers): string {
	const { contours, rule, fill } = shape
	const attributes = [
		...paintAttributes(shape, servers),
		...(rule === 'evenodd' && fill.kind !== 'none' ? ['fill-rule="evenodd"'] : []),
		`d="${formatPathData(contours, digits)}"`,
	]
	return `<path ${attributes.join(' ')}/>`
}

function paintAttributes({ fill, stroke, strokeBelow }: DisplayShape, servers: Servers): string[] {
	return [
		`fill="${servers.valueOf(fill)}"`,
		...paintAlpha('fill-opacity', fill),
		...(stroke.paint.kind === 'none' ? [] : strokeAttributes(stroke, servers)),
		...(strokeBelow && stroke.paint.kind !== 'none' ? ['paint-order="stroke"'] : []),
	]
}

function strokeAttributes(stroke: Stroke, servers: Servers): string[] {
	const { paint, width, cap, join, miterLimit, dashes, dashOffset } = stroke
	const said = (name: string, value: string | number | undefined, initial: string | number) =>
		value === undefined || value === initial ? [] : [`${name}="${value}"`]
	return [
		`stroke="${servers.valueOf(paint)}"`,
		`stroke-width="${width}"`,
		...paintAlpha('stroke-opacity', paint),
		...said('stroke-linecap', cap, 'butt'),
		...said('stroke-linejoin', join, 'miter'),
		...said('stroke-miterlimit', miterLimit, 4),
		...said('stroke-dasharray', dashes?.join(' '), ''),
		...said('stroke-dashoffset', dashOffset, 0),
	]
}

function paintAlpha(name: string, paint: Paint): string[] {
	const alpha = paint.kind === 'solid' || paint.kind === 'pattern' ? (paint.alpha ?? 1) : 1
	return alpha < 1 ? [`${name}="${alpha}"`] : []
}

/** Gradients as a document has them: each once, named where it is used. */
interface Servers {
	valueOf(paint: Paint): string
	/** The lines that define those named so far. */
	elements(): string[]
	/** Something else that is referred to. */
	add(line: string): void
}

function createServers(idOf: (name: string) => string, digits: number): Servers {
	const ids = new Map<string, string>()
	const lines: string[] = []
	return {
		valueOf: (paint) => {
			if (paint.kind === 'none') return 'none'
			if (paint.kind === 'solid') return paint.colour
			const key = JSON.stringify(paint)
			const id = ids.get(key) ?? idOf(paint.kind === 'pattern' ? paint.figure : 'gradient')
			if (!ids.has(key)) {
				ids.set(key, id)
				lines.push(
					paint.kind === 'pattern'
						? patternElement(paint, id, digits)
						: gradientElement(paint, id, digits),
				)
			}
			return `url(#${id})`
		},
		add: (line) => void lines.push(line),
		elements: () =>
			lines.length > 0 ? ['\t<defs>', ...lines.map((line) => `\t\t${line}`), '\t</defs>'] : [],
	}
}

/** Its numbers stand beside what it draws, so that it comes back as a pattern. */
function patternElement(pattern: Pattern, id: string, digits: number): string {
	const px = (v: number) => Number(v.toFixed(digits))
	const { figure, spacing, weight, angle, at, colour, ground } = pattern
	const side = px(spacing)
	const place = `translate(${px(at[0])} ${px(at[1])}) rotate(${px(angle)})`
	const beneath = ground ? `<rect width="${side}" height="${side}" fill="${ground}"/>` : ''
	const drawn =
		figure === 'dots'
			? `<circle cx="${px(spacing / 2)}" cy="${px(spacing / 2)}" r="${px(weight / 2)}" fill="${colour}"/>`
			: `<path d="${figurePath(figure, spacing, px)}" fill="none" stroke="${colour}" stroke-width="${px(weight)}"/>`
	return `<pattern id="${id}" patternUnits="userSpaceOnUse" width="${side}" height="${side}" patternTransform="${place}" data-figure="${figure}" data-weight="${px(weight)}" data-colour="${colour}"${ground ? ` data-ground="${ground}"` : ''}>${beneath}${drawn}</pattern>`
}

function gradientElement(gradient: Gradient, id: string, digits: number): string {
	const px = (v: number) => Number(v.toFixed(digits))
	const stops = gradient.stops
		.map(({ at, colour, alpha = 1 }) => {
			const faint = alpha < 1 ? ` stop-opacity="${alpha}"` : ''
			return `<stop offset="${Number(at.toFixed(5))}" stop-color="${colour}"${faint}/>`
		})
		.join('')
	if (gradient.kind === 'linear') {
		const [[x1, y1], [x2, y2]] = [gradient.from, gradient.to]
		return `<linearGradient id="${id}" gradientUnits="userSpaceOnUse" x1="${px(x1)}" y1="${px(y1)}" x2="${px(x2)}" y2="${px(y2)}">${stops}</linearGradient>`
	}
	const { centre, along, across } = gradient
	const [fx, fy] = focusWithin(gradient).map((v) => Number(v.toFixed(5)))
	const focus = gradient.focus ? ` fx="${fx}" fy="${fy}"` : ''
	const matrix = [along, across].flatMap(([x, y]) => [x - centre[0], y - centre[1]])
	const place = [...matrix, ...centre].map(px).join(' ')
	return `<radialGradient id="${id}" gradientUnits="userSpaceOnUse" cx="0" cy="0" r="1"${focus} gradientTransform="matrix(${place})">${stops}</radialGradient>`
}
