import type { MetadataRoute } from 'next'

const icon = (size: number, purpose: 'any' | 'maskable' = 'any') => ({
	src: `/icons/${purpose}-${size}.png`,
	sizes: `${size}x${size}`,
	type: 'image/png',
	purpose,
})

/** What the browser shows and opens of Skiagram where it is installed. */
export default function manifest(): MetadataRoute.Manifest & { file_handlers: unknown[] } {
	return {
		name: 'Skiagram',
		short_name: 'Skiagram',
		description: 'Trace photographs into clean, scalable outlines and silhouettes.',
		id: '/',
		start_url: '/',
		display: 'standalone',
		background_color: '#F3F0E9',
		theme_color: '#F3F0E9',
		icons: [
			icon(192),
			icon(512),
			icon(512, 'maskable'),
			{ src: '/icon.svg', sizes: 'any', type: 'image/svg+xml' },
		],
		file_handlers: [
			{
				action: '/',
				accept: {
					'image/svg+xml': ['.svg'],
					'image/vnd.dxf': ['.dxf'],
					'image/png': ['.png'],
					'image/jpeg': ['.jpg', '.jpeg'],
					'image/webp': ['.webp'],
					'image/avif': ['.avif'],
					'image/gif': ['.gif'],
					'image/bmp': ['.bmp'],
				},
			},
		],
	}
}
