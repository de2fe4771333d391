'use client'

import { type ComponentType, lazy, useEffect, useState } from 'react'
import { setDrawnIn } from '@/core'
import { useOpenSheet, useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { LabelledSlider } from '@/kit/LabelledSlider'
import { Sections } from '@/kit/Sections'
import { WordChoice } from '@/kit/WordChoice'
import { ToolRows } from '../ToolRows'
import { useAsked } from '../useAsked'
import { ColourUnder } from './ColourUnder'
import { colourSlice } from './colourSlice'
import { COLOUR_PARTS, type ColourPart } from './parts'

// A section comes when it is first opened.
const CONTENTS: Readonly<Record<ColourPart, ComponentType>> = {
	fill: lazy(() => import('./FillSection').then((m) => ({ default: m.FillSection }))),
	stroke: lazy(() => import('./StrokeLook').then((m) => ({ default: m.StrokeLook }))),
	background: lazy(() =>
		import('./BackgroundSection').then((m) => ({ default: m.BackgroundSection })),
	),
	fewer: lazy(() => import('./FewerSection').then((m) => ({ default: m.FewerSection }))),
	shades: lazy(() => import('./ShadesSection').then((m) => ({ default: m.ShadesSection }))),
}
const SECTIONS = COLOUR_PARTS.map((part) => ({ ...part, Content: CONTENTS[part.id] }))

const DRAWN_PAINTS = [
	['ink', 'Painted in ink'],
	['last', 'Painted as the last one was'],
	['photo', 'In the photo’s colour'],
] as const

/** How the next pieces are painted when they are drawn. */
function DrawnIn() {
	const { open } = useWorkbench()
	const paint = useOpenSheet(({ history }) => history.present.drawnIn ?? 'ink')
	return (
		<WordChoice
			label="New pieces are"
			value={paint}
			words={DRAWN_PAINTS}
			onChange={(next) =>
				open.apply('Change how new pieces are painted', (s) => setDrawnIn(s, next))
			}
		/>
	)
}

export function ColourCard() {
	const { slices } = useWorkbench()
	const strength = useSlice(colourSlice, (state) => state.strength)
	const [shown, setShown] = useState<ColourPart | null>('fill')
	useAsked(COLOUR_PARTS, setShown)
	// What is proposed here belongs to this pass alone.
	useEffect(() => () => slices.of(colourSlice).setState({ shades: null }), [slices])
	return (
		<>
			<ToolRows />
			<ColourUnder />
			<LabelledSlider
				label="Paint over the photo"
				shown={`${Math.round(100 * strength)} %`}
				value={strength}
				min={0}
				max={1}
				step={0.05}
				normal={1}
				onChange={(next) => slices.of(colourSlice).setState({ strength: next })}
			/>
			<DrawnIn />
			<Sections sections={SECTIONS} shown={shown} onShow={setShown} />
		</>
	)
}
