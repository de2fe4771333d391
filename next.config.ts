import type { NextConfig } from 'next'

const config: NextConfig = {
	reactStrictMode: true,
	devIndicators: false,
	poweredByHeader: false,
}

export default config
