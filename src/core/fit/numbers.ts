/** The number at a place that the caller knows to lie within the array. */
export function at(numbers: Float64Array | Int32Array, i: number): number {
	return numbers[i] as number
}
