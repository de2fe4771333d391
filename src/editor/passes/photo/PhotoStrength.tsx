'use client'

import { changePhoto } from '@/core'
import { useOpenSheet, useWorkbench } from '@/editor/workbench/workbench'
import { PlainSlider } from '@/kit/PlainSlider'

/** How strongly the photos show. Changes in a row are one step of undo, by pointer or by keys. */
export function PhotoStrength() {
	const { open } = useWorkbench()
	const strength = useOpenSheet(({ history }) =>
		Math.round((history.present.photos[0]?.strength ?? 1) * 100),
	)
	return (
		<PlainSlider
			label="Photo strength"
			value={strength}
			shown={`${strength} %`}
			min={0}
			max={100}
			onChange={(value) =>
				open.apply(
					'Change photo strength',
					(sheet) => changePhoto(sheet, undefined, { strength: value / 100 }),
					'photo-strength',
				)
			}
		/>
	)
}
