'use client'

import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { useEffect } from 'react'
import { formatLength } from '@/core'
import { type LetterMeasures, letterMeasures, STROKES } from '@/core/letterforms'
import { useOpenSheet, useSheetAtRest, useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { WordChoice } from '@/kit/WordChoice'
import { refineSlice, type Side } from './refineSlice'

const SIDES = [
	['left', 'Left sides together'],
	['middle', 'Middles together'],
	['right', 'Right sides together'],
] as const satisfies readonly (readonly [Side, string])[]

const STROKE_NAMES = { stem: 'Stems', bowl: 'Bowls', bar: 'Bars', arch: 'Arches' } as const

/** The letter at work measured against one that is done, which lies over it on the canvas. */
export function BesideLetter() {
	const { slices, refresh } = useWorkbench()
	const sheet = useSheetAtRest()
	const at = useOpenSheet((state) => state.selection.piece)
	const beside = useSlice(refineSlice, (state) => state.beside)
	const own = at === null ? null : letterMeasures(sheet, at)
	const others = sheet.pieces.filter(({ id }) => id !== at && letterMeasures(sheet, id) !== null)
	const other = beside && others.find(({ id }) => id === beside.piece)
	const set = (next: typeof beside) => {
		slices.of(refineSlice).setState({ beside: next })
		refresh()
	}
	// A letter that is gone is compared with no more.
	const gone = beside !== null && !sheet.pieces.some(({ id }) => id === beside.piece)
	useEffect(() => {
		if (gone) slices.of(refineSlice).setState({ beside: null })
	}, [gone, slices])
	if (others.length === 0) return null
	const measured = other ? letterMeasures(sheet, other.id) : null
	return (
		<Box component="section" aria-label="Beside a letter" sx={{ display: 'grid', gap: 0.75 }}>
			<Typography variant="h3" component="h2">
				Beside a letter that is done
			</Typography>
			<WordChoice
				label="Letter"
				value={other ? other.id : ''}
				words={[['', 'None'] as const, ...others.map(({ id, name }) => [id, name] as const)]}
				onChange={(piece) => set(piece === '' ? null : { piece, by: beside?.by ?? 'left' })}
			/>
			{other && beside && (
				<WordChoice
					label="Laid"
					value={beside.by}
					words={SIDES}
					onChange={(by) => set({ piece: other.id, by })}
				/>
			)}
			{other && !own && (
				<Typography variant="caption" sx={{ color: 'text.secondary' }}>
					Choose the letter that it is to be laid over: one that stands on the letter lines.
				</Typography>
			)}
			{other && own && measured && <Measures own={own} other={measured} name={other.name} />}
		</Box>
	)
}

function Measures({
	own,
	other,
	name,
}: {
	own: LetterMeasures
	other: LetterMeasures
	name: string
}) {
	const sheet = useSheetAtRest()
	const length = (px: number | undefined) =>
		px === undefined ? '–' : formatLength(Number(px.toFixed(1)), sheet)
	const rows = [
		...STROKES.map((kind) => [STROKE_NAMES[kind], own.strokes[kind], other.strokes[kind]] as const),
		['Overshoot', own.overshoot, other.overshoot] as const,
		['Height', own.height, other.height] as const,
		['Width', own.width, other.width] as const,
	].filter(([, a, b]) => a !== undefined || b !== undefined)
	return (
		<Box
			component="table"
			sx={{
				width: '100%',
				borderCollapse: 'collapse',
				'& th, & td': { textAlign: 'right', py: 0.25, px: 0, fontWeight: 400, fontSize: 13 },
				'& th:first-of-type': { textAlign: 'left', color: 'text.secondary' },
			}}
		>
			<thead>
				<tr>
					<th scope="col">Measured</th>
					<th scope="col">here</th>
					<th scope="col">{name}</th>
				</tr>
			</thead>
			<tbody>
				{rows.map(([term, a, b]) => (
					<tr key={term}>
						<th scope="row">{term}</th>
						<td className="number">{length(a)}</td>
						<td className="number">{length(b)}</td>
					</tr>
				))}
			</tbody>
		</Box>
	)
}
