import { type Affine, composeAffine, IDENTITY } from '../geometry/affine'

const CALL = /\s*,?\s*(matrix|translate|scale|rotate|skewX|skewY)\s*\(([^)]*)\)/y

/**
 * Reads an SVG `transform` attribute (SVG 1.1, section 7.6). What does not parse ends the list:
 * the transforms before it count, as browsers do it.
 */
export function parseTransform(text: string | undefined): Affine {
	let map = IDENTITY
	if (!text) return map
	CALL.lastIndex = 0
	for (let found = CALL.exec(text); found; found = CALL.exec(text)) {
		const numbers = (found[2] ?? '')
			.split(/[\s,]+/)
			.filter(Boolean)
			.map(Number)
		if (numbers.some((n) => !Number.isFinite(n))) break
		map = composeAffine(map, callMatrix(found[1] ?? '', numbers))
	}
	return map
}

function callMatrix(name: string, n: readonly number[]): Affine {
	const [a = 0, b = 0, c = 0] = n
	const radians = (a * Math.PI) / 180
	switch (name) {
		case 'matrix': {
			const [ma = 1, mb = 0, mc = 0, md = 1, me = 0, mf = 0] = n
			return [ma, mb, mc, md, me, mf]
		}
		case 'translate':
			return [1, 0, 0, 1, a, b]
		case 'scale':
			return [a, 0, 0, n.length > 1 ? b : a, 0, 0]
		case 'rotate': {
			const turn: Affine = [
				Math.cos(radians),
				Math.sin(radians),
				-Math.sin(radians),
				Math.cos(radians),
				0,
				0,
			]
			return composeAffine(composeAffine([1, 0, 0, 1, b, c], turn), [1, 0, 0, 1, -b, -c])
		}
		case 'skewX':
			return [1, 0, Math.tan(radians), 1, 0, 0]
		default:
			return [1, Math.tan(radians), 0, 1, 0, 0]
	}
}
