import { type Affine, composeAffine, IDENTITY } from '../../geometry/affine'
import { lengthOrNone, lengthPx, type Ruler } from './units'

const CALL =
	/\s*,?\s*(matrix|translate|translateX|translateY|scale|scaleX|scaleY|rotate|skew|skewX|skewY)\s*\(([^)]*)\)/y
const ARGUMENT = /[+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?(?:%|[a-z]+)?/gi
const NO_RULER: Ruler = { fontSize: 16, width: 0, height: 0 }

/**
 * Reads a transform, as SVG's attribute (SVG 1.1, section 7.6) or as CSS has it. One that does not
 * parse to its end is none at all, as browsers do it.
 * @param ruler what lengths and shares in it refer to
 */
export function parseTransform(text: string | undefined, ruler: Ruler = NO_RULER): Affine {
	let map = IDENTITY
	if (!text) return map
	CALL.lastIndex = 0
	let end = 0
	for (let found = CALL.exec(text); found; found = CALL.exec(text)) {
		const [, name = '', inside = ''] = found
		const said = inside.match(ARGUMENT) ?? []
		if (inside.replace(ARGUMENT, '').replace(/[\s,]/g, '') !== '') return IDENTITY
		const values = said.map((argument, i) => argumentValue(argument, name, i, ruler))
		if (values.length === 0 || values.some((n) => !Number.isFinite(n))) return IDENTITY
		map = composeAffine(map, callMatrix(name, values))
		end = CALL.lastIndex
	}
	return text.slice(end).trim() === '' ? map : IDENTITY
}

const ANGLE_DEGREES: Readonly<Record<string, number>> = {
	deg: 1,
	grad: 0.9,
	rad: 180 / Math.PI,
	turn: 360,
}

function argumentValue(argument: string, name: string, i: number, ruler: Ruler): number {
	const [, number = '', unit = ''] = /^(.*?)(%|[a-df-z][a-z]*|e[a-z]+)?$/i.exec(argument) ?? []
	if (unit === '') return Number(number)
	const degrees = ANGLE_DEGREES[unit.toLowerCase()]
	if (degrees !== undefined) return Number(number) * degrees
	const down = name === 'translateY' || (name === 'translate' && i === 1)
	if (name.startsWith('translate'))
		return lengthPx(argument, ruler, down ? 'height' : 'width') ?? Number.NaN
	return unit === '%' && name.startsWith('scale') ? Number(number) / 100 : Number(number)
}

function callMatrix(name: string, n: readonly number[]): Affine {
	const [a = 0, b = 0, c = 0] = n
	const tangent = (degrees: number) => Math.tan((degrees * Math.PI) / 180)
	switch (name) {
		case 'matrix': {
			const [ma = 1, mb = 0, mc = 0, md = 1, me = 0, mf = 0] = n
			return [ma, mb, mc, md, me, mf]
		}
		case 'translate':
		case 'translateX':
			return [1, 0, 0, 1, a, b]
		case 'translateY':
			return [1, 0, 0, 1, 0, a]
		case 'scale':
			return [a, 0, 0, n.length > 1 ? b : a, 0, 0]
		case 'scaleX':
			return [a, 0, 0, 1, 0, 0]
		case 'scaleY':
			return [1, 0, 0, a, 0, 0]
		case 'rotate':
			return about([b, c], rotation(a))
		case 'skew':
			return [1, tangent(b), tangent(a), 1, 0, 0]
		case 'skewX':
			return [1, 0, tangent(a), 1, 0, 0]
		default:
			return [1, tangent(a), 0, 1, 0, 0]
	}
}

function rotation(degrees: number): Affine {
	// Of a turn of 10³⁰⁸ degrees only what is left of a full turn is a number.
	const radians = ((degrees % 360) * Math.PI) / 180
	const [cos, sin] = [Math.cos(radians), Math.sin(radians)]
	return [cos, sin, -sin, cos, 0, 0]
}

/** A map done about a point instead of the origin. */
export function about([x, y]: readonly [number, number], map: Affine): Affine {
	return composeAffine(composeAffine([1, 0, 0, 1, x, y], map), [1, 0, 0, 1, -x, -y])
}

const KEYWORDS: Readonly<Record<string, string>> = {
	left: '0%',
	top: '0%',
	center: '50%',
	right: '100%',
	bottom: '100%',
}

/** The point of a `transform-origin` within a box of the ruler's size; the corner where absent. */
export function transformOrigin(text: string | undefined, ruler: Ruler): [number, number] {
	const words = (text ?? '0 0').toLowerCase().split(/\s+/).filter(Boolean)
	const swapped = /^(top|bottom)$/.test(words[0] ?? '') || /^(left|right)$/.test(words[1] ?? '')
	const [x = '50%', y = '50%'] = swapped ? words.slice(0, 2).reverse() : words
	const read = (word: string, side: 'width' | 'height') =>
		lengthOrNone(KEYWORDS[word] ?? word, ruler, side)
	return [read(x, 'width'), read(y, 'height')]
}
