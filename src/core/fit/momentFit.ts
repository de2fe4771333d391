/**
 * The cubic with given ends and end tangents whose area and first moment along the chord are those
 * of a curve (Levien, *Fitting cubic Bézier curves*, 2021): the two handle lengths are the two
 * unknowns, so that the work does not depend on how many points the curve has.
 *
 * In the frame in which the chord runs from (0, 0) to (1, 0), with handles of length a and b,
 * control points (x1, y1) and (x2, y2):
 *   ∫ y dx   = 3/20 · (y1 (1 + x2) + y2 (2 − x1))
 *   ∫ x y dx = 1/280 · (y1 (9 x1 x2 + 6 x1 + 9 x2² + 15 x2 + 10) + y2 (−9 x1² − 9 x1 x2 + 15 x2 + 35))
 * The first gives b for an a; the second is then sought along a by sign changes.
 *
 * @param c0 cosine and sine of the angle from the chord to the tangent at the start …
 * @param c1 … and at the end
 * @param area ∫ y dx of the curve, in the chord's frame
 * @param moment ∫ x y dx of the curve
 * @param found receives pairs of handle lengths, in chords
 * @returns how many pairs were found, none to three
 */
export function momentFit(
	c0: number,
	s0: number,
	c1: number,
	s1: number,
	area: number,
	moment: number,
	found: Float64Array,
): number {
	const turn = s0 * c1 - s1 * c0
	const scaled = area / 0.15
	let count = 0
	let nearest = Number.POSITIVE_INFINITY
	let nearestA = 0
	let nearestB = 0
	let beforeA = 0
	let before = Number.NaN
	const longest = LONGEST
	for (let k = 0; k <= STEPS; k++) {
		const a = SHORTEST + ((longest - SHORTEST) * k) / STEPS
		const b = (2 * a * s0 - scaled) / (2 * s1 + a * turn)
		if (!(b > 0 && b < longest)) {
			before = Number.NaN
			continue
		}
		const off = momentOf(a, b, c0, s0, c1, s1) - moment
		if (Math.abs(off) < nearest) {
			nearest = Math.abs(off)
			nearestA = a
			nearestB = b
		}
		if (before * off <= 0 && count < 3) {
			let low = beforeA
			let high = a
			let offLow = before
			let offHigh = off
			let root = a
			// Regula falsi with the Illinois rule.
			for (let i = 0; i < 6; i++) {
				root = offHigh === offLow ? high : (low * offHigh - high * offLow) / (offHigh - offLow)
				const rootB = (2 * root * s0 - scaled) / (2 * s1 + root * turn)
				const offRoot = momentOf(root, rootB, c0, s0, c1, s1) - moment
				if (Math.abs(offRoot) < 1e-7) break
				if (offRoot * offHigh < 0) {
					low = high
					offLow = offHigh
				} else offLow /= 2
				high = root
				offHigh = offRoot
			}
			const rootB = (2 * root * s0 - scaled) / (2 * s1 + root * turn)
			if (rootB > 0 && rootB < longest) {
				found[2 * count] = root
				found[2 * count + 1] = rootB
				count++
			}
		}
		beforeA = a
		before = off
	}
	if (count === 0 && nearest < Number.POSITIVE_INFINITY) {
		found[0] = nearestA
		found[1] = nearestB
		count = 1
	}
	return count
}

/** Handle lengths are sought between these, in chords. */
const SHORTEST = 0.02
const LONGEST = 1.6
const STEPS = 12

function momentOf(a: number, b: number, c0: number, s0: number, c1: number, s1: number): number {
	const x1 = a * c0
	const y1 = a * s0
	const x2 = 1 - b * c1
	const y2 = -b * s1
	return (
		(y1 * (9 * x1 * x2 + 6 * x1 + 9 * x2 * x2 + 15 * x2 + 10) +
			y2 * (-9 * x1 * x1 - 9 * x1 * x2 + 15 * x2 + 35)) /
		280
	)
}
