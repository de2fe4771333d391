import { type DisplayItem, type DisplayShape, displayList } from '../../artwork/displayList'
import type { Box } from '../../geometry/box'
import { groupPath } from '../../path/groups'
import type { Paint, Sheet, Stroke } from '../../path/model'
import { CAPS, JOINS, pathIn, plainNumber } from '../pathWords'
import type { Inks } from './inks'
import type { Layers } from './layers'
import { PDF_WORDS } from './words'

/**
 * What paints a sheet's artwork, in px of the sheet.
 * @param o.ground what of the sheet's background is painted; nothing where absent
 * @param o.layers where pieces and groups are layers by their names
 */
export function artworkContents(
	sheet: Sheet,
	inks: Inks,
	o: {
		readonly only?: ReadonlySet<string> | undefined
		readonly ground?: Box
		readonly layers?: Layers | undefined
	} = {},
): string[] {
	const ground = sheet.background && o.ground ? [groundOf(sheet.background, o.ground, inks)] : []
	const items = displayList(sheet, o.only)
	if (!o.layers) return [...ground, ...items.map((item) => itemContents(item, inks))]
	return [...ground, ...layered(sheet, items, inks, o.layers)]
}

/** Items, each within the layer of its piece and those of the groups that it is in. */
function layered(
	sheet: Sheet,
	items: readonly DisplayItem[],
	inks: Inks,
	layers: Layers,
): string[] {
	const lines: string[] = []
	let open: readonly string[] = []
	const leave = (to: number) => {
		for (let n = open.length; n > to; n--) lines.push('EMC')
		open = open.slice(0, to)
	}
	for (const item of items) {
		const path = groupPath(sheet, item.piece.group)
		const same = path.findIndex((id, n) => open[n] !== id)
		leave(same < 0 ? path.length : same)
		for (const id of path.slice(open.length)) lines.push(`/OC ${layers.group(id)} BDC`)
		open = path
		lines.push(`/OC ${layers.piece(item.piece.id)} BDC`, itemContents(item, inks), 'EMC')
	}
	leave(0)
	return lines
}

function groundOf(paint: Paint, { minX, minY, maxX, maxY }: Box, inks: Inks): string {
	if (paint.kind === 'none') return ''
	const box = [minX, minY, maxX - minX, maxY - minY].map((v) => plainNumber(v, 3)).join(' ')
	return ['q', inks.set(paint, 'area', 1), `${box} re f`, 'Q'].join('\n')
}

/** A piece that is see-through as a whole is drawn as one thing: its stroke does not show its fill. */
export function itemContents({ opacity, shapes }: DisplayItem, inks: Inks): string {
	const layers = shapes.flatMap(layersOf)
	const share = layers.length > 1 ? 1 : opacity
	const draw = (own: Inks) => layers.map((layer) => layer(own, share)).join('\n')
	return layers.length > 1 && opacity < 1 ? inks.together(opacity, draw) : draw(inks)
}

type Layer = (inks: Inks, share: number) => string

function layersOf({ contours, rule, fill, stroke, strokeBelow }: DisplayShape): Layer[] {
	const path = pathIn(PDF_WORDS, contours)
	const painted = (
		paint: Paint,
		of: 'area' | 'line',
		...operators: readonly string[]
	): readonly Layer[] =>
		paint.kind === 'none'
			? []
			: [(inks, share) => ['q', inks.set(paint, of, share), ...operators, 'Q'].join('\n')]
	const area = painted(fill, 'area', path, rule === 'evenodd' ? 'f*' : 'f')
	const line = stroke.width > 0 ? painted(stroke.paint, 'line', lineStyle(stroke), path, 'S') : []
	return strokeBelow ? [...line, ...area] : [...area, ...line]
}

function lineStyle({
	width,
	cap = 'butt',
	join = 'miter',
	miterLimit = 4,
	dashes = [],
	dashOffset = 0,
}: Stroke): string {
	const px = (v: number) => plainNumber(v, 4)
	const style = `${px(width)} w ${CAPS[cap]} J ${JOINS[join]} j ${px(Math.max(1, miterLimit))} M`
	return dashes.length > 0 ? `${style} [${dashes.map(px).join(' ')}] ${px(dashOffset)} d` : style
}
