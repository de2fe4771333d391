'use client'

import Box from '@mui/material/Box'
import { useVirtualizer } from '@tanstack/react-virtual'
import { type ReactNode, type RefObject, useEffect, useMemo, useRef } from 'react'
import { useOpenSheet } from '@/editor/workbench/workbench'
import type { Row } from './treeRows'

/** How tall a row is, px; measured once it shows. */
const ROW_PX = 44

/** A long list of which only the rows in sight are there. */
export function RowsInSight({
	rows,
	room,
	show,
}: {
	rows: readonly Row[]
	/** What scrolls round the list. */
	room: RefObject<HTMLElement | null>
	show: (row: Row) => ReactNode
}) {
	const list = useRef<HTMLUListElement>(null)
	const virtual = useVirtualizer({
		count: rows.length,
		getScrollElement: () => room.current,
		estimateSize: () => ROW_PX,
		overscan: 4,
		getItemKey: (i) => rows[i]?.key ?? i,
		scrollMargin: list.current?.offsetTop ?? 0,
	})
	const { piece, contour } = useOpenSheet((state) => state.selection)
	const place = useMemo(() => {
		const of = (id: string | null) => rows.findIndex(({ key }) => key === id)
		// An outer edge has no row of its own: its piece's stands for it.
		return of(contour) >= 0 ? of(contour) : of(piece)
	}, [rows, piece, contour])
	useEffect(() => {
		if (place >= 0) virtual.scrollToIndex(place, { align: 'auto' })
	}, [place, virtual])
	return (
		<Box
			component="ul"
			ref={list}
			sx={{ m: 0, p: 0, listStyle: 'none', position: 'relative' }}
			style={{ height: virtual.getTotalSize() }}
		>
			{virtual.getVirtualItems().map(({ index, key, start }) => {
				const row = rows[index]
				return row ? (
					<Box
						component="li"
						key={key}
						ref={virtual.measureElement}
						data-index={index}
						aria-setsize={rows.length}
						aria-posinset={index + 1}
						sx={{ position: 'absolute', left: 0, right: 0 }}
						style={{ top: start - virtual.options.scrollMargin }}
					>
						{show(row)}
					</Box>
				) : null
			})}
		</Box>
	)
}
