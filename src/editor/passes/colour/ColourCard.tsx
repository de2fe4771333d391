'use client'

import { type ComponentType, useState } from 'react'
import { setDrawnIn } from '@/core'
import { useOpenSheet, useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { LabelledSlider } from '@/kit/LabelledSlider'
import { late } from '@/kit/late'
import { Sections } from '@/kit/Sections'
import { WordChoice } from '@/kit/WordChoice'
import { ToolRows } from '../ToolRows'
import { useAsked } from '../useAsked'
import { ColourUnder } from './ColourUnder'
import { colourSlice } from './colourSlice'
import { COLOUR_PARTS, type ColourPart } from './parts'

// A section comes when it is first opened.
const CONTENTS: Readonly<Record<ColourPart, ComponentType>> = {
	fill: late(() => import('./FillSection').then((m) => m.FillSection)),
	stroke: late(() => import('./StrokeLook').then((m) => m.StrokeLook)),
	background: late(() => import('./BackgroundSection').then((m) => m.BackgroundSection)),
	fewer: late(() => import('./FewerSection').then((m) => m.FewerSection)),
	shades: late(() => import('./ShadesSection').then((m) => m.ShadesSection)),
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
