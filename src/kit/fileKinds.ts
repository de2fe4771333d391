/** What a file chooser offers. */
export const PICTURES = {
	description: 'Pictures',
	mimeTypes: ['image/png', 'image/jpeg', 'image/webp', 'image/avif', 'image/gif', 'image/bmp'],
	extensions: ['.png', '.jpg', '.jpeg', '.webp', '.avif', '.gif', '.bmp'],
}

export const DRAWINGS = {
	description: 'SVG drawings',
	mimeTypes: ['image/svg+xml'],
	extensions: ['.svg', '.svgz'],
}

export const STORED_SHEETS = {
	description: 'Sheets that were set aside',
	mimeTypes: ['application/json'],
	extensions: ['.json'],
}
