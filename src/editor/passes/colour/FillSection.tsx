'use client'

import SwapVertRounded from '@mui/icons-material/SwapVertRounded'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { type Piece, swapPaints } from '@/core'
import { useWorkbench } from '@/editor/workbench/workbench'
import { LabelledSlider } from '@/kit/LabelledSlider'
import { SwitchRow } from '@/kit/SwitchRow'
import { Alike } from './Alike'
import { PaintFields } from './PaintFields'
import { usePaints } from './usePaints'

/** What the pieces chosen are filled with. */
export function FillSection() {
	const { open, refresh } = useWorkbench()
	const { pieces, swatches, readOnly, paint, each, rest } = usePaints()
	const [first] = pieces
	if (!first) return <NoneChosen />
	return (
		<>
			<PaintFields
				what="Fill"
				paint={first.fill}
				swatches={swatches}
				disabled={readOnly}
				onChange={(make) => each('fill', make)}
				onRest={rest}
			/>
			{isPlaced(first) && (
				<SwitchRow
					label="Moves with the piece"
					checked={!first.paintStays}
					disabled={readOnly}
					onChange={(moves) => {
						paint('Change whether paint moves', { paintStays: !moves }, 'paint-stays')
						rest()
					}}
				/>
			)}
			<Alike piece={first} />
			<LabelledSlider
				label="Opacity of the piece"
				shown={`${Math.round(100 * first.opacity)} %`}
				value={first.opacity}
				min={0}
				max={1}
				step={0.05}
				normal={1}
				disabled={readOnly}
				onChange={(opacity) => paint('Change opacity', { opacity }, 'opacity')}
				onRest={rest}
			/>
			<Button
				size="small"
				startIcon={<SwapVertRounded />}
				disabled={readOnly}
				onClick={() => {
					const ids = new Set(pieces.map(({ id }) => id))
					open.apply('Swap fill and stroke', (s) => swapPaints(s, ids))
					open.seal()
					refresh()
				}}
				sx={{ justifySelf: 'start' }}
			>
				Swap fill and stroke
			</Button>
		</>
	)
}

/** Whether a paint of the piece has its own place on the sheet. */
function isPlaced({ fill, stroke }: Piece): boolean {
	return [fill, stroke.paint].some(({ kind }) => kind !== 'none' && kind !== 'solid')
}

export function NoneChosen() {
	return (
		<Typography variant="body2" sx={{ color: 'text.secondary' }}>
			Choose pieces: on the canvas with Arrange, or in the list.
		</Typography>
	)
}
