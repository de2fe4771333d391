'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { artworkBox, fitSheetTo, photosBox, resizeSheet } from '@/core'
import { fitSheet } from '@/editor/workbench/fitSheet'
import { useDesk, useSheet, useWorkbench } from '@/editor/workbench/workbench'
import { LengthField } from '@/kit/LengthField'
import { WordChoice } from '@/kit/WordChoice'

const FITS = [
	{ name: 'Fit to the photos', boxOf: photosBox },
	{ name: 'Fit to the artwork', boxOf: artworkBox },
] as const

const SIDES = [
	{ label: 'Sheet width', side: 'width' },
	{ label: 'Sheet height', side: 'height' },
] as const

const SURROUNDS = [
	['bench', 'The bench'],
	['light', 'Light grey'],
	['middle', 'Middle grey'],
	['dark', 'Dark grey'],
] as const

/** The sheet's own size: by numbers, or round what lies on it. */
export function SheetSection() {
	const workbench = useWorkbench()
	const { open, desk } = workbench
	const sheet = useSheet()
	const surround = useDesk((state) => state.surround)
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
			<WordChoice
				label="Round the sheet"
				value={surround}
				words={SURROUNDS}
				onChange={(next) => desk.setState({ surround: next })}
			/>
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
