'use client'

import Slider from '@mui/material/Slider'
import { changePhoto } from '@/core'
import { useOpenSheet, useWorkbench } from '../workbench'

/** How strongly the photos show. Changes in a row are one step of undo, by pointer or by keys. */
export function PhotoStrength() {
	const { open } = useWorkbench()
	const strength = useOpenSheet(({ history }) =>
		Math.round((history.present.photos[0]?.strength ?? 1) * 100),
	)
	return (
		<Slider
			aria-label="Photo strength"
			value={strength}
			min={0}
			max={100}
			valueLabelDisplay="auto"
			valueLabelFormat={(value) => `Photo strength ${value} %`}
			onChange={(_, value) =>
				open.apply(
					'Change photo strength',
					(sheet) => changePhoto(sheet, undefined, { strength: Number(value) / 100 }),
					'photo-strength',
				)
			}
		/>
	)
}
