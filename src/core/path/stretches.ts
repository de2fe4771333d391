import { arcLength, type Cubic, parameterAtLength, pointAt, splitCubic } from '../geometry/cubic'
import { distance, mix, type Point } from '../geometry/point'
import { isStraight, segmentCubic, segments, withHandles } from './contour'
import { inferKinds } from './kinds'
import { type Contour, newId, type PathNode } from './model'

/** An outline by lengths along it, px from its first node on. */
export interface Measured {
	readonly length: number
	at(along: number): Point
	/** The part between two lengths, an open outline. */
	stretch(from: number, to: number): Contour
}

interface Part {
	readonly curve: Cubic
	readonly straight: boolean
	readonly length: number
}

/** An outline's lengths, to some thousandths of a px. */
export function measured(contour: Contour): Measured {
	const parts = segments(contour).map(({ from, to }): Part => {
		const curve = segmentCubic({ from, to })
		const straight = isStraight(from, to)
		return { curve, straight, length: straight ? distance(from.at, to.at) : arcLength(curve, 1e-4) }
	})
	return {
		length: parts.reduce((sum, part) => sum + part.length, 0),
		at: (along) => placeAt(parts, along),
		stretch: (from, to) => stretchOf(parts, from, to),
	}
}

function placeAt(parts: readonly Part[], along: number): Point {
	let left = along
	for (const { curve, straight, length } of parts) {
		if (left <= length) {
			const share = length > 0 ? Math.max(0, left / length) : 0
			return straight
				? mix(curve[0], curve[3], share)
				: pointAt(curve, parameterAtLength(curve, share))
		}
		left -= length
	}
	return parts.at(-1)?.curve[3] ?? [0, 0]
}

function stretchOf(parts: readonly Part[], from: number, to: number): Contour {
	const nodes: PathNode[] = []
	let gone = 0
	for (const { curve, straight, length } of parts) {
		const [a, b] = [Math.max(0, (from - gone) / length), Math.min(1, (to - gone) / length)]
		gone += length
		if (!(b > a)) continue
		const [start, into, out, end] = between(curve, straight, a, b)
		const last = nodes.pop()
		nodes.push(
			withHandles(last ?? bare(start), { in: last?.in, out: straight ? undefined : into }),
			withHandles(bare(end), { in: straight ? undefined : out, out: undefined }),
		)
	}
	return inferKinds({ id: newId(), nodes, closed: false })
}

const bare = (at: Point): PathNode => ({ id: newId(), at, kind: 'cusp' })

function between(curve: Cubic, straight: boolean, a: number, b: number): Cubic {
	const at = (share: number) => (straight ? share : parameterAtLength(curve, share))
	const [head] = b < 1 ? splitCubic(curve, at(b)) : [curve]
	return a > 0 ? splitCubic(head, at(a) / (b < 1 ? at(b) : 1))[1] : head
}
