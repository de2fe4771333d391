'use client'

import { type ComponentType, useEffect, useState } from 'react'
import { useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { late } from '@/kit/late'
import { Sections } from '@/kit/Sections'
import { ToolRows } from '../ToolRows'
import { useAsked } from '../useAsked'
import { leaveApart } from './apart'
import { CombineSection } from './CombineSection'
import { cutSlice } from './cutSlice'
import { offerApart } from './offerApart'
import { Punch } from './Punch'
import { CUT_PARTS, type CutPart } from './parts'

// A section comes when it is first opened.
const CONTENTS: Readonly<Record<CutPart, ComponentType>> = {
	openings: late(() => import('./OpeningsSection').then((m) => m.OpeningsSection)),
	outlines: late(() => import('./OutlinesSection').then((m) => m.OutlinesSection)),
	rules: late(() => import('./RulesSection').then((m) => m.RulesSection)),
	grow: late(() => import('./GrowSection').then((m) => m.GrowSection)),
	stroke: late(() => import('./StrokeSection').then((m) => m.StrokeSection)),
}
const SECTIONS = CUT_PARTS.map((part) => ({ ...part, Content: CONTENTS[part.id] }))

const ApartCard = late(() => import('./ApartCard').then((m) => m.ApartCard))

export function CutCard() {
	const workbench = useWorkbench()
	const apart = useSlice(cutSlice, (state) => state.apart)
	const [shown, setShown] = useState<CutPart | null>('openings')
	useAsked(CUT_PARTS, setShown)
	// What is proposed and taken apart belongs to this pass alone.
	useEffect(
		() => () => {
			offerApart(workbench)
			leaveApart(workbench)
			workbench.slices.of(cutSlice).setState({ proposed: null })
		},
		[workbench],
	)
	if (apart) return <ApartCard apart={apart} />
	return (
		<>
			<ToolRows />
			<Punch />
			<CombineSection />
			<Sections sections={SECTIONS} shown={shown} onShow={setShown} />
		</>
	)
}
