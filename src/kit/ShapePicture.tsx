import { useId } from 'react'
import {
	type Box,
	boundsOf,
	type Contour,
	contourHull,
	EMPTY_BOX,
	type FillRule,
	type Gradient,
	joinBoxes,
	sketchPathData,
} from '@/core'
import { GradientDef } from './GradientDef'

const ROOM = 0.06

/** A small picture of outlines as they fill. */
export function ShapePicture({
	contours,
	rule,
	size = 30,
	frame = frameOf(contours),
	faint = false,
	hollow = false,
	colour = 'currentColor',
	gradient,
	behind,
}: {
	contours: readonly Contour[]
	rule: FillRule
	/** CSS px */
	size?: number
	/** What of the sheet is pictured; all of the outlines where it is not said. */
	frame?: Box
	faint?: boolean
	/** Only the line. */
	hollow?: boolean
	/** What it is drawn in; the text's colour where it is not said. */
	colour?: string | undefined
	/** What it is filled with instead, sheet px. */
	gradient?: Gradient | undefined
	/** Outlines that are drawn faintly under it. */
	behind?: readonly Contour[]
}) {
	const width = frame.maxX - frame.minX
	const height = frame.maxY - frame.minY
	const side = Math.max(1, width, height)
	const x = frame.minX - (side - width) / 2 - side * ROOM
	const y = frame.minY - (side - height) / 2 - side * ROOM
	const view = side * (1 + 2 * ROOM)
	const id = useId()
	const line = { stroke: colour, strokeWidth: side / 14 }
	return (
		<svg
			width={size}
			height={size}
			viewBox={`${x} ${y} ${view} ${view}`}
			aria-hidden="true"
			style={{ flexShrink: 0, opacity: faint ? 0.35 : 1 }}
		>
			{gradient && <GradientDef id={id} gradient={gradient} />}
			{behind && (
				<path
					d={sketchPathData(behind)}
					fill="none"
					stroke="currentColor"
					strokeWidth={view / size}
					opacity={0.35}
				/>
			)}
			<path
				d={sketchPathData(contours)}
				fillRule={rule}
				fill={hollow ? 'none' : gradient ? `url(#${id})` : colour}
				{...(hollow && line)}
			/>
		</svg>
	)
}

/** Of more outlines than this the box is found quickly, and may be a little larger than need be. */
const MANY = 500

/** The box round all of some outlines. */
export function frameOf(contours: readonly Contour[]): Box {
	return contours.map(contours.length > MANY ? contourHull : boundsOf).reduce(joinBoxes, EMPTY_BOX)
}
