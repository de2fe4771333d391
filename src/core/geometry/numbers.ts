/**
 * The number at a place that lies within the array. A function of its own for each kind of array keeps
 * the check next to free: one that sees several kinds costs several times the loop it is in.
 * @throws RangeError where it does not: that is a mistake of the caller's, never an answer
 */
export function at(numbers: Float64Array, i: number): number {
	const value = numbers[i]
	if (value === undefined) throw outOfRange(i, numbers.length)
	return value
}

/** The same for numbers of half the precision. */
export function floatAt(numbers: Float32Array, i: number): number {
	const value = numbers[i]
	if (value === undefined) throw outOfRange(i, numbers.length)
	return value
}

/** The same for whole numbers. */
export function intAt(numbers: Int32Array, i: number): number {
	const value = numbers[i]
	if (value === undefined) throw outOfRange(i, numbers.length)
	return value
}

/** The same for whole numbers from nought on. */
export function countAt(numbers: Uint32Array, i: number): number {
	const value = numbers[i]
	if (value === undefined) throw outOfRange(i, numbers.length)
	return value
}

/** The same for whole numbers of two bytes. */
export function wordAt(numbers: Uint16Array, i: number): number {
	const value = numbers[i]
	if (value === undefined) throw outOfRange(i, numbers.length)
	return value
}

/** The same for bytes. */
export function byteAt(bytes: Uint8ClampedArray | Uint8Array, i: number): number {
	const value = bytes[i]
	if (value === undefined) throw outOfRange(i, bytes.length)
	return value
}

/** The same for plain arrays of anything. */
export function item<T>(items: readonly T[], i: number): T {
	const found = items[i]
	if (found === undefined) throw outOfRange(i, items.length)
	return found
}

/** The number that a share of those sorted lie below, the largest at 1; nought where there are none. */
export function quantile(sorted: ArrayLike<number>, share: number): number {
	const count = sorted.length
	return sorted[Math.min(count - 1, Math.floor(share * count))] ?? 0
}

function outOfRange(i: number, length: number): RangeError {
	return new RangeError(`There is no place ${i} among ${length}.`)
}
