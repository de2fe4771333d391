'use client'

import { lazy, Suspense, useEffect, useState } from 'react'
import { useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { type SectionOf, Sections } from '@/kit/Sections'
import { ToolRows } from '../ToolRows'
import { leaveApart } from './apart'
import { CombineSection } from './CombineSection'
import { cutSlice } from './cutSlice'
import { Punch } from './Punch'

type SectionId = 'openings' | 'outlines' | 'rules' | 'grow' | 'stroke'

// A section comes when it is first opened.
const SECTIONS: readonly SectionOf<SectionId>[] = [
	{
		id: 'openings',
		name: 'Openings and islands',
		Content: lazy(() => import('./OpeningsSection').then((m) => ({ default: m.OpeningsSection }))),
	},
	{
		id: 'outlines',
		name: 'Close, join, separate',
		Content: lazy(() => import('./OutlinesSection').then((m) => ({ default: m.OutlinesSection }))),
	},
	{
		id: 'rules',
		name: 'Fill rule and direction',
		Content: lazy(() => import('./RulesSection').then((m) => ({ default: m.RulesSection }))),
	},
	{
		id: 'grow',
		name: 'Grow or shrink',
		Content: lazy(() => import('./GrowSection').then((m) => ({ default: m.GrowSection }))),
	},
	{
		id: 'stroke',
		name: 'Stroke to piece',
		Content: lazy(() => import('./StrokeSection').then((m) => ({ default: m.StrokeSection }))),
	},
]

const ApartCard = lazy(() => import('./ApartCard').then((m) => ({ default: m.ApartCard })))

export function CutCard() {
	const { desk, slices } = useWorkbench()
	const apart = useSlice(cutSlice, (state) => state.apart)
	const [shown, setShown] = useState<SectionId | null>('openings')
	// What is proposed, punched and taken apart belongs to this pass alone.
	useEffect(
		() => () => {
			leaveApart({ desk, slices })
			slices.of(cutSlice).setState({ proposed: null, punchInto: null })
		},
		[desk, slices],
	)
	if (apart)
		return (
			<Suspense>
				<ApartCard apart={apart} />
			</Suspense>
		)
	return (
		<>
			<ToolRows />
			<Punch />
			<CombineSection />
			<Sections sections={SECTIONS} shown={shown} onShow={setShown} />
		</>
	)
}
