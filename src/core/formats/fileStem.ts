/** A sheet's name as the name of a file, without its ending. */
export function fileStem(name: string): string {
	return (
		name
			.replace(/[\\/:*?"<>|]+/g, ' ')
			.trim()
			.replace(/\s+/g, '-')
			.toLowerCase() || 'sheet'
	)
}
