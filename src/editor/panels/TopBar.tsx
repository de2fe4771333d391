'use client'

import ArrowBackIosNewRounded from '@mui/icons-material/ArrowBackIosNewRounded'
import HistoryRounded from '@mui/icons-material/HistoryRounded'
import KeyboardRounded from '@mui/icons-material/KeyboardRounded'
import LayersRounded from '@mui/icons-material/LayersRounded'
import RedoRounded from '@mui/icons-material/RedoRounded'
import SearchRounded from '@mui/icons-material/SearchRounded'
import TuneRounded from '@mui/icons-material/TuneRounded'
import UndoRounded from '@mui/icons-material/UndoRounded'
import Box from '@mui/material/Box'
import IconButton from '@mui/material/IconButton'
import Typography from '@mui/material/Typography'
import Link from 'next/link'
import { useEffect, useState } from 'react'
import { renameSheet } from '@/core'
import { belongsToField } from '@/editor/input/keyboard'
import { useDesk, useOpenSheet, useWorkbench } from '@/editor/workbench/workbench'
import { late } from '@/kit/late'
import { NameField } from '@/kit/NameField'
import { SchemeSwitch } from '@/kit/SchemeSwitch'
import { Tip } from '@/kit/Tip'
import type { Saving } from '@/store/savingState'
import { CLOSE, NARROW } from '@/theme/widths'
import { PassTrack } from './PassTrack'

const InCollection = late(() => import('./InCollection').then((m) => m.InCollection), 'nowhere')
const HistoryList = late(() => import('./HistoryList').then((m) => m.HistoryList), 'over')
const VersionsDialog = late(
	() => import('./versions/VersionsDialog').then((m) => m.VersionsDialog),
	'over',
)
const ActionSearch = late(() => import('./ActionSearch').then((m) => m.ActionSearch), 'over')
const KeyList = late(() => import('./KeyList').then((m) => m.KeyList), 'over')

/** A panel that is folded away where the window is narrow. */
export type Drawer = 'pass' | 'pieces'

interface Drawers {
	readonly drawer: Drawer | null
	readonly onDrawer: (drawer: Drawer | null) => void
}

export function TopBar(drawers: Drawers) {
	const { open } = useWorkbench()
	const name = useOpenSheet(({ history }) => history.present.name)
	return (
		<Box
			sx={{
				display: 'flex',
				alignItems: 'center',
				gap: 1,
				height: 52,
				px: 1,
				[CLOSE]: { gap: 0.5, px: 0.5 },
				[NARROW]: { flexWrap: 'wrap', height: 'auto', py: 0.5 },
			}}
		>
			<Tip title="Your sheets">
				<IconButton component={Link} href="/" aria-label="Your sheets">
					<ArrowBackIosNewRounded fontSize="small" />
				</IconButton>
			</Tip>
			<Box sx={{ width: 168, flexShrink: 1, minWidth: 90 }}>
				<NameField
					label="Sheet name"
					value={name}
					onChange={(next) => open.apply('Rename the sheet', (sheet) => renameSheet(sheet, next))}
				/>
			</Box>
			<InCollectionSoon />
			<Box
				sx={{
					display: 'flex',
					alignItems: 'center',
					gap: 0.5,
					[NARROW]: { order: 1, flexBasis: '100%', justifyContent: 'space-between' },
				}}
			>
				<DrawerButton which="pass" {...drawers} />
				<PassTrack />
				<DrawerButton which="pieces" {...drawers} />
			</Box>
			<Box sx={{ flexGrow: 1 }} />
			<HistoryButtons />
			<SavedState />
			<SchemeSwitch />
			<SearchButton />
			<KeysButton />
		</Box>
	)
}

/** What the sheet came in with is looked up once it stands, this long after, ms. */
const LOOK_UP_MS = 3000

/** Once it was looked up for one sheet it is for the next ones at once. */
let lookedUp = false

function InCollectionSoon() {
	const [soon, setSoon] = useState(lookedUp)
	const [pressed, setPressed] = useState<string | null>(null)
	useEffect(() => {
		const begun = new AbortController()
		const { signal } = begun
		const look = () => {
			begun.abort()
			lookedUp = true
			setSoon(true)
		}
		const timer = setTimeout(look, LOOK_UP_MS)
		window.addEventListener('pointermove', look, { signal })
		window.addEventListener(
			'keydown',
			(event) => {
				if (!belongsToField(event)) setPressed(event.key)
				look()
			},
			{ signal },
		)
		return () => {
			clearTimeout(timer)
			begun.abort()
		}
	}, [])
	return soon ? <InCollection pressed={pressed} /> : null
}

