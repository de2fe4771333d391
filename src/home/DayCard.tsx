'use client'

import { useEffect, useState } from 'react'
import { type Drill, dailyDrill, seedOfDay } from '@/core/practice'
import { ShapePicture } from '@/kit/ShapePicture'
import { Way } from './Way'

/** The way to the shape of the day. */
export function DayCard() {
	const [day, setDay] = useState<Drill | null>(null)
	// The day is that of who looks, not of the server.
	useEffect(() => setDay(dailyDrill(seedOfDay(new Date()))), [])
	if (!day) return null
	const { contours, fillRule } = day.answer
	return (
		<Way
			href="/practice/daily"
			name="The shape of the day"
			picture={<ShapePicture contours={contours} rule={fillRule} size={44} />}
		>
			{day.name}: trace it with as few nodes as it needs.
		</Way>
	)
}
