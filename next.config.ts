import type { NextConfig } from 'next'
import { EVERYWHERE } from './src/headers'

// One name for one build, whichever of its processes asks; a later one is greater.
process.env.SKIAGRAM_BUILD ??= Date.now().toString(36)

const config: NextConfig = {
	env: { NEXT_PUBLIC_BUILD: process.env.SKIAGRAM_BUILD },
	reactStrictMode: true,
	devIndicators: false,
	poweredByHeader: false,
	// Pictures are made in the browser: nobody needs a server that fetches and scales them.
	images: { unoptimized: true },
	turbopack: {
		// HarfBuzz asks for it under Node alone.
		resolveAlias: { module: { browser: './src/jobs/noModule.ts' } },
	},
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
