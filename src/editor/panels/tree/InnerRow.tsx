'use client'

import CallMadeRounded from '@mui/icons-material/CallMadeRounded'
import DeleteOutlineRounded from '@mui/icons-material/DeleteOutlineRounded'
import { memo } from 'react'
import { boundsOf, releaseOpening, removeOutline } from '@/core'
import { lookAtBox } from '@/editor/session/lookAt'
import { nextName } from '@/editor/session/nextName'
import { useOpenSheet, useWorkbench } from '@/editor/workbench/workbench'
import { counted } from '@/kit/counted'
import { ShapePicture } from '@/kit/ShapePicture'
import { selectContour } from '@/store/selection'
import { RowAction, RowFrame, RowName } from './RowFrame'
import type { InnerRow as Row } from './treeRows'

/** An opening, or an island in one. */
export const InnerRow = memo(function InnerRow({
	inner: { contour, name, role },
	depth,
}: Pick<Row, 'inner' | 'depth'>) {
	const { open, desk } = useWorkbench()
	const selected = useOpenSheet((state) => state.selection.contour === contour.id)
	const opening = role === 'opening'
	return (
		<RowFrame chosen={selected} depth={depth}>
			<RowName
				chosen={selected}
				inline
				title="Double-click: show it at full size"
				picture={<ShapePicture contours={[contour]} rule="nonzero" hollow={opening} />}
				name={name}
				about={counted(contour.nodes.length, 'node', 'nodes')}
				onClick={() => open.select(selectContour(open.sheet(), contour.id))}
				onDoubleClick={() => lookAtBox(boundsOf(contour), desk)}
			/>
			<RowAction
				says={`Release ${name.toLowerCase()}`}
				title="Make it a piece of its own"
				Icon={CallMadeRounded}
				onClick={() => {
					open.apply(`Release ${opening ? 'an opening' : 'an island'}`, (sheet) =>
						releaseOpening(sheet, contour.id, nextName(sheet)),
					)
					open.select(selectContour(open.sheet(), contour.id))
				}}
			/>
			<RowAction
				says={opening ? `Fill in ${name.toLowerCase()}` : `Remove ${name.toLowerCase()}`}
				title={opening ? 'Fill the opening in' : 'Remove the island'}
				Icon={DeleteOutlineRounded}
				onClick={() =>
					open.apply(opening ? 'Fill an opening in' : 'Remove an island', (sheet) =>
						removeOutline(sheet, contour.id),
					)
				}
			/>
		</RowFrame>
	)
})
