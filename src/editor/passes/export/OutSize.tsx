'use client'

import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { useMemo } from 'react'
import {
	artworkBox,
	dpiOf,
	type GivenPage,
	LENGTH_DIGITS,
	type LengthUnit,
	mmPerPx,
	pixelWidth,
	type Sheet,
} from '@/core'
import { useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { MAX_PICTURE_PX } from '@/jobs/rasterise'
import { NumberField } from '@/kit/NumberField'
import type { ExportWish } from '@/kit/outFiles'
import { WordChoice } from '@/kit/WordChoice'
import { exportUnitSlice } from './exportSlice'

/** How many mm one of each unit is; a px as pages on screen count it. */
const MM: Readonly<Record<LengthUnit, number>> = { px: 25.4 / 96, mm: 1, cm: 10, in: 25.4 }
const UNITS = (['px', 'mm', 'cm', 'in'] as const).map((unit) => [unit, unit] as const)

/** How large the page goes out: its width or its height, the other goes along. */
export function OutSize({
	page,
	wish,
	onChange,
}: {
	page: Sheet
	wish: ExportWish
	onChange: (change: { readonly width: number }) => void
}) {
	const pixels = wish.format.kind === 'picture'
	const [unit, setUnit] = useExportUnit(page.mmPerPx === undefined ? 'px' : 'mm')
	const shown = pixels ? 'px' : unit
	const of = pixels ? 1 : MM[unit]
	const width = pixels ? pixelWidth(page, wish) : page.width * mmPerPx(page)
	const share = page.height / page.width
	const give = (next: number) => {
		const most = pixels ? MAX_PICTURE_PX / Math.max(1, share) : Number.POSITIVE_INFINITY
		onChange({ width: Math.min(most, Math.max(pixels ? 1 : 0.1, next)) })
	}
	const digits = pixels ? 0 : LENGTH_DIGITS[unit]
	const box = useMemo(() => artworkBox(page), [page])
	const dpi = pixels ? dpiOf(page, page, width) : undefined
	const [mmWide, mmHigh] = [page.width, page.height].map((px) =>
		Number((px * mmPerPx(page)).toFixed(1)),
	)
	/** A length on the page as it goes out. */
	const out = (px: number) => String(Number((((px / page.width) * width) / of).toFixed(digits)))
	return (
		<>
			<Box
				sx={{
					display: 'grid',
					gridTemplateColumns: !pixels
						? '1fr 1fr 78px'
						: dpi === undefined
							? '1fr 1fr'
							: '1fr 1fr 84px',
					gap: 1,
				}}
			>
				<NumberField
					label="Width"
					unit={pixels ? 'px' : ''}
					value={width / of}
					digits={digits}
					onChange={(next) => give(next(width / of) * of)}
				/>
				<NumberField
					label="Height"
					unit={pixels ? 'px' : ''}
					value={(width * share) / of}
					digits={digits}
					onChange={(next) => give((next((width * share) / of) * of) / share)}
				/>
				{!pixels && <WordChoice label="Unit" value={shown} words={UNITS} onChange={setUnit} />}
				{dpi !== undefined && (
					<NumberField
						label="Per inch"
						unit=""
						value={dpi}
						digits={0}
						onChange={(next) => give((width * Math.max(1, next(dpi))) / dpi)}
					/>
				)}
			</Box>
			{dpi !== undefined && (
				<Typography variant="caption" sx={{ color: 'text.secondary' }}>
					On paper it is {mmWide} × {mmHigh} mm; the file says so.
				</Typography>
			)}
			{wish.page === 'sheet' && box && (
				<Typography variant="caption" sx={{ color: 'text.secondary' }}>
					This is the page’s size. The artwork on it is {out(box.maxX - box.minX)} ×{' '}
					{out(box.maxY - box.minY)} {shown}.
				</Typography>
			)}
		</>
	)
}

/** The unit that was chosen for pages, or else a first one; and what chooses another. */
function useExportUnit(first: LengthUnit): readonly [LengthUnit, (unit: LengthUnit) => void] {
	const { slices } = useWorkbench()
	const unit = useSlice(exportUnitSlice, (state) => state.unit) ?? first
	return [unit, (next) => slices.of(exportUnitSlice).setState({ unit: next })]
}

/** A page of A4, mm, and a picture of so many px; with a margin. */
const PAPER = { longer: 297, shorter: 210, margin: 10 } as const
const PICTURE = { longer: 1920, shorter: 1080, margin: 60 } as const

/** The page that is offered first to fit artwork into: level where the artwork is. */
export function pageFor(page: Sheet | null, { kind }: ExportWish['format']): GivenPage {
	const { longer, shorter, margin } = kind === 'picture' ? PICTURE : PAPER
	const level = page !== null && page.width > page.height
	return { width: level ? longer : shorter, height: level ? shorter : longer, margin }
}

/** The page that artwork is fitted into. */
export function GivenSize({
	given,
	wish,
	onChange,
}: {
	given: GivenPage
	wish: ExportWish
	onChange: (given: GivenPage) => void
}) {
	const pixels = wish.format.kind === 'picture'
	const [chosen, setUnit] = useExportUnit('mm')
	const unit = pixels ? 'px' : chosen
	const of = pixels ? 1 : MM[unit]
	const most = pixels ? MAX_PICTURE_PX : 10_000
	const field = (side: keyof GivenPage, label: string) => (
		<NumberField
			label={label}
			unit={pixels ? 'px' : ''}
			value={given[side] / of}
			digits={pixels ? 0 : LENGTH_DIGITS[unit]}
			onChange={(next) => {
				const least = side === 'margin' ? 0 : 1
				const said = Math.min(most, Math.max(least, next(given[side] / of) * of))
				onChange({ ...given, [side]: pixels ? Math.round(said) : said })
			}}
		/>
	)
	return (
		<Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 1 }}>
			{field('width', 'Width')}
			{field('height', 'Height')}
			{field('margin', 'Margin')}
			{!pixels && <WordChoice label="Unit" value={unit} words={UNITS} onChange={setUnit} />}
		</Box>
	)
}
