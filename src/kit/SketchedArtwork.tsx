import type { SheetSummary } from '@/store/database'

/** A sheet's artwork as its card shows it; within an SVG of the sheet's size. */
export function SketchedArtwork({ artwork }: Pick<SheetSummary, 'artwork'>) {
	return artwork.map(({ d, rule, colour, line = 'none', width, opacity }, i) => (
		<path
			// biome-ignore lint/suspicious/noArrayIndexKey: two pieces may be alike; their order is all there is
			key={i}
			d={d}
			fill={colour}
			fillRule={rule}
			stroke={line}
			strokeWidth={width}
			opacity={opacity}
		/>
	))
}