const DRAWERS = {
	pass: { name: 'Pass card', icon: TuneRounded },
	pieces: { name: 'Pieces and numbers', icon: LayersRounded },
} as const

/** Folds a panel out or away, where there is no room for it beside the canvas. */
function DrawerButton({ which, drawer, onDrawer }: Drawers & { which: Drawer }) {
	const { name, icon: Icon } = DRAWERS[which]
	const open = drawer === which
	return (
		<Box sx={{ display: 'none', [NARROW]: { display: 'block' } }}>
			<Tip title={name}>
				<IconButton
					aria-label={name}
					aria-expanded={open}
					color={open ? 'primary' : 'default'}
					onClick={() => onDrawer(open ? null : which)}
				>
					<Icon fontSize="small" />
				</IconButton>
			</Tip>
		</Box>
	)
}

function HistoryButtons() {
	const { step } = useWorkbench()
	const own = useDesk((state) => state.steps)
	const past = useOpenSheet((state) => state.history.past.at(-1)?.label)
	const future = useOpenSheet((state) => state.history.future.at(-1)?.label)
	const [undoLabel, redoLabel] = [own.undo ?? past, own.redo ?? future]
	const [anchor, setAnchor] = useState<HTMLElement | null>(null)
	return (
		<Box sx={{ display: 'flex' }}>
			<Tip title={undoLabel ? `Undo: ${undoLabel} (Ctrl Z)` : 'Nothing to undo'}>
				<span>
					<IconButton aria-label="Undo" disabled={!undoLabel} onClick={() => step('undo')}>
						<UndoRounded fontSize="small" />
					</IconButton>
				</span>
			</Tip>
			<Tip title="All steps">
				<IconButton
					aria-label="All steps"
					aria-haspopup="true"
					onClick={(event) => setAnchor(event.currentTarget)}
				>
					<HistoryRounded fontSize="small" />
				</IconButton>
			</Tip>
			{anchor && <HistoryList anchor={anchor} onClose={() => setAnchor(null)} />}
			<Tip title={redoLabel ? `Redo: ${redoLabel} (Ctrl Shift Z)` : 'Nothing to redo'}>
				<span>
					<IconButton aria-label="Redo" disabled={!redoLabel} onClick={() => step('redo')}>
						<RedoRounded fontSize="small" />
					</IconButton>
				</span>
			</Tip>
		</Box>
	)
}

const SAVED_WORDS: Readonly<Record<Saving['state'], string>> = {
	clean: 'Saved',
	dirty: 'Saving',
	writing: 'Saving',
	failed: 'Not saved',
	'not-ours': 'Looking',
}

function SavedState() {
	const state = useOpenSheet((s) => s.saving.state)
	return (
		<Typography
			variant="caption"
			data-testid="saved-state"
			sx={{
				width: 56,
				textAlign: 'center',
				color: state === 'failed' ? 'error.main' : 'text.secondary',
			}}
		>
			{SAVED_WORDS[state]}
		</Typography>
	)
}

/** All actions by name. */
function SearchButton() {
	const [keys, setKeys] = useState(false)
	const searching = useDesk((state) => state.searching)
	const versions = useDesk((state) => state.versions)
	const { desk } = useWorkbench()
	const show = (on: boolean) => desk.setState({ searching: on })
	return (
		<>
			<Tip title="All actions by name (/ or Ctrl K)">
				<IconButton aria-label="All actions" onClick={() => show(true)}>
					<SearchRounded fontSize="small" />
				</IconButton>
			</Tip>
			{searching && <ActionSearch onClose={() => show(false)} onKeys={() => setKeys(true)} />}
			{keys && <KeyList open onClose={() => setKeys(false)} />}
			{versions && <VersionsDialog onClose={() => desk.setState({ versions: false })} />}
		</>
	)
}

function KeysButton() {
	const [shown, setShown] = useState(false)
	useEffect(() => {
		const onKey = (event: KeyboardEvent) => {
			if (event.key === '?' && !belongsToField(event)) setShown(true)
		}
		window.addEventListener('keydown', onKey)
		return () => window.removeEventListener('keydown', onKey)
	}, [])
	return (
		<>
			<Tip title="All keys (?)">
				<IconButton aria-label="All keys" onClick={() => setShown(true)}>
					<KeyboardRounded fontSize="small" />
				</IconButton>
			</Tip>
			{shown && <KeyList open onClose={() => setShown(false)} />}
		</>
	)
}
