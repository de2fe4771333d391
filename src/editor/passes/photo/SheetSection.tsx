'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { artworkBox, fitSheetTo, photosBox, resizeSheet } from '@/core'
import { fitSheet } from '@/editor/workbench/fitSheet'
import { useSheet, useWorkbench } from '@/editor/workbench/workbench'
import { LengthField } from '@/kit/LengthField'

const FITS = [
	{ name: 'Fit to the photos', boxOf: photosBox },
	{ name: 'Fit to the artwork', boxOf: artworkBox },
] as const

const SIDES = [
	{ label: 'Sheet width', side: 'width' },
	{ label: 'Sheet height', side: 'height' },
] as const

/** The sheet's own size: by numbers, or round what lies on it. */
export function SheetSection() {
	const workbench = useWorkbench()
	const { open } = workbench
	const sheet = useSheet()
	return (
		<>
			<Box
				sx={{
					display: 'grid',
					gridTemplateColumns: 'repeat(2, minmax(0, 1fr))',
					gap: 1.25,
					pt: 0.5,
				}}
			>
				{SIDES.map(({ label, side }) => (
					<LengthField
						key={side}
						label={label}
						px={sheet[side]}
						onChange={(next) =>
							open.apply('Size of the sheet', (now) =>
								resizeSheet(now, { [side]: next(now[side]) }),
							)
						}
					/>
				))}
			</Box>
			{FITS.map(({ name, boxOf }) => {
				const box = boxOf(sheet)
				return (
					<Button
						key={name}
						variant="outlined"
						disabled={!box}
						onClick={() => {
							if (!box) return
							open.apply(name, (now) => fitSheetTo(now, boxOf(now) ?? box))
							fitSheet(workbench)
						}}
					>
						{name}
					</Button>
				)
			})}
		</>
	)
}
