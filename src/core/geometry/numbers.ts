/** Numbers in a row, as the hot loops hold them. */
type Numbers = Float64Array | Float32Array | Int32Array | Uint32Array | Uint16Array

/**
 * The number at a place that lies within the array.
 * @throws RangeError where it does not: that is a mistake of the caller's, never an answer
 */
export function at(numbers: Numbers, i: number): number {
	const value = numbers[i]
	if (value === undefined) throw outOfRange(i, numbers.length)
	return value
}

/**
 * The same for bytes. Functions of their own keep each loop to one kind of array, which is what
 * makes the check cost next to nothing.
 */
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

function outOfRange(i: number, length: number): RangeError {
	return new RangeError(`There is no place ${i} among ${length}.`)
}
