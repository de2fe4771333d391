import type { NextConfig } from 'next'

/** What every answer says, whatever it is. */
const EVERYWHERE = [
	{ key: 'X-Content-Type-Options', value: 'nosniff' },
	{ key: 'Referrer-Policy', value: 'no-referrer' },
	{ key: 'X-Frame-Options', value: 'DENY' },
	{ key: 'Cross-Origin-Opener-Policy', value: 'same-origin' },
	{
		key: 'Permissions-Policy',
		value: 'camera=(), geolocation=(), microphone=(), payment=(), usb=(), clipboard-read=(self)',
	},
]

const config: NextConfig = {
	reactStrictMode: true,
	devIndicators: false,
	poweredByHeader: false,
	// Pictures are made in the browser: nobody needs a server that fetches and scales them.
	images: { unoptimized: true },
	// All checks in one run check all types by themselves: see scripts/check.mjs.
	typescript: { ignoreBuildErrors: process.env.SKIAGRAM_TYPES === 'apart' },
	headers: async () => [{ source: '/:path*', headers: EVERYWHERE }],
	// For weighing packages only: see benchmarks/firstLoad.ts.
	productionBrowserSourceMaps: process.env.SKIAGRAM_MAPS === '1',
}

export default config
