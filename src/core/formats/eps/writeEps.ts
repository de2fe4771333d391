import { type DisplayItem, type DisplayShape, displayList } from '../../artwork/displayList'
import type { Affine } from '../../geometry/affine'
import { turnAbout } from '../../geometry/placement'
import type { Point } from '../../geometry/point'
import { figurePath } from '../../path/figures'
import {
	ellipseMap,
	focusWithin,
	type Gradient,
	isGradient,
	type Pattern,
} from '../../path/gradients'
import type { Paint, Sheet, Stop, Stroke } from '../../path/model'
import { parsePathData } from '../../path/parsePathData'
import { pointsPerPx } from '../pageSize'
import { CAPS, JOINS, type PathWords, pathIn, plainNumber, shares } from '../pathWords'

/**
 * The sheet's artwork as Encapsulated PostScript, language level 2 (Adobe, *PostScript Language Reference*,
 * 2nd edition, and *EPS File Format Specification* 3.0), as large as the sheet really is, or 96 px to the
 * inch. Gradients, which the level does not have, are bands of flat colour; what is see-through is
 * mixed with white.
 * @param only the pieces that go out; all that show where absent
 */
export function writeEps(sheet: Sheet, only?: ReadonlySet<string>): string {
	const k = pointsPerPx(sheet)
	const [width, height] = [sheet.width * k, sheet.height * k]
	const { background } = sheet
	return [
		'%!PS-Adobe-3.0 EPSF-3.0',
		`%%BoundingBox: 0 0 ${Math.ceil(width)} ${Math.ceil(height)}`,
		`%%HiResBoundingBox: 0 0 ${px(width)} ${px(height)}`,
		`%%Title: ${inAscii(sheet.name)}`,
		'%%Creator: Skiagram',
		'%%LanguageLevel: 2',
		'%%EndComments',
		'%%BeginProlog',
		'/m {moveto} bind def /l {lineto} bind def /c {curveto} bind def /h {closepath} bind def',
		'/rgb {setrgbcolor} bind def',
		'%%EndProlog',
		'gsave',
		`[${px(k)} 0 0 ${px(-k)} 0 ${px(height)}] concat`,
		...(background && !only
			? painted(
					background,
					`0 0 m ${at([sheet.width, 0])} l ${at([sheet.width, sheet.height])} l ${at([0, sheet.height])} l h`,
					AREA.nonzero,
					1,
				)
			: []),
		...displayList(sheet, only).flatMap(itemLines),
		'grestore',
		'showpage',
		'%%EOF',
		'',
	].join('\n')
}

const DIGITS = 4
const px = (v: number) => plainNumber(v, DIGITS)
const at = ([x, y]: Point) => `${px(x)} ${px(y)}`

const WORDS: PathWords = {
	move: (to) => `${at(to)} m`,
	line: (to) => `${at(to)} l`,
	curve: (c1, c2, to) => `${at(c1)} ${at(c2)} ${at(to)} c`,
	close: 'h',
}

/** How what a path encloses, or its line, is painted, and made the part that is painted in. */
interface Way {
	readonly paint: string
	readonly clip: string
}

const AREA: Readonly<Record<'nonzero' | 'evenodd', Way>> = {
	nonzero: { paint: 'fill', clip: 'clip' },
	evenodd: { paint: 'eofill', clip: 'eoclip' },
}

function itemLines({ piece, opacity, shapes }: DisplayItem): string[] {
	return [`% ${inAscii(piece.name)}`, ...shapes.flatMap((shape) => shapeLines(shape, opacity))]
}

function shapeLines(
	{ contours, rule, fill, stroke, strokeBelow }: DisplayShape,
	opacity: number,
): string[] {
	const path = pathIn(WORDS, contours)
	const area = painted(fill, path, AREA[rule], opacity)
	const line = stroke.width > 0 ? painted(stroke.paint, path, lineWay(stroke), opacity) : []
	return strokeBelow ? [...line, ...area] : [...area, ...line]
}

function lineWay({
	width,
	cap = 'butt',
	join = 'miter',
	miterLimit = 4,
	dashes = [],
	dashOffset = 0,
}: Stroke): Way {
	const style = [
		`${px(width)} setlinewidth ${CAPS[cap]} setlinecap ${JOINS[join]} setlinejoin`,
		`${px(Math.max(1, miterLimit))} setmiterlimit`,
		`[${dashes.map(px).join(' ')}] ${px(dashOffset)} setdash`,
	].join(' ')
	return { paint: `${style} stroke`, clip: `${style} strokepath clip` }
}

function painted(paint: Paint, path: string, way: Way, opacity: number): string[] {
	if (paint.kind === 'none') return []
	if (isGradient(paint))
		return ['gsave newpath', path, `${way.clip} newpath`, ...bands(paint, opacity), 'grestore']
	const share = opacity * (paint.alpha ?? 1)
	const ink =
		paint.kind === 'solid' ? rgb(paint.colour, share) : `${patternInk(paint, share)} setpattern`
	return ['gsave newpath', path, `${ink} ${way.paint}`, 'grestore']
}

