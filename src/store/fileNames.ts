/** What to call a sheet or photo that came in as a file. */
export function nameOfFile(file: string): string {
	return (
		file
			.replace(/\.[^.]+$/, '')
			.replace(/[-_]+/g, ' ')
			.trim() || 'Untitled'
	)
}

export function isDrawing(file: File): boolean {
	return file.type === 'image/svg+xml' || /\.(svgz?|dxf)$/i.test(file.name)
}
