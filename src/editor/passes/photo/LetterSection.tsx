'use client'

import CloseRounded from '@mui/icons-material/CloseRounded'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import IconButton from '@mui/material/IconButton'
import Typography from '@mui/material/Typography'
import type { LetterLine } from '@/core'
import { letterLinesOf, readLetterLines, setLetterform, setLetterLines } from '@/core/letterforms'
import { useOpenSheet, useSheetAtRest, useWorkbench } from '@/editor/workbench/workbench'
import { counted } from '@/kit/counted'
import { LengthField } from '@/kit/LengthField'
import { NumberField } from '@/kit/NumberField'
import { Tip } from '@/kit/Tip'
import { chosenPieces } from '@/store/selection'
import { stillSought } from '../stillSought'

/** From the top, and where each lies at first, as a share of the sheet's height. */
const LINES: readonly (readonly [line: LetterLine, name: string, first: number])[] = [
	['ascender', 'Ascender', 0.15],
	['cap height', 'Cap height', 0.2],
	['x-height', 'x-height', 0.4],
	['baseline', 'Baseline', 0.75],
	['descender', 'Descender', 0.9],
]

/** The lines that traced letters stand on, read from them or laid by hand, and what they have in common. */
export function LetterSection() {
	const workbench = useWorkbench()
	const { open } = workbench
	const sheet = useSheetAtRest()
	const chosen = chosenPieces(useOpenSheet((state) => state.selection))
	const { height, letterform = {}, guidesLocked } = sheet
	const lines = letterLinesOf(sheet)
	const letters = sheet.pieces.filter(
		({ id, hidden, contours }) =>
			!hidden && (chosen.size === 0 || chosen.has(id)) && contours.some(({ closed }) => closed),
	)
	const laid = Object.keys(lines).length > 0
	const read = () => {
		// What is still sought is rough: its lines would be, too.
		if (stillSought(workbench)) return
		open.apply('Read the letter lines', (now) => {
			const found = readLetterLines(letters, now.letterform?.slant)
			if (!found) return now
			const all = Object.fromEntries(LINES.map(([line]) => [line, found.lines[line] ?? null]))
			return setLetterform(setLetterLines(now, all), found.letterform)
		})
	}
	const set = (line: LetterLine, at: number | null) =>
		open.apply(at === null ? `Take the ${line} away` : `Lay the ${line}`, (now) =>
			setLetterLines(now, { [line]: at }),
		)
	const from =
		letters.length === 1 ? `“${letters[0]?.name}”` : counted(letters.length, 'piece', 'pieces')
	return (
		<Box sx={{ display: 'grid', gap: 1, pt: 0.5 }}>
			{!laid && (
				<Typography variant="caption" sx={{ color: 'text.secondary' }}>
					Letters that are traced stand on these lines. Proof then tells uneven stems and ends that
					are off their line.
				</Typography>
			)}
			<Button
				variant="outlined"
				disabled={letters.length === 0 || guidesLocked}
				onClick={read}
				sx={{ lineHeight: 1.25 }}
			>
				{letters.length === 0 ? 'Trace a letter to read them' : `Read them from ${from}`}
			</Button>
			{LINES.map(([line, name, first]) => {
				const at = lines[line]
				return (
					<Box key={line} sx={{ display: 'flex', alignItems: 'center', gap: 0.5, minHeight: 36 }}>
						{at === undefined ? (
							<>
								<Typography variant="body2" sx={{ flexGrow: 1, color: 'text.secondary' }}>
									{name}
								</Typography>
								<Button disabled={guidesLocked} onClick={() => set(line, first * height)}>
									Lay it
								</Button>
							</>
						) : (
							<>
								<Box sx={{ flexGrow: 1, display: 'grid' }}>
									<LengthField
										label={name}
										px={at}
										whole={height}
										disabled={guidesLocked}
										onChange={(next) => set(line, next(at))}
									/>
								</Box>
								<Tip title={`Take the ${line} away`}>
									<IconButton
										aria-label={`Take the ${line} away`}
										disabled={guidesLocked}
										onClick={() => set(line, null)}
									>
										<CloseRounded fontSize="small" />
									</IconButton>
								</Tip>
							</>
						)}
					</Box>
				)
			})}
			<Box
				sx={{
					display: 'grid',
					gridTemplateColumns: 'repeat(2, minmax(0, 1fr))',
					columnGap: 0.75,
					rowGap: 1.25,
					pt: 0.5,
				}}
			>
				<LengthField
					label="Overshoot"
					px={letterform.overshoot ?? null}
					onChange={(next) =>
						open.apply('Set the overshoot', (now) =>
							setLetterform(now, {
								overshoot: Math.max(0, next(now.letterform?.overshoot ?? 0)),
							}),
						)
					}
				/>
				<LengthField
					label="Stem"
					px={letterform.stem ?? null}
					onChange={(next) =>
						open.apply('Set the stem', (now) => {
							const stem = next(now.letterform?.stem ?? 0)
							return setLetterform(now, { stem: stem > 0 ? stem : null })
						})
					}
				/>
				<NumberField
					label="Lean to the right"
					unit="°"
					value={letterform.slant ?? 0}
					digits={1}
					bounds={{ least: -60, most: 60 }}
					onChange={(next) =>
						open.apply('Set the lean', (now) => {
							const slant = next(now.letterform?.slant ?? 0)
							return setLetterform(now, { slant: slant === 0 ? null : slant })
						})
					}
				/>
			</Box>
			<Typography variant="caption" sx={{ color: 'text.secondary' }}>
				Lines are guides: points snap to them, and they are dragged like guides. Dots mark where
				overshoot ends.
			</Typography>
		</Box>
	)
}
