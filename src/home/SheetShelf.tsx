'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useWindowVirtualizer } from '@tanstack/react-virtual'
import { type ReactNode, useEffect, useRef, useState } from 'react'
import type { Format } from '@/core'
import type { SheetSummary } from '@/store/database'
import { SaveAs } from './SaveAs'
import { SheetCard } from './SheetCard'
import { ORDERS, type Order, shownSheets } from './shownSheets'

/** What can be done to sheets; to one, or to all that are chosen. */
export interface SheetActs {
	rename(sheet: SheetSummary, name: string): void
	duplicate(sheets: readonly SheetSummary[]): void
	/** As SVG, or as files of another kind. */
	save(sheets: readonly SheetSummary[], format?: Format): void
	remove(sheets: readonly SheetSummary[]): void
}

/** Fewer sheets than this are found without being looked for. */
const FEW = 9

/** All sheets: looked for, put in order, several chosen at once. */
export function SheetShelf({
	sheets,
	acts,
	chosen,
	setChosen,
}: {
	readonly sheets: readonly SheetSummary[] | null
	readonly acts: SheetActs
	readonly chosen: ReadonlySet<string>
	readonly setChosen: (chosen: ReadonlySet<string>) => void
}) {
	const [wanted, setWanted] = useState('')
	const [order, setOrder] = useState<Order>('edited')
	const last = useRef<string | null>(null)
	const shown = shownSheets(sheets ?? [], wanted, order)
	const atWork = shown.filter(({ id }) => chosen.has(id))
	const choose = (id: string, upTo: boolean) => {
		const [from, to] = [last.current, id].map((each) => shown.findIndex((s) => s.id === each))
		const next = new Set(atWork.map((sheet) => sheet.id))
		if (upTo && from !== undefined && to !== undefined && from >= 0)
			for (const sheet of shown.slice(Math.min(from, to), Math.max(from, to) + 1))
				next.add(sheet.id)
		else if (!next.delete(id)) next.add(id)
		last.current = id
		setChosen(next)
	}
	return (
		<Box component="section" aria-label="Your sheets">
			<Box
				sx={{
					display: 'flex',
					alignItems: 'center',
					gap: 1.5,
					mb: 1.25,
					flexWrap: 'wrap',
					minHeight: 40,
				}}
			>
				<Typography variant="h2" sx={{ flexGrow: 1 }}>
					Your sheets
				</Typography>
				{sheets && sheets.length >= FEW && (
					<>
						<TextField
							size="small"
							type="search"
							label="Find a sheet"
							value={wanted}
							onChange={({ target }) => setWanted(target.value)}
						/>
						<TextField
							size="small"
							select
							label="Order"
							value={order}
							onChange={({ target }) => setOrder(target.value as Order)}
							sx={{ minWidth: 170 }}
						>
							{Object.entries(ORDERS).map(([each, says]) => (
								<MenuItem key={each} value={each}>
									{says}
								</MenuItem>
							))}
						</TextField>
					</>
				)}
			</Box>
			{atWork.length > 0 && (
				<Chosen
					count={atWork.length}
					all={shown.length}
					onAll={() => setChosen(new Set(shown.map(({ id }) => id)))}
					onNone={() => setChosen(new Set())}
				>
					<SaveAs onSave={(format) => acts.save(atWork, format)} />
					<Button onClick={() => acts.duplicate(atWork)}>Duplicate</Button>
					<Button color="error" onClick={() => acts.remove(atWork)}>
						Delete
					</Button>
				</Chosen>
			)}
			{sheets?.length === 0 && (
				<Typography variant="body1" sx={{ color: 'text.secondary', maxWidth: '62ch' }}>
					None yet. There are two ways in: bring a photo of your own, or take a sample from the
					workshop’s shelf. Every sheet is kept in this browser as you work.
				</Typography>
			)}
			{sheets && sheets.length > 0 && shown.length === 0 && (
				<Typography variant="body1" sx={{ color: 'text.secondary' }}>
					No sheet goes by that name.
				</Typography>
			)}
			<Cards
				sheets={shown}
				show={(sheet) => (
					<SheetCard
						sheet={sheet}
						chosen={chosen.has(sheet.id)}
						choosing={atWork.length > 0}
						onChoose={(upTo) => choose(sheet.id, upTo)}
						onRename={(name) => acts.rename(sheet, name)}
						onDuplicate={() => acts.duplicate([sheet])}
						onExport={() => acts.save([sheet])}
						onDelete={() => acts.remove([sheet])}
					/>
				)}
			/>
		</Box>
	)
}