/** A colour as it looks on white where it covers by a share. */
function rgb(colour: string, share: number): string {
	return `${shares(colour)
		.map((v) => plainNumber(1 - share * (1 - v), 4))
		.join(' ')} rgb`
}

function patternInk(
	{ figure, spacing, weight, angle, at: place, colour, ground }: Pattern,
	share: number,
): string {
	const turned = turnAbout([0, 0], (angle * Math.PI) / 180)
	const matrix: Affine = [turned[0], turned[1], turned[2], turned[3], place[0], place[1]]
	const side = px(spacing)
	const half = px(spacing / 2)
	const drawn =
		figure === 'dots'
			? `newpath ${half} ${half} ${px(weight / 2)} 0 360 arc fill`
			: `newpath ${pathIn(WORDS, parsePathData(figurePath(figure, spacing)))} ${px(weight)} setlinewidth stroke`
	const beneath = ground ? `${rgb(ground, share)} 0 0 ${side} ${side} rectfill ` : ''
	return [
		`<< /PatternType 1 /PaintType 1 /TilingType 1 /BBox [0 0 ${side} ${side}] /XStep ${side} /YStep ${side}`,
		`/PaintProc { pop ${beneath}${rgb(colour, share)} ${drawn} } >>`,
		`[${matrix.map((v) => plainNumber(v, 6)).join(' ')}] makepattern`,
	].join('\n')
}

/** So many bands from the first colour to the last: none is told from the next. */
const BANDS = 200
/** Beyond any sheet, in widths of the gradient's way. */
const FAR = 1000

/** A gradient over all that may be painted: bands across its way, or discs one in the other. */
function bands(gradient: Gradient, opacity: number): string[] {
	const ink = (t: number) => {
		const { colour, alpha = 1 } = between(gradient.stops, t)
		return rgb(colour, alpha * opacity)
	}
	const middles = Array.from({ length: BANDS }, (_, n) => (n + 0.5) / BANDS)
	const concat = (map: Affine) => `[${map.map((v) => plainNumber(v, 6)).join(' ')}] concat`
	const all = `${-FAR} ${-FAR} ${2 * FAR} ${2 * FAR} rectfill`
	if (gradient.kind === 'linear') {
		const [[x, y], [tx, ty]] = [gradient.from, gradient.to]
		const [dx, dy] = [tx - x, ty - y]
		if (dx === 0 && dy === 0) return [`${ink(1)} ${concat([FAR, 0, 0, FAR, x, y])} ${all}`]
		return [
			concat([dx, dy, -dy, dx, x, y]),
			`${ink(0)} ${all}`,
			// Each band reaches over all that follow, so that no seam shows.
			...middles.map(
				(t, n) => `${ink(t)} ${plainNumber(n / BANDS, 5)} ${-FAR} ${FAR} ${2 * FAR} rectfill`,
			),
			`${ink(1)} 1 ${-FAR} ${FAR} ${2 * FAR} rectfill`,
		]
	}
	const focus = focusWithin(gradient)
	const disc = (radius: number) => {
		const centre = focus.map((v) => plainNumber(v * (1 - radius), 5)).join(' ')
		return `newpath ${centre} ${plainNumber(radius, 5)} 0 360 arc fill`
	}
	return [
		concat(ellipseMap(gradient)),
		`${ink(1)} ${all}`,
		...middles.toReversed().map((t, n) => `${ink(t)} ${disc(1 - n / BANDS)}`),
	]
}

/** A gradient's colour at a share of its way. */
function between(stops: readonly Stop[], t: number): Omit<Stop, 'at'> {
	const after = stops.findIndex((stop) => stop.at > t)
	const to = stops[after < 0 ? stops.length - 1 : after]
	const from = stops[after < 0 ? stops.length - 1 : Math.max(0, after - 1)]
	if (!from || !to) throw new RangeError('A gradient has a stop at least.')
	const way = to.at > from.at ? Math.min(1, Math.max(0, (t - from.at) / (to.at - from.at))) : 0
	const [a, b] = [shares(from.colour), shares(to.colour)]
	const hex = a
		.map((v, n) =>
			Math.round(255 * (v + ((b[n] ?? v) - v) * way))
				.toString(16)
				.padStart(2, '0'),
		)
		.join('')
	const [p, q] = [from.alpha ?? 1, to.alpha ?? 1]
	return { colour: `#${hex}`, alpha: p + (q - p) * way }
}

/** Text for a comment of one line: what is beyond ASCII is left out. */
function inAscii(text: string): string {
	return text
		.normalize('NFKD')
		.replace(/[^\x20-\x7e]/g, '')
		.slice(0, 200)
}
