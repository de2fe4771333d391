/** What a file chooser offers. */
export const PICTURES = {
	description: 'Pictures',
	mimeTypes: ['image/png', 'image/jpeg', 'image/webp', 'image/avif', 'image/gif', 'image/bmp'],
	extensions: ['.png', '.jpg', '.jpeg', '.webp', '.avif', '.gif', '.bmp'],
}

export const DRAWINGS = {
	description: 'SVG and DXF drawings',
	mimeTypes: ['image/svg+xml', 'image/vnd.dxf'],
	extensions: ['.svg', '.svgz', '.dxf'],
}

export const FONTS = {
	description: 'OpenType, TrueType and WOFF2 fonts',
	mimeTypes: ['font/otf', 'font/ttf', 'font/woff2'],
	extensions: ['.otf', '.ttf', '.woff2'],
}

export const ARCHIVES = {
	description: 'Everything, as it was saved',
	mimeTypes: ['application/zip'],
	extensions: ['.zip'],
}

export const STORED_SHEETS = {
	description: 'Sheets that were set aside',
	mimeTypes: ['application/json'],
	extensions: ['.json'],
}

export const PROGRESS = {
	description: 'Results of drills',
	mimeTypes: ['application/json'],
	extensions: ['.json'],
}

export const SHEET_FILES = {
	description: 'Sheet files',
	mimeTypes: ['image/svg+xml'],
	extensions: ['.svg'],
}
