'use client'

import Box from '@mui/material/Box'
import { useState } from 'react'
import { LENGTH_DIGITS, type LengthUnit, mmPerPx, type Sheet } from '@/core'
import { MAX_PICTURE_PX } from '@/jobs/rasterise'
import { NumberField } from '@/kit/NumberField'
import { WordChoice } from '@/kit/WordChoice'
import { type ExportWish, pixelWidth } from './outFiles'

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
	const pixels = wish.format.pixels !== undefined
	const [unit, setUnit] = useState<LengthUnit>(page.mmPerPx === undefined ? 'px' : 'mm')
	const shown = pixels ? 'px' : unit
	const of = pixels ? 1 : MM[unit]
	const width = pixels ? pixelWidth(page, wish) : page.width * mmPerPx(page)
	const share = page.height / page.width
	const give = (next: number) => {
		const most = pixels ? MAX_PICTURE_PX / Math.max(1, share) : Number.POSITIVE_INFINITY
		onChange({ width: Math.min(most, Math.max(pixels ? 1 : 0.1, next)) })
	}
	const digits = pixels ? 0 : LENGTH_DIGITS[unit]
	return (
		<Box sx={{ display: 'grid', gridTemplateColumns: pixels ? '1fr 1fr' : '1fr 1fr 78px', gap: 1 }}>
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
		</Box>
	)
}
