'use client'

import { type ComponentType, lazy, Suspense, useEffect, useState } from 'react'
import { useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { Sections } from '@/kit/Sections'
import { ToolRows } from '../ToolRows'
import { useAsked } from '../useAsked'
import { leaveApart } from './apart'
import { CombineSection } from './CombineSection'
import { cutSlice } from './cutSlice'
import { Punch } from './Punch'
import { CUT_PARTS, type CutPart } from './parts'

// A section comes when it is first opened.
const CONTENTS: Readonly<Record<CutPart, ComponentType>> = {
	openings: lazy(() => import('./OpeningsSection').then((m) => ({ default: m.OpeningsSection }))),
	outlines: lazy(() => import('./OutlinesSection').then((m) => ({ default: m.OutlinesSection }))),
	rules: lazy(() => import('./RulesSection').then((m) => ({ default: m.RulesSection }))),
	grow: lazy(() => import('./GrowSection').then((m) => ({ default: m.GrowSection }))),
	stroke: lazy(() => import('./StrokeSection').then((m) => ({ default: m.StrokeSection }))),
}
const SECTIONS = CUT_PARTS.map((part) => ({ ...part, Content: CONTENTS[part.id] }))

const ApartCard = lazy(() => import('./ApartCard').then((m) => ({ default: m.ApartCard })))

export function CutCard() {
	const { desk, slices } = useWorkbench()
	const apart = useSlice(cutSlice, (state) => state.apart)
	const [shown, setShown] = useState<CutPart | null>('openings')
	useAsked(CUT_PARTS, setShown)
	// What is proposed and taken apart belongs to this pass alone.
	useEffect(
		() => () => {
			leaveApart({ desk, slices })
			slices.of(cutSlice).setState({ proposed: null })
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