/** What is done to all that are chosen. */
function Chosen({
	count,
	all,
	onAll,
	onNone,
	children,
}: {
	readonly count: number
	readonly all: number
	readonly onAll: () => void
	readonly onNone: () => void
	readonly children: ReactNode
}) {
	return (
		<Box
			role="toolbar"
			aria-label="Chosen sheets"
			sx={{
				display: 'flex',
				alignItems: 'center',
				gap: 1,
				flexWrap: 'wrap',
				position: 'sticky',
				top: 0,
				zIndex: 'appBar',
				px: 1.25,
				py: 0.5,
				mb: 1.25,
				border: 1,
				borderColor: 'primary.main',
				borderRadius: 1,
				bgcolor: 'background.paper',
			}}
		>
			<Typography variant="body2" role="status" sx={{ fontWeight: 600, mr: 1 }}>
				{count} of {all} chosen
			</Typography>
			{children}
			<Box sx={{ flexGrow: 1 }} />
			<Button onClick={onAll} disabled={count === all}>
				Choose all
			</Button>
			<Button onClick={onNone}>Let go</Button>
		</Box>
	)
}

/** A card is at least so wide, and so far from the next, px. */
const CARD_PX = 240
const GAP_PX = 16
/** What a card has below its picture, about, px. */
const CAPTION_PX = 64

/** Cards in rows, of which only those in sight are there. */
function Cards({
	sheets,
	show,
}: {
	readonly sheets: readonly SheetSummary[]
	readonly show: (sheet: SheetSummary) => ReactNode
}) {
	const list = useRef<HTMLDivElement>(null)
	const [room, setRoom] = useState({ width: 1132, top: 0 })
	useEffect(() => {
		const element = list.current
		if (!element) return
		const measure = () => {
			const width = element.clientWidth
			const top = Math.round(element.getBoundingClientRect().top + window.scrollY)
			setRoom((now) => (now.width === width && now.top === top ? now : { width, top }))
		}
		const watcher = new ResizeObserver(measure)
		watcher.observe(element)
		watcher.observe(document.body)
		return () => watcher.disconnect()
	}, [])
	const columns = Math.max(1, Math.floor((room.width + GAP_PX) / (CARD_PX + GAP_PX)))
	const cardWidth = (room.width - GAP_PX * (columns - 1)) / columns
	const virtual = useWindowVirtualizer({
		count: Math.ceil(sheets.length / columns),
		estimateSize: () => cardWidth * 0.75 + CAPTION_PX + GAP_PX,
		overscan: 2,
		scrollMargin: room.top,
	})
	// biome-ignore lint/correctness/useExhaustiveDependencies: rows are as tall as their cards are wide
	useEffect(() => virtual.measure(), [virtual, columns, cardWidth])
	return (
		<Box ref={list} sx={{ position: 'relative' }} style={{ height: virtual.getTotalSize() }}>
			{virtual.getVirtualItems().map(({ index, key, start }) => (
				<Box
					key={key}
					ref={virtual.measureElement}
					data-index={index}
					sx={{ position: 'absolute', left: 0, right: 0, display: 'grid', pb: `${GAP_PX}px` }}
					style={{
						top: start - virtual.options.scrollMargin,
						gap: GAP_PX,
						gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))`,
					}}
				>
					{sheets.slice(index * columns, (index + 1) * columns).map((sheet) => (
						<Box key={sheet.id}>{show(sheet)}</Box>
					))}
				</Box>
			))}
		</Box>
	)
}
