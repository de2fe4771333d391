'use client'

import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { operationOf, type Piece, setOperation, type TableOperation } from '@/core'
import { useOpenSheet, useSheetAtRest, useWorkbench } from '@/editor/workbench/workbench'
import { counted } from '@/kit/counted'
import { WordChoice } from '@/kit/WordChoice'
import { chosenPieces } from '@/store/selection'
import { named } from '../chosen'

const WORDS = [
	['painted', 'As painted'],
	['cut', 'Cut along'],
	['score', 'Score along'],
	['nothing', 'Nothing'],
] as const
type Word = (typeof WORDS)[number][0]
const MIXED = ['mixed', 'Not the same for all'] as const

const SAID: readonly (readonly [TableOperation, string])[] = [
	['cut', 'Cut along'],
	['score', 'Scored'],
	['nothing', 'Left out'],
]

/** What the table does along the outlines of pieces, and of whole groups. */
export function OperationChoice({ pieces }: { pieces: readonly Piece[] }) {
	const { open } = useWorkbench()
	const { pieces: all, groups } = useSheetAtRest()
	const selection = useOpenSheet((state) => state.selection)
	const readOnly = useOpenSheet((state) => state.readOnly)
	const ids = chosenPieces(selection)
	// What is locked stays as it is.
	const chosen = all.filter(({ id, locked }) => ids.has(id) && !locked)
	const operations = new Set(chosen.map((piece) => operationOf(piece, groups) ?? 'painted'))
	const [first] = operations
	const shown = operations.size === 1 && first ? first : 'mixed'
	const choose = (word: Word | 'mixed') => {
		if (word === 'mixed') return
		const meant = new Set(chosen.map(({ id }) => id))
		open.apply('Say what the table does', (sheet) =>
			setOperation(sheet, meant, word === 'painted' ? undefined : word),
		)
	}
	return (
		<Box sx={{ display: 'grid', gap: 0.75 }}>
			{chosen.length > 0 && !readOnly ? (
				<WordChoice
					label={`Along ${chosen.length < 3 ? named(chosen) : counted(chosen.length, 'piece', 'pieces')}`}
					value={shown}
					words={shown === 'mixed' ? [MIXED, ...WORDS] : WORDS}
					onChange={choose}
				/>
			) : (
				<Typography variant="caption" sx={{ color: 'text.secondary' }}>
					Choose pieces or groups to say what is scored, and what is left out.
				</Typography>
			)}
			{SAID.map(([operation, says]) => {
				const own = pieces.filter((piece) => operationOf(piece, groups) === operation)
				return (
					own.length > 0 && (
						<Typography key={operation} variant="caption" sx={{ color: 'text.secondary' }}>
							{says}: {own.length < 4 ? named(own) : counted(own.length, 'piece', 'pieces')}
						</Typography>
					)
				)
			})}
		</Box>
	)
}
