import type { Metadata } from 'next'
import { Lessons } from '@/lessons/Lessons'

export const metadata: Metadata = { title: 'Practice · Skiagram' }

export default function PracticePage() {
	return <Lessons />
}
