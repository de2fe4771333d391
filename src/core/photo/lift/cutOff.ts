import { byteAt, item } from '../../geometry/numbers'
import { IN } from './hint'
import { partsOf } from './rings'

/** What a dab that takes away cuts off goes with it if it is less than this share of the largest part that is left. */
const CUT_OFF = 0.15

/**
 * What is left without the small parts that hung on what was taken away; what a dab said is the object's stays.
 * @param marks what the box and all dabs say of each pixel
 * @param about what was taken away lies within these rows
 */
export function withoutCutOff(
	before: Uint8Array,
	after: Uint8Array,
	width: number,
	marks: Uint8Array,
	{ minY, maxY }: { readonly minY: number; readonly maxY: number },
): Uint8Array {
	let left = 0
	for (const one of after) left += one
	const made = after.slice()
	const seen = new Uint8Array(after.length)
	// No part is larger than all of them; how large the largest is, is asked only where that may decide.
	const most = CUT_OFF * left
	let largest: number | undefined
	for (let k = Math.max(0, minY) * width; k < Math.min(after.length, maxY * width); k++) {
		if (before[k] === 0 || after[k] === 1) continue
		const x = k % width
		for (const m of [x > 0 ? k - 1 : -1, x < width - 1 ? k + 1 : -1, k - width, k + width]) {
			if (m < 0 || m >= after.length || byteAt(after, m) === 0 || byteAt(seen, m)) continue
			const part = partAt(after, width, m, seen, most)
			if (part.length === 0 || part.some((q) => byteAt(marks, q) === IN)) continue
			largest ??= Math.max(...partsOf(after, width, 1).map(({ length }) => length))
			if (part.length <= CUT_OFF * largest) for (const q of part) made[q] = 0
		}
	}
	return made
}

/** A pixel that was met, and one of a part that is large. */
const MET = 1
const LARGE = 2

/**
 * The pixels that hang together with one by their sides; none where there are more than `most`.
 * @param seen of each pixel whether it was met before: what is met here is added
 */
function partAt(
	inside: Uint8Array,
	width: number,
	first: number,
	seen: Uint8Array,
	most: number,
): number[] {
	const part = [first]
	seen[first] = MET
	for (let n = 0; n < part.length; n++) {
		const k = item(part, n)
		const x = k % width
		let large = part.length > most
		for (const m of [x > 0 ? k - 1 : -1, x < width - 1 ? k + 1 : -1, k - width, k + width]) {
			if (m < 0 || m >= inside.length || byteAt(inside, m) === 0) continue
			if (byteAt(seen, m) === LARGE) large = true
			if (byteAt(seen, m)) continue
			seen[m] = MET
			part.push(m)
		}
		if (!large) continue
		for (const m of part) seen[m] = LARGE
		return []
	}
	return part
}
