'use client'

import Button from '@mui/material/Button'
import { joinEnds, nearlyClosed } from '@/core'
import { selectContour } from '@/store/selection'
import { boundsOf } from '../../canvas/hitTest'
import { fitBox } from '../../canvas/view'
import { useSheetAtRest, useWorkbench } from '../../workbench'
import { Notice } from '../Notice'

/** Outlines that look closed and are not, with what mends them. */
export function LooksClosed() {
	const { open, desk, refresh } = useWorkbench()
	const [found, ...others] = nearlyClosed(useSheetAtRest())
	if (!found) return null
	const { contour, gap } = found
	const ends = new Set([contour.nodes[0], contour.nodes.at(-1)].flatMap((node) => node?.id ?? []))
	const show = () => {
		open.select(selectContour(open.sheet(), contour.id, ends))
		desk.setState(({ size }) => ({ view: fitBox(boundsOf(contour), size) }))
		refresh()
	}
	const close = () => {
		open.apply('Close the outline', (sheet) => joinEnds(sheet, ends, 'node'))
		refresh()
	}
	return (
		<Notice
			severity="warning"
			action={
				<>
					<Button onClick={close}>Close it</Button>
					<Button onClick={show}>Show</Button>
				</>
			}
		>
			An outline looks closed and is not: its ends are {gap.toFixed(1)} px apart.
			{others.length > 0 && ` So do ${others.length} more.`}
		</Notice>
	)
}
