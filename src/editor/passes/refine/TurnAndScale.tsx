'use client'

import Box from '@mui/material/Box'
import { centreOf, scaleAbout, transformNodes, turnAbout } from '@/core'
import { useWorkbench } from '@/editor/workbench/workbench'
import { NumberField } from '@/kit/NumberField'
import { type Chosen, chosenNodes } from './nodeActions'

const RADIANS = Math.PI / 180

/** Turns and scales the selected nodes about the middle of all of them. */
export function TurnAndScale({ chosen }: { chosen: Chosen }) {
	const { open } = useWorkbench()
	const about = (
		map: (centre: readonly [number, number]) => Parameters<typeof transformNodes>[2],
	) => {
		const { ids } = chosen
		open.apply(`Transform ${ids.size} nodes`, (sheet) => {
			const centre = centreOf(chosenNodes(sheet, ids).nodes)
			return centre ? transformNodes(sheet, ids, map(centre)) : sheet
		})
	}
	return (
		<Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 0.75, pt: 1.25 }}>
			<NumberField
				label="Turn by"
				unit="° ↻"
				value={0}
				onChange={(next) => about((centre) => turnAbout(centre, next(0) * RADIANS))}
			/>
			<NumberField
				label="Scale to"
				unit="%"
				value={100}
				onChange={(next) => {
					const k = next(100) / 100
					if (k > 0) about((centre) => scaleAbout(centre, 0, k, k))
				}}
			/>
		</Box>
	)
}
