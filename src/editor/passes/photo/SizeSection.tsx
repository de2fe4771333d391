'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import ToggleButton from '@mui/material/ToggleButton'
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { distance, LENGTH_UNITS, type LengthUnit, parseLength, setRealSize, setUnit } from '@/core'
import { useDesk, useSheet, useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { Facts } from '@/kit/Facts'
import { NumberField } from '@/kit/NumberField'

import { measureTool } from './measure'
import { measuredSlice } from './measuredSlice'

const MEASURES = ['mm', 'cm', 'in'] as const
type Measure = (typeof MEASURES)[number]

/** Real size: a line along something known, its length typed. */
export function SizeSection() {
	const { open, slices, refresh, takeTool } = useWorkbench()
	const sheet = useSheet()
	const line = useSlice(measuredSlice, (state) => state.line)
	const tool = useDesk((state) => state.tool)
	const [measure, setMeasure] = useState<Measure>('mm')
	const { mmPerPx } = sheet
	const px = line ? distance(line.from, line.to) : null
	// 1 mm a px, so that a length typed with any unit of length comes out in mm.
	const inMm = (text: string) => parseLength(text, { unit: measure, mmPerPx: 1 })
	const known = px !== null && mmPerPx !== undefined ? px * mmPerPx : null
	return (
		<>
			{px === null ? (
				<Typography variant="body2" sx={{ color: 'text.secondary' }}>
					{tool === measureTool
						? 'Drag along something whose length you know.'
						: 'Draw along something whose length you know, then type that length here.'}
				</Typography>
			) : (
				<Box
					sx={{ display: 'grid', gridTemplateColumns: 'minmax(0, 1fr) auto', gap: 0.75, pt: 0.75 }}
				>
					<NumberField
						label="This line is"
						unit={measure}
						value={known === null ? 0 : known / (inMm('1') ?? 1)}
						digits={3}
						read={(text) => {
							const mm = inMm(text)
							return mm !== null && mm > 0 ? mm / (inMm('1') ?? 1) : null
						}}
						onChange={(next) => {
							const mm = next(0) * (inMm('1') ?? 1)
							if (mm > 0)
								open.apply('Set the real size', (s) =>
									setUnit(setRealSize(s, mm / px), s.unit === 'px' ? measure : s.unit),
								)
							refresh()
						}}
					/>
					<ToggleButtonGroup
						exclusive
						size="small"
						aria-label="Unit of the typed length"
						value={measure}
						onChange={(_, next: Measure | null) => next && setMeasure(next)}
					>
						{MEASURES.map((unit) => (
							<ToggleButton key={unit} value={unit} sx={{ px: 1, textTransform: 'none' }}>
								{unit}
							</ToggleButton>
						))}
					</ToggleButtonGroup>
				</Box>
			)}
			{tool !== measureTool && (
				<Button variant="outlined" onClick={() => takeTool(measureTool)}>
					{px === null ? 'Draw the line' : 'Draw another line'}
				</Button>
			)}
			{mmPerPx !== undefined && (
				<>
					<Facts
						facts={[
							['1 px is', `${mmPerPx.toPrecision(4)} mm`],
							[
								'Sheet',
								`${(sheet.width * mmPerPx).toFixed(1)} × ${(sheet.height * mmPerPx).toFixed(1)} mm`,
							],
						]}
					/>
					<Box>
						<Typography variant="body2" id="read-in" sx={{ mb: 0.5 }}>
							Read lengths in
						</Typography>
						<ToggleButtonGroup
							exclusive
							fullWidth
							size="small"
							aria-labelledby="read-in"
							value={sheet.unit}
							onChange={(_, unit: LengthUnit | null) =>
								unit && open.apply('Change the unit', (s) => setUnit(s, unit))
							}
						>
							{LENGTH_UNITS.map((unit) => (
								<ToggleButton key={unit} value={unit} sx={{ textTransform: 'none' }}>
									{unit}
								</ToggleButton>
							))}
						</ToggleButtonGroup>
					</Box>
					<Button
						color="inherit"
						onClick={() => {
							open.apply('Forget the real size', (s) => setRealSize(s, undefined))
							slices.of(measuredSlice).setState({ line: null })
							refresh()
						}}
					>
						Forget the real size
					</Button>
				</>
			)}
		</>
	)
}
