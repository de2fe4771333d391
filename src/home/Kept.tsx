'use client'

import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import type { ReactNode } from 'react'
import type { Binned, SetAside } from '@/store/database'

const date = new Intl.DateTimeFormat('en', { dateStyle: 'medium', timeStyle: 'short' })

/** Deleted sheets, kept for thirty days. */
export function Bin({
	binned,
	onRestore,
	onDrop,
}: {
	binned: readonly Binned[]
	onRestore: (id: string) => void
	onDrop: (id: string) => void
}) {
	if (binned.length === 0) return null
	return (
		<Folded title={`Bin (${binned.length})`} says="Deleted sheets are kept for thirty days.">
			{binned.map(({ id, at, summary }) => (
				<Line key={id} name={summary.name} says={`deleted ${date.format(at)}`}>
					<Button onClick={() => onRestore(id)}>Put back</Button>
					<Button color="error" onClick={() => onDrop(id)}>
						Delete for good
					</Button>
				</Line>
			))}
		</Folded>
	)
}

/** What was stored and could not be read: as it was found, and as much of it as can be read. */
export function SetAsideList({
	setAside,
	onDownload,
	onMend,
	onDrop,
	onOpen,
}: {
	setAside: readonly SetAside[]
	onDownload: (kept: SetAside) => void
	onMend: (kept: SetAside) => void
	onDrop: (kept: SetAside) => void
	onOpen: () => void
}) {
	if (setAside.length === 0) return null
	return (
		<Folded
			title={`Set aside (${setAside.length})`}
			says="These stored sheets could not be read and were kept as they were found. What can be read of one can be made a sheet; one that was downloaded can be opened again."
		>
			{setAside.map((kept) => (
				<Line key={kept.key} name={nameOf(kept)} says={`set aside ${date.format(kept.at)}`}>
					<Button onClick={() => onMend(kept)}>Open what can be read</Button>
					<Button onClick={() => onDownload(kept)}>Download</Button>
					<Button color="error" onClick={() => onDrop(kept)}>
						Delete for good
					</Button>
				</Line>
			))}
			<Button onClick={onOpen}>Open one that was downloaded</Button>
		</Folded>
	)
}

/** The text of a document that was set aside. */
export function textOf({ document }: SetAside): string {
	const { json } = (document ?? {}) as { json?: unknown }
	return typeof json === 'string' ? json : JSON.stringify(document)
}

function nameOf(kept: SetAside): string {
	const [, name] = /"name":"((?:[^"\\]|\\.){1,80})"/.exec(textOf(kept)) ?? []
	return name ?? 'Without a name'
}

function Folded({ title, says, children }: { title: string; says: string; children: ReactNode }) {
	return (
		<Box component="details" sx={{ border: 1, borderColor: 'divider', borderRadius: 1, px: 1.5 }}>
			<Typography component="summary" variant="h2" sx={{ py: 1.25, cursor: 'pointer' }}>
				{title}
			</Typography>
			<Typography variant="body2" sx={{ color: 'text.secondary', mb: 1, maxWidth: '80ch' }}>
				{says}
			</Typography>
			<Box component="ul" sx={{ m: 0, p: 0, pb: 1, listStyle: 'none' }}>
				{children}
			</Box>
		</Box>
	)
}

function Line({ name, says, children }: { name: string; says: string; children: ReactNode }) {
	return (
		<Box component="li" sx={{ display: 'flex', alignItems: 'center', gap: 1, minHeight: 40 }}>
			<Typography variant="body1" noWrap sx={{ fontWeight: 600, maxWidth: '40ch' }}>
				{name}
			</Typography>
			<Typography variant="body2" sx={{ color: 'text.secondary', flexGrow: 1 }}>
				{says}
			</Typography>
			{children}
		</Box>
	)
}
