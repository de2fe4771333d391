/** “1 piece”, “4 pieces”. */
export function counted(n: number, one: string, many: string): string {
	return `${n} ${n === 1 ? one : many}`
}
