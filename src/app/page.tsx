import { Home } from '@/home/Home'

// Whether the demo sheets are laid out is asked of the server at each visit, not at build time.
export const dynamic = 'force-dynamic'

export default function HomePage() {
	return <Home demo={process.env.SKIAGRAM_DEMO === '1'} />
}
