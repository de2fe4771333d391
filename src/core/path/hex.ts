/** The levels of red, green and blue of `#rrggbb`, 0 to 255. */
export function levelsOf(colour: string): readonly [number, number, number] {
	const level = (at: number) => Number.parseInt(colour.slice(at, at + 2), 16)
	return [level(1), level(3), level(5)]
}
