'use client'

import Button from '@mui/material/Button'
import { changeLine } from '@/core'
import { chooseLineColour } from '@/editor/session/chooseByPhoto'
import { darkroomSlice } from '@/editor/session/darkroomState'
import { useSheet, useSlice, useWorkbench } from '@/editor/workbench/workbench'
import { LabelledSlider } from '@/kit/LabelledSlider'
import { SwitchRow } from '@/kit/SwitchRow'
import { LineSwatch } from './LineSwatch'

/** How the trace line is drawn: its colour against the photo, its thickness. */
export function LineSection() {
	const { open, slices } = useWorkbench()
	const { line } = useSheet()
	const chosen = useSlice(darkroomSlice, (state) => state.chosenLine)
	return (
		<>
			<SwitchRow
				label="Choose against the photo"
				checked={line.colour === null}
				onChange={(on) =>
					open.apply('Change the line’s colour', (sheet) =>
						changeLine(sheet, { colour: on ? null : chosen }),
					)
				}
			/>
			<LineSwatch withName />
			<Button
				variant="outlined"
				disabled={line.colour !== null}
				onClick={() => void chooseLineColour(open, slices)}
			>
				Choose again, under the outlines
			</Button>
			<LabelledSlider
				label="Thickness"
				value={line.width}
				shown={`${line.width.toFixed(2)} px`}
				min={0.5}
				max={5}
				step={0.25}
				normal={1.5}
				onChange={(width) =>
					open.apply(
						'Change the line’s thickness',
						(sheet) => changeLine(sheet, { width }),
						'line-width',
					)
				}
				onRest={open.seal}
			/>
			<LabelledSlider
				label="Strength of the trace"
				value={Math.round(line.strength * 100)}
				shown={`${Math.round(line.strength * 100)} %`}
				min={10}
				max={100}
				step={1}
				normal={100}
				onChange={(value) =>
					open.apply(
						'Change the trace’s strength',
						(sheet) => changeLine(sheet, { strength: value / 100 }),
						'line-strength',
					)
				}
				onRest={open.seal}
			/>
		</>
	)
}
