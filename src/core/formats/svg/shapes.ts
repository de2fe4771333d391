import { ellipseCubics } from '../../geometry/arc'
import type { Cubic } from '../../geometry/cubic'
import { item } from '../../geometry/numbers'
import { type Contour, newId } from '../../path/model'
import { type PathSyntaxError, readPathData } from '../../path/parsePathData'
import type { Declared } from './styles'
import { lengthPx, type Ruler, type Side } from './units'

export const SHAPES = new Set(['path', 'rect', 'circle', 'ellipse', 'line', 'polyline', 'polygon'])

export interface Shape {
	readonly contours: Contour[]
	/** Where its data could not be read any further. */
	readonly error?: PathSyntaxError
}

/**
 * The outlines of a basic shape in its own units. Kinds are still to be told.
 * @param attributes what only attributes say: points
 * @param declared what styles say too: places, radii, path data
 */
export function shapeOf(
	name: string,
	attributes: Readonly<Record<string, string>>,
	declared: Declared,
	ruler: Ruler,
): Shape {
	const px = (property: string, side: Side) => {
		const said = declared.get(property) ?? attributes[property]
		// An attribute that tells no length tells none at all; a style may say “auto”.
		const none = said !== undefined && said === attributes[property]?.trim() ? 0 : undefined
		return lengthPx(said, ruler, side) ?? none
	}
	const or = (value: number | undefined) => value ?? 0
	const x = (property: string) => or(px(property, 'width'))
	const y = (property: string) => or(px(property, 'height'))
	switch (name) {
		case 'path':
			return readPathData(pathDataOf(declared.get('d') ?? ''))
		case 'rect': {
			const [rx, ry] = [px('rx', 'width'), px('ry', 'height')]
			return { contours: rectangle(x('x'), y('y'), x('width'), y('height'), rx, ry) }
		}
		case 'circle': {
			const r = or(px('r', 'diagonal'))
			return { contours: ring(x('cx'), y('cy'), r, r) }
		}
		case 'ellipse': {
			const rx = or(px('rx', 'width') ?? px('ry', 'height'))
			return { contours: ring(x('cx'), y('cy'), rx, px('ry', 'height') ?? rx) }
		}
		case 'line':
			return { contours: [polyline([x('x1'), y('y1'), x('x2'), y('y2')], false)] }
		default:
			return { contours: [polyline(pointsOf(attributes.points ?? ''), name === 'polygon')] }
	}
}

/** Path data as an attribute says it, or as `path("…")`. */
function pathDataOf(said: string): string {
	return /^path\(\s*(["'])(.*)\1\s*\)$/s.exec(said)?.[2] ?? said
}

const NUMBER = /[\s,]*([+-]?(?:\d+\.?\d*|\.\d+)(?:[eE][+-]?\d+)?)/y

/** The numbers up to the first thing that is none; an odd one at the end is dropped. */
function pointsOf(text: string): number[] {
	const numbers: number[] = []
	NUMBER.lastIndex = 0
	for (let found = NUMBER.exec(text); found; found = NUMBER.exec(text)) {
		const value = Number(found[1])
		if (!Number.isFinite(value)) break
		numbers.push(value)
	}
	return numbers
}

function rectangle(
	x: number,
	y: number,
	width: number,
	height: number,
	saidRx: number | undefined,
	saidRy: number | undefined,
): Contour[] {
	if (!(width > 0 && height > 0)) return []
	const sound = (r: number | undefined) => (r !== undefined && r >= 0 ? r : undefined)
	const [toldX = 0, toldY = toldX] = [sound(saidRx) ?? sound(saidRy), sound(saidRy)]
	const [rx, ry] = [Math.min(toldX, width / 2), Math.min(toldY, height / 2)]
	if (rx <= 0 || ry <= 0)
		return [polyline([x, y, x + width, y, x + width, y + height, x, y + height], true)]
	const quarter = (dx: number, dy: number, level: boolean) => {
		const [hx, hy] = level ? [dx * QUARTER_HANDLE, 0] : [0, dy * QUARTER_HANDLE]
		const [gx, gy] = level ? [dx, dy - dy * QUARTER_HANDLE] : [dx - dx * QUARTER_HANDLE, dy]
		return `c${hx} ${hy} ${gx} ${gy} ${dx} ${dy}`
	}
	const level = (by: number) => (by === 0 ? '' : `h${by}`)
	const upright = (by: number) => (by === 0 ? '' : `v${by}`)
	return readPathData(
		`M${x + rx} ${y}${level(width - 2 * rx)}${quarter(rx, ry, true)}${upright(height - 2 * ry)}` +
			`${quarter(-rx, ry, false)}${level(2 * rx - width)}${quarter(-rx, -ry, true)}` +
			`${upright(2 * ry - height)}${quarter(rx, -ry, false)}z`,
	).contours
}

/** Handle length of a quarter circle's cubic, in radii. */
const QUARTER_HANDLE = (4 / 3) * Math.tan(Math.PI / 8)

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
		at: [item(numbers, 2 * i), item(numbers, 2 * i + 1)] as const,
		kind: 'corner' as const,
	}))
	return { id: newId(), nodes, closed }
}
