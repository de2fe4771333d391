import type { NextConfig } from 'next'
import { EVERYWHERE } from './src/headers'

const config: NextConfig = {
	reactStrictMode: true,
	devIndicators: false,
	poweredByHeader: false,
	// Pictures are made in the browser: nobody needs a server that fetches and scales them.
	images: { unoptimized: true },
	// All checks in one run check all types by themselves: see scripts/check.mjs.
	typescript: { ignoreBuildErrors: process.env.SKIAGRAM_TYPES === 'apart' },
	headers: async () => [
		{
			source: '/:path*',
			headers: Object.entries(EVERYWHERE).map(([key, value]) => ({ key, value })),
		},
	],
	// For weighing packages only: see benchmarks/firstLoad.ts.
	productionBrowserSourceMaps: process.env.SKIAGRAM_MAPS === '1',
}

export default config
