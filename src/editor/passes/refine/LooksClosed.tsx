'use client'

import Button from '@mui/material/Button'
import { joinEnds, type NearlyClosed } from '@/core'
import { selectContour } from '@/store/selection'
import { boundsOf } from '../../canvas/hitTest'
import { fitBox } from '../../canvas/view'
import { useWorkbench } from '../../workbench'
import { Notice } from '../Notice'

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
			{more > 0 && ` So do ${more} more.`}
		</Notice>
	)
}
