'use client'

import Button from '@mui/material/Button'
import { boundsOf, joinEnds, type NearlyClosed } from '@/core'
import { lookAtBox } from '@/editor/session/lookAt'
import { useWorkbench } from '@/editor/workbench/workbench'
import { Notice } from '@/kit/Notice'
import { selectContour } from '@/store/selection'

/** Outlines that look closed and are not, with what mends them. */
export function LooksClosed({
	found: { contour, gap },
	more,
}: {
	found: NearlyClosed
	/** How many others there are. */
	more: number
}) {
	const { open, desk, refresh } = useWorkbench()
	const ends = new Set([contour.nodes[0], contour.nodes.at(-1)].flatMap((node) => node?.id ?? []))
	const show = () => {
		open.select(selectContour(open.sheet(), contour.id, ends))
		lookAtBox(boundsOf(contour), desk)
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
			{more > 0 && ` So do ${more} more.`}
		</Notice>
	)
}
