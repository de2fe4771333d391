'use client'

import Typography from '@mui/material/Typography'
import { type Paint, setBackground } from '@/core'
import { useOpenSheet, useSheet, useWorkbench } from '@/editor/workbench/workbench'
import { PaintFields } from './PaintFields'
import { useSwatches } from './usePaints'

const NOTHING: Paint = { kind: 'none' }
/** Artwork in ink is seen on it. */
const WHITE = '#ffffff'

/** What lies under the pieces where they are seen by themselves, and in exports. */
export function BackgroundSection() {
	const { open, refresh } = useWorkbench()
	const readOnly = useOpenSheet((state) => state.readOnly)
	const { background = NOTHING } = useSheet()
	const swatches = useSwatches()
	return (
		<>
			<Typography variant="body2" sx={{ color: 'text.secondary' }}>
				Seen in Proof, and sent out with the artwork.
			</Typography>
			<PaintFields
				what="Background"
				paint={background}
				swatches={swatches}
				disabled={readOnly}
				first={WHITE}
				onChange={(make) => {
					open.apply(
						'Change the background',
						(s) => {
							const box = { minX: 0, minY: 0, maxX: s.width, maxY: s.height }
							return setBackground(s, make(s.background ?? NOTHING, box))
						},
						'background',
					)
					refresh()
				}}
				onRest={() => open.seal()}
			/>
		</>
	)
}
