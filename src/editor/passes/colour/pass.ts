import type { PassDef } from '@/editor/session/definitions'
import { fetched } from '@/editor/session/services'
import { latePaint } from '@/editor/stage/latePaint'
import { arrangePiecesTool } from '@/editor/tools/arrangePieces'
import { gradientTool } from '@/editor/tools/gradient'
import { nodesTool } from '@/editor/tools/nodes/nodes'
import { penTool } from '@/editor/tools/pen/pen'
import { takeColourTool } from '@/editor/tools/takeColour/takeColour'
import { takeColourSlice } from '@/editor/tools/takeColour/takeColourSlice'
import { counted } from '@/kit/counted'
import { late } from '@/kit/late'
import { colourSlice } from './colourSlice'
import { COLOUR_PARTS, COLOUR_UNDER } from './parts'

/** While one draws, or takes colours from the photo, paints are so much weaker, so that it is seen. */
const BACK = 0.3

const paintColour = latePaint(() => import('./paintColour').then((m) => m.paintColour))

/** From a silhouette to flat colours. */
export const colourPass: PassDef = {
	id: 'colour',
	number: 6,
	name: 'Colour',
	purpose:
		'Fill and stroke: colours out of the photo or of your own; flat shades of what is under a piece.',
	tools: [arrangePiecesTool, takeColourTool, gradientTool, penTool, nodesTool],
	shows: 'trace',
	paints: (slices, tool) =>
		slices.of(colourSlice).getState().strength * (tool.draws || tool === takeColourTool ? BACK : 1),
	overlays: {
		paint: (ctx, viewport, { slices }) =>
			paintColour(
				() => slices.of(colourSlice).setState({}),
				ctx,
				slices.of(colourSlice).getState(),
				slices.of(takeColourSlice).getState(),
				viewport,
			),
	},
	services: [
		fetched(
			({ open }) => open.sheet().drawnIn === 'photo',
			({ open }, look) => open.subscribe(look),
			() => import('./colourDrawn').then((m) => m.colourDrawn),
		),
	],
	parts: [COLOUR_UNDER, ...COLOUR_PARTS],
	figure: ({ colours }) => (colours > 0 ? counted(colours, 'colour', 'colours') : null),
	Card: late(() => import('./ColourCard').then((m) => m.ColourCard)),
	how: () => import('./how').then((m) => m.how),
}
