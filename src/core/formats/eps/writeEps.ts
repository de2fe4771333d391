import { displayList } from '../../artwork/displayList'
import type { Affine } from '../../geometry/affine'
import { type Box, boxCorners, EMPTY_BOX, growBox, joinBoxes } from '../../geometry/box'
import { turnAbout } from '../../geometry/placement'
import type { Point } from '../../geometry/point'
import { contourHull } from '../../path/contour'
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
import { type Layer, onPaper } from './onPaper'

/**
 * The sheet's artwork as Encapsulated PostScript, language level 2 (Adobe, *PostScript Language Reference*,
 * 2nd edition, and *EPS File Format Specification* 3.0), as large as the sheet really is, or 96 px to the
 * inch. Gradients, which the level does not have, are bands of flat colour; what is see-through has the
 * colours that it makes with what lies beneath it.
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
					{ minX: 0, minY: 0, maxX: sheet.width, maxY: sheet.height },
				)
			: []),
		...onPaper(displayList(sheet, only), paperOf(only ? undefined : background)).flatMap(
			layerLines,
		),
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

/** The colour that all is laid on. */
function paperOf(background: Paint | undefined): string {
	return background?.kind === 'solid' ? background.colour : '#ffffff'
}

function layerLines({ name, shape }: Layer, n: number, all: readonly Layer[]): string[] {
	const { contours, rule, fill, stroke, strokeBelow } = shape
	const path = pathIn(WORDS, contours)
	const box = contours.map(contourHull).reduce(joinBoxes, EMPTY_BOX)
	const reach = (stroke.width / 2) * Math.max(Math.SQRT2, stroke.miterLimit ?? 4)
	const area = painted(fill, path, AREA[rule], box)
	const line =
		stroke.width > 0 ? painted(stroke.paint, path, lineWay(stroke), growBox(box, reach)) : []
	const lines = strokeBelow ? [...line, ...area] : [...area, ...line]
	return name === all[n - 1]?.name ? lines : [`% ${inAscii(name)}`, ...lines]
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

function painted(paint: Paint, path: string, way: Way, box: Box): string[] {
	if (paint.kind === 'none') return []
	if (isGradient(paint))
		return ['gsave newpath', path, `${way.clip} newpath`, ...bands(paint, box), 'grestore']
	const share = paint.alpha ?? 1
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

/** No more bands than this: none of so many is told from the next. */
const MOST_BANDS = 200
/** Beyond any sheet, in widths of the gradient's way. */
const FAR = 1000

/**
 * A gradient over all that may be painted: bands across its way, or rings one in the other, as many as it has levels.
 * Each reaches over the next, so that no seam shows.
 * @param box round what it is seen of, sheet px
 */
function bands(gradient: Gradient, box: Box): string[] {
	const ink = (t: number) => {
		const { colour, alpha = 1 } = between(gradient.stops, t)
		return rgb(colour, alpha)
	}
	const count = bandsOf(gradient.stops)
	const concat = (map: Affine) => `[${map.map((v) => plainNumber(v, 6)).join(' ')}] concat`
	const all = `${-FAR} ${-FAR} ${2 * FAR} ${2 * FAR} rectfill`
	const share = (n: number) => plainNumber(Math.min(1, n / count), 5)
	if (gradient.kind === 'linear') {
		const [[x, y], [tx, ty]] = [gradient.from, gradient.to]
		const [dx, dy] = [tx - x, ty - y]
		if (dx === 0 && dy === 0) return [`${ink(1)} ${concat([FAR, 0, 0, FAR, x, y])} ${all}`]
		const along = boxCorners(box).map(
			(p) => ((p[0] - x) * dx + (p[1] - y) * dy) / (dx * dx + dy * dy),
		)
		const seen = (from: number, to: number) =>
			to >= Math.min(...along) && from <= Math.max(...along)
		const rectangle = (from: string, width: string) =>
			`${from} ${-FAR} ${width} ${2 * FAR} rectfill`
		return [
			concat([dx, dy, -dy, dx, x, y]),
			...(seen(Number.NEGATIVE_INFINITY, 0) ? [`${ink(0)} ${all}`] : []),
			...Array.from({ length: count }, (_, n) =>
				seen(n / count, (n + 2) / count)
					? `${ink((n + 0.5) / count)} ${rectangle(share(n), plainNumber(2 / count, 5))}`
					: '',
			).filter(Boolean),
			...(seen(1, Number.POSITIVE_INFINITY) ? [`${ink(1)} ${rectangle('1', String(FAR))}`] : []),
		]
	}
	const focus = focusWithin(gradient)
	const circle = (n: number, turn: 'arc' | 'arcn') => {
		const centre = focus.map((v) => plainNumber(v * (1 - n / count), 5)).join(' ')
		return `${centre} ${share(n)} ${turn === 'arc' ? '0 360 arc' : '360 0 arcn'} h`
	}
	// From the outermost in, each down to the one after the next.
	const ring = (n: number) =>
		`newpath ${circle(n, 'arc')}${n > 2 ? ` ${circle(n - 2, 'arcn')}` : ''} fill`
	return [
		concat(ellipseMap(gradient)),
		`${ink(1)} ${all}`,
		...Array.from({ length: count }, (_, k) => {
			const n = count - k
			return `${ink((n - 0.5) / count)} ${ring(n)}`
		}),
	]
}

/** As many bands as levels of a colour are gone through. */
function bandsOf(stops: readonly Stop[]): number {
	const onWhite = ({ colour, alpha = 1 }: Stop) =>
		shares(colour).map((v) => 255 * (1 - alpha * (1 - v)))
	const levels = stops.slice(1).reduce((sum, stop, n) => {
		const [a, b] = [onWhite(stops[n] ?? stop), onWhite(stop)]
		return sum + Math.max(...a.map((v, c) => Math.abs(v - (b[c] ?? v))))
	}, 0)
	return Math.min(MOST_BANDS, Math.max(2, Math.ceil(levels)))
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
