import type { Metadata } from 'next'
import { Daily } from '@/lessons/Daily'

export const metadata: Metadata = { title: 'The shape of the day · Skiagram' }

export default async function DailyPage({ searchParams }: PageProps<'/practice/daily'>) {
	const { seed } = await searchParams
	return <Daily seed={typeof seed === 'string' ? seed : null} />
}
