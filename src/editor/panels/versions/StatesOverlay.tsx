import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { type Piece, type Sheet, sketchPathData } from '@/core'

/** The colours of either state: laid over each other they make the dark of what both have. */
const THEN = '#E0962A'
const NOW = '#2F9C93'

/** Two states of a sheet over each other: what only one of them has is in its colour. */
export function StatesOverlay({ then, now }: { readonly then: Sheet; readonly now: Sheet }) {
	const width = Math.max(then.width, now.width)
	const height = Math.max(then.height, now.height)
	return (
		<Box>
			<svg
				viewBox={`0 0 ${width} ${height}`}
				role="img"
				aria-label="The version and the sheet as it is now, over each other"
				style={{
					display: 'block',
					width: '100%',
					maxHeight: 380,
					background: '#FBF9F4',
					isolation: 'isolate',
				}}
			>
				<State pieces={then.pieces} colour={THEN} line={width / 400} />
				<State pieces={now.pieces} colour={NOW} line={width / 400} />
			</svg>
			<Box sx={{ display: 'flex', gap: 2, mt: 0.75 }}>
				<Legend colour={THEN} says="only in the version" />
				<Legend colour={NOW} says="only now" />
				<Legend colour="#2A5F28" says="in both" />
			</Box>
		</Box>
	)
}

function State({
	pieces,
	colour,
	line,
}: {
	readonly pieces: readonly Piece[]
	readonly colour: string
	readonly line: number
}) {
	return (
		<g style={{ mixBlendMode: 'multiply' }}>
			{pieces
				.filter(({ hidden }) => !hidden)
				.map(({ id, contours, fillRule, fill, stroke }) => {
					const stroked = stroke.paint.kind !== 'none'
					const outlined = stroked || fill.kind === 'none'
					return (
						<path
							key={id}
							d={sketchPathData(contours)}
							fillRule={fillRule}
							fill={fill.kind === 'none' ? 'none' : colour}
							stroke={outlined ? colour : 'none'}
							strokeWidth={stroked ? stroke.width : line}
						/>
					)
				})}
		</g>
	)
}

function Legend({ colour, says }: { readonly colour: string; readonly says: string }) {
	return (
		<Box sx={{ display: 'flex', alignItems: 'center', gap: 0.75 }}>
			<Box sx={{ width: 14, height: 14, borderRadius: 0.5, bgcolor: colour }} />
			<Typography variant="caption">{says}</Typography>
		</Box>
	)
}
