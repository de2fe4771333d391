import { useId } from 'react'
import type { SheetSummary } from '@/store/database'
import { GradientDef } from './GradientDef'

/** A sheet's artwork as its card shows it; within an SVG of the sheet's size. */
export function SketchedArtwork({ artwork }: Pick<SheetSummary, 'artwork'>) {
	const id = useId()
	return (
		<>
			{artwork.map(
				({ gradient }, i) =>
					gradient && (
						// biome-ignore lint/suspicious/noArrayIndexKey: two gradients may be alike; their order is all there is
						<GradientDef key={i} id={`${id}-${i}`} gradient={gradient} />
					),
			)}
			{artwork.map(({ d, rule, colour, gradient, line = 'none', width, opacity }, i) => (
				<path
					// biome-ignore lint/suspicious/noArrayIndexKey: two pieces may be alike; their order is all there is
					key={i}
					d={d}
					fill={gradient ? `url(#${id}-${i})` : colour}
					fillRule={rule}
					stroke={line}
					strokeWidth={width}
					opacity={opacity}
				/>
			))}
		</>
	)
}
