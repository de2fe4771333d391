import { at, item } from '../geometry/numbers'
import type { CornerMark } from './corners'
import { type Joint, smoothJoint } from './joint'
import { type Grain, oneSided, twoSided } from './localFit'
import type { Trail } from './trail'

/** The ways in which a fit may place a joint at one point. */
export type Candidate = readonly Joint[]

/** A candidate at least for each such turn, radians … */
const TURN_STEP = (16 * Math.PI) / 180
/** … and at least so many along a stretch. */
const LENGTH_STEPS = 9
/** A corner that turns further is never taken for a smooth joint, radians. */
const PLAIN_TURN = 0.7
/** A direction this near to level or upright at an outermost point is made so, radians. */
const NEARLY_LEVEL = 0.14

/**
 * Where joints may go between two breaks: outermost points, corners that are in doubt, and a
 * fill-in that is denser where the trail turns.
 */
export function candidatesBetween(
	trail: Trail,
	from: number,
	to: number,
	optional: readonly CornerMark[],
	grain: Grain,
	reach: number,
	levelled = true,
): Candidate[] {
	const { x, y, s, pad } = trail
	const corners = optional.filter((mark) => mark.i > from + 1 && mark.i < to - 1)
	const length = at(s, to + pad) - at(s, from + pad)
	const lengthStep = length / LENGTH_STEPS
	// Directions by chords: wide enough to be steady, the same count to either side.
	const half = Math.max(2, reach >> 1)
	const places: { i: number; level: 'x' | 'y' | null }[] = []
	let markX = 0
	let markY = 0
	let beforeX = 0
	let beforeY = 0
	let before = from
	let lastLevel = from
	for (let i = from + 2; i <= to - 2; i++) {
		const w = Math.min(half, i - from, to - i)
		const dx = at(x, i + w + pad) - at(x, i - w + pad)
		const dy = at(y, i + w + pad) - at(y, i - w + pad)
		const n = Math.sqrt(dx * dx + dy * dy) || 1
		const tx = dx / n
		const ty = dy / n
		if (i === from + 2) {
			markX = beforeX = tx
			markY = beforeY = ty
		}
		const levelY = beforeY * ty < 0 || (beforeY !== 0 && ty === 0)
		const levelX = beforeX * tx < 0 || (beforeX !== 0 && tx === 0)
		beforeX = tx
		beforeY = ty
		const isLevel = (levelX || levelY) && i - lastLevel >= 3
		// Counted from the last candidate, so that jitter does not add up.
		const turn = Math.abs(Math.atan2(markX * ty - markY * tx, markX * tx + markY * ty))
		const gone = (at(s, i + pad) - at(s, before + pad)) / lengthStep
		if (!isLevel && turn / TURN_STEP + gone < 1) continue
		if (!isLevel && i - before < 2) continue
		if (isLevel && places.length > 0 && i - before < 3) places.pop()
		places.push({ i, level: isLevel ? (levelY ? 'y' : 'x') : null })
		if (isLevel) lastLevel = i
		before = i
		markX = tx
		markY = ty
	}
	const candidates: Candidate[] = []
	let c = 0
	for (const place of places) {
		while (c < corners.length && item(corners, c).i <= place.i) pushCorner(corners[c++])
		const near = corners.some((mark) => Math.abs(mark.i - place.i) <= 1)
		if (near) continue
		candidates.push([smoothAt(place.i, place.level)])
	}
	while (c < corners.length) pushCorner(corners[c++])
	return inOrder(candidates)

	function pushCorner(mark: CornerMark | undefined) {
		if (!mark) return
		const k = corners.indexOf(mark)
		const lo = corners[k - 1]?.i ?? from
		const hi = corners[k + 1]?.i ?? to
		const plain = Math.abs(mark.turn) > PLAIN_TURN
		// What looks like one plain corner may be two, a blunt tip apart.
		const third = Math.max(1, Math.round(reach / 3))
		const half = Math.max(third + 1, Math.round(reach / 2))
		for (const off of plain ? [-half, -third, 0, third, half] : [0]) {
			const i = mark.i + off
			if (i <= lo + 1 || i >= hi - 1) continue
			const a = oneSided(trail, i, -1, i - lo - 1, grain, 2)
			const b = oneSided(trail, i, 1, hi - i - 1, grain, 2)
			const sharp: Joint = {
				...smoothJoint(i, at(trail.x, i + pad), at(trail.y, i + pad), a.dx, a.dy),
				outX: b.dx,
				outY: b.dy,
				corner: true,
			}
			candidates.push(plain ? [sharp] : [smoothAt(i, null), sharp])
		}
	}

	function smoothAt(i: number, level: 'x' | 'y' | null): Joint {
		const b = twoSided(trail, i, i - from, to - i, grain)
		if (!levelled) return smoothJoint(i, b.x, b.y, b.dx, b.dy)
		if (level === 'y' && Math.abs(b.dy) < NEARLY_LEVEL)
			return { ...smoothJoint(i, b.x, b.y, Math.sign(b.dx), 0), fixedIn: true, fixedOut: true }
		if (level === 'x' && Math.abs(b.dx) < NEARLY_LEVEL)
			return { ...smoothJoint(i, b.x, b.y, 0, Math.sign(b.dy)), fixedIn: true, fixedOut: true }
		return smoothJoint(i, b.x, b.y, b.dx, b.dy)
	}
}

function inOrder(candidates: Candidate[]): Candidate[] {
	const place = (ways: Candidate) => item(ways, 0).i
	const sorted = candidates.sort((a, b) => place(a) - place(b))
	// Where a corner and a smooth place coincide, the corner is what is needed.
	const corners = new Set(sorted.filter((ways) => ways.at(-1)?.corner).map(place))
	return sorted.filter((ways, k) => {
		if (!ways.at(-1)?.corner) return !corners.has(place(ways))
		return (
			k === 0 || place(ways) !== place(sorted[k - 1] as Candidate) || !sorted[k - 1]?.at(-1)?.corner
		)
	})
}

/** Every point between two as a corner: what is left where nothing else leads on. */
export function everyPoint(trail: Trail, from: number, to: number): Candidate[] {
	const { x, y, pad } = trail
	const candidates: Candidate[] = []
	for (let i = from + 1; i < to; i++) {
		const a = oneSided(trail, i, -1, Math.min(6, i - from), EXACT)
		const b = oneSided(trail, i, 1, Math.min(6, to - i), EXACT)
		candidates.push([
			{
				...smoothJoint(i, at(x, i + pad), at(y, i + pad), a.dx, a.dy),
				outX: b.dx,
				outY: b.dy,
				corner: true,
			},
		])
	}
	return candidates
}

const EXACT: Grain = { sigma: 0, floor: 0 }
